import { type Arch2, type Curve2, parameterOn2, pointOn2, sameConic } from '../geometry/curve2.ts';
import type { Surface } from '../geometry/surface.ts';
import { distance2, length2 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import type { Shadow } from './project.ts';

/** The shadow of one edge or outline, as a part of the flat curve it falls on. */
export type Member = Shadow & {
  readonly kind: 'edge' | 'outline' | 'tangent' | 'thread' | 'threadEnd';
  readonly of: readonly string[];
  readonly source: string;
  /** the surfaces of the faces that meet in an edge; none for an outline, which its face turns away along */
  readonly under: readonly Surface[];
};
/** A flat curve with all that falls on it. */
export type FlatCarrier = {
  readonly curve: Curve2;
  /** what falls on it, as it was cast */
  readonly casts: Member[];
  /** the same in this carrier's parameter */
  members: readonly Member[];
  readonly cuts: number[];
  /** free curves that run over one another here and there */
  readonly twins: FlatCarrier[];
  /** for one that carries tangent joins: the carrier of edges on the same curve, which they give way to */
  under?: FlatCarrier | undefined;
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
const QUARTER = (Math.PI / 2) * 1e4;

/** Equal ones differ by much less than this share of a bucket; only so near its border are neighbours looked at. */
const BORDER = 0.02;

/**
 * Flat carriers, found again by two whole numbers that equal ones share but for the last bits: direction and offset of a line,
 * centre of a conic. Near the border of a bucket its neighbour is looked at too.
 */
export const carrierIndex = (tol: number) => {
  const buckets = new Map<number, Map<number, FlatCarrier[]>>();
  const width = tol * 1e4;
  /** Two coordinates in buckets: a line's direction and offset, a conic's centre. */
  const placeOf = (k: Exclude<Curve2, { type: 'free' }>): readonly [number, number] =>
    k.type === 'line'
      ? [Math.atan2(k.d[1], k.d[0]) * 1e4, (k.d[0] * k.p[1] - k.d[1] * k.p[0]) / width]
      : [0, (k.c[0] + 0.7 * k.c[1]) / width];
  const row = (k: Exclude<Curve2, { type: 'free' }>, x: number): number => x * 4 + FAMILY[k.type];
  const fits = (c: Curve2, m: Member): boolean => {
    if (c.type === 'line') {
      const off = (s: number): number => {
        const p = pointOn2(m.curve, s);
        return Math.abs((p[0] - c.p[0]) * c.d[1] - (p[1] - c.p[1]) * c.d[0]);
      };
      return off(m.lo) <= tol * 2 && off(m.hi) <= tol * 2;
    }
    if (c.type === 'arch') return m.curve.type === 'arch' && archSense(c, m.curve, tol * 2) !== 0;
    return c.type === 'conic' && m.curve.type === 'conic' && sameConic(c, m.curve, tol * 2);
  };
  const lookIn = (
    k: Exclude<Curve2, { type: 'free' }>,
    x: number,
    y: number,
    m: Member,
  ): FlatCarrier | undefined => {
    // a short line's direction is less certain, so its neighbours in direction are always looked at
    const reach = k.type === 'line' ? 1 : 0;
    const near = y - Math.floor(y);
    const lo = near < BORDER ? -1 : 0;
    const hi = near > 1 - BORDER ? 1 : 0;
    for (let i = -reach; i <= reach; i++) {
      const column = buckets.get(row(k, Math.floor(x) + i));
      if (!column) continue;
      for (let j = lo; j <= hi; j++)
        for (const c of column.get(Math.floor(y) + j) ?? []) if (fits(c.curve, m)) return c;
    }
    return undefined;
  };
  return {
    find: (m: Member): FlatCarrier | undefined => {
      const k = m.curve;
      if (k.type === 'free') return undefined;
      const [x, y] = placeOf(k);
      // just either side of the vertical a line may run in either sense
      return lookIn(k, x, y, m) ?? (Math.abs(Math.abs(x) - QUARTER) < 2 ? lookIn(k, -x, -y, m) : undefined);
    },
    add: (c: FlatCarrier): void => {
      const k = c.curve;
      if (k.type === 'free') return;
      const [x, y] = placeOf(k);
      const r = row(k, Math.floor(x));
      const column = buckets.get(r) ?? new Map<number, FlatCarrier[]>();
      buckets.set(r, column);
      const list = column.get(Math.floor(y));
      if (list) list.push(c);
      else column.set(Math.floor(y), [c]);
    },
  };
};

const retold = (m: Member, lo: number, hi: number, spaceAt: Member['spaceAt']): Member => ({
  curve: m.curve,
  lo,
  hi,
  spaceAt,
  kind: m.kind,
  of: m.of,
  source: m.source,
  under: m.under,
});

/** A member expressed in the parameter of the carrier it was merged with. */
export const reread = (m: Member, home: Curve2, tol: number): Member => {
  if (home === m.curve || home.type === 'free') return m;
  if (home.type === 'arch') {
    if (archSense(home, m.curve as Arch2, tol * 2) === 1) return m;
    return retold(m, -m.hi, -m.lo, (s) => m.spaceAt(-s));
  }
  if (home.type === 'line') {
    const a = parameterOn2(home, pointOn2(m.curve, m.lo));
    const b = parameterOn2(home, pointOn2(m.curve, m.hi));
    const rate = (m.hi - m.lo) / (b - a);
    return retold(m, Math.min(a, b), Math.max(a, b), (s) => m.spaceAt(m.lo + (s - a) * rate));
  }
  const by = parameterOn2(home, pointOn2(m.curve, m.lo)) - m.lo;
  return retold(m, m.lo + by, m.hi + by, (s) => m.spaceAt(s - by));
};

/** True where the member covers parameter s (by whole turns on closed curves). Gives the parameter in its own range. */
export const coverAt = (m: Member, s: number, slack: number, periodic: boolean): number | undefined => {
  if (!periodic) return s >= m.lo - slack && s <= m.hi + slack ? s : undefined;
  const t = s + TAU * Math.ceil((m.lo - slack - s) / TAU);
  return t <= m.hi + slack ? t : undefined;
};
