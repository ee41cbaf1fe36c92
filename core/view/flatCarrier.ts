import { TAU } from '../geometry/angle.ts';
import { type Arch2, type Curve2, parameterOn2, pointOn2, sameConic } from '../geometry/curve2.ts';
import { distance2, length2 } from '../geometry/vec.ts';
import type { Shadow } from './project.ts';

/** The shadow of one edge or outline, as a part of the flat curve it falls on. */
export type Member = Shadow & {
  readonly kind: 'edge' | 'outline';
  readonly of: readonly string[];
  readonly source: string;
};
/** A flat curve with all that falls on it. */
export type FlatCarrier = {
  readonly curve: Curve2;
  readonly members: Member[];
  readonly cuts: number[];
  /** free curves that run over one another here and there */
  readonly twins: FlatCarrier[];
};

/** 1 or -1 where two arches are one curve, run in the same or the opposite sense; 0 where they are not. */
export const archSense = (a: Arch2, b: Arch2, tol: number): 1 | -1 | 0 => {
  // the parameter's sign turns the one half diameter that goes with its odd part
  const [even, odd] = a.form === 'parabola' ? (['v', 'u'] as const) : (['u', 'v'] as const);
  if (a.form !== b.form || distance2(a.c, b.c) > tol || distance2(a[even], b[even]) > tol) return 0;
  if (distance2(a[odd], b[odd]) <= tol) return 1;
  return length2([a[odd][0] + b[odd][0], a[odd][1] + b[odd][1]]) <= tol ? -1 : 0;
};

const FAMILY = { line: 0, conic: 1, arch: 2 } as const;

/**
 * Flat carriers, found again by a few whole numbers that equal ones share to well within a bucket: direction and offset of
 * a line, centre of a conic. Neighbouring buckets are looked at too.
 */
export const carrierIndex = (tol: number) => {
  const buckets = new Map<number, FlatCarrier[]>();
  const QUARTER = Math.round((Math.PI / 2) * 1e4);
  const key = (family: number, x: number, y: number): number => (family * 2e5 + x + 1e5) * 1e8 + y;
  const slotsOf = (k: Exclude<Curve2, { type: 'free' }>): readonly [number, number][] => {
    const width = tol * 1e4;
    if (k.type !== 'line') return [[0, Math.round((k.c[0] + 0.7 * k.c[1]) / width) % 1e7]];
    const x = Math.round(Math.atan2(k.d[1], k.d[0]) * 1e4);
    const y = Math.round((k.d[0] * k.p[1] - k.d[1] * k.p[0]) / width) % 1e7;
    // just either side of the vertical a line may run in either sense
    return Math.abs(Math.abs(x) - QUARTER) < 2
      ? [
          [x, y],
          [-x, -y],
        ]
      : [[x, y]];
  };
  const fits = (c: Curve2, m: Member): boolean => {
    if (c.type === 'line')
      return [m.lo, m.hi].every((s) => {
        const p = pointOn2(m.curve, s);
        return Math.abs((p[0] - c.p[0]) * c.d[1] - (p[1] - c.p[1]) * c.d[0]) <= tol * 2;
      });
    if (c.type === 'arch') return m.curve.type === 'arch' && archSense(c, m.curve, tol * 2) !== 0;
    return c.type === 'conic' && m.curve.type === 'conic' && sameConic(c, m.curve, tol * 2);
  };
  return {
    find: (m: Member): FlatCarrier | undefined => {
      if (m.curve.type === 'free') return undefined;
      const family = FAMILY[m.curve.type];
      const reach = family === 0 ? 1 : 0;
      for (const [x, y] of slotsOf(m.curve))
        for (let i = -reach; i <= reach; i++)
          for (let j = -1; j <= 1; j++) {
            const home = buckets.get(key(family, x + i, y + j))?.find((c) => fits(c.curve, m));
            if (home) return home;
          }
      return undefined;
    },
    add: (c: FlatCarrier): void => {
      if (c.curve.type === 'free') return;
      const [x, y] = slotsOf(c.curve)[0] as [number, number];
      const k = key(FAMILY[c.curve.type], x, y);
      const list = buckets.get(k);
      if (list) list.push(c);
      else buckets.set(k, [c]);
    },
  };
};

/** A member told in the parameter of the carrier it was merged with. */
export const reread = (m: Member, home: Curve2, tol: number): Member => {
  if (home === m.curve || home.type === 'free') return m;
  if (home.type === 'arch') {
    if (archSense(home, m.curve as Arch2, tol * 2) === 1) return m;
    return { ...m, lo: -m.hi, hi: -m.lo, spaceAt: (s) => m.spaceAt(-s) };
  }
  if (home.type === 'line') {
    const a = parameterOn2(home, pointOn2(m.curve, m.lo));
    const b = parameterOn2(home, pointOn2(m.curve, m.hi));
    const rate = (m.hi - m.lo) / (b - a);
    return { ...m, lo: Math.min(a, b), hi: Math.max(a, b), spaceAt: (s) => m.spaceAt(m.lo + (s - a) * rate) };
  }
  const a = parameterOn2(home, pointOn2(m.curve, m.lo));
  const by = a - m.lo;
  return { ...m, lo: m.lo + by, hi: m.hi + by, spaceAt: (s) => m.spaceAt(s - by) };
};

/** True where the member covers parameter s (by whole turns on closed curves). Gives the parameter in its own range. */
export const coverAt = (m: Member, s: number, slack: number, periodic: boolean): number | undefined => {
  if (!periodic) return s >= m.lo - slack && s <= m.hi + slack ? s : undefined;
  const t = s + TAU * Math.ceil((m.lo - slack - s) / TAU);
  return t <= m.hi + slack ? t : undefined;
};
