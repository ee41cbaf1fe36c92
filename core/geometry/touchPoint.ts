import { normalAt, type Surface, signedDistance } from './surface.ts';
import { add, cross, distance, dot, length, scale, type Vec3 } from './vec.ts';

/** Smoothing of the equations, against the direction in which they say nothing. */
const DAMPING = 1e-17;
const ROUNDS = 60;

type Row = readonly [number, number, number];

/** Solves the symmetric equations (J'J + damping) x = -J'r. */
const leastSquares = (rows: readonly Row[], r: readonly number[]): Vec3 | undefined => {
  const m = [0, 1, 2].map((i): [number, number, number] => {
    const entry = (j: number): number =>
      rows.reduce((s, row) => s + (row[i] as number) * (row[j] as number), 0);
    const out: [number, number, number] = [entry(0), entry(1), entry(2)];
    out[i] = (out[i] as number) + DAMPING;
    return out;
  }) as unknown as [Vec3, Vec3, Vec3];
  const b = [0, 1, 2].map(
    (i) => -rows.reduce((s, row, k) => s + (row[i] as number) * (r[k] as number), 0),
  ) as unknown as Vec3;
  const c = cross(m[1], m[2]);
  const det = dot(m[0], c);
  if (det === 0) return undefined;
  return scale(
    add(add(scale(c, b[0]), scale(cross(m[2], m[0]), b[1])), scale(cross(m[0], m[1]), b[2])),
    1 / det,
  );
};

/**
 * The point near `start` at which two surfaces touch: where both pass and their normals are parallel, by Gauss's and Newton's method on
 * all of these equations together. It holds too where the surfaces touch to a higher order along one direction, where it comes nearer by
 * half the way at each round. Undefined where it leads further than `reach` or to no touch within `tol`.
 */
export const touchPoint = (
  f: Surface,
  g: Surface,
  start: Vec3,
  reach: number,
  tol: number,
): Vec3 | undefined => {
  const residuals = (p: Vec3): number[] => {
    const w = cross(normalAt(f, p), normalAt(g, p));
    return [signedDistance(f, p) / reach, signedDistance(g, p) / reach, ...w];
  };
  const h = reach * 1e-4;
  let p = start;
  for (let round = 0; round < ROUNDS; round++) {
    const r = residuals(p);
    const columns = (
      [
        [h, 0, 0],
        [0, h, 0],
        [0, 0, h],
      ] as const
    ).map((step) => {
      const [after, before] = [residuals(add(p, step)), residuals(add(p, scale(step, -1)))];
      return after.map((x, k) => (x - (before[k] as number)) / (2 * h));
    });
    const rows = r.map(
      (_, k): Row => [columns[0]?.[k] as number, columns[1]?.[k] as number, columns[2]?.[k] as number],
    );
    const move = leastSquares(rows, r);
    if (!move) return undefined;
    p = add(p, move);
    if (distance(p, start) > reach) return undefined;
    if (length(move) < 1e-12 * reach) break;
  }
  const off = Math.abs(signedDistance(f, p)) + Math.abs(signedDistance(g, p));
  return off <= tol && length(cross(normalAt(f, p), normalAt(g, p))) <= 1e-6 ? p : undefined;
};
