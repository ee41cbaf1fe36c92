import { shifted2 } from '../geometry/curve2.ts';
import { dot } from '../geometry/vec.ts';
import { faceKey } from '../naming/keys.ts';
import { solidOf } from '../solid/body.ts';
import { bodyEdges, type Edge } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { SceneBody } from '../view/scene.ts';
import { boxOfLines, type View, type ViewLine, viewOf } from '../view/view.ts';
import { STRIP, stripOf } from './region.ts';
import { type CuttingPlane, type Leg, legFrame } from './trace.ts';

/** What lies behind one leg, cut off where the leg's strip ends. */
const behind = (part: BuiltPart, c: CuttingPlane, leg: Leg): SceneBody[] =>
  part.bodies.map(({ solid }) => {
    const operations = [...solid.model.operations, stripOf(c, leg, part.box, true)];
    const rest = solidOf({ ...solid.model, operations }, solid.tol);
    return { solid: rest, edges: bodyEdges(rest) };
  });

/**
 * A bent cut with its legs turned into one line: behind each leg what its own observer sees, one beside the other as s runs on. Where
 * two legs join nothing is drawn.
 * @returns lines in (s, q) as in the true shape: q is t, or -t where s runs to the observer's left
 */
export const developedView = (part: BuiltPart, c: CuttingPlane): Pick<View, 'box' | 'lines'> => {
  const lines = c.legs.flatMap((leg) => {
    const scene = behind(part, c, leg);
    const edges = new Map(scene.flatMap((b) => b.edges.map((e): [string, Edge] => [e.key, e])));
    const joins = (source: string): boolean =>
      edges.get(source)?.on.some((k) => k === faceKey(STRIP, 'start') || k === faceKey(STRIP, 'end')) ??
      false;
    return viewOf(scene, legFrame(leg), part.tol)
      .lines.filter((l) => !l.sources.every(joins))
      .map((l): ViewLine => ({ ...l, curve: shifted2(l.curve, [-dot(leg.origin, leg.sAxis), 0]) }));
  });
  return { box: boxOfLines(lines), lines };
};
