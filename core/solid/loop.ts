import { cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { TAU, wrapAngle } from '../number/angle.ts';

/** One stretch of a profile's closed loop, in the profile's own plane. Arcs turn through at most half a circle. */
export type LoopSegment = {
  readonly a: Vec2;
  readonly b: Vec2;
  readonly arc?: { readonly c: Vec2; readonly r: number; readonly ccw: boolean };
  readonly role: string;
};

/**
 * True where q is left of the chord from a to b: the one side predicate for chords and arcs. It is worked out from the
 * chord's lower end to its upper, so that the two senses of a chord agree to the last bit; a point on the chord
 * counts as moved by an endless bit along `nudge`.
 */
const leftOf = (a: Vec2, b: Vec2, q: Vec2, nudge: Vec2): boolean => {
  const forward = a[1] < b[1] || (a[1] === b[1] && a[0] < b[0]);
  const lo = forward ? a : b;
  const hi = forward ? b : a;
  const ex = hi[0] - lo[0];
  const ey = hi[1] - lo[1];
  const s = ex * (q[1] - lo[1]) - ey * (q[0] - lo[0]) || ex * nudge[1] - ey * nudge[0];
  return s > 0 === forward;
};

/** A counter-clockwise arc bulges to the right of its chord. */
const bulgesLeft = (ccw: boolean): boolean => !ccw;
const bulgeSign = (ccw: boolean): number => (ccw ? -1 : 1);

/** Points at a corner's own height count as above it, by the half-open rule of the crossing test. */
const UPWARD: Vec2 = [0, 1];

/** True where q lies inside the loop (even-odd over the chords, corrected by the bulges of the arcs). */
export const insideLoop = (loop: readonly LoopSegment[], q: Vec2): boolean => {
  let inside = false;
  for (const { a, b, arc } of loop) {
    const crossesHeight = a[1] > q[1] !== b[1] > q[1];
    if (!crossesHeight && !arc) continue;
    const left = leftOf(a, b, q, UPWARD);
    if (crossesHeight && left === b[1] > a[1]) inside = !inside;
    if (arc && left === bulgesLeft(arc.ccw)) {
      const x = q[0] - arc.c[0];
      const y = q[1] - arc.c[1];
      if (x * x + y * y < arc.r * arc.r) inside = !inside;
    }
  }
  return inside;
};

/** Where the line q + t w crosses the loop, ascending in t; the line is inside between the 1st and 2nd, and so on. */
export const crossLoop = (loop: readonly LoopSegment[], q: Vec2, w: Vec2): number[] => {
  const ww = dot2(w, w);
  const out: number[] = [];
  const leftOfLine = (p: Vec2): boolean => cross2(w, sub2(p, q)) > 0;
  // a corner on the line counts as right of it, which is a line moved to its left
  const nudge: Vec2 = [-w[1], w[0]];
  for (const { a, b, arc } of loop) {
    const parted = leftOfLine(a) !== leftOfLine(b);
    const e = sub2(b, a);
    if (!arc) {
      if (parted) out.push(cross2(sub2(a, q), e) / cross2(w, e));
      continue;
    }
    const qc = sub2(q, arc.c);
    const half = dot2(qc, w) / ww;
    const off = cross2(qc, w);
    const disc = (arc.r * arc.r - (off * off) / ww) / ww;
    const hits: number[] = [];
    if (disc > 0) {
      const root = Math.sqrt(disc);
      for (const t of [-half - root, -half + root])
        if (leftOf(a, b, [q[0] + t * w[0], q[1] + t * w[1]], nudge) === bulgesLeft(arc.ccw)) hits.push(t);
    }
    // the parity must be that of the chord's ends; a hit lost or doubled at an end is set right there
    if (hits.length % 2 !== (parted ? 1 : 0)) {
      const chord = cross2(w, e);
      const t = chord === 0 ? -half : cross2(sub2(a, q), e) / chord;
      if (parted && hits.length === 2)
        hits.splice(Math.abs((hits[0] as number) - t) < Math.abs((hits[1] as number) - t) ? 1 : 0, 1);
      else if (parted) hits.push(t);
      else hits.length = 0;
    }
    out.push(...hits);
  }
  return out.sort((x, y) => x - y);
};

/** Points whose hull holds the segment. */
export const hullOf = ({ a, b, arc }: LoopSegment): Vec2[] => {
  if (!arc) return [a, b];
  const half = distance2(a, b) / 2;
  const rise = arc.r - Math.sqrt(Math.max(0, arc.r * arc.r - half * half));
  const k = (bulgeSign(arc.ccw) * rise) / (half * 2 || 1);
  const h: Vec2 = [-(b[1] - a[1]) * k, (b[0] - a[0]) * k];
  return [a, b, [a[0] + h[0], a[1] + h[1]], [b[0] + h[0], b[1] + h[1]]];
};

/** Breaks an arc from a to b about c into stretches of at most half a turn (a full circle where a is b). */
export const arcSegments = (a: Vec2, b: Vec2, c: Vec2, ccw: boolean, role: string): LoopSegment[] => {
  const r = distance2(a, c);
  const ta = Math.atan2(a[1] - c[1], a[0] - c[0]);
  const tb = Math.atan2(b[1] - c[1], b[0] - c[0]);
  const full = distance2(a, b) <= 1e-9 * r;
  const sweep = full ? TAU : wrapAngle(ccw ? tb - ta : ta - tb);
  const pieces = Math.max(1, Math.ceil(sweep / Math.PI - 1e-9));
  const at = (i: number): Vec2 => {
    if (i === 0) return a;
    if (i === pieces) return full ? a : b;
    const t = ta + ((ccw ? 1 : -1) * sweep * i) / pieces;
    // a half circle's far end is the mirrored start, exactly
    if (full && pieces === 2) return [2 * c[0] - a[0], 2 * c[1] - a[1]];
    return [c[0] + r * Math.cos(t), c[1] + r * Math.sin(t)];
  };
  return Array.from({ length: pieces }, (_, i) => ({ a: at(i), b: at(i + 1), arc: { c, r, ccw }, role }));
};

/** A circle about c. */
export const circleLoop = (c: Vec2, r: number, role: string): LoopSegment[] => {
  const a: Vec2 = [c[0] + r, c[1]];
  return arcSegments(a, a, c, true, role);
};

/** The signed area inside the loop; positive when it runs counter-clockwise. */
export const loopArea = (loop: readonly LoopSegment[]): number =>
  loop.reduce((sum, { a, b, arc }) => {
    let area = cross2(a, b) / 2;
    if (arc) {
      const half = Math.min(1, distance2(a, b) / (2 * arc.r));
      const sweep = 2 * Math.asin(half);
      area += ((arc.ccw ? 1 : -1) * arc.r * arc.r * (sweep - Math.sin(sweep))) / 2;
    }
    return sum + area;
  }, 0);
