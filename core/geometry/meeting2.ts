import { TAU, wrapAngle } from './angle.ts';
import { type Conic2, type Curve2, type Line2, parameterOn2, pointOn2 } from './curve2.ts';
import { type TrigPolynomial, trigRoots } from './roots.ts';
import { cross2, dot2, length2, sub2, type Vec2 } from './vec.ts';

/** Where two curves of a view's plane meet: parameters on the first and on the second. */
export type Meeting = readonly [number, number];

/** A stretch of parameters on a curve. */
export type Stretch = readonly [number, number];

const lines = (a: Line2, b: Line2): Meeting[] => {
  const k = cross2(a.d, b.d);
  if (Math.abs(k) < 1e-9) return [];
  const q = sub2(b.p, a.p);
  return [[cross2(q, b.d) / k, cross2(q, a.d) / k]];
};

const lineConic = (a: Line2, b: Conic2, tol: number): Meeting[] => {
  const n: Vec2 = [-a.d[1], a.d[0]];
  const p: TrigPolynomial = [dot2(n, sub2(b.c, a.p)), dot2(n, b.major), dot2(n, b.minor), 0, 0];
  return trigRoots(p, tol).map((t) => [parameterOn2(a, pointOn2(b, t)), t]);
};

const conics = (a: Conic2, b: Conic2, tol: number): Meeting[] => {
  // a's points in b's unit-circle coordinates: |x|^2 - 1 is a trigonometric polynomial of degree two
  const mm = dot2(b.major, b.major);
  const nn = dot2(b.minor, b.minor);
  const coordinates = (v: Vec2): Vec2 => [dot2(v, b.major) / mm, dot2(v, b.minor) / nn];
  const c = coordinates(sub2(a.c, b.c));
  const u = coordinates(a.major);
  const v = coordinates(a.minor);
  const k = Math.sqrt(nn) / 2;
  const uu = dot2(u, u);
  const vv = dot2(v, v);
  const p: TrigPolynomial = [
    (dot2(c, c) + (uu + vv) / 2 - 1) * k,
    2 * dot2(c, u) * k,
    2 * dot2(c, v) * k,
    ((uu - vv) / 2) * k,
    dot2(u, v) * k,
  ];
  return trigRoots(p, tol).map((t) => [t, parameterOn2(b, pointOn2(a, t))]);
};

/** Crossings of curves without closed forms: crossing chords, then Newton's method on both parameters. */
const numerically = (a: Curve2, ra: Stretch, b: Curve2, rb: Stretch): Meeting[] => {
  const chords = (k: Curve2, r: Stretch): { t: number[]; p: Vec2[] } => {
    const n =
      k.type === 'line' ? 1 : k.type === 'arch' ? 64 : Math.max(8, Math.ceil(((r[1] - r[0]) / TAU) * 160));
    const t = Array.from({ length: n + 1 }, (_, i) => r[0] + ((r[1] - r[0]) * i) / n);
    return { t, p: t.map((x) => pointOn2(k, x)) };
  };
  const ca = chords(a, ra);
  const cb = chords(b, rb);
  const found: Meeting[] = [];
  for (let i = 1; i < ca.p.length; i++) {
    const [p0, p1] = [ca.p[i - 1] as Vec2, ca.p[i] as Vec2];
    for (let j = 1; j < cb.p.length; j++) {
      if (a === b && j <= i + 1) continue;
      const [q0, q1] = [cb.p[j - 1] as Vec2, cb.p[j] as Vec2];
      if (Math.max(p0[0], p1[0]) < Math.min(q0[0], q1[0]) || Math.max(q0[0], q1[0]) < Math.min(p0[0], p1[0]))
        continue;
      if (Math.max(p0[1], p1[1]) < Math.min(q0[1], q1[1]) || Math.max(q0[1], q1[1]) < Math.min(p0[1], p1[1]))
        continue;
      const u = sub2(p1, p0);
      const v = sub2(q1, q0);
      const k = cross2(u, v);
      if (Math.abs(k) < 1e-14 * length2(u) * length2(v)) continue;
      const x = cross2(sub2(q0, p0), v) / k;
      const y = cross2(sub2(q0, p0), u) / k;
      if (x < -0.1 || x > 1.1 || y < -0.1 || y > 1.1) continue;
      let s = (ca.t[i - 1] as number) + x * ((ca.t[i] as number) - (ca.t[i - 1] as number));
      let t = (cb.t[j - 1] as number) + y * ((cb.t[j] as number) - (cb.t[j - 1] as number));
      for (let n = 0; n < 12; n++) {
        const gap = sub2(pointOn2(b, t), pointOn2(a, s));
        const h = 1e-6;
        const da = sub2(pointOn2(a, s + h), pointOn2(a, s - h));
        const db = sub2(pointOn2(b, t + h), pointOn2(b, t - h));
        const det = cross2(da, db);
        if (det === 0) break;
        s += (cross2(gap, db) / det) * 2 * h;
        t += (cross2(gap, da) / det) * 2 * h;
        if (length2(gap) < 1e-13) break;
      }
      if (!found.some(([fs, ft]) => Math.abs(fs - s) < 1e-9 && Math.abs(ft - t) < 1e-9)) found.push([s, t]);
    }
  }
  return found;
};

/**
 * Where two curves meet. Closed forms for lines and conics; touches within tol count once.
 * @param ra the stretch of the first that is in use (only needed for free curves)
 */
export const meetings = (a: Curve2, ra: Stretch, b: Curve2, rb: Stretch, tol: number): Meeting[] => {
  if (a.type === 'free' || b.type === 'free' || a.type === 'arch' || b.type === 'arch')
    return numerically(a, ra, b, rb);
  if (a.type === 'line') return b.type === 'line' ? lines(a, b) : lineConic(a, b, tol);
  if (b.type === 'line') return lineConic(b, a, tol).map(([s, t]) => [wrapAngle(t), s]);
  return conics(a, b, tol);
};
