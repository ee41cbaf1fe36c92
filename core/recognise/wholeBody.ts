import type { Surface } from '../geometry/surface.ts';
import { along, distance2, dot, length, scale, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { FeatureFile } from '../part/schema.ts';
import { insideSolid, type Solid } from '../solid/body.ts';
import type { BuiltBody } from '../solid/build.ts';
import { boxOfBody } from '../solid/extent.ts';
import { planeThrough } from '../solids/candidatePlanes.ts';
import type { Unnamed } from '../solids/solidFeatures.ts';
import { featuresOfFlatSolid } from '../solids/statedSolid.ts';
import { flatOutline } from './flatOutline.ts';
import { grownOutline } from './outlineFeature.ts';
import { loopsOfFace, outOf, type Shell, wholeOf } from './shell.ts';
import { isParallel, isSquare, neat, standingAlong, standsAt } from './standing.ts';

/** A place on a turned body's outline: radius and height along the axis. */
type Place = Vec2;
/** A stretch of a turned body's outline, from one place to another. */
type Stretch = { readonly ends: readonly [Place, Place]; readonly centre?: Place };

const surfacesOf = (s: Shell): { readonly face: number; readonly surface: Surface }[] =>
  s.body.faces.map(({ surface }, face) => ({ face, surface }));

/** The axis about which all of a body may be turned: that of its first round face. */
const axisOf = (s: Shell): { readonly o: Vec3; readonly a: Vec3 } | undefined => {
  for (const { surface } of surfacesOf(s))
    if (surface.kind === 'cylinder' || surface.kind === 'cone' || surface.kind === 'torus')
      return { o: surface.o, a: surface.a };
  return undefined;
};

/** The stretch of outline that a face makes about an axis; undefined where the face is not turned about it, all round. */
const stretchOf = (
  s: Shell,
  face: number,
  surface: Surface,
  placeOf: (p: Vec3) => Place,
  a: Vec3,
): Stretch | undefined => {
  const loops = loopsOfFace(s, wholeOf(s), face).map((i) => s.loops[i] as Shell['loops'][number]);
  const rings: Place[] = [];
  for (const { circle } of loops) {
    if (!circle || !isParallel(circle.n, a)) return undefined;
    const [off, z] = placeOf(circle.c);
    if (off > s.tol) return undefined;
    rings.push([circle.r, z]);
  }
  const [one, two, more] = rings;
  if (!one || more) return undefined;
  if (surface.kind === 'plane')
    return isParallel(surface.n, a) ? { ends: [one, two ?? [0, one[1]]] } : undefined;
  const [off, z] = placeOf(surface.o);
  if (surface.kind === 'cylinder' || surface.kind === 'cone') {
    if (!isParallel(surface.a, a) || off > s.tol) return undefined;
    const end = two ?? (surface.kind === 'cone' ? ([0, z] as const) : undefined);
    return end && { ends: [one, end] };
  }
  // the tube of a ring, or a ball, with both its ends; a cap of a ball ends on the axis
  if (surface.kind === 'torus') {
    if (!isParallel(surface.a, a) || off > s.tol || !two) return undefined;
    return { ends: [one, two], centre: [surface.R, z] };
  }
  return off <= s.tol && two ? { ends: [one, two], centre: [0, z] } : undefined;
};

/** The stretches in their order round the outline; undefined where they do not make one closed way, or one from the axis to the axis. */
const inOrder = (all: readonly Stretch[], tol: number): Stretch[] | undefined => {
  const isOne = (a: Place, b: Place): boolean => distance2(a, b) <= tol;
  const onAxis = (p: Place): boolean => p[0] <= tol;
  const rest = [...all];
  const turned = ({ ends: [a, b], ...more }: Stretch): Stretch => ({ ends: [b, a], ...more });
  const begin = rest.findIndex((x) => x.ends.some(onAxis));
  const first = rest.splice(Math.max(0, begin), 1)[0] as Stretch;
  const out = [onAxis(first.ends[0]) || begin < 0 ? first : turned(first)];
  while (rest.length) {
    const end = (out.at(-1) as Stretch).ends[1];
    const i = rest.findIndex((x) => x.ends.some((p) => isOne(p, end)));
    if (i < 0) return undefined;
    const next = rest.splice(i, 1)[0] as Stretch;
    out.push(isOne(next.ends[0], end) ? next : turned(next));
  }
  const [from, to] = [(out[0] as Stretch).ends[0], (out.at(-1) as Stretch).ends[1]];
  return isOne(from, to) || (onAxis(from) && onAxis(to)) ? out : undefined;
};

/** On which way round its centre an arc of the outline runs: that which has the material on one side only. */
const isLeftArc = (solid: Solid, at: (p: Place) => Vec3, x: Stretch, size: number): boolean => {
  const [[ar, az], [br, bz]] = x.ends;
  const [cr, cz] = x.centre as Place;
  const r = Math.hypot(ar - cr, az - cz);
  const from = Math.atan2(az - cz, ar - cr);
  const to = Math.atan2(bz - cz, br - cr);
  const sweep = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const middle = from + sweep / 2;
  const off = size * 1e-6;
  const near = [r - off, r + off].map((k) =>
    insideSolid(solid, at([cr + k * Math.cos(middle), cz + k * Math.sin(middle)])),
  );
  return near[0] !== near[1];
};

/** A cone or a stump of one that stands on its base; undefined for another outline. @param polygon radii and heights */
const coneOf = (
  polygon: readonly (readonly [number, number])[],
): Extract<FeatureFile['shape'], { kind: 'cone' }> | undefined => {
  const height = Math.max(...polygon.map((p) => p[1]));
  const base = polygon.find((p) => p[0] > 0 && p[1] === 0);
  const top = polygon.find((p) => p[0] > 0 && p[1] === height);
  const others = polygon.filter((p) => p !== base && p !== top);
  const isCone = base && base[0] > (top?.[0] ?? 0) && others.every((p) => p[0] === 0);
  if (!isCone || others.length !== 2 || polygon.length > 4) return undefined;
  return { kind: 'cone', diameter: 2 * base[0], ...(top && { topDiameter: 2 * top[0] }), height };
};

/** A body that is turned about one axis, as one feature. */
export const turnedBody = (s: Shell, solid: Solid, size: number): Unnamed | undefined => {
  const axis = axisOf(s);
  if (!axis) return undefined;
  const main = axis.a.findIndex((x) => Math.abs(x) > 1 - 1e-9);
  const a = main >= 0 && (axis.a[main] as number) < 0 ? scale(axis.a, -1) : axis.a;
  const placeOf = (p: Vec3): Place => {
    const off = sub(p, axis.o);
    const z = dot(off, a);
    return [length(along(off, a, -z)), z];
  };
  const stretches: Stretch[] = [];
  for (const { face, surface } of surfacesOf(s)) {
    const found = stretchOf(s, face, surface, placeOf, a);
    if (!found) return undefined;
    stretches.push(found);
  }
  const way = inOrder(stretches, s.tol);
  if (!way) return undefined;
  const low = Math.min(...way.flatMap((x) => x.ends.map((e) => e[1])));
  const standing = standingAlong(a);
  const origin = along(axis.o, a, low);
  const at = (p: Place): [number, number] => [neat(p[0], size), neat(p[1] - low, size)];
  const inSpace = ([r, z]: Place): Vec3 => along(along(axis.o, a, z), standing.x, r);
  const placed = { ...standing.placed, ...standsAt(origin, size) };
  const corners = way.map((x) => x.ends[0]);
  if (way.every((x) => !x.centre)) {
    const all = [...corners, (way.at(-1) as Stretch).ends[1]];
    const polygon = all.filter((p, i) => i === 0 || distance2(p, all[i - 1] as Place) > s.tol).map(at);
    const radii = new Set(polygon.map((p) => p[0]));
    const heights = new Set(polygon.map((p) => p[1]));
    if (polygon.length === 4 && radii.size === 2 && heights.size === 2 && radii.has(0)) {
      const shape: FeatureFile['shape'] = {
        kind: 'cylinder',
        diameter: neat(2 * Math.max(...radii), size),
        height: Math.max(...heights),
      };
      return { called: 'cylinder', op: 'add', ...placed, shape };
    }
    const cone = coneOf(polygon);
    return cone
      ? { called: 'cone', op: 'add', ...placed, shape: cone }
      : { called: 'turned', op: 'add', ...placed, shape: { kind: 'revolve', profile: { polygon } } };
  }
  const path = way.map((x) => ({
    to: at(x.ends[1]),
    ...(x.centre && {
      centre: at(x.centre),
      turn: isLeftArc(solid, inSpace, x, size) ? ('ccw' as const) : ('cw' as const),
    }),
  }));
  return {
    called: 'turned',
    op: 'add',
    ...placed,
    shape: { kind: 'revolve', profile: { start: at(corners[0] as Place), path } },
  };
};

/** A body of one outline between two flat ends, as one feature. */
export const extrudedBody = (s: Shell, size: number): Unnamed | undefined => {
  const faces = surfacesOf(s);
  const tried: Vec3[] = [];
  const found: Unnamed[] = [];
  for (const { surface } of faces) {
    if (surface.kind !== 'plane' || tried.some((n) => isParallel(n, surface.n))) continue;
    const n = surface.n;
    tried.push(n);
    const ends = faces.filter((f) => f.surface.kind === 'plane' && isParallel(f.surface.n, n));
    const isWall = (x: Surface): boolean =>
      x.kind === 'plane' ? isSquare(x.n, n) : x.kind === 'cylinder' && isParallel(x.a, n);
    if (ends.length !== 2 || !faces.every((f) => ends.includes(f) || isWall(f.surface))) continue;
    const outs = ends.map((e) => outOf(s.body, e.face) as Vec3);
    if (dot(outs[0] as Vec3, outs[1] as Vec3) > 0) continue;
    const main = n.findIndex((x) => Math.abs(x) > 1 - 1e-9);
    // the front is drawn towards its observer; the other ways grow along the axis
    const z = scale(n, (main >= 0 ? (n[main] as number) : 1) * (main === 1 ? -1 : 1) > 0 ? 1 : -1);
    const standing = standingAlong(z);
    const levels = ends.map((e) => {
      const loops = loopsOfFace(s, wholeOf(s), e.face);
      const loop = loops.length === 1 ? s.loops[loops[0] as number] : undefined;
      return { loop, at: loop && dot(loop.points[0] as Vec3, z) };
    });
    levels.sort((p, q) => (p.at ?? 0) - (q.at ?? 0));
    const [lo, hi] = levels;
    if (lo?.at === undefined || hi?.at === undefined || !hi.loop || hi.loop.circle) continue;
    const outline = flatOutline(s.body, hi.loop.uses, standing);
    if (outline) found.push(grownOutline(outline, standing, lo.at, hi.at, 'add', 'body', size));
  }
  // a block first, then the outline that stands along an axis
  return found.find((f) => f.shape.kind === 'block') ?? found.find((f) => !f.turn) ?? found[0];
};

/** Bodies of more flat faces than this are left as they are: parting space by so many planes takes too long. */
const MOST_FLAT_FACES = 40;

/** A body of flat faces only as blocks, outlines and what is taken out of them. */
export const flatBody = (s: Shell, { solid, edges }: BuiltBody): readonly Unnamed[] | undefined => {
  const faces = s.body.faces.map((f) => f.surface);
  if (faces.length > MOST_FLAT_FACES || faces.some((f) => f.kind !== 'plane')) return undefined;
  const box = boxOfBody(solid, edges);
  const found = featuresOfFlatSolid(
    faces.flatMap((f) => (f.kind === 'plane' ? [planeThrough(scale(f.n, f.d), f.n)] : [])),
    (p) => insideSolid(solid, p),
    { min: [box[0], box[1], box[2]], max: [box[3], box[4], box[5]], tol: solid.tol.linear * 10 },
  );
  // a heap of slopes says less than the solid
  return found?.some((f) => f.called === 'slope') ? undefined : found;
};
