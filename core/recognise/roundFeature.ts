import type { Surface } from '../geometry/surface.ts';
import { along, distance, dot, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { DEGREE } from '../number/angle.ts';
import type { FeatureFile } from '../part/schema.ts';
import type { Unnamed } from '../solids/solidFeatures.ts';
import { across, type Circle, type Live, loopsOfFace, outOf, type Shell } from './shell.ts';
import { isParallel, neat, type Standing, standingAlong, standsAt, usualSense } from './standing.ts';

/** Features that were recognised on a shell, with what of it they account for. */
export type Taken = {
  readonly features: readonly Unnamed[];
  readonly faces: readonly number[];
  readonly loops: readonly number[];
};

/** A place on the outline of something turned: how far along its axis from its mouth, and the radius there. */
type Step = readonly [along: number, radius: number];

/** How the outline of a round hole or boss goes on from its mouth. */
type Outline = {
  readonly steps: readonly Step[];
  readonly isThrough: boolean;
  readonly faces: readonly number[];
  readonly loops: readonly number[];
};

/** Whether a surface is turned about the axis of a circle. */
const isAbout = (surface: Surface, { c, n }: Circle, tol: number): boolean => {
  if (surface.kind === 'plane') return isParallel(surface.n, n);
  if (surface.kind === 'sphere' || surface.kind === 'torus') return false;
  const off = sub(surface.o, c);
  return isParallel(surface.a, n) && distance(off, scale(n, dot(off, n))) <= tol;
};

/** Whether a flat ring leads on to a wider bore about the same axis, and not out of the part. @param others the ring's other loops */
const widensIn = (s: Shell, live: Live, others: readonly number[], about: Circle): boolean => {
  const [rim, more] = others;
  const loop = rim === undefined ? undefined : s.loops[rim];
  if (rim === undefined || more !== undefined || !loop?.circle || !loop.isOuter) return false;
  const next = across(s, live, rim, loop.uses[0]?.edge as number);
  const face =
    next === undefined ? undefined : s.body.faces[(s.loops[next] as (typeof s.loops)[number]).face];
  return face?.surface.kind === 'cylinder' && face.outward === -1 && isAbout(face.surface, about, s.tol);
};

/**
 * Follows the faces of a round hole or boss from its mouth to its end.
 * @param into the direction from the mouth along which steps are counted, unit
 */
const outlineFrom = (s: Shell, live: Live, mouth: number, into: Vec3): Outline | undefined => {
  const first = s.loops[mouth]?.circle;
  if (!first) return undefined;
  const steps: Step[] = [[0, first.r]];
  const faces: number[] = [];
  const loops: number[] = [mouth];
  let at = mouth;
  for (;;) {
    const here = s.loops[at] as (typeof s.loops)[number];
    const next = across(s, live, at, here.uses[0]?.edge as number);
    if (next === undefined || loops.includes(next)) return undefined;
    const loop = s.loops[next] as (typeof s.loops)[number];
    const surface = s.body.faces[loop.face]?.surface as Surface;
    if (!loop.circle || loop.uses.length !== here.uses.length || !isAbout(surface, first, s.tol))
      return undefined;
    loops.push(next);
    const others = loopsOfFace(s, live, loop.face).filter((i) => i !== next);
    const [last] = steps.slice(-1) as [Step];
    if (surface.kind === 'plane' && !loop.isOuter && !widensIn(s, live, others, first))
      return { steps, isThrough: true, faces, loops };
    if (others.length > 1) return undefined;
    faces.push(loop.face);
    const other = others[0];
    if (other === undefined) {
      if (surface.kind === 'plane')
        return { steps: [...steps, [last[0], 0]], isThrough: false, faces, loops };
      if (surface.kind !== 'cone') return undefined;
      const tip = dot(sub(surface.o, first.c), into);
      return { steps: [...steps, [tip, 0]], isThrough: false, faces, loops };
    }
    const circle = s.loops[other]?.circle;
    if (!circle) return undefined;
    loops.push(other);
    steps.push([dot(sub(circle.c, first.c), into), circle.r]);
    at = other;
  }
};

/** What of a hole's outline a drill, a counterbore and a countersink make; undefined where it is something else. */
const holeOf = (
  { steps, isThrough }: Outline,
  reaches: boolean,
  size: number,
): Extract<FeatureFile['shape'], { kind: 'hole' }> | undefined => {
  const round = (x: number): number => neat(x, size);
  const isOne = (a: number, b: number): boolean => Math.abs(a - b) <= size * 1e-9;
  const rest = [...steps];
  const wider: {
    counterbore?: { diameter: number; depth: number };
    countersink?: { diameter: number; angle: number };
  } = {};
  const [a, b, c] = rest as [Step, Step | undefined, Step | undefined];
  if (b && c && isOne(a[1], b[1]) && isOne(b[0], c[0]) && c[1] < b[1] && c[1] > 0) {
    wider.counterbore = { diameter: round(2 * a[1]), depth: round(b[0]) };
    rest.splice(0, 2);
  } else if (b && c && b[1] < a[1] && b[0] > a[0] && isOne(b[1], c[1])) {
    const half = Math.atan2(a[1] - b[1], b[0] - a[0]);
    wider.countersink = { diameter: round(2 * a[1]), angle: neat((2 * half) / DEGREE, size * 10) };
    rest.splice(0, 1);
  }
  const [top, low, end, more] = rest;
  if (!top || !low || more || !isOne(top[1], low[1])) return undefined;
  const diameter = round(2 * low[1]);
  if (isThrough)
    return end ? undefined : { kind: 'hole', diameter, depth: reaches ? 'through' : round(low[0]), ...wider };
  if (end?.[1] !== 0 || end[0] < low[0] - size * 1e-9) return undefined;
  const tip = isOne(end[0], low[0])
    ? {}
    : { tip: neat((2 * Math.atan2(low[1], end[0] - low[0])) / DEGREE, size * 10) };
  return { kind: 'hole', diameter, depth: round(low[0]), ...wider, ...tip };
};

/** The outline of something turned as a profile: radius and height, from its lower end up. */
const turned = (
  steps: readonly Step[],
  sign: 1 | -1,
  size: number,
): Extract<FeatureFile['shape'], { kind: 'revolve' }> => {
  const [first, last] = [steps[0] as Step, steps.at(-1) as Step];
  const closed: Step[] = [[first[0], 0], ...steps, ...(last[1] > 0 ? [[last[0], 0] as const] : [])];
  return {
    kind: 'revolve',
    profile: { polygon: closed.map(([z, r]): [number, number] => [neat(r, size), neat(sign * z, size)]) },
  };
};

const placedAt = (s: Standing, at: Vec3, size: number): Pick<FeatureFile, 'plane' | 'turn' | 'at'> => ({
  ...s.placed,
  ...standsAt(at, size),
});

/** A hole or boss whose mouth is a circle on a flat face. @param size the part's size, a length */
export const roundFeature = (s: Shell, live: Live, mouth: number, size: number): Taken | undefined => {
  const loop = s.loops[mouth];
  const out = loop && outOf(s.body, loop.face);
  if (!loop?.circle || !out || loop.isOuter) return undefined;
  const { c } = loop.circle;
  const outline = outlineFrom(s, live, mouth, scale(out, -1));
  const end = outline?.steps.find(([z]) => Math.abs(z) > s.tol);
  if (!outline || !end) return undefined;
  const { faces, loops, steps, isThrough } = outline;
  if (end[0] < 0) {
    // what stands up from the face; one that ends in another face has no end of its own
    if (isThrough) return undefined;
    const up = steps.map(([z, r]): Step => [-z, r]);
    const standing = standingAlong(out);
    const [a, b, top] = up as [Step, Step, Step | undefined];
    const isPlain = up.length === 3 && Math.abs(a[1] - b[1]) <= s.tol && top?.[1] === 0 && top[0] === b[0];
    const shape = isPlain
      ? { kind: 'cylinder' as const, diameter: neat(2 * a[1], size), height: neat(b[0], size) }
      : turned(up, 1, size);
    return { faces, loops, features: [{ called: 'boss', op: 'add', ...placedAt(standing, c, size), shape }] };
  }
  const depth = Math.max(...steps.map(([z]) => z));
  /** Whether the body has nothing below a level along a direction from a place. */
  const isLast = (from: Vec3, down: Vec3): boolean =>
    s.body.vertices.every((v) => dot(sub(v, from), down) <= depth + s.tol);
  const cut = (from: Vec3, z: Vec3, shape: FeatureFile['shape']): Taken => ({
    faces,
    loops,
    features: [{ called: 'hole', op: 'cut', ...placedAt(standingAlong(z), from, size), shape }],
  });
  const own = holeOf(outline, isLast(c, scale(out, -1)), size);
  // it may be wider at its other end; a plain one is drilled from where drafters look first
  const isPlain = own && !own.counterbore && !own.countersink;
  if (isThrough && (!own || (isPlain && usualSense(out) !== out))) {
    const far = along(c, out, -depth);
    const back = [...steps].reverse().map(([z, r]): Step => [depth - z, r]);
    const other = holeOf({ ...outline, steps: back }, isLast(far, out), size);
    if (other) return cut(far, scale(out, -1), other);
  }
  if (own) return cut(c, out, own);
  return cut(c, out, turned(steps, -1, size));
};
