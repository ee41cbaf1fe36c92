import type { Vec3 } from './vec.ts';

/** An axis-parallel box in world coordinates: [x0, y0, z0, x1, y1, z1]. */
export type Box3 = readonly [number, number, number, number, number, number];

/** The box of nothing: joined with another it gives that other. */
export const EMPTY_BOX: Box3 = [
  Number.POSITIVE_INFINITY,
  Number.POSITIVE_INFINITY,
  Number.POSITIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
];

/** The least box round points, its sides along the axes: [x0, y0, z0, x1, y1, z1]. */
export const boxOf = (points: Iterable<Vec3>): Box3 => {
  const b = [...EMPTY_BOX] as [number, number, number, number, number, number];
  for (const p of points) {
    for (let i = 0; i < 3; i++) {
      const x = p[i] as number;
      if (x < (b[i] as number)) b[i] = x;
      if (x > (b[i + 3] as number)) b[i + 3] = x;
    }
  }
  return b;
};
/** The least box round two boxes. */
export const joinBoxes = (a: Box3, b: Box3): Box3 => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.min(a[2], b[2]),
  Math.max(a[3], b[3]),
  Math.max(a[4], b[4]),
  Math.max(a[5], b[5]),
];
/** True where two boxes have a point in common, each widened by tol / 2. */
export const boxesMeet = (a: Box3, b: Box3, tol: number): boolean =>
  a[0] <= b[3] + tol &&
  b[0] <= a[3] + tol &&
  a[1] <= b[4] + tol &&
  b[1] <= a[4] + tol &&
  a[2] <= b[5] + tol &&
  b[2] <= a[5] + tol;
/** True where a point lies in a box widened by tol. */
export const inBox = (b: Box3, p: Vec3, tol: number): boolean =>
  p[0] >= b[0] - tol &&
  p[0] <= b[3] + tol &&
  p[1] >= b[1] - tol &&
  p[1] <= b[4] + tol &&
  p[2] >= b[2] - tol &&
  p[2] <= b[5] + tol;
/** True where one box lies in another, or out of it by tol at most. */
export const boxInside = (inner: Box3, outer: Box3, tol: number): boolean =>
  inBox(outer, [inner[0], inner[1], inner[2]], tol) && inBox(outer, [inner[3], inner[4], inner[5]], tol);
/** The length of a box from corner to opposite corner. */
export const boxDiagonal = (b: Box3): number => Math.hypot(b[3] - b[0], b[4] - b[1], b[5] - b[2]);
/** The middle of a box. */
export const boxCentre = (b: Box3): Vec3 => [(b[0] + b[3]) / 2, (b[1] + b[4]) / 2, (b[2] + b[5]) / 2];
/** The eight corners of a box; x changes fastest, then y, then z. */
export const boxCorners = (b: Box3): Vec3[] =>
  [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [
    b[i & 1 ? 3 : 0] as number,
    b[i & 2 ? 4 : 1] as number,
    b[i & 4 ? 5 : 2] as number,
  ]);

/** The box common to two boxes that meet within tol (turned the right way round where they only touch). */
export const meetOfBoxes = (a: Box3, b: Box3, tol: number): Box3 => {
  const side = (i: 0 | 1 | 2): [number, number] => {
    const lo = Math.max(a[i], b[i]);
    const hi = Math.min(a[i + 3] as number, b[i + 3] as number);
    return lo <= hi ? [lo, hi] : [hi, Math.min(lo, hi + tol)];
  };
  const [x, y, z] = [side(0), side(1), side(2)];
  return [x[0], y[0], z[0], x[1], y[1], z[1]];
};

/** The stretch of the line p + t d in the box (widened by tol); undefined where it misses it. */
export const lineInBox = (p: Vec3, d: Vec3, b: Box3, tol: number): readonly [number, number] | undefined => {
  let lo = Number.NEGATIVE_INFINITY;
  let hi = Number.POSITIVE_INFINITY;
  for (let i = 0; i < 3; i++) {
    const pi = p[i] as number;
    const di = d[i] as number;
    const b0 = (b[i] as number) - tol;
    const b1 = (b[i + 3] as number) + tol;
    if (Math.abs(di) < 1e-12) {
      if (pi < b0 || pi > b1) return undefined;
    } else {
      const t0 = (b0 - pi) / di;
      const t1 = (b1 - pi) / di;
      lo = Math.max(lo, Math.min(t0, t1));
      hi = Math.min(hi, Math.max(t0, t1));
    }
  }
  return lo <= hi ? [lo, hi] : undefined;
};
