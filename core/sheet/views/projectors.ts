import { pointOn2 } from '../../geometry/curve2.ts';
import { distance2, type Vec2, type Vec3 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Account } from '../../naming/accounts.ts';
import { type Stretch, straight } from '../ink/ink.ts';
import type { MitreLine } from '../layout/layout.ts';
import { type PlacedView, placeOfPoint } from './placedView.ts';

export type Projector = {
  readonly account: Account;
  readonly from: Vec2;
  readonly to: Vec2;
  /** the two views that it joins */
  readonly between: readonly [ViewName, ViewName];
};

/**
 * A point's run through the sheet: width from front to the view above or below, height to the view beside, depth round the
 * mitre line.
 */
export const projectorsOf = (
  p: Vec3,
  views: readonly PlacedView[],
  mitres: readonly MitreLine[],
): Projector[] => {
  const at = (name: string): Vec2 | undefined => {
    const v = views.find((x) => x.name === name);
    return v && placeOfPoint(v, p);
  };
  const out: Projector[] = [];
  const front = at('front');
  for (const level of ['top', 'bottom'] as const) {
    const q = at(level);
    if (front && q) out.push({ account: 'W', from: front, to: q, between: ['front', level] });
  }
  for (const side of ['left', 'right', 'back'] as const) {
    const q = at(side);
    if (front && q && !(side === 'back' && (at('left') || at('right'))))
      out.push({ account: 'H', from: front, to: q, between: ['front', side] });
  }
  for (const m of mitres) {
    const a = at(m.level);
    const b = at(m.side);
    if (!a || !b) continue;
    const turn: Vec2 = [b[0], a[1]];
    const between = [m.level, m.side] as const;
    out.push({ account: 'D', from: a, to: turn, between }, { account: 'D', from: turn, to: b, between });
  }
  return out;
};

export type Transfer = 'mitre' | 'arcs' | 'distances';

/** Projectors this short are not drawn, mm. */
const SHORT = 0.1;

/** A point's projectors as they are drawn, its depths turned by the mitre line, by arcs about its corner, or left to the dividers. */
const drawnProjectors = (
  p: Vec3,
  views: readonly PlacedView[],
  mitres: readonly MitreLine[],
  transfer: Transfer,
  into: ViewName | undefined,
): Stretch[] => {
  const leads = (between: readonly ViewName[]): boolean => into === undefined || between.includes(into);
  const all = projectorsOf(p, views, mitres).filter((j) => leads(j.between));
  const lines = transfer === 'mitre' ? all : all.filter((j) => j.account !== 'D');
  const out = lines.filter((j) => distance2(j.from, j.to) > SHORT).map((j) => straight(j.from, j.to));
  if (transfer !== 'arcs') return out;
  for (const m of mitres.filter((x) => leads([x.level, x.side]))) {
    const [level, side] = [views.find((v) => v.name === m.level), views.find((v) => v.name === m.side)];
    if (!level || !side) continue;
    const [a, b] = [placeOfPoint(level, p), placeOfPoint(side, p)];
    const [x, y] = m.from;
    const radius = Math.abs(a[1] - y);
    const [down, across] = [Math.sign(a[1] - y), Math.sign(b[0] - x)];
    const ends = [Math.atan2(down, 0), Math.atan2(0, across)].sort((s, t) => s - t) as [number, number];
    // the quarter between the two lines, the short way round
    const [from, to] = ends[1] - ends[0] > Math.PI ? [ends[1], ends[0] + 2 * Math.PI] : ends;
    out.push(
      straight(a, [x, a[1]]),
      { curve: { type: 'conic', c: [x, y], major: [radius, 0], minor: [0, radius], round: true }, from, to },
      straight([x + across * radius, y], b),
    );
  }
  return out;
};

/** The same line or arc once, however many points share it. */
const once = (stretches: readonly Stretch[]): Stretch[] => {
  const known = new Map<string, Stretch>();
  const r = (n: number): number => Math.round(n * 1e3);
  for (const s of stretches) {
    const ends = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)]
      .map(([x, y]) => `${r(x)},${r(y)}`)
      .sort();
    known.set(`${s.curve.type} ${ends}`, s);
  }
  return [...known.values()];
};

/**
 * The projectors of points, thinned to those that differ on the paper.
 * @param into only those that lead to this view; all where missing
 */
export const keptProjectors = (
  points: readonly Vec3[],
  views: readonly PlacedView[],
  mitres: readonly MitreLine[],
  transfer: Transfer,
  into?: ViewName,
): Stretch[] => once(points.flatMap((p) => drawnProjectors(p, views, mitres, transfer, into)));
