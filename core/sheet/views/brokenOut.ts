import { EDGE_ON } from '../../geometry/nearness.ts';
import { distance2, dot, type Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../geometry/viewFrames.ts';
import { type BreakEdge, freehandLoop, partedByEdge } from '../../section/breakEdge.ts';
import type { Section } from '../../section/section.ts';
import { isFlat } from '../../section/trace.ts';
import { firstMetIn } from '../../view/firstMet.ts';
import type { SceneBody } from '../../view/scene.ts';
import { boxOfLines, type View, type ViewLine } from '../../view/view.ts';
import type { SheetSetup } from '../setup.ts';

/** A broken-out section in a view: what its freehand edge encloses is seen as the cut leaves it. */
export type BrokenOut = { readonly section: Section; readonly edge: BreakEdge };

/** Whether a view looks square at the plane of a cut, from the side that is taken away. */
export const looksSquareAt = ({ plane }: Pick<Section, 'plane'>, name: ViewName): boolean =>
  isFlat(plane) && dot(VIEW_FRAMES[name].toward, plane.kept.n) < -1 + EDGE_ON;

/** The edge of a cut's broken-out section, where it is drawn as one. */
const edgeOf = ({ shapes }: Pick<SheetSetup, 'shapes'>, cut: string): BreakEdge | undefined => {
  const own = shapes?.[cut];
  return own?.as === 'brokenOut' && own.edge ? freehandLoop(own.edge) : undefined;
};

/** Whether a cut is drawn as a broken-out section: it lays nothing open beyond its edge then. */
export const isBrokenOut = (setup: Pick<SheetSetup, 'shapes'>, cut: string): boolean =>
  edgeOf(setup, cut) !== undefined;

/** The broken-out sections that a view shows. */
export const brokenOutIn = (
  name: ViewName,
  sections: readonly Section[],
  setup: Pick<SheetSetup, 'shapes'>,
): BrokenOut[] =>
  sections.flatMap((section) => {
    const edge = edgeOf(setup, section.plane.name);
    return edge && section.bodies.length && looksSquareAt(section, name) ? [{ section, edge }] : [];
  });

/**
 * A view with sections broken out of it: outside their edges its own lines, within each those of the sectional view.
 * @param outs each with the view of what its cut leaves
 * @param hidden whether hidden lines are drawn behind the cuts
 * @param tol two points nearer than this are one, part units
 */
export const brokenView = (
  whole: View,
  outs: readonly (BrokenOut & { readonly view: View })[],
  hidden: boolean,
  tol: number,
): View => {
  const within = (lines: readonly ViewLine[], edge: BreakEdge): ViewLine[] =>
    lines.filter((l) => hidden || l.class !== 'hidden').flatMap((l) => partedByEdge(l, edge, 'inside', tol));
  const outside = (lines: readonly ViewLine[]): ViewLine[] =>
    outs.reduce<ViewLine[]>(
      (left, { edge }) => left.flatMap((l) => partedByEdge(l, edge, 'outside', tol)),
      [...lines],
    );
  const lines = [...outside(whole.lines), ...outs.flatMap((o) => within(o.view.lines, o.edge))];
  return {
    frame: whole.frame,
    box: boxOfLines(lines),
    lines,
    threads: [...outside(whole.threads), ...outs.flatMap((o) => within(o.view.threads, o.edge))],
  };
};

/** Halving a stretch so often finds where it leaves the part to a thousandth of its length. */
const HALVINGS = 10;
/** The edge as it is drawn: only where it runs over the part. @returns runs of points in the view's plane */
export const drawnEdge = (
  edge: BreakEdge,
  name: ViewName,
  scene: readonly SceneBody[],
  tol: Parameters<typeof firstMetIn>[2],
): Vec2[][] => {
  const met = firstMetIn(scene, VIEW_FRAMES[name], tol);
  const isOver = (p: Vec2): boolean => met(p[0], p[1]) !== undefined;
  /** The last place of a stretch that is still over the part, found by halving. */
  const lastOver = (over: Vec2, beside: Vec2): Vec2 => {
    let [p, q] = [over, beside];
    for (let i = 0; i < HALVINGS; i++) {
      const middle: Vec2 = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
      if (isOver(middle)) p = middle;
      else q = middle;
    }
    return p;
  };
  const over = edge.map(isOver);
  const runs: Vec2[][] = [];
  edge.forEach((a, i) => {
    const k = (i + 1) % edge.length;
    const b = edge[k] as Vec2;
    if (distance2(a, b) <= tol.linear) return;
    const [isFrom, isTo] = [over[i], over[k]];
    if (!isFrom && !isTo) return;
    const [from, to] = [isFrom ? a : lastOver(b, a), isTo ? b : lastOver(a, b)];
    const last = runs.at(-1);
    if (last?.at(-1) === from) last.push(to);
    else runs.push([from, to]);
  });
  return runs;
};
