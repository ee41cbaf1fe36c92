import type { BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { add, cross, distance, dot, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { cornersOf } from './flatBodyFaces.ts';

/** Edges along a round turn by no more than this (rad) from one to the next: fewer than 15 would go all round. */
export const MOST_STEP = (25 * Math.PI) / 180;
/** So many edges at least show a part of a circle. */
const FEWEST = 3;

/** While a run is gathered, the circle through its first corners is known only roughly: so many times the tolerance is allowed. */
export const ROUGH = 50;

/** The centre of the circle through three points; undefined where they lie in a line. */
const centreOf = (a: Vec3, b: Vec3, c: Vec3): Vec3 | undefined => {
  const [u, v] = [sub(b, a), sub(c, a)];
  const n = cross(u, v);
  const nn = dot(n, n);
  if (nn <= 1e-24 * dot(u, u) * dot(v, v)) return undefined;
  const w = add(scale(cross(v, n), dot(u, u)), scale(cross(n, u), dot(v, v)));
  return add(a, scale(w, 1 / (2 * nn)));
};

/** A run of edges along a circle. */
export type Arc = { readonly run: readonly EdgeUse[]; readonly c: Vec3; readonly r: number };

/** The runs of a loop that lie along circles, in their order. @param tol lengths up to this are one place */
export const arcsOf = (body: BodyFaces, loop: readonly EdgeUse[], tol: number): Arc[] => {
  const found: Arc[] = [];
  const n = loop.length;
  const at = (i: number): EdgeUse => loop[((i % n) + n) % n] as EdgeUse;
  let i = 0;
  while (i < n) {
    const three = cornersOf(body, [at(i), at(i + 1)]);
    const rough = n > FEWEST ? centreOf(...(three as [Vec3, Vec3, Vec3])) : undefined;
    let count = 0;
    if (rough) {
      const r = distance(rough, three[0] as Vec3);
      const isOn = (u: EdgeUse): boolean => {
        const [p, q] = cornersOf(body, [u]) as [Vec3, Vec3];
        const step = 2 * Math.asin(Math.min(1, distance(p, q) / (2 * r)));
        return [p, q].every((x) => Math.abs(distance(x, rough) - r) <= tol * ROUGH) && step <= MOST_STEP;
      };
      while (count < n && isOn(at(i + count))) count++;
    }
    if (count < FEWEST) {
      i++;
      continue;
    }
    // a run that began in the loop's middle is not cut at the loop's own beginning
    let back = 0;
    if (i === 0 && count < n) {
      const first = cornersOf(body, [at(0), at(1)]);
      const c = centreOf(...(first as [Vec3, Vec3, Vec3])) as Vec3;
      const r = distance(c, first[0] as Vec3);
      while (
        back < n - count &&
        cornersOf(body, [at(-1 - back)]).every((x) => Math.abs(distance(x, c) - r) <= tol * ROUGH)
      )
        back++;
    }
    const run = Array.from({ length: count + back }, (_, k) => at(i - back + k));
    const corners = cornersOf(body, run);
    // of three that lie far apart the circle is found as closely as the corners are given
    const last = run.length === n ? Math.floor((2 * n) / 3) : run.length;
    const centre = centreOf(corners[0] as Vec3, corners[Math.floor(last / 2)] as Vec3, corners[last] as Vec3);
    const r = centre ? distance(centre, corners[0] as Vec3) : 0;
    if (centre && corners.every((p) => Math.abs(distance(p, centre) - r) <= tol))
      found.push({ run, c: centre, r });
    i += count;
  }
  return found;
};
