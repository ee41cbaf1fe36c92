import { type Line3, pointOn } from '../geometry/curve3.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { along, dot, scale, unit, type Vec3 } from '../geometry/vec.ts';
import { crossings } from '../meeting/crossings.ts';
import type { PreparedSolid } from './preparedSolid.ts';
import { sideOfFace } from './sideOfFace.ts';
import type { TrimmedFace } from './trimmedFace.ts';

/** Directions to look in, without a meaning in a drawing: a line along them seldom passes an edge or touches a surface. */
const LOOKS: readonly Vec3[] = (
  [
    [0.5377, 0.3219, 0.7793],
    [-0.4181, 0.8173, 0.3967],
    [0.2713, -0.6529, 0.7072],
    [-0.7331, -0.2917, 0.6143],
    [0.6197, 0.7411, -0.2579],
    [-0.3533, 0.1879, -0.9165],
    [0.8753, -0.4327, -0.2161],
    [-0.1213, -0.9071, -0.4031],
  ] as Vec3[]
).map(unit);

/** A line that meets a surface at less than this sine might as well only touch it. */
const GRAZING = 1e-5;

type Hit = { readonly t: number; readonly face: TrimmedFace; readonly p: Vec3; readonly slope: number };

const hitsAlong = (s: PreparedSolid, p: Vec3, w: Vec3, from: number): Hit[] => {
  const line: Line3 = { type: 'line', p, d: w };
  const hits: Hit[] = [];
  s.tree.alongLine(p, w, from, (i) => {
    const face = s.faces[i] as TrimmedFace;
    for (const t of crossings(line, face.surface, 0)) {
      if (t <= from) continue;
      const at = along(p, w, t);
      hits.push({ t, face, p: at, slope: face.outward * dot(normalAt(face.surface, at), w) });
    }
  });
  return hits.sort((a, b) => a.t - b.t);
};

/**
 * True where p lies inside. The nearest face in some direction decides: from inside it is met from within. A direction in which that is
 * in doubt, for it passes an edge or touches a face, is left for another.
 * @param p in the solid's frame
 */
export const insideTrimmed = (s: PreparedSolid, p: Vec3): boolean => {
  let last = false;
  for (const w of LOOKS) {
    let unsure = false;
    let answer: boolean | undefined;
    for (const hit of hitsAlong(s, p, w, 0)) {
      const side = sideOfFace(hit.face, hit.p);
      if (side === 'out') continue;
      answer = hit.slope > 0;
      unsure = side === 'unsure' || Math.abs(hit.slope) < GRAZING;
      break;
    }
    last = answer ?? false;
    if (!unsure) return last;
  }
  return last;
};

/**
 * The stretches of the line p + t w inside the solid, ascending and apart.
 * @param p in the solid's frame
 * @param w a unit vector
 */
export const trimmedIntervals = (s: PreparedSolid, p: Vec3, w: Vec3): number[] => {
  let sure = true;
  const hits: Hit[] = [];
  for (const hit of hitsAlong(s, p, w, Number.NEGATIVE_INFINITY)) {
    const side = sideOfFace(hit.face, hit.p);
    if (side === 'out') continue;
    if (side === 'unsure' || Math.abs(hit.slope) < GRAZING) sure = false;
    hits.push(hit);
  }
  // in and out by turns: nothing more to ask
  if (sure && hits.length % 2 === 0 && hits.every((h, i) => (i % 2 === 0 ? h.slope < 0 : h.slope > 0)))
    return hits.map((h) => h.t);
  const out: number[] = [];
  for (let i = 1; i < hits.length; i++) {
    const [a, b] = [(hits[i - 1] as Hit).t, (hits[i] as Hit).t];
    if (b <= a || !insideTrimmed(s, along(p, w, (a + b) / 2))) continue;
    if (out.at(-1) === a) out[out.length - 1] = b;
    else out.push(a, b);
  }
  return out;
};

/** A place of a surface that has no edges. */
const placeOnWhole = (s: Surface): Vec3 =>
  s.kind === 'torus' ? along(s.o, s.e1, s.R) : s.kind === 'plane' ? scale(s.n, s.d) : s.o;

/**
 * True where the shell has the material inside it; false where it is a hollow in the material. A line from far off enters the first and
 * leaves the material into the other.
 */
export const isOuterShell = (s: PreparedSolid): boolean => {
  const face = s.faces[0] as TrimmedFace;
  const b = face.boundary[0];
  const p = b ? pointOn(b.curve, b.from + 0.4142 * (b.to - b.from)) : placeOnWhole(face.surface);
  let last = true;
  for (const w of LOOKS) {
    // a little beside the face's own edge, which the line would else pass
    for (const hit of hitsAlong(s, along(p, LOOKS[0] as Vec3, s.size * 1e-3), w, Number.NEGATIVE_INFINITY)) {
      const side = sideOfFace(hit.face, hit.p);
      if (side === 'out') continue;
      last = hit.slope < 0;
      if (side === 'in' && Math.abs(hit.slope) > GRAZING) return last;
      break;
    }
  }
  return last;
};
