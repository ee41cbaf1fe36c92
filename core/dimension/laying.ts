import { boxOf2, pointOn2 } from '../geometry/curve2.ts';
import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { facesOfMeeting } from '../naming/keys.ts';
import { decimal, sizeText } from '../number/format.ts';
import type { View } from '../view/view.ts';
import { type DimensionBooks, type Station, stationNow } from './books.ts';
import { directionOf, type SizeKey, sizeNow } from './place.ts';
import type { Tie } from './propose.ts';

/** A rectangle on the paper: u0, v0, u1, v1, mm from the view's origin. */
export type Box = readonly [number, number, number, number];

/** A dimension as it is drawn in a view, paper mm from the view's origin. */
export type Drawn = {
  readonly line?: readonly [Vec2, Vec2];
  readonly extension: readonly (readonly [Vec2, Vec2])[];
  readonly text: { readonly at: Vec2; readonly angle: 0 | 90; readonly box: Box };
};

/** A dimension in its view. */
export type Laid = {
  readonly tie: Tie;
  readonly view: ViewName;
  /** of how many equal copies it is the size */
  readonly count: number;
  readonly value: number;
  readonly text: string;
  readonly drawn: Drawn;
};

export type Views = ReadonlyMap<ViewName, View>;

/** Height of the figures, and of the room round them, mm. */
const FIGURE = 3.5;
const ABOVE = 0.8;
/** How wide a character is, as a share of the figures' height; a little more than the widest usual one. */
const WIDE = 0.86;
/** The first dimension line from the outline, and the next ones from it, mm. */
const FIRST = 10;
const NEXT = 7;
/** An extension line begins so far off the outline and ends so far past the dimension line, mm. */
const OFF = 1;
const PAST = 2;
/** Arrows need so much room inside, mm. */
const ARROWS = 8;

const widthOf = (text: string): number => text.length * FIGURE * WIDE;
const meet = (a: Box, b: Box): boolean => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];

/** Which way of a view an axis of the part runs: across (0) or up (1), and in which sense; nothing where one looks along it. */
const wayIn = (view: ViewName, axis: 0 | 1 | 2): { readonly k: 0 | 1; readonly sign: number } | undefined => {
  const { u, v } = VIEW_FRAMES[view];
  if (Math.abs(u[axis]) > 0.5) return { k: 0, sign: u[axis] };
  return Math.abs(v[axis]) > 0.5 ? { k: 1, sign: v[axis] } : undefined;
};

const towardOf = (view: ViewName): Vec3 => VIEW_FRAMES[view].toward;

/** The views in which a station's feature shows its shape: a round one where its axis is seen end-on. */
const showsRound = (books: DimensionBooks, s: Station, view: ViewName): boolean => {
  const d = directionOf(books.surfaces.get(s.of[0] as string));
  return s.kind === 'axis' && d !== undefined && Math.abs(Math.abs(dot(d, towardOf(view))) - 1) < 1e-6;
};

const COMMON: readonly (readonly ViewName[])[] = [
  ['front', 'top', 'bottom', 'back', 'left', 'right'],
  ['top', 'left', 'right', 'bottom', 'front', 'back'],
  ['front', 'left', 'right', 'back', 'top', 'bottom'],
];

/** In which view a dimension goes: where a round feature is seen end-on, else where the axis is usually measured. */
const viewOfTie = (books: DimensionBooks, t: Tie, views: Views): ViewName | undefined => {
  const names = [...views.keys()];
  if (t.kind === 'linear') {
    const { axis } = t.from;
    const able = names.filter((n) => wayIn(n, axis));
    const shown = able.find((n) => [t.to, t.from].some((s) => showsRound(books, s, n)));
    return shown ?? COMMON[axis]?.find((n) => able.includes(n));
  }
  const s = books.surfaces.get(t.size.of[0]) ?? books.surfaces.get(t.size.of[1] ?? '');
  const d = directionOf(s);
  if (!d) return names[0];
  const isFlat = s?.kind === 'plane';
  // across flats and angles where the face is an edge; a round one where it is a circle
  const wanted = names.find((n) => {
    const along = Math.abs(dot(d, towardOf(n)));
    return isFlat ? along < 1e-6 : Math.abs(along - 1) < 1e-6;
  });
  return wanted ?? names[0];
};

/** How many copies of a feature have the size, by the faces of all copies. */
const copiesOf = (books: DimensionBooks, size: SizeKey): number => {
  const [key] = size.of;
  const bare = key.replace(/@.*$/, '');
  const value = sizeNow(size, books.surfaces);
  return books.sizes.filter(
    (x) =>
      x.what === size.what &&
      x.of[0].replace(/@.*$/, '') === bare &&
      Math.abs((sizeNow(x, books.surfaces) ?? Number.NaN) - (value ?? 0)) < 1e-9 * Math.max(1, value ?? 0),
  ).length;
};

const textOfSize = (size: SizeKey, value: number, count: number, unit: 'mm' | 'in'): string => {
  const many = count > 1 ? `${count} x ` : '';
  if (size.what === 'angle' || size.what === 'cone' || size.what === 'lean')
    return `${many}${decimal(value, 2)}°`;
  const sign = size.what === 'across' || size.what === 'chord' || size.what === 'height' ? '' : '⌀';
  return `${many}${sign}${sizeText(value, unit)}`;
};

/** Lanes of dimension lines along one side of a view: the shorter ones nearer, those that do not overlap in one lane. */
const lanesFor = (spans: readonly (readonly [number, number])[]): number[] => {
  const lanes: (readonly [number, number])[][] = [];
  const order = spans.map((s, i) => ({ s, i })).sort((a, b) => a.s[1] - a.s[0] - (b.s[1] - b.s[0]));
  const out: number[] = [];
  for (const { s, i } of order) {
    // a longer one stands outside every shorter one that it spans
    const within = lanes.map((l) => l.some((x) => x[0] < s[1] + 1 && s[0] - 1 < x[1]));
    const lowest = within.lastIndexOf(true) + 1;
    const lane = lanes[lowest] ?? [];
    lanes[lowest] = [...lane, s];
    out[i] = lowest;
  }
  return out;
};

type Linear = {
  readonly tie: Extract<Tie, { kind: 'linear' }>;
  readonly lo: number;
  readonly hi: number;
  readonly value: number;
  readonly text: string;
};

/** Linear dimensions of one direction in a view, in lanes below it or to its left. */
const layLinear = (view: ViewName, k: 0 | 1, box: Box, list: readonly Linear[]): Laid[] => {
  const spans = list.map(({ lo, hi, text }): readonly [number, number] => {
    const fits = hi - lo >= widthOf(text) + ARROWS;
    // beside the upper end where it does not fit between the arrows
    return fits ? [lo, hi] : [lo - 4, hi + 4 + widthOf(text)];
  });
  const lanes = lanesFor(spans);
  return list.map(({ tie, lo, hi, value, text }, i): Laid => {
    const side = box[k === 0 ? 1 : 0] - FIRST - NEXT * (lanes[i] as number);
    const at = (along: number, away: number): Vec2 => (k === 0 ? [along, away] : [away, along]);
    const width = widthOf(text);
    const fits = hi - lo >= width + ARROWS;
    const start = fits ? (lo + hi - width) / 2 : hi + 3;
    const textBox: Box =
      k === 0
        ? [start, side + ABOVE, start + width, side + ABOVE + FIGURE]
        : [side - ABOVE - FIGURE, start, side - ABOVE, start + width];
    const edge = box[k === 0 ? 1 : 0];
    return {
      tie,
      view,
      count: 1,
      value,
      text,
      drawn: {
        line: [at(lo, side), at(hi, side)],
        extension: [lo, hi].map((x): [Vec2, Vec2] => [at(x, edge - OFF), at(x, side - PAST)]),
        text: { at: [textBox[0], textBox[1]], angle: k === 0 ? 0 : 90, box: textBox },
      },
    };
  });
};

/** Where a note about a round or aslant face begins in a view: on its circle, or where its face is. */
const anchorOf = (size: SizeKey, view: View, k: number): Vec2 => {
  const keys = new Set(size.of.flatMap(facesOfMeeting));
  const own = view.lines.filter((l) => l.of.some((f) => keys.has(f)));
  const round = own.find((l) => l.curve.type === 'conic' && l.curve.round) ?? own[0];
  if (!round) return [((view.box[0] + view.box[2]) / 2) * k, ((view.box[1] + view.box[3]) / 2) * k];
  const [u, v] = pointOn2(round.curve, round.from + (round.to - round.from) * 0.125);
  return [u * k, v * k];
};

/** True where two stretches cross within both. */
const crosses = ([p, q]: readonly [Vec2, Vec2], [r, s]: readonly [Vec2, Vec2]): boolean => {
  const side = (a: Vec2, b: Vec2, c: Vec2): number =>
    (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  return side(p, q, r) * side(p, q, s) < 0 && side(r, s, p) * side(r, s, q) < 0;
};
const passes = ([p, q]: readonly [Vec2, Vec2], b: Box): boolean => {
  const inside = (x: Vec2): boolean => x[0] > b[0] && x[0] < b[2] && x[1] > b[1] && x[1] < b[3];
  const corners: readonly Vec2[] = [
    [b[0], b[1]],
    [b[2], b[1]],
    [b[2], b[3]],
    [b[0], b[3]],
  ];
  return inside(p) || inside(q) || corners.some((c, i) => crosses([p, q], [c, corners[(i + 1) % 4] as Vec2]));
};

/** Notes above and to the right of a view, each with a leader to its face; the first place that is clear of all that stands. */
const layNotes = (
  view: ViewName,
  own: View,
  k: number,
  box: Box,
  notes: readonly {
    readonly tie: Extract<Tie, { kind: 'size' }>;
    readonly value: number;
    readonly count: number;
    readonly text: string;
  }[],
  standing: readonly Laid[],
): Laid[] => {
  const out: Laid[] = [];
  const anchored = notes
    .map((n) => ({ ...n, from: anchorOf(n.tie.size, own, k) }))
    .sort((a, b) => a.from[0] - b.from[0] || b.from[1] - a.from[1]);
  for (const n of anchored) {
    const width = widthOf(n.text);
    const all = [...standing, ...out];
    const isClear = (b: Box, leader: readonly [Vec2, Vec2]): boolean =>
      all.every(({ drawn }) => {
        if (meet(b, drawn.text.box) || passes(leader, drawn.text.box)) return false;
        return !drawn.line || !(crosses(leader, drawn.line) || passes(drawn.line, b));
      });
    const places = placesForNotes(box, width, n.from);
    // a leader may have to cross another line; a figure never stands on another
    const isApart = (b: Box): boolean =>
      all.every(({ drawn }) => !meet(b, drawn.text.box) && !(drawn.line && passes(drawn.line, b)));
    const found =
      places.find(({ b, leader }) => isClear(b, leader)) ??
      places.find(({ b }) => isApart(b)) ??
      (places.at(-1) as (typeof places)[number]);
    out.push({
      tie: n.tie,
      view,
      count: n.count,
      value: n.value,
      text: n.text,
      drawn: {
        line: found.leader,
        extension: [],
        text: { at: [found.b[0], found.b[1]], angle: 0, box: found.b },
      },
    });
  }
  return out;
};

/** Notes stand in so many rows at most, beyond one another. */
const ROWS = 24;

/** Places round the upper and right side of a view where a note may stand, the nearest to what it is about first. */
const placesForNotes = (box: Box, width: number, from: Vec2): { b: Box; leader: readonly [Vec2, Vec2] }[] => {
  const out: { b: Box; leader: readonly [Vec2, Vec2]; far: number }[] = [];
  const take = (x: number, y: number): void => {
    const b: Box = [x, y, x + width, y + FIGURE];
    // the leader ends at the nearer lower corner
    const foot: Vec2 = from[0] <= x + width / 2 ? [x - 1, y - 0.5] : [x + width + 1, y - 0.5];
    out.push({ b, leader: [from, foot], far: Math.hypot(foot[0] - from[0], foot[1] - from[1]) });
  };
  for (let row = 0; row < ROWS; row++)
    for (let step = -8; step < 24; step++) {
      take(box[0] + step * 6, box[3] + 6 + 6 * row);
      take(box[2] + 6 + 6 * row, box[3] - 6 * step);
    }
  return out.sort((a, b) => a.far - b.far);
};

/**
 * Lays dimensions out in their views: linear ones in lanes below and to the left, shorter ones nearer; notes with leaders above and to the right.
 * @param k paper mm to a part unit
 */
export const layOut = (books: DimensionBooks, ties: readonly Tie[], views: Views, k: number): Laid[] => {
  const unit = books.part.units;
  const out: Laid[] = [];
  const homes = ties.map((tie) => ({ tie, view: viewOfTie(books, tie, views) }));
  for (const [name, view] of views) {
    const [u0, v0, u1, v1] = view.lines.reduce<Box>(
      (b, l) => {
        const x = boxOf2(l.curve, l.from, l.to);
        return [Math.min(b[0], x[0]), Math.min(b[1], x[1]), Math.max(b[2], x[2]), Math.max(b[3], x[3])];
      },
      [
        Number.POSITIVE_INFINITY,
        Number.POSITIVE_INFINITY,
        Number.NEGATIVE_INFINITY,
        Number.NEGATIVE_INFINITY,
      ],
    );
    const box: Box = [u0 * k, v0 * k, u1 * k, v1 * k];
    const here: Laid[] = [];
    for (const side of [0, 1] as const) {
      const list = homes.flatMap(({ tie, view: home }): Linear[] => {
        if (home !== name || tie.kind !== 'linear') return [];
        const way = wayIn(name, tie.from.axis);
        if (way?.k !== side) return [];
        const [a, b] = [tie.from, tie.to].map(
          (s) => (stationNow(s, books.surfaces) ?? s.at) * way.sign * k,
        ) as [number, number];
        const value = Math.abs(tie.to.at - tie.from.at);
        return [{ tie, lo: Math.min(a, b), hi: Math.max(a, b), value, text: sizeText(value, unit) }];
      });
      here.push(...layLinear(name, side, box, list));
    }
    const notes = homes.flatMap(({ tie, view: home }) => {
      if (home !== name || tie.kind !== 'size') return [];
      const value = sizeNow(tie.size, books.surfaces) ?? Number.NaN;
      const count = copiesOf(books, tie.size);
      return [{ tie, value, count, text: textOfSize(tie.size, value, count, unit) }];
    });
    here.push(...layNotes(name, view, k, box, notes, here));
    out.push(...here);
  }
  return out;
};
