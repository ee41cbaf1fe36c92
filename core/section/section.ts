import type { Box3 } from '../geometry/box.ts';
import { type Curve3, partedAt, pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { cross, dot, length, sub, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { crossings } from '../meeting/crossings.ts';
import { CUT, faceKey, featureKey } from '../naming/keys.ts';
import { AUXILIARY } from '../part/schema.ts';
import { type Solid, solidOf, type Tolerance } from '../solid/body.ts';
import { bodyEdges, type Edge, withKeys } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { edgeExtent } from '../solid/extent.ts';
import type { Operation } from '../solid/partModel.ts';
import type { PlacedThread } from '../solid/thread.ts';
import type { SceneBody } from '../view/scene.ts';
import { type CutFace, cutFaceOf } from './cutFace.ts';
import { type CutPoint, cutPointsOf, type Divisions } from './cutPoints.ts';
import { regionOf, stripOf } from './region.ts';
import { type CuttingPlane, cutterOf, isFlat } from './trace.ts';
import { runOf } from './wholeBody.ts';

/** What one plane does to one body. */
export type BodySection = {
  readonly name: string;
  readonly hatched: boolean;
  readonly face: CutFace;
  /** what of the face is hatched: where a screw that is left whole stands in a tapped hole, less than all of it */
  readonly hatchedFace: CutFace;
  /** for a cut with several legs, the face that each makes */
  readonly parts: readonly CutFace[];
  readonly cutPoints: readonly CutPoint[];
};
/** A body left whole: whether the plane runs along its axis or across it. */
export type WholeBody = { readonly name: string; readonly runs: 'lengthwise' | 'across' };
export type Section = {
  readonly plane: CuttingPlane;
  /** bodies that the plane cuts */
  readonly bodies: readonly BodySection[];
  /** bodies that the plane passes through and leaves whole */
  readonly whole: readonly WholeBody[];
  /** the bodies as they remain, for sectional views */
  readonly remains: readonly SceneBody[];
  /** the cuts that act together with this one: what they take away is gone from its face and its remains */
  readonly actsWith: readonly string[];
};

/** What is cut: a part as it was built, or as other cuts left it. */
export type PartToCut = {
  readonly tol: Tolerance;
  readonly box: Box3;
  readonly bodies: readonly Pick<SceneBody, 'solid' | 'edges'>[];
};

/** A cut whose plane is an edge in a principal view. */
export type PrincipalSection = Section & { readonly plane: { readonly seenIn: ViewName } };
/** Whether a cut is an edge in a principal view, and not in an auxiliary one alone. */
export const isPrincipal = (s: Section): s is PrincipalSection => s.plane.seenIn !== AUXILIARY;

/** Further from the plane than so many tolerances an edge has nothing to do with it. */
const CLEAR = 100;

const inPlane = (e: { curve: Curve3; from: number; to: number }, c: CuttingPlane, tol: number): boolean =>
  [0.21, 0.5, 0.83].every(
    (f) => Math.abs(dot(c.kept.n, pointOn(e.curve, e.from + f * (e.to - e.from))) - c.kept.d) <= tol,
  );

/** How far edges reach along the normal of the cut they were last asked about: a plane that is dragged keeps its normal. */
const reaches = new WeakMap<Edge, { readonly n: Vec3; readonly reach: readonly [number, number] }>();
const reachOf = (e: Edge, n: Vec3): readonly [number, number] => {
  const known = reaches.get(e);
  if (known && known.n[0] === n[0] && known.n[1] === n[1] && known.n[2] === n[2]) return known.reach;
  const reach = edgeExtent(e, n);
  reaches.set(e, { n, reach });
  return reach;
};

/** The stretches of an edge on the kept side; nothing of an edge that lies in the plane (the cut face's outline is there). */
const keptParts = (e: Edge, c: CuttingPlane, tol: number): Edge[] => {
  // most edges lie wholly on one side; one that is kept stays the very same object, so that views know it again
  const [low, high] = reachOf(e, c.kept.n);
  if (low - c.kept.d > tol * CLEAR) return [e];
  if (high - c.kept.d < -tol * CLEAR) return [];
  const side = (t: number): number => dot(c.kept.n, pointOn(e.curve, t)) - c.kept.d;
  if (inPlane(e, c, tol)) return [];
  const stretches = partedAt(e.curve, crossings(e.curve, cutterOf(c), tol), e.from, e.to);
  return stretches.flatMap(([from, to]) => {
    if (side((from + to) / 2) <= tol && side(from + 0.3 * (to - from)) <= tol) return [];
    return [{ ...e, from, to, closed: e.closed && to - from >= e.to - e.from }];
  });
};

/** The features of a body that this cut leaves whole: named "body/feature" in the cut's own lists, or not sectioned at all. */
const sparedIn = (solid: Solid, c: CuttingPlane): string[] =>
  solid.model.operations
    .filter(({ feature, sectioned }) => {
      const name = featureKey(solid.name, feature);
      return !c.cut.includes(name) && (!sectioned || c.whole.includes(name));
    })
    .map((o) => o.feature);

/** Whether a cut goes through a body, or leaves it whole. */
export const isCut = (solid: Solid, c: CuttingPlane): boolean =>
  c.cut.includes(solid.name) || (solid.model.sectioned && !c.whole.includes(solid.name));

/** The body as one leg of a cut sees it: without what is spared, only in the leg's own strip, and without what stands in its place. */
const bareWithin = (
  solid: Solid,
  spared: readonly string[],
  strip: Operation | undefined,
  screws: readonly Operation[] = [],
): Solid => {
  if (!spared.length && !strip && !screws.length) return solid;
  const operations = solid.model.operations.filter((o) => !spared.includes(o.feature));
  return solidOf(
    { ...solid.model, operations: [...operations, ...screws, ...(strip ? [strip] : [])] },
    solid.tol,
    solid.removals,
  );
};

/** Whether two threads have one axis. */
const isOneAxis = (a: PlacedThread, b: PlacedThread, tol: number): boolean =>
  length(cross(a.axis, b.axis)) < EDGE_ON && length(cross(a.axis, sub(b.origin, a.origin))) <= tol;

/** The threaded shanks that stay whole in the tapped holes of a body: its hatching ends at them. */
const screwsIn = (part: PartToCut, solid: Solid, c: CuttingPlane): Operation[] => {
  const tapped = solid.model.operations.flatMap((o) => (o.threads ?? []).filter((t) => t.isInside));
  if (!tapped.length) return [];
  return part.bodies
    .filter((b) => b.solid !== solid && !isCut(b.solid, c))
    .flatMap((b) => b.solid.model.operations)
    .filter((o) =>
      o.threads?.some((s) => !s.isInside && tapped.some((t) => isOneAxis(s, t, part.tol.linear * 100))),
    )
    .map((o) => ({ ...o, op: 'cut' }));
};

/** The edges that a flat cut leaves: those on the kept side, cut off where they pass through the plane, and the rim. */
const clippedEdges = (edges: readonly Edge[], face: CutFace, c: CuttingPlane, tol: number): Edge[] => {
  const rim = face.loops.flatMap((l) =>
    l.pieces.map(
      (p): Edge => ({
        key: '',
        curve: p.curve,
        from: Math.min(p.from, p.to),
        to: Math.max(p.from, p.to),
        closed: l.pieces.length === 1,
        kind: 'sharp',
        coedges: [{ surface: p.surface, side: 1, outward: 1 }],
        on: [faceKey(CUT, c.name), p.face].sort(),
      }),
    ),
  );
  return [...edges.flatMap((e) => keptParts(e, c, tol)), ...withKeys(rim)];
};

/**
 * Whether some edge of a body begins on one side of an endless plane and ends on the other: then the plane passes through the body, and its face there need
 * not be worked out to know it.
 */
const liesAcross = (edges: readonly Edge[], c: CuttingPlane, tol: number): boolean => {
  const { n, d } = c.kept;
  const off = (e: Edge, t: number): number => dot(pointOn(e.curve, t), n) - d;
  return edges.some((e) => {
    const [a, b] = [off(e, e.from), off(e, e.to)];
    return Math.min(a, b) < -tol * CLEAR && Math.max(a, b) > tol * CLEAR;
  });
};

/**
 * Cuts a built part. Bodies that the cut misses, or that are left whole, remain as they are or go with their side.
 *
 * A flat cut that spares nothing clips the edges that are there; every other is worked out anew as a body without the region
 * that goes.
 * @param divisions asks for points on the generators and outlines of curved faces too
 * @param others the cuts that act together with it
 */
export const sectionOf = (
  whole: PartToCut,
  c: CuttingPlane,
  divisions?: Divisions,
  others: readonly CuttingPlane[] = [],
): Section => {
  const part = partBehind(whole, others);
  const tol = part.tol.linear;
  const bodies: BodySection[] = [];
  const left: WholeBody[] = [];
  const bounded = isFlat(c) ? undefined : c.legs.map((leg) => stripOf(c, leg, part.box, false));
  let count = 0;
  const remains = part.bodies.map(({ solid, edges }): SceneBody => {
    if (!isCut(solid, c)) {
      const isMet =
        (!bounded && liesAcross(edges, c, tol)) ||
        cutFaceOf(c, (leg) => bareWithin(solid, [], bounded?.[c.legs.indexOf(leg)])).whole.loops.length > 0;
      if (isMet) left.push({ name: solid.name, runs: runOf(solid, edges, c) });
      return { solid, edges };
    }
    const spared = sparedIn(solid, c);
    const { whole: face, parts } = cutFaceOf(c, (leg) =>
      bareWithin(solid, spared, bounded?.[c.legs.indexOf(leg)]),
    );
    if (face.loops.length) {
      const cutPoints = cutPointsOf(face, edges, c, tol, count + 1, divisions);
      count += cutPoints.length;
      const screws = screwsIn(part, solid, c);
      const hatchedFace = screws.length
        ? cutFaceOf(c, (leg) => bareWithin(solid, spared, bounded?.[c.legs.indexOf(leg)], screws)).whole
        : face;
      bodies.push({ name: solid.name, hatched: true, face, hatchedFace, parts, cutPoints });
    }
    if (!bounded && !spared.length) return { solid, edges: clippedEdges(edges, face, c, tol), kept: c.kept };
    const cutBody = cutOff(solid, [c], part.box);
    return { solid: cutBody, edges: bodyEdges(cutBody) };
  });
  return { plane: c, bodies, whole: left, remains, actsWith: others.map((o) => o.name) };
};

/** What remains of a part after several cuts. */
export const remainsOf = (part: BuiltPart, cuts: readonly CuttingPlane[]): readonly SceneBody[] => {
  const [only] = cuts;
  return only && cuts.length < 2 ? sectionOf(part, only).remains : solidsBehind(part, cuts);
};

/** The face that a flat cut makes in a body, without what it leaves whole. */
export const flatFace = (solid: Solid, c: CuttingPlane): CutFace =>
  cutFaceOf(c, () => bareWithin(solid, sparedIn(solid, c), undefined)).whole;

/** A body without what some cuts take from it, and from what cuts left of it before; what a cut spares stays. */
export const cutOff = (solid: Solid, cuts: readonly CuttingPlane[], box: Box3): Solid =>
  solidOf(solid.model, solid.tol, [
    ...solid.removals,
    ...cuts.map((c) => ({ face: CUT, region: regionOf(c, box), spared: sparedIn(solid, c) })),
  ]);

/** The bodies behind some cuts as solids of their own, with all their edges; the bodies themselves where nothing is cut. */
export const solidsBehind = <B extends SceneBody>(
  part: { readonly bodies: readonly B[]; readonly box: Box3 },
  cuts: readonly CuttingPlane[],
): readonly (B | SceneBody)[] =>
  part.bodies.map((body) => {
    const own = cuts.filter((c) => isCut(body.solid, c));
    if (!own.length) return body;
    const rest = cutOff(body.solid, own, part.box);
    return { solid: rest, edges: bodyEdges(rest) };
  });

/** A part as cuts leave it, to be cut again; the part itself where there are none. Its box stays that of the whole. */
export const partBehind = (part: PartToCut, cuts: readonly CuttingPlane[]): PartToCut =>
  cuts.length ? { ...part, bodies: solidsBehind(part, cuts) } : part;
