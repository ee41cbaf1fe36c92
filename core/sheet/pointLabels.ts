import type { Box3 } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { pointOn2 } from '../geometry/curve2.ts';
import { distance2, dot, type Vec2 } from '../geometry/vec.ts';
import { labelIn, type NumberedPoint, type NumberingChoice } from '../ledger/numbering.ts';
import type { Posting } from '../ledger/postings.ts';
import { VIEW_FRAMES } from '../view/frames.ts';
import type { TextInk } from './ink.ts';
import { type PlacedView, placeOfPoint } from './placedView.ts';
import { onPaper } from './similarity.ts';

/** The names at one place of a view, the nearest to the observer first: "1,7". */
export type PointLabel = {
  readonly key: string;
  readonly view: PlacedView['name'];
  readonly text: string;
  /** the place on the paper that is named, and the middle of the lettering */
  readonly at: Vec2;
  readonly middle: Vec2;
};

/** By what a moved label is remembered: its view and the point written first. */
export const labelKey = (view: string, point: string): string => `${view}\n${point}`;

/** Height of the lettering, and the mean advance of a character as a share of it (osifont). */
const HEIGHT = 2;
const ADVANCE = 0.72;
/** Points nearer than this on the paper share a label, mm. */
const SAME_PLACE = 0.3;
/** Where a label is tried: directions round the point, and distances of the lettering's edge from it, mm. */
const DIRECTIONS = 16;
const DISTANCES = [0.9, 1.9, 3.2, 5] as const;
/** A curve is looked at as so many chords. */
const CHORDS = 24;
/** What counts against a place: a line through the lettering, other lettering, another point, distance, and the inside of the view. */
const COST = { line: 6, label: 30, point: 8, far: 0.7, inside: 1.2 } as const;

type Segment = readonly [Vec2, Vec2];
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

/** Whether a segment passes through a box (clipping by its four sides, Liang and Barsky 1984). */
const passes = ([a, b]: Segment, r: Box): boolean => {
  let [from, to] = [0, 1];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  for (const [d, q] of [
    [-dx, a[0] - r.x],
    [dx, r.x + r.w - a[0]],
    [-dy, a[1] - r.y],
    [dy, r.y + r.h - a[1]],
  ] as const) {
    if (d === 0) {
      if (q < 0) return false;
      continue;
    }
    const t = q / d;
    if (d < 0) from = Math.max(from, t);
    else to = Math.min(to, t);
    if (from > to) return false;
  }
  return true;
};

const segmentsOf = (v: PlacedView): Segment[] =>
  v.view.lines.flatMap((l) => {
    const n = l.curve.type === 'line' ? 1 : CHORDS;
    const at = (i: number): Vec2 => onPaper(v.toPaper, pointOn2(l.curve, l.from + ((l.to - l.from) * i) / n));
    return Array.from({ length: n }, (_, i): Segment => [at(i), at(i + 1)]);
  });

/**
 * Names the posted points of a view and finds each name a place of its own: near its point, off the lines, off other names, rather outside
 * the view than in it. Names moved by hand stay where they were put.
 * @param moved by `labelKey`, from the point, paper mm
 */
export const pointLabels = (
  v: PlacedView,
  points: readonly NumberedPoint[],
  postings: ReadonlyMap<string, Posting>,
  choice: NumberingChoice,
  moved: Readonly<Record<string, readonly [number, number]>> = {},
): PointLabel[] => {
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
  const segments = segmentsOf(v);
  const lines = boxGrid(
    segments.map(([a, b]) =>
      flat(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1])),
    ),
    1e-6,
  );
  const middle: Vec2 = [v.box.x + v.box.w / 2, v.box.y + v.box.h / 2];
  const placed: Box[] = [];
  const labels = groups.map((g): Omit<PointLabel, 'middle'> & { readonly width: number } => {
    const names = g.points.map((p) => labelIn(v.name, p.label, choice.school));
    const text = [...new Set(names)].join(',');
    const key = (g.points[0] as NumberedPoint).key;
    return { key, view: v.name, text, at: g.at, width: text.length * HEIGHT * ADVANCE };
  });
  const byHand = labels.map((l): Vec2 | undefined => {
    const by = moved[labelKey(v.name, l.key)];
    return by && [l.at[0] + by[0], l.at[1] + by[1]];
  });
  byHand.forEach((m, i) => {
    if (m) placed.push(boxAround(m, (labels[i] as { width: number }).width));
  });
  return labels.map(({ width, ...l }, i) => {
    const fixed = byHand[i];
    if (fixed) return { ...l, middle: fixed };
    const out: Vec2 = [l.at[0] - middle[0], l.at[1] - middle[1]];
    const size = Math.hypot(...out) || 1;
    let best: Vec2 = l.at;
    let least = Number.POSITIVE_INFINITY;
    for (const far of DISTANCES)
      for (let k = 0; k < DIRECTIONS; k++) {
        const q = (2 * Math.PI * k) / DIRECTIONS;
        const [c, s] = [Math.cos(q), Math.sin(q)];
        // the lettering's box stands with its near side `far` from the point
        const reach =
          far + Math.min(width / 2 / Math.max(1e-9, Math.abs(c)), HEIGHT / 2 / Math.max(1e-9, Math.abs(s)));
        const m: Vec2 = [l.at[0] + c * reach, l.at[1] + s * reach];
        const box = boxAround(m, width + 0.5);
        let cost = COST.far * far - (COST.inside * (c * out[0] + s * out[1])) / size;
        for (const j of lines.around(flat(box.x, box.y, box.x + box.w, box.y + box.h)))
          if (passes(segments[j] as Segment, box)) cost += COST.line;
        for (const b of placed) if (boxesMeet(b, box)) cost += COST.label;
        for (const o of labels)
          if (
            o.key !== l.key &&
            o.at[0] > box.x &&
            o.at[0] < box.x + box.w &&
            o.at[1] > box.y &&
            o.at[1] < box.y + box.h
          )
            cost += COST.point;
        if (cost < least) {
          least = cost;
          best = m;
        }
      }
    placed.push(boxAround(best, width));
    return { ...l, middle: best };
  });
};

/** A label as lettering. */
export const labelInk = (l: PointLabel): TextInk => ({
  kind: 'text',
  layer: 'numbers',
  text: l.text,
  at: [l.middle[0], l.middle[1] - HEIGHT / 2],
  height: HEIGHT,
  anchor: 'middle',
  label: { view: l.view, point: l.key, of: l.at },
});
