import type { Surface } from '../geometry/surface.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { featureKey } from '../naming/keys.ts';
import type { Solid } from '../solid/body.ts';
import type { Cell } from '../solid/cell.ts';
import type { SceneBody } from '../view/scene.ts';
import { type CuttingPlane, cutterOf, type Leg } from './trace.ts';
import { runOf } from './wholeBody.ts';

/** Names whose last word is one of these, with a number or a side behind it: a "drive shaft", "rib 2", a "pin left", but no "pin block". */
const named = (words: string): RegExp =>
  new RegExp(
    String.raw`(?:^|[^\p{L}])(?:${words})s?[^\p{L}]*(?:(?:left|right|front|back|upper|lower|top|bottom|\p{L})[^\p{L}]*)?$`,
    'iu',
  );
/** What drafters call the thin and the long things that are not cut lengthwise. Source: ISO 128-3, cuts and sections. */
const THIN = named('rib|web|fin|spoke|gusset|stiffener');
const LONG = named('shaft|spindle|axle|pin|dowel|bolt|screw|stud|nut|washer|rivet|key|cotter');

/** A plane within this cosine of the direction in which a thing is thin runs along it. */
const ALONG_THIN = 0.9;
/** Flat faces are parallel within this. */
const PARALLEL = 1e-9;

type Plane = Extract<Surface, { kind: 'plane' }>;

/** The direction in which a cell is thinnest between two of its flat faces; nothing where no two are parallel. */
const thinWay = ({ faces }: Pick<Cell, 'faces'>): Vec3 | undefined => {
  const planes = faces.flatMap(({ surface }) => (surface.kind === 'plane' ? [surface] : []));
  let best: { readonly way: Vec3; readonly far: number } | undefined;
  for (const [i, a] of planes.entries())
    for (const b of planes.slice(i + 1)) {
      if (Math.abs(dot(a.n, b.n)) < 1 - PARALLEL) continue;
      const far = apart(a, b);
      if (!best || far < best.far) best = { way: a.n, far };
    }
  return best?.way;
};
const apart = (a: Plane, b: Plane): number => Math.abs(a.d - Math.sign(dot(a.n, b.n)) * b.d);

/** Whether a leg passes through the inside of a box. */
const passesThrough = (leg: Leg, [x0, y0, z0, x1, y1, z1]: Cell['box'], tol: number): boolean => {
  const { n, d } = cutterOf(leg);
  const ends = [x0, x1].flatMap((x) =>
    [y0, y1].flatMap((y) => [z0, z1].map((z) => n[0] * x + n[1] * y + n[2] * z - d)),
  );
  return Math.min(...ends) < -tol && Math.max(...ends) > tol;
};

/** The ribs and the like among the features of a body that a cut runs along. */
const thinFeatures = ({ name, model, cells, tol }: Solid, c: CuttingPlane): string[] => {
  const added = model.operations.flatMap((o, op) => (o.op === 'add' ? [{ o, op }] : []));
  // a body that is nothing else is no rib of anything
  if (added.length < 2) return [];
  return added.flatMap(({ o, op }) => {
    if (!THIN.test(o.feature) || !o.sectioned) return [];
    const isAlong = cells.some((x) => {
      const way = x.op === op ? thinWay(x.cell) : undefined;
      return (
        way !== undefined &&
        c.legs.some(
          (leg) =>
            Math.abs(dot(way, cutterOf(leg).n)) > ALONG_THIN && passesThrough(leg, x.cell.box, tol.linear),
        )
      );
    });
    return isAlong ? [featureKey(name, o.feature)] : [];
  });
};

/**
 * The bodies and features ("body/feature") that a cut goes through lengthwise though such things are not cut so: shafts, pins and bolts, ribs and webs, as
 * far as they are named what they are. Those that the cut leaves whole are not among them, nor those that are to be cut by its own choice.
 */
export const cutLengthwise = (
  bodies: readonly Pick<SceneBody, 'solid' | 'edges'>[],
  c: CuttingPlane,
): string[] =>
  bodies.flatMap(({ solid, edges }) => {
    if (!solid.model.sectioned || c.whole.includes(solid.name) || c.cut.includes(solid.name)) return [];
    const isLong =
      LONG.test(solid.name) &&
      c.legs.some((leg) => passesThrough(leg, solid.box, solid.tol.linear)) &&
      runOf(solid, edges, c.legs[0] ?? c) === 'lengthwise';
    const found = isLong ? [solid.name] : thinFeatures(solid, c);
    return found.filter((name) => !c.whole.includes(name) && !c.cut.includes(name));
  });
