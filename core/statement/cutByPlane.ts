import { EDGE_ON } from '../geometry/nearness.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { attempt, Refusal } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import { type AxisLine, mainAxis } from '../part/mainAxis.ts';
import type { PartFile, TraceFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import type { CutMark } from '../section/cutMarks.ts';
import { lookAlong, SEEN_FROM, TOWARDS } from '../section/cutSight.ts';
import type { ViewSides } from '../section/viewSides.ts';
import {
  type Axis,
  type PlaneSentence,
  readPlaneSentence,
  type SaidPlace,
  type Side,
} from './planeSentence.ts';

/** What a cut that is stated by its plane is read with. */
export type PlaneCutContext = {
  readonly part: PartFile;
  readonly sidesOf: (view: ViewName) => ViewSides | undefined;
  readonly marks: readonly CutMark[];
};

/** A trace as its plane states it, and what was taken for granted. */
export type PlaneTrace = { readonly trace: Omit<TraceFile, 'name'>; readonly assumed: readonly string[] };

/** How a plane stands: square to a direction of the part, or sloping as an edge of a view, degrees. */
type Stand =
  | { readonly kind: 'square'; readonly axis: Axis }
  | { readonly kind: 'sloping'; readonly view: 'front' | 'top' | 'side'; readonly angle: number };

const refuse = (said: Said): never => {
  throw new Refusal({ path: ['cuts'], where: 'the cut', ...said });
};
const AXES: readonly Axis[] = [0, 1, 2];

/** Where each side of the part is counted from. */
const SIDES: Record<Side, { readonly axis: Axis; readonly end: 0 | 1 }> = {
  left: { axis: 0, end: 0 },
  right: { axis: 0, end: 1 },
  front: { axis: 1, end: 0 },
  back: { axis: 1, end: 1 },
  base: { axis: 2, end: 0 },
  top: { axis: 2, end: 1 },
};
const LOW_SIDES: readonly Side[] = ['left', 'front', 'base'];
/** How a plane square to each direction is said to stand. */
const FACING = ['facing the side', 'facing the front', 'level'] as const;

/** The views in which a plane is an edge, by the direction that runs square to it: the best first. */
const HOMES: Record<Axis, readonly ViewName[]> = {
  0: ['front', 'top', 'back', 'bottom'],
  1: ['top', 'left', 'right', 'bottom'],
  2: ['front', 'left', 'right', 'back'],
};

/** The lowest and highest places of the part along each of its directions, where a view on the sheet shows them. */
const extentOf = ({ sidesOf }: PlaneCutContext): readonly (readonly [number, number] | undefined)[] => {
  const [front, top, left, right] = (['front', 'top', 'left', 'right'] as const).map(sidesOf);
  const across = front ?? top;
  const high = front ?? left ?? right;
  const deep: readonly [number, number] | undefined = top
    ? [top[1], top[3]]
    : left
      ? // its right is the part's front
        [-left[2], -left[0]]
      : right && [right[0], right[2]];
  return [across && [across[0], across[2]], deep, high && [high[1], high[3]]];
};

/** What figures and words of a sentence are worth on a part. */
const worthsOn = (c: PlaneCutContext) => {
  const extent = extentOf(c);
  const ends = (axis: Axis): readonly [number, number] =>
    extent[axis] ?? refuse(says('cutline.absent', { view: axis === 1 ? 'top' : 'front' }));
  const length = (size: string): number => {
    const read = attempt(() => sizeReader(c.part).length(size, []));
    return read.ok ? read.value : refuse(says('cutline.figure', { typed: size }));
  };
  const angle = (size: string): number => {
    const read = attempt(() => sizeReader(c.part).angle(size, []));
    return read.ok ? read.value : refuse(says('cutline.figure', { typed: size }));
  };
  const middle = (axis: Axis): number => (ends(axis)[0] + ends(axis)[1]) / 2;
  /** the axis of the part, where it has one, or the upright middle of one block */
  const axis = (): AxisLine => {
    const own = mainAxis(c.part);
    if (own) return own;
    const added = c.part.bodies.flatMap((b) => b.features.filter((f) => f.op === 'add' && !f.off));
    if (added.length !== 1 || added[0]?.shape.kind !== 'block') return refuse(says('cutline.no-axis'));
    return { at: [middle(0), middle(1), 0], along: [0, 0, 1] };
  };
  /** the direction of the part along which the axis runs */
  const axisRuns = (): Axis =>
    AXES.find((k) => Math.abs(axis().along[k]) > 1 - EDGE_ON) ?? refuse(says('cutline.no-axis'));
  return { ends, length, angle, middle, axis, axisRuns };
};
type Worths = ReturnType<typeof worthsOn>;

/** The direction along which the sides of a part lie, by the words for what is taken away. */
const SIDE_AXES: Readonly<Record<string, Axis>> = {
  left: 0,
  right: 0,
  front: 1,
  back: 1,
  rear: 1,
  upper: 2,
  top: 2,
  lower: 2,
  bottom: 2,
};

/** How the sentence says that the plane stands. @returns nothing where it does not say */
const standOf = (s: PlaneSentence, w: Worths): Stand | undefined => {
  const across = s.isAcrossAxis ? [w.axisRuns()] : [];
  const ways: Stand[] = [...s.faces, ...across].map((axis) => ({ kind: 'square', axis }));
  if (s.isHalfGone && !ways.length && !s.slope && !s.places.length) {
    const side = s.gone[0]?.toLowerCase();
    const axis = side === undefined ? undefined : SIDE_AXES[side];
    if (axis !== undefined) ways.push({ kind: 'square', axis });
  }
  // parallel to an upright axis a plane faces the front, if nothing places it to the side
  if (s.isAlongAxis && !ways.length && !s.slope && w.axisRuns() === 2) {
    const aside = s.places.find((p) => axisOfPlace(p) === 0);
    ways.push({ kind: 'square', axis: aside ? 0 : 1 });
  }
  if (s.slope) {
    const { to } = s.slope;
    const angle = w.angle(s.slope.angle);
    const isOfHP = to === 2 || to === 'axis';
    if ((to !== 'axis' && s.squareTo.includes(to)) || (s.isUpright && isOfHP))
      refuse(says('cutline.stands-twice'));
    const runs = to === 'axis' ? w.axisRuns() : undefined;
    if (runs === 1) return refuse(says('cutline.no-axis'));
    const view = to === 1 ? 'top' : to === 2 && s.squareTo.includes(0) ? 'side' : 'front';
    ways.push({ kind: 'sloping', view, angle: runs === 2 || to === 0 ? 90 - angle : angle });
  } else if (s.squareTo.length > 1) {
    const axis = AXES.find((k) => !s.squareTo.includes(k));
    if (axis !== undefined) ways.push({ kind: 'square', axis });
  }
  const said = (x: Stand): string => (x.kind === 'square' ? String(x.axis) : `${x.view} ${x.angle}`);
  const [way] = ways;
  if (!way) return undefined;
  const isTwice = ways.some((x) => said(x) !== said(way));
  const isAgainst =
    way.kind === 'square' && (s.squareTo.includes(way.axis) || (s.isUpright && way.axis === 2));
  if (isTwice || isAgainst) refuse(says('cutline.stands-twice'));
  return way;
};

/** The direction along which a place is counted; nothing for one that is only so far from the axis. */
const axisOfPlace = (p: SaidPlace): Axis | undefined =>
  p.kind === 'apart' ? undefined : p.kind === 'side' ? SIDES[p.side].axis : p.axis;

const worthOf = (p: SaidPlace, w: Worths): number => {
  switch (p.kind) {
    case 'side': {
      const { axis, end } = SIDES[p.side];
      return w.ends(axis)[end] + w.length(p.size) * (end === 0 ? 1 : -1);
    }
    case 'axis':
      return w.axis().at[p.axis] + p.way * w.length(p.size);
    case 'coordinate':
      return w.length(p.size);
    case 'share':
      return w.ends(p.axis)[0] + (w.ends(p.axis)[1] - w.ends(p.axis)[0]) * p.share;
    case 'apart':
      return w.length(p.size);
  }
};

/** A place that comes with an axis, an apex or a round. */
type Along = { readonly axis: Axis; readonly value: number; readonly words: string };

/** The places by which a plane is fixed: those that are said, and those that come with an axis, an apex or a round. */
const placesOf = (s: PlaneSentence, w: Worths, marks: readonly CutMark[]) => {
  const said = new Map<Axis, { readonly value: number; readonly words: string }>();
  const put = (axis: Axis, value: number, words: string): void => {
    const before = said.get(axis);
    if (before && Math.abs(before.value - value) > 1e-9)
      refuse(says('cutline.twice', { first: before.words, second: words }));
    said.set(axis, { value: tidyFigure(value), words });
  };
  for (const p of s.places) {
    const axis = axisOfPlace(p);
    if (axis !== undefined) put(axis, worthOf(p, w), p.words);
  }
  if (s.isBisecting) put(w.axisRuns(), w.middle(w.axisRuns()), 'the middle of the axis');
  const along: Along[] = [];
  if (s.isOnAxis || s.isThroughApex) {
    const { at } = w.axis();
    const runs = w.axisRuns();
    for (const axis of AXES)
      if (axis !== runs) along.push({ axis, value: tidyFigure(at[axis]), words: 'the axis' });
    if (s.isThroughApex) along.push({ axis: runs, value: w.ends(runs)[1], words: 'the apex' });
  }
  for (const m of marks.filter((x) => x.kind === 'round' && !x.along && s.rounds.includes(x.name))) {
    const { u, v } = VIEW_FRAMES[m.view];
    for (const axis of AXES)
      if (Math.abs(u[axis]) + Math.abs(v[axis]) > 0.5)
        along.push({ axis, value: tidyFigure(u[axis] * m.at[0] + v[axis] * m.at[1]), words: m.name });
  }
  return { said, along };
};

/** The place along a direction by all that is said of it. @throws Refusal where two things do not agree */
const placeAlong = (axis: Axis, { said, along }: ReturnType<typeof placesOf>): number | undefined => {
  const own = said.get(axis);
  const all = [...(own ? [{ axis, ...own }] : []), ...along.filter((p) => p.axis === axis)];
  const [first] = all;
  const other = first && all.find((p) => Math.abs(p.value - first.value) > 1e-6);
  if (first && other) refuse(says('cutline.twice', { first: first.words, second: other.words }));
  return first?.value;
};

/** The direction in which one looks. @throws Refusal where what goes and where one looks from do not agree */
const sightSaid = (s: PlaneSentence): Vec3 | undefined => {
  const own = s.sight && (s.sight.way === 'from' ? SEEN_FROM : TOWARDS)[s.sight.side.toLowerCase()];
  const away = sightPast(s);
  if (own && away && own.some((x, k) => x !== away[k]))
    refuse(says('cutline.twice', { first: 'what is taken away', second: 'from where one looks' }));
  return away ?? own;
};

/** The direction in which one looks past what is taken away: it is on the observer's side. */
const sightPast = (s: PlaneSentence): Vec3 | undefined => {
  const has = (words: RegExp): boolean => s.gone.some((g) => words.test(g));
  if (has(/^(?:upper|top)$/i)) return TOWARDS.down;
  if (has(/^(?:lower|bottom)$/i)) return TOWARDS.up;
  if (has(/^front$/i)) return TOWARDS.back;
  if (has(/^(?:back|rear)$/i)) return TOWARDS.front;
  if (has(/^left$/i)) return TOWARDS.right;
  return has(/^right$/i) ? TOWARDS.left : undefined;
};

/**
 * A half section about an axis that is upright or runs across: the front right quarter goes, or of one that lies the front upper quarter, if no other is
 * named.
 */
const halfSection = (s: PlaneSentence, c: PlaneCutContext, w: Worths): PlaneTrace => {
  const idle = s.places[0]?.words ?? s.bare ?? s.leans;
  if (idle) return refuse(says('cutline.idle', { typed: idle }));
  const places = placesOf(s.rounds.length ? s : { ...s, isOnAxis: true }, w, c.marks);
  const [x, y, z] = AXES.map((k) => placeAlong(k, places));
  const isLying = x === undefined && y !== undefined && z !== undefined;
  const side: ViewName = c.sidesOf('left') || !c.sidesOf('right') ? 'left' : 'right';
  const view: ViewName = isLying ? side : 'top';
  if (s.view && viewSaid(s.view) !== view) return refuse(says('cutline.stands-twice'));
  if (!c.sidesOf(view)) return refuse(says('cutline.absent', { view }));
  const at = isLying ? [view === 'left' ? -y : y, z] : [x, y];
  if (at[0] === undefined || at[1] === undefined) return refuse(says('cutline.no-axis'));
  const has = (words: RegExp): boolean => s.gone.some((g) => words.test(g));
  // of a lying axis the quarters are told by front and upper, of an upright one by front and right
  const unread = s.gone.find((g) =>
    (isLying ? /^(?:left|right)$/i : /^(?:upper|top|lower|bottom)$/i).test(g),
  );
  if (unread) return refuse(says('cutline.unused', { typed: `${unread} part` }));
  const sight = has(/^(?:back|rear)$/i) ? TOWARDS.front : TOWARDS.back;
  const angle = isLying ? (has(/^(?:lower|bottom)$/i) ? 270 : 90) : has(/^left$/i) ? 180 : 0;
  const look = (sight && lookAlong(view, sight)) ?? refuse(says('cutline.sight'));
  return {
    trace: { seenIn: view, at: [tidyFigure(at[0]), tidyFigure(at[1])], angle, half: true, look },
    assumed: [
      ...(s.gone.length ? [] : [`the front ${isLying ? 'upper' : 'right'} quarter taken away`]),
      `an edge in the ${view} view`,
    ],
  };
};

/** The words for a look that was taken for granted. */
const lookTaken = (sight: Vec3 | undefined, look: string): string[] => (sight ? [] : [`looking ${look}`]);

/** A plane square to a direction of the part, at a place along it. */
const squareTrace = (axis: Axis, value: number, s: PlaneSentence, c: PlaneCutContext): PlaneTrace => {
  const homes = HOMES[axis].filter((v) => !s.view || v === viewSaid(s.view));
  if (!homes.length) return refuse(says('cutline.stands-twice'));
  const view =
    homes.find((v) => c.sidesOf(v)) ?? refuse(says('cutline.absent', { view: homes[0] as string }));
  const [left, low, right, high] = c.sidesOf(view) as ViewSides;
  const { u, v } = VIEW_FRAMES[view];
  const isAcross = Math.abs(u[axis]) > 0.5;
  const place = tidyFigure(value * (isAcross ? u[axis] : v[axis]));
  const sight = sightSaid(s);
  const isFromRight = axis === 0 && !c.sidesOf('left') && c.sidesOf('right');
  const usual: readonly Vec3[] = [isFromRight ? [-1, 0, 0] : [1, 0, 0], [0, 1, 0], [0, 0, -1]];
  const look = lookAlong(view, sight ?? (usual[axis] as Vec3));
  if (!look || isAcross !== (look === 'left' || look === 'right')) return refuse(says('cutline.sight'));
  const through: [number, number][] = isAcross
    ? [
        [place, low],
        [place, high],
      ]
    : [
        [left, place],
        [right, place],
      ];
  return {
    trace: { seenIn: view, through, look },
    assumed: [...(s.view ? [] : [`an edge in the ${view} view`]), ...lookTaken(sight, look)],
  };
};

const viewSaid = (word: string): ViewName =>
  word === 'plan' ? 'top' : word === 'elevation' ? 'front' : (word as ViewName);

/** A plane that slopes as an edge of a view. @param apart how far it stands from the axis, towards the front, where that was said */
const slopingTrace = (
  { view: home, angle }: Extract<Stand, { kind: 'sloping' }>,
  at: (axis: Axis) => number,
  apart: number | undefined,
  s: PlaneSentence,
  c: PlaneCutContext,
): PlaneTrace => {
  const view: ViewName =
    home === 'side' ? (c.sidesOf('left') || !c.sidesOf('right') ? 'left' : 'right') : home;
  if (s.view && viewSaid(s.view) !== view) return refuse(says('cutline.stands-twice'));
  if (!c.sidesOf(view)) return refuse(says('cutline.absent', { view }));
  const leaning = s.leans === 'left' ? -angle : angle;
  const f = VIEW_FRAMES[view];
  const turn = (leaning * Math.PI) / 180;
  const off = apart ?? 0;
  const place = [f.u, f.v].map((d, i) => {
    const own = AXES.reduce<number>((sum, k) => sum + (Math.abs(d[k]) > 0.5 ? d[k] * at(k) : 0), 0);
    // square to the plane, towards the front
    return tidyFigure(own + off * (i === 0 ? Math.sin(turn) : -Math.cos(turn)));
  }) as [number, number];
  const sight = sightSaid(s);
  const usual: Vec3 = view === 'top' ? [0, 1, 0] : [0, 0, -1];
  const look = lookAlong(view, sight ?? usual) ?? refuse(says('cutline.sight'));
  const leanTaken = s.leans ? [] : [view === 'top' ? 'going back to the right' : 'rising to the right'];
  return {
    trace: { seenIn: view, at: place, angle: leaning, look },
    assumed: [
      ...leanTaken,
      ...(apart ? [`counted square to it, ${apart > 0 ? 'in front of' : 'behind'} the axis`] : []),
      ...(s.view ? [] : [`an edge in the ${view} view`]),
      ...lookTaken(sight, look),
    ],
  };
};

/** Whether the part has an axis of its own. */
const hasAxis = (w: Worths): boolean => attempt(() => w.axis()).ok;

/**
 * A plane that is typed by how it stands and what it passes through, without the view in which it is an edge: "horizontal, 30 above the base",
 * "inclined at 45 degrees to HP and perpendicular to VP, bisecting the axis", "parallel to VP, through the axis of bore", "x = 30", "half section about
 * the axis of bore". Every word is used, or named.
 * @returns undefined where the line says nothing of how a plane stands
 * @throws Refusal where something is said twice, is open, or is not understood
 */
export const traceByPlane = (typed: string, c: PlaneCutContext): PlaneTrace | undefined => {
  const rounds = c.marks.filter((m) => m.kind === 'round').map((m) => m.name);
  const s = readPlaneSentence(typed, c.part, rounds);
  const w = worthsOn(c);
  const [single] = s.places;
  const aloneAlong =
    s.places.length === 1 && single && !s.isOnAxis && !s.rounds.length ? axisOfPlace(single) : undefined;
  const alone = aloneAlong === 2 && s.isUpright ? undefined : aloneAlong;
  const stand = standOf(s, w) ?? (alone === undefined ? undefined : { kind: 'square' as const, axis: alone });
  const saysSomething =
    stand ||
    s.isHalf ||
    s.isHalfGone ||
    s.isAlongAxis ||
    s.isUpright ||
    s.isOnAxis ||
    s.isThroughApex ||
    s.places.length > 0 ||
    s.rounds.length > 0;
  if (!saysSomething) return undefined;
  if (s.over) return refuse(says('cutline.unused', { typed: s.over }));
  if (s.isHalf) return halfSection(s, c, w);
  if (!stand) return refuse(says('cutline.stand'));
  const assumed: string[] = [];
  if (
    !s.faces.length &&
    !s.isAcrossAxis &&
    !s.slope &&
    s.squareTo.length < 2 &&
    !s.isUpright &&
    stand.kind === 'square'
  )
    assumed.push(FACING[stand.axis] as string);

  const needed: readonly Axis[] =
    stand.kind === 'square'
      ? [stand.axis]
      : { front: [0, 2] as const, top: [0, 1] as const, side: [1, 2] as const }[stand.view];
  // of a sloping plane "10 in front of the axis" is counted square to the plane, as "10 from the axis" is
  const isSquareOff = (p: SaidPlace): p is Extract<SaidPlace, { kind: 'apart' | 'axis' }> =>
    p.kind === 'apart' ||
    (p.kind === 'axis' && stand.kind === 'sloping' && stand.view === 'top' && p.axis === 1);
  const apart = s.places.find(isSquareOff);
  const isOnAxis = s.isOnAxis || apart !== undefined || (s.isLengthwise && !s.places.length && hasAxis(w));
  const left = s.places.filter((p) => p !== apart);
  const places = placesOf({ ...s, places: left, isOnAxis }, w, c.marks);
  const { said } = places;
  if (s.leans && stand.kind === 'square') return refuse(says('cutline.idle', { typed: `to the ${s.leans}` }));
  const idle = [...said].find(([axis]) => !needed.includes(axis));
  if (idle) return refuse(says('cutline.idle', { typed: idle[1].words }));
  const [first] = needed as readonly [Axis];
  const isFixed = needed.some((k) => placeAlong(k, places) !== undefined);
  const size = s.bare !== undefined && stand.kind === 'square' && !isFixed ? s.bare : undefined;
  if (s.bare !== undefined && size === undefined) return refuse(says('cutline.unused', { typed: s.bare }));
  if (size !== undefined) {
    const side = s.besideSide ?? (LOW_SIDES[first] as Side);
    said.set(first, {
      value: tidyFigure(worthOf({ kind: 'side', side, size, words: size }, w)),
      words: size,
    });
    assumed.push(`counted from the ${side}`);
  }
  const isInMiddle = s.isMiddle || s.isHalfGone || s.isLengthwise;
  const byMiddle = needed.filter((k) => isInMiddle && placeAlong(k, places) === undefined);
  if (byMiddle.length && !s.isMiddle) assumed.push('through the middle');
  if (s.isMiddle && !byMiddle.length) return refuse(says('cutline.idle', { typed: 'through the middle' }));
  const find = (k: Axis): number | undefined =>
    placeAlong(k, places) ?? (byMiddle.includes(k) ? w.middle(k) : undefined);
  const open = needed.find((k) => find(k) === undefined);
  if (open !== undefined) return refuse(says('cutline.open', { way: LOW_SIDES[open] as string }));
  const at = (k: Axis): number => find(k) ?? 0;
  const off = apart && w.length(apart.size) * (apart.kind === 'axis' ? -apart.way : 1);
  const made =
    stand.kind === 'sloping'
      ? slopingTrace(stand, at, off, s, c)
      : squareTrace(stand.axis, at(stand.axis) - (stand.axis === 2 ? 0 : (off ?? 0)), s, c);
  if (off !== undefined && stand.kind === 'square')
    assumed.push(stand.axis === 0 ? 'to the left of the axis' : 'in front of the axis');
  if (off !== undefined && stand.kind === 'square' && stand.axis === 2)
    return refuse(says('cutline.idle', { typed: apart?.words ?? '' }));
  return { ...made, assumed: [...assumed, ...made.assumed] };
};
