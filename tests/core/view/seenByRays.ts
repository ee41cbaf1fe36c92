import type { Vec3 } from '../../../core/geometry/vec.ts';

/** Solids written out as what is inside them, apart from the product, and what an observer sees of them by rays alone. */

/** A face of a simple solid: below nought inside, above it outside. */
type Limit = { readonly name: string; readonly off: (p: Vec3) => number };
/** A simple solid: the points on the inner side of all its faces. */
export type Simple = readonly Limit[];
/** A body: what is added, what is cut from it; cut by the plane of a section or left whole. */
export type ByRays = {
  readonly name: string;
  readonly add: readonly Simple[];
  readonly cut?: readonly Simple[];
  readonly whole?: true;
};

export const box = (x0: number, y0: number, z0: number, x1: number, y1: number, z1: number): Simple => [
  { name: 'left', off: ([x]) => x0 - x },
  { name: 'right', off: ([x]) => x - x1 },
  { name: 'front', off: ([, y]) => y0 - y },
  { name: 'back', off: ([, y]) => y - y1 },
  { name: 'bottom', off: ([, , z]) => z0 - z },
  { name: 'top', off: ([, , z]) => z - z1 },
];
/** Along an axis (0, 1, 2) through a point of the plane across it, from one end to the other. */
export const round = (
  axis: 0 | 1 | 2,
  [u, v]: readonly [number, number],
  r: number,
  from: number,
  to: number,
): Simple => {
  const [i, j] = [(axis + 1) % 3, (axis + 2) % 3] as [0 | 1 | 2, 0 | 1 | 2];
  return [
    { name: 'side', off: (p) => Math.hypot(p[i] - u, p[j] - v) - r },
    { name: 'low', off: (p) => from - p[axis] },
    { name: 'high', off: (p) => p[axis] - to },
  ];
};
/** Upright, with half circles at both ends along x: the centres of these, their radius, and the heights. */
export const stadium = (x0: number, x1: number, r: number, from: number, to: number): Simple => [
  { name: 'wall', off: ([x, y]) => Math.hypot(x - Math.min(x1, Math.max(x0, x)), y) - r },
  { name: 'low', off: ([, , z]) => from - z },
  { name: 'high', off: ([, , z]) => z - to },
];
const TAN30 = Math.tan(Math.PI / 6);
/** An upright hexagon, two flats to the front and back; its corners cut off at 30 degrees above, or on both sides. */
export const hexagon = (
  x: number,
  y: number,
  flats: number,
  from: number,
  to: number,
  both: boolean,
): Simple => {
  const past = (p: Vec3): number => Math.max(0, Math.hypot(p[0] - x, p[1] - y) - flats / 2) * TAN30;
  return [
    ...[0, 1, 2].flatMap((k): Limit[] => {
      const q = Math.PI / 2 + (k * Math.PI) / 3;
      const along = (p: Vec3): number => (p[0] - x) * Math.cos(q) + (p[1] - y) * Math.sin(q);
      return [
        { name: `flat ${k}`, off: (p) => along(p) - flats / 2 },
        { name: `flat ${k + 3}`, off: (p) => -along(p) - flats / 2 },
      ];
    }),
    { name: 'low', off: (p) => from - p[2] },
    { name: 'high', off: (p) => p[2] - to },
    { name: 'chamfer', off: (p) => p[2] - to + past(p) },
    ...(both ? [{ name: 'chamfer below', off: (p: Vec3) => from - p[2] + past(p) }] : []),
  ];
};
/** Pointing along z: so wide at one height and so wide at another, its ends there. */
export const cone = (
  x: number,
  y: number,
  [z0, r0]: readonly [number, number],
  [z1, r1]: readonly [number, number],
): Simple => [
  { name: 'side', off: (p) => Math.hypot(p[0] - x, p[1] - y) - (r0 + ((r1 - r0) * (p[2] - z0)) / (z1 - z0)) },
  { name: 'low', off: (p) => Math.min(z0, z1) - p[2] },
  { name: 'high', off: (p) => p[2] - Math.max(z0, z1) },
];
/** All that lies before a plane across y. */
export const before = (y: number): Simple => [{ name: 'cut', off: (p) => p[1] - y }];

/** A simple solid elsewhere. @param own where a point of the part is in the solid's own frame */
export const placed = (s: Simple, own: (p: Vec3) => Vec3): Simple =>
  s.map((f) => ({ name: f.name, off: (p) => f.off(own(p)) }));

/** How far a point is outside of a simple solid at the least; less than nought inside. */
const outside = (s: Simple, p: Vec3): number => Math.max(...s.map((f) => f.off(p)));
/** The same of a body with its cuts. */
const outsideBody = (b: ByRays, p: Vec3): number =>
  Math.max(Math.min(...b.add.map((s) => outside(s, p))), ...(b.cut ?? []).map((s) => -outside(s, p)));

/** How near a point must lie to a face to be on it. */
const ON = 1e-6;
/** Rays go on by as much as nothing can be nearer than, and by this at the least, mm. */
const LEAST_STEP = 0.02;
/** The faces of chamfers and cones are told by heights, which are up to so many times their distances. */
const STEEPEST = 1.2;

/** The bodies as a section across y leaves them: what is before the plane is gone, but for bodies that stay whole. */
export const cutAt = (bodies: readonly ByRays[], y: number): ByRays[] =>
  bodies.map((b) => (b.whole ? b : { ...b, cut: [...(b.cut ?? []), before(y)] }));

/**
 * What is met first along a ray: the names of the faces that lie there, or "" where nothing is.
 * @param from where the ray begins, outside of all; @param d its direction, unit; @param reach how far it goes
 */
export const metBy = (bodies: readonly ByRays[], from: Vec3, d: Vec3, reach: number): string => {
  const at = (t: number): Vec3 => [from[0] + d[0] * t, from[1] + d[1] * t, from[2] + d[2] * t];
  const out = (t: number): number => Math.min(...bodies.map((b) => outsideBody(b, at(t))));
  for (let t = 0, last = 0; t < reach; ) {
    const free = out(t);
    if (free >= 0) {
      last = t;
      t += Math.max(free / STEEPEST, LEAST_STEP);
      continue;
    }
    let [from, inside] = [last, t];
    for (let i = 0; i < 40; i++) {
      const middle = (from + inside) / 2;
      if (out(middle) < 0) inside = middle;
      else from = middle;
    }
    const p = at(inside);
    const faces = bodies.flatMap((b) =>
      outsideBody(b, p) < 0
        ? [...b.add, ...(b.cut ?? [])].flatMap((s, i) =>
            s.every((f) => f.off(p) < ON)
              ? s
                  .filter((f) => Math.abs(f.off(p)) < ON)
                  .map((f) => `${b.name} ${f.name === 'cut' ? '' : i} ${f.name}`)
              : [],
          )
        : [],
    );
    return faces.sort().join(' + ');
  }
  return '';
};
