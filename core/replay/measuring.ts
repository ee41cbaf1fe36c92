import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Account } from '../naming/accounts.ts';
import { writtenTerms } from '../station/sizeChain.ts';
import type { Deed } from './deed.ts';
import { type FigureOrigin, isCounted, type Origin } from './figureOrigin.ts';
import type { BoxSide, MeasuredFrom, PaperWay, Spot } from './instruction.ts';
import { type Fixed, fixedAlong, fixedAt, originBetween, originOfStep } from './origin.ts';
import {
  acrossAccount,
  freshName,
  type Plan,
  paperAt,
  pointThere,
  take,
  upAccount,
  viewNamed,
  worldAt,
} from './plan.ts';
import type { PlannedStep } from './step.ts';

/** A coordinate wanted in a view: an upright light line by its x on the paper, a level one by its y. */
export type Wanted = {
  readonly view: ViewName;
  readonly at: number;
  readonly stage?: PlannedStep['stage'];
  readonly source?: FigureOrigin;
  /** what fixes the coordinate; where that is not said, everything that the statement has there */
  readonly fixed?: readonly Fixed[];
  /** what it is a coordinate of */
  readonly spot?: Spot | undefined;
};

export const ACROSS = {
  name: 'upright',
  lines: (p: Plan) => p.upright,
  points: (p: Plan) => p.xPoints,
  k: 0,
} as const;
export const UP = {
  name: 'level',
  lines: (p: Plan) => p.level,
  points: (p: Plan) => p.yPoints,
  k: 1,
} as const;
export type Sense = typeof ACROSS | typeof UP;

export const accountOf = (view: ViewName, s: Sense): Account =>
  s.k === 0 ? acrossAccount(view) : upAccount(view);

/** Where a coordinate may be measured from: the ends of the view's box, the last corner of a walked outline, or the part's own nought. */
type Base = { readonly from: number; readonly by: MeasuredFrom };
const basesOf = (p: Plan, view: ViewName, s: Sense): readonly Base[] => {
  const { box } = viewNamed(p, view);
  const side = sideOf(p, view, s).name;
  const ends: Base[] =
    s.k === 0
      ? [
          { from: box.x, by: { kind: 'end', end: 'left', side } },
          { from: box.x + box.w, by: { kind: 'end', end: 'right', side } },
        ]
      : [
          { from: box.y, by: { kind: 'end', end: 'bottom', side } },
          { from: box.y + box.h, by: { kind: 'end', end: 'top', side } },
        ];
  return ends.filter((e) => s.lines(p).at(e.from) !== undefined);
};

/** How a coordinate comes to be measured in a view, the first of its bases from which its distance can be counted. */
type Measure =
  | {
      readonly how: 'set off';
      readonly base: Base;
      readonly origin: Origin;
    }
  | { readonly how: 'halve' }
  /** so many of equal parts of the box's side */
  | { readonly how: 'divide'; readonly part: number; readonly parts: number }
  | { readonly how: 'from nought'; readonly nought: number; readonly origin: Origin };

/** What fixes the coordinate that is wanted. */
const fixedOf = (p: Plan, { view, at, fixed }: Wanted, s: Sense): readonly Fixed[] =>
  fixed ?? fixedAlong(p, accountOf(view, s), worldAt(viewNamed(p, view), s.k, at));

/** How the way from a place of a view is counted, across or up. */
const originFrom = (p: Plan, w: Wanted, s: Sense, from: readonly Fixed[], place: number): Origin => {
  const v = viewNamed(p, w.view);
  const way = worldAt(v, s.k, w.at) >= worldAt(v, s.k, place) ? 1 : -1;
  return originBetween(from, fixedOf(p, w, s), way);
};

const measureOf = (p: Plan, w: Wanted, s: Sense): Measure => {
  const { view, at, source } = w;
  const v = viewNamed(p, view);
  const bases = basesOf(p, view, s);
  const low: Base = bases[0] ?? {
    from: s.k === 0 ? v.box.x : v.box.y,
    by: { kind: 'corner' },
  };
  const account = accountOf(view, s);
  const toBase = (base: Base): Origin =>
    originFrom(p, w, s, fixedAlong(p, account, worldAt(v, s.k, base.from)), base.from);
  if (source) {
    const counted = toBase(low);
    return { how: 'set off', base: low, origin: isCounted(counted.source) ? counted : { source } };
  }
  if (p.walk?.view === view && (s.k === 0 ? p.level : p.upright).at(p.walk.at[1 - s.k] as number)) {
    const from = p.walk.at[s.k];
    const origin = originFrom(p, w, s, fixedAt(p, view, p.walk.at, s.k), from);
    if (isCounted(origin.source))
      return {
        how: 'set off',
        base: { from, by: fromLastCorner(p.walk.at, s, at) },
        origin,
      };
  }
  const [a, b] = bases;
  const share =
    a && b && !isReadable(p, at - a.from) ? shareOf((at - a.from) / (b.from - a.from)) : undefined;
  if (share) return share;
  // from where the fewest sizes are counted, from the low end if that is no more than from elsewhere
  const counted = bases
    .map((base) => ({ base, origin: toBase(base) }))
    .filter((x) => isCounted(x.origin.source))
    .sort((x, y) => writtenTerms(x.origin.sizes ?? []).length - writtenTerms(y.origin.sizes ?? []).length)[0];
  if (counted) return { how: 'set off', ...counted };
  if (a && b && Math.abs(a.from + b.from - 2 * at) < 1e-6) return { how: 'halve' };
  const world = worldAt(v, s.k, at);
  const nought = paperAt(v, s.k, 0);
  if (Math.abs(world) * p.sheet.scale < 1e-6)
    return { how: 'set off', base: low, origin: { source: 'sheet' } };
  const fromNought = originFrom(p, w, s, [{ chain: [], of: undefined }], nought);
  if (isCounted(fromNought.source)) return { how: 'from nought', nought, origin: fromNought };
  return { how: 'set off', base: low, origin: { source: 'calculated' } };
};

/** Whether a length can be read off a rule of the part's unit: in hundredths of a mm, or in 64ths of an inch. */
const isReadable = (p: Plan, paper: number): boolean => {
  const marks = (Math.abs(paper) / p.sheet.scale) * (p.sheet.units === 'in' ? 64 : 100);
  return Math.abs(marks - Math.round(marks)) < 1e-6;
};

/** The most equal parts a length is divided into. */
const MOST_PARTS = 16;
const shareOf = (fraction: number): Measure | undefined => {
  // a half is found with the compass
  if (Math.abs(fraction - 0.5) < 1e-9) return undefined;
  for (let parts = 3; parts <= MOST_PARTS; parts++) {
    const part = fraction * parts;
    if (Math.abs(part - Math.round(part)) < 1e-9 && part > 0.5 && part < parts - 0.5)
      return { how: 'divide', part: Math.round(part), parts };
  }
  return undefined;
};

/** Whether a coordinate that is to be measured follows from the given sizes without a calculation. */
export const isCountable = (p: Plan, w: Wanted, s: Sense): boolean => {
  const m = measureOf(p, w, s);
  return m.how !== 'set off' || m.origin.source !== 'calculated';
};

/** The point of a drawn side of the view's box at a line that is drawn. */
const footAt = (p: Plan, view: ViewName, at: number, s: Sense): { name: string; deeds: Deed[] } => {
  const side = sideOf(p, view, s);
  const place: Vec2 = s.k === 0 ? [at, side.at] : [side.at, at];
  const known = pointThere(p, place);
  if (known !== undefined) return { name: known, deeds: [] };
  const name = freshName(p, 'p');
  return {
    name,
    deeds: [{ do: 'cross', point: name, a: s.lines(p).at(at) as string, b: side.line }],
  };
};

/** The side of a view's box along which a coordinate is measured: the lower or left one, or the other where that is not drawn yet. */
const sideOf = (
  p: Plan,
  view: ViewName,
  s: Sense,
): { readonly line: string; readonly at: number; readonly name: BoxSide } => {
  const { box } = viewNamed(p, view);
  const sides: { readonly at: number; readonly name: BoxSide }[] =
    s.k === 0
      ? [
          { at: box.y, name: 'lower' },
          { at: box.y + box.h, name: 'upper' },
        ]
      : [
          { at: box.x, name: 'left' },
          { at: box.x + box.w, name: 'right' },
        ];
  const across = s.k === 0 ? p.level : p.upright;
  const drawn = sides.flatMap((x) => {
    const line = across.at(x.at);
    return line === undefined ? [] : [{ ...x, line }];
  })[0];
  if (!drawn) throw new Error(`no side of the ${view} view's box is drawn`);
  return drawn;
};

/** The middle of a box's side by two arcs of the compass, each about one end through the other. */
const halve = (p: Plan, { view, stage = 'construction' }: Wanted, s: Sense): void => {
  const { box } = viewNamed(p, view);
  const [low, high] = s.k === 0 ? [box.x, box.x + box.w] : [box.y, box.y + box.h];
  const [a, b] = [footAt(p, view, low, s), footAt(p, view, high, s)];
  const [left, right, upper, lower, middle] = [
    freshName(p, 'c'),
    freshName(p, 'c'),
    freshName(p, 'p'),
    freshName(p, 'p'),
    freshName(p, 'p'),
  ];
  const [cut, line] = [freshName(p, 'l'), freshName(p, 'l')];
  take(
    p,
    {
      view,
      stage,
      tool: 'compass',
      instruction: { kind: 'halveSide', side: sideOf(p, view, s).name, sense: s.name },
      account: accountOf(view, s),
    },
    [
      ...a.deeds,
      ...b.deeds,
      { do: 'circle', circle: left, centre: a.name, through: b.name },
      { do: 'circle', circle: right, centre: b.name, through: a.name },
      { do: 'pair', point: upper, a: left, b: right, side: 1 },
      { do: 'pair', point: lower, a: left, b: right, side: -1 },
      { do: 'join', line: cut, a: upper, b: lower },
      { do: 'cross', point: middle, a: cut, b: sideOf(p, view, s).line },
      { do: s.name, line, through: middle },
    ],
  );
};

/** A step of the slanting scale, mm: any will do. */
const SCALE_STEP = 6;

/**
 * A side divided into equal parts by a slanting scale: so many equal steps on a line aslant from its one end, the last joined to the other end, and a
 * parallel to that through the step that is wanted (Euclid VI.9).
 */
const divide = (
  p: Plan,
  { view, stage = 'construction' }: Wanted,
  s: Sense,
  { part, parts }: { readonly part: number; readonly parts: number },
): void => {
  const { box } = viewNamed(p, view);
  const [low, high] = s.k === 0 ? [box.x, box.x + box.w] : [box.y, box.y + box.h];
  const [a, b] = [footAt(p, view, low, s), footAt(p, view, high, s)];
  const [slant, last, across, point, line] = ['l', 'l', 'l', 'p', 'l'].map((k) => freshName(p, k)) as [
    string,
    string,
    string,
    string,
    string,
  ];
  const steps = Array.from({ length: parts }, () => freshName(p, 'p'));
  take(
    p,
    {
      view,
      stage,
      tool: 'rule and set squares',
      source: 'convenient',
      instruction: { kind: 'divideSide', side: sideOf(p, view, s).name, sense: s.name, part, parts },
    },
    [
      ...a.deeds,
      ...b.deeds,
      { do: 'slant', line: slant, through: a.name, angle: s.k === 0 ? 330 : 150 },
      ...steps.map(
        (name, i): Deed => ({
          do: 'setOff',
          point: name,
          along: slant,
          from: i === 0 ? a.name : (steps[i - 1] as string),
          distance: SCALE_STEP,
          way: 1,
        }),
      ),
      { do: 'join', line: last, a: steps.at(-1) as string, b: b.name },
      { do: 'parallel', line: across, to: last, through: steps[part - 1] as string },
      { do: 'cross', point, a: across, b: sideOf(p, view, s).line },
      { do: s.name, line, through: point },
    ],
  );
};

/** Measures a coordinate, once: from where its distance is given or counted; else it is halved, set off from nought, or calculated. */
export const setOffCoordinate = (p: Plan, w: Wanted, s: Sense): void => {
  const { view, at, stage = 'construction' } = w;
  const m = measureOf(p, w, s);
  if (m.how === 'halve') {
    halve(p, w, s);
    return;
  }
  if (m.how === 'divide') {
    divide(p, w, s, m);
    return;
  }
  if (m.how === 'from nought' && s.lines(p).at(m.nought) === undefined)
    setOffCoordinate(p, { view, at: m.nought, stage }, s);
  const account = accountOf(view, s);
  const base: Base =
    m.how === 'set off' ? m.base : { from: m.nought, by: { kind: 'nought', way: wayTo(s, m.nought, at) } };
  const distance = Math.abs(at - base.from);
  const { origin } = m;
  const walked = p.walk?.view === view && p.walk.at[s.k] === base.from;
  const start = walked ? { name: p.walk?.point as string, deeds: [] } : footAt(p, view, base.from, s);
  const point = freshName(p, 'p');
  const line = freshName(p, 'l');
  const along = walked
    ? ((s.k === 0 ? p.level.at(p.walk?.at[1] as number) : p.upright.at(p.walk?.at[0] as number)) as string)
    : sideOf(p, view, s).line;
  take(
    p,
    {
      view,
      stage,
      tool: 'rule',
      instruction: {
        kind: 'setOff',
        account,
        figure: { length: distance, origin },
        from: walked ? fromLastCorner(p.walk?.at as Vec2, s, at) : base.by,
        to: w.spot,
        sense: s.name,
      },
      account,
      ...originOfStep(origin),
    },
    [
      ...start.deeds,
      { do: 'setOff', point, along, from: start.name, distance, way: at >= base.from ? 1 : -1 },
      { do: s.name, line, through: point },
    ],
  );
};

const fromLastCorner = (corner: Vec2, s: Sense, to: number): MeasuredFrom => ({
  kind: 'last corner',
  at: corner,
  way: wayTo(s, corner[s.k], to),
});

/** Which way one goes on the paper from one coordinate to another. */
const wayTo = (s: Sense, from: number, to: number): PaperWay =>
  s.k === 0 ? (to > from ? 'right' : 'left') : to > from ? 'up' : 'down';
