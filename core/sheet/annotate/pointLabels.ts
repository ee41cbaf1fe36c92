import type { Box3 } from '../../geometry/box.ts';
import { boxGrid } from '../../geometry/boxGrid.ts';
import { along2, distance2, dot, sub2, type Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import { labelIn, type NumberedPoint, type NumberingChoice } from '../../ledger/numbering.ts';
import type { Posting } from '../../ledger/postings.ts';
import { type Ink, type Stretch, straight, stroke, type TextInk } from '../ink/ink.ts';
import type { TitleGuides } from '../layout/titleGuides.ts';
import { type PlacedView, placeOfPoint } from '../views/placedView.ts';
import { chordsOf, clipped, type Segment } from './chords.ts';
import { letterWidth } from './letterWidth.ts';

/** The names at one place of a view, the nearest to the observer first: "1,7". */
export type PointLabel = {
  readonly key: string;
  readonly view: PlacedView['name'];
  readonly text: string;
  /** the place on the paper that is named, and the middle of the lettering */
  readonly at: Vec2;
  readonly middle: Vec2;
  /** from the point to the lettering, where that stands far off */
  readonly leader?: readonly [Vec2, Vec2];
};

/** By what a moved label is remembered: its view and the point written first. */
export const labelKey = (view: string, point: string): string => `${view}\n${point}`;

/** Height of the lettering, mm. */
const HEIGHT = 2.5;
/** Points nearer than this on the paper share a label, mm. */
const SAME_PLACE = 0.3;
/** Where a label is tried: directions round the point, and distances of the lettering's edge from it, mm. */
const DIRECTIONS = 24;
const DISTANCES = [0.9, 1.9, 3.2, 5, 7.5, 10, 13, 17, 22, 28, 35] as const;
/** A name that stands further off than this is led to its point by a light line. */
const LEADER_FROM = 3;
/** What counts against a place: a line or leader through the lettering, other lettering, another point, the frame, distance, and the inside of the view. */
const COST = { line: 40, label: 60, leader: 30, point: 8, frame: 200, far: 0.7, inside: 1.2 } as const;

/** How far from the frame lettering stays, mm. */
const FROM_FRAME = 1;
/** Kept free at both ends of a name, mm in all. */
const MARGIN = 0.5;

type Box = { readonly x: number; readonly y: number; readonly w: number; readonly h: number };

const boxAround = (middle: Vec2, w: number): Box => ({
  x: middle[0] - w / 2,
  y: middle[1] - HEIGHT / 2,
  w,
  h: HEIGHT,
});
const flat = (x0: number, y0: number, x1: number, y1: number): Box3 => [x0, y0, 0, x1, y1, 0];
const boxesMeet = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

const passes = (s: Segment, r: Box): boolean => clipped(s, r) !== undefined;

type Name = { readonly key: string; readonly text: string; readonly at: Vec2; readonly width: number };

/** The names of the posted points of a view, those that fall together as one. */
const namesIn = (
  v: PlacedView,
  points: readonly NumberedPoint[],
  postings: ReadonlyMap<string, Posting>,
  school: NumberingChoice['school'],
): Name[] => {
  const toward = VIEW_FRAMES[v.name].toward;
  const groups: { at: Vec2; points: NumberedPoint[] }[] = [];
  const posted = points.filter((p) => (postings.get(p.key) ?? 'none') !== 'none');
  // what the observer meets first is written first; of two equally near the earlier number
  for (const p of [...posted].sort((a, b) => dot(b.at, toward) - dot(a.at, toward))) {
    const at = placeOfPoint(v, p.at);
    const same = groups.find((g) => distance2(g.at, at) < SAME_PLACE);
    if (same) same.points.push(p);
    else groups.push({ at, points: [p] });
  }
  return groups.map((g) => {
    const text = [...new Set(g.points.map((p) => labelIn(v.name, p.label, school)))].join(',');
    return { key: (g.points[0] as NumberedPoint).key, text, at: g.at, width: letterWidth(text, HEIGHT) };
  });
};

type Place = { readonly middle: Vec2; readonly far: number };

/** What a place costs for what it is on; not all of it where it is `most` already, for the place is not wanted then. */
type CostOf = (box: Box, leader: Segment | undefined, most: number) => number;

/** The place round a point that costs least. */
const bestPlace = (l: Name, home: Vec2, costOf: CostOf): Place => {
  const out: Vec2 = [l.at[0] - home[0], l.at[1] - home[1]];
  const size = Math.hypot(...out) || 1;
  let best: Place = { middle: l.at, far: 0 };
  let least = Number.POSITIVE_INFINITY;
  for (const far of DISTANCES)
    for (let k = 0; k < DIRECTIONS; k++) {
      const q = (2 * Math.PI * k) / DIRECTIONS;
      const [c, s] = [Math.cos(q), Math.sin(q)];
      // the lettering's box stands with its near side `far` from the point
      const half = Math.min(
        l.width / 2 / Math.max(1e-9, Math.abs(c)),
        HEIGHT / 2 / Math.max(1e-9, Math.abs(s)),
      );
      const middle: Vec2 = [l.at[0] + c * (far + half), l.at[1] + s * (far + half)];
      const plain = COST.far * far - (COST.inside * (c * out[0] + s * out[1])) / size;
      if (plain >= least) continue;
      const leader: Segment | undefined = far > LEADER_FROM ? [l.at, middle] : undefined;
      const cost = plain + costOf(boxAround(middle, l.width + MARGIN), leader, least - plain);
      if (cost >= least) continue;
      least = cost;
      best = { middle, far };
    }
  return best;
};

/** Names that were placed early are placed again once the others have their places. */
const ROUNDS = 6;

/**
 * Names the posted points of a view and finds each name a place of its own: near its point, off the lines, off other names, rather outside
 * the view than in it. Names moved by hand stay where they were put.
 * @param frame the sheet's frame, which they stay inside
 * @param titles where the view's own name stands, which they keep clear of
 * @param taken the names of other views, which are kept clear of
 * @param drawn the lines on the paper that names are kept off
 * @param moved by `labelKey`, from the point, paper mm
 */
export const pointLabels = (
  v: PlacedView,
  points: readonly NumberedPoint[],
  postings: ReadonlyMap<string, Posting>,
  choice: NumberingChoice,
  frame: Box,
  titles: TitleGuides,
  taken: readonly PointLabel[] = [],
  drawn: readonly Stretch[] = [],
  moved: Readonly<Record<string, readonly [number, number]>> = {},
): PointLabel[] => {
  const names = namesIn(v, points, postings, choice.school);
  const segments = [
    ...drawn.flatMap(chordsOf),
    ...taken.flatMap((l): Segment[] => (l.leader ? [l.leader] : [])),
  ];
  const lines = boxGrid(
    segments.map(([a, b]) =>
      flat(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1])),
    ),
    1e-6,
  );
  const wide = letterWidth(v.title.toUpperCase(), titles.height);
  const title: Box = {
    x: v.box.x + v.box.w / 2 - wide / 2,
    y: v.box.y - titles.lower,
    w: wide,
    h: titles.height,
  };
  const elsewhere = [title, ...taken.map((l) => boxAround(l.middle, letterWidth(l.text, HEIGHT)))];
  const home: Vec2 = [v.box.x + v.box.w / 2, v.box.y + v.box.h / 2];
  const byHand = names.map((l): Place | undefined => {
    const by = moved[labelKey(v.name, l.key)];
    return by && { middle: [l.at[0] + by[0], l.at[1] + by[1]], far: 0 };
  });
  const places: (Place | undefined)[] = [...byHand];
  const boxes = names.map((o, i): Box | undefined => {
    const place = places[i];
    return place && boxAround(place.middle, o.width);
  });
  const costOf =
    (own: number): CostOf =>
    (box, leader, most) => {
      let cost = 0;
      if (
        box.x < frame.x + FROM_FRAME ||
        box.y < frame.y + FROM_FRAME ||
        box.x + box.w > frame.x + frame.w - FROM_FRAME ||
        box.y + box.h > frame.y + frame.h - FROM_FRAME
      )
        cost += COST.frame;
      if (cost >= most) return cost;
      for (const j of lines.around(flat(box.x, box.y, box.x + box.w, box.y + box.h)))
        if (passes(segments[j] as Segment, box)) {
          cost += COST.line;
          if (cost >= most) return cost;
        }
      for (const b of elsewhere) {
        if (boxesMeet(b, box)) cost += COST.label;
        if (leader && passes(leader, b)) cost += COST.leader;
        if (cost >= most) return cost;
      }
      for (const [i, o] of names.entries()) {
        if (i === own) continue;
        const place = places[i];
        const there = boxes[i];
        if (place && there) {
          if (boxesMeet(there, box)) cost += COST.label;
          if (place.far > LEADER_FROM && passes([o.at, place.middle], box)) cost += COST.leader;
          if (leader && passes(leader, there)) cost += COST.leader;
        }
        if (o.at[0] > box.x && o.at[0] < box.x + box.w && o.at[1] > box.y && o.at[1] < box.y + box.h)
          cost += COST.point;
        if (cost >= most) return cost;
      }
      return cost;
    };
  for (let round = 0; round < ROUNDS; round++) {
    let isMoved = false;
    for (const [i, l] of names.entries()) {
      if (byHand[i]) continue;
      const [before, place] = [places[i], bestPlace(l, home, costOf(i))];
      if (before && before.far === place.far && distance2(before.middle, place.middle) === 0) continue;
      places[i] = place;
      boxes[i] = boxAround(place.middle, l.width);
      isMoved = true;
    }
    // all would be found where they are again
    if (!isMoved) break;
  }
  return names.map(({ key, text, at }, i) => {
    const { middle, far } = places[i] as Place;
    const label = { key, view: v.name, text, at, middle };
    if (far <= LEADER_FROM) return label;
    return { ...label, leader: [at, along2(at, sub2(middle, at), far / distance2(at, middle))] as const };
  });
};

/** A label as lettering, with its leader. */
export const labelInk = (l: PointLabel): Ink[] => [
  ...(l.leader ? [stroke('numbers', 'rule', [straight(...l.leader)])] : []),
  lettering(l),
];

const lettering = (l: PointLabel): TextInk => ({
  kind: 'text',
  layer: 'numbers',
  text: l.text,
  at: [l.middle[0], l.middle[1] - HEIGHT / 2],
  height: HEIGHT,
  anchor: 'middle',
  label: { view: l.view, point: l.key, of: l.at },
});
