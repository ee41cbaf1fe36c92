import { cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { LoopSegment } from '../solid/loop.ts';

/** Points where the two segments' carriers meet. */
const carrierMeetings = (s: LoopSegment, t: LoopSegment): Vec2[] => {
  if (!s.arc && !t.arc) {
    const u = sub2(s.b, s.a);
    const v = sub2(t.b, t.a);
    const k = cross2(u, v);
    if (Math.abs(k) < 1e-14 * Math.hypot(...u) * Math.hypot(...v)) {
      // parallel: an overlap shows at one of the ends
      return [s.a, s.b, t.a, t.b];
    }
    const f = cross2(sub2(t.a, s.a), v) / k;
    return [[s.a[0] + f * u[0], s.a[1] + f * u[1]]];
  }
  if (s.arc && t.arc) {
    const d = distance2(s.arc.c, t.arc.c);
    if (d < 1e-12 * s.arc.r) return [s.a, s.b, t.a, t.b];
    const e = sub2(t.arc.c, s.arc.c);
    const x = (d * d + s.arc.r ** 2 - t.arc.r ** 2) / (2 * d);
    const yy = s.arc.r ** 2 - x * x;
    if (yy < 0) return [];
    const y = Math.sqrt(yy);
    return [y, -y].map((h) => [
      s.arc!.c[0] + (x * e[0] - h * e[1]) / d,
      s.arc!.c[1] + (x * e[1] + h * e[0]) / d,
    ]);
  }
  const [line, round] = s.arc ? [t, s] : [s, t];
  const arc = round.arc!;
  const u = sub2(line.b, line.a);
  const uu = dot2(u, u);
  const q = sub2(line.a, arc.c);
  const half = dot2(q, u) / uu;
  const disc = half * half - (dot2(q, q) - arc.r ** 2) / uu;
  if (disc < 0) return [];
  return [-half - Math.sqrt(disc), -half + Math.sqrt(disc)].map((f) => [
    line.a[0] + f * u[0],
    line.a[1] + f * u[1],
  ]);
};

const onSegment = (s: LoopSegment, p: Vec2, tol: number): boolean => {
  const u = sub2(s.b, s.a);
  if (s.arc) {
    if (Math.abs(distance2(p, s.arc.c) - s.arc.r) > tol) return false;
    const bulge = cross2(u, sub2(p, s.a)) * (s.arc.ccw ? -1 : 1);
    return bulge > -tol * Math.hypot(...u) || distance2(p, s.a) < tol || distance2(p, s.b) < tol;
  }
  const size = Math.hypot(...u);
  const x = dot2(sub2(p, s.a), u) / size;
  return Math.abs(cross2(u, sub2(p, s.a))) / size <= tol && x > -tol && x < size + tol;
};

/** Where a closed loop meets itself other than at the ends of neighbours: the point and the two roles; or undefined. */
export const crossingOf = (loop: readonly LoopSegment[]): [Vec2, string, string] | undefined => {
  const n = loop.length;
  const spread = loop.reduce((m, s) => Math.max(m, distance2(s.a, loop[0]!.a)), 0);
  const tol = 1e-9 * spread;
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      const s = loop[i] as LoopSegment;
      const t = loop[j] as LoopSegment;
      const shared: Vec2[] = [];
      if (j === i + 1) shared.push(s.b);
      if (i === 0 && j === n - 1) shared.push(s.a);
      for (const p of carrierMeetings(s, t)) {
        if (shared.some((q) => distance2(p, q) <= 1e-6 * spread)) continue;
        if (onSegment(s, p, tol) && onSegment(t, p, tol)) return [p, s.role, t.role];
      }
    }
  }
  return undefined;
};
