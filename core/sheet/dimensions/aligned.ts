import type { DimensionBooks } from '../../dimension/books.ts';
import { cornerAt } from '../../dimension/corner.ts';
import type { SizeKey } from '../../dimension/place.ts';
import { pointOn2 } from '../../geometry/curve2.ts';
import { along2, distance2, dot, dot2, type Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { flatten } from '../../view/project.ts';
import type { View } from '../../view/view.ts';
import { figureWidth } from './figureText.ts';
import {
  ABOVE,
  ARROW,
  type Arrow,
  type Box,
  crosses,
  FIGURE,
  FIRST,
  isInRoom,
  type Laid,
  type Line,
  NEXT,
  OFF,
  PAST,
  passes,
  type RoomRound,
  roomOf,
} from './laid.ts';
import type { Note } from './notes.ts';
import { linesOfFace } from './reach.ts';
import { isApart, isFree, stand, standingOf } from './standing.ts';
import { chordsOfLine } from './viewChords.ts';

/** An end of an aligned dimension: where it is along the measured direction, and how far its feature reaches across it; paper mm. */
type End = { readonly at: number; readonly reach: readonly [number, number] };
/** What is measured in a view, along a direction of its own. */
type Measured = { readonly along: Vec2; readonly across: Vec2; readonly ends: readonly [End, End] };

/** Directions and lengths agree within this share. */
const TRUE = 1e-6;

const endAt = (along: Vec2, across: Vec2, points: readonly Vec2[]): End | undefined => {
  const [first] = points;
  if (!first) return undefined;
  const away = points.map((p) => dot2(p, across));
  return { at: dot2(first, along), reach: [Math.min(...away), Math.max(...away)] };
};

/** Both ends of the lines that a flat face is in a view that sees it edge-on; none where it does not. */
const edgeOn = (books: DimensionBooks, key: string, view: View, k: number): Vec2[] => {
  const s = books.surfaces.get(key);
  if (s?.kind !== 'plane' || Math.abs(dot(s.n, view.frame.toward)) > TRUE) return [];
  const n = flatten(view.frame, s.n);
  return linesOfFace(view, key)
    .flatMap((l) => (l.curve.type === 'line' ? [l.from, l.to].map((t) => pointOn2(l.curve, t)) : []))
    .filter((p) => Math.abs(dot2(p, n) - s.d) <= TRUE * books.part.tol.size)
    .map(([u, v]): Vec2 => [u * k, v * k]);
};

/** The direction of a size along an edge or square to faces, where a view shows it in its true length. */
const measuredIn = (books: DimensionBooks, size: SizeKey, view: View, k: number): Measured | undefined => {
  const corner = (key: string): Vec2[] => {
    const p = cornerAt(key, books.surfaces);
    if (!p) return [];
    const [u, v] = flatten(view.frame, p);
    return [[u * k, v * k]];
  };
  const of = (along: Vec2, a: readonly Vec2[], b: readonly Vec2[]): Measured | undefined => {
    const across: Vec2 = [-along[1], along[0]];
    const [p, q] = [endAt(along, across, a), endAt(along, across, b)];
    return p && q ? { along, across, ends: p.at < q.at ? [p, q] : [q, p] } : undefined;
  };
  if (size.what === 'chord') {
    const [[a], [b]] = size.of.map(corner) as [Vec2[], Vec2[]];
    if (!a || !b) return undefined;
    const far = distance2(a, b);
    return far > 0 ? of([(b[0] - a[0]) / far, (b[1] - a[1]) / far], [a], [b]) : undefined;
  }
  if (size.what !== 'across' && size.what !== 'height') return undefined;
  const [key, other] = size.of;
  const s = books.surfaces.get(key);
  if (s?.kind !== 'plane') return undefined;
  const ends = size.what === 'across' ? edgeOn(books, other, view, k) : corner(other);
  return of(flatten(view.frame, s.n), edgeOn(books, key, view, k), ends);
};

/** Lines stay so far off a figure, mm. */
const CLEAR = 0.6;
const cleared = ([x0, y0, x1, y1]: Box): Box => [x0 - CLEAR, y0 - CLEAR, x1 + CLEAR, y1 + CLEAR];

/** An aligned dimension is tried so many lanes out to both sides. */
const LANES = 8;
/** A dimension line runs so far past its ends where the arrows stand outside, mm. */
const OUTSIDE = 5;

/** A dimension line at a place across the measured direction, with its figure on it, read from below or from the right. */
const drawnAt = ({ along, across, ends: [a, b] }: Measured, away: number, text: string): Laid['drawn'] => {
  const at = (x: number, y: number): Vec2 => along2(along2([0, 0], along, x), across, y);
  const width = figureWidth(text);
  const free = b.at - a.at;
  const isInside = free >= width + 2 * ARROW + 1;
  const isBetween = free >= width + 1;
  // a figure stands on its head nowhere: it reads to the right, or upwards where it is upright
  const isTurned = along[0] < -TRUE || (Math.abs(along[0]) <= TRUE && along[1] < 0);
  const way = isTurned ? -1 : 1;
  const middle = isBetween ? (a.at + b.at) / 2 : b.at + ARROW + 1 + width / 2;
  const start = at(middle - (way * width) / 2, away + way * ABOVE);
  const corners = [0, width].flatMap((x) =>
    [0, FIGURE].map((y) => along2(along2(start, along, way * x), across, way * y)),
  );
  const xs = corners.map((p) => p[0]);
  const ys = corners.map((p) => p[1]);
  const box: Box = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
  const last = isInside ? b.at : isBetween ? b.at + OUTSIDE : middle + width / 2;
  const sense = isInside ? 1 : -1;
  const arrow = (x: number, to: number): Arrow => ({
    tip: at(x, away),
    along: [along[0] * to, along[1] * to],
  });
  return {
    line: [at(isInside ? a.at : a.at - OUTSIDE, away), at(last, away)],
    extension: [a, b].map(({ at: x, reach: [low, high] }): Line => {
      const out = away > high ? 1 : -1;
      return [at(x, (out > 0 ? high : low) + out * OFF), at(x, away + out * PAST)];
    }),
    arrows: [arrow(a.at, -sense), arrow(b.at, sense)],
    text: { at: start, angle: (Math.atan2(along[1] * way, along[0] * way) * 180) / Math.PI, box },
  };
};

/**
 * Sizes along an edge and square to faces that lean, drawn along their own direction beside what they measure.
 * @param k paper mm to a part unit
 * @returns those that the view shows in their true length with room beside it, and the others
 */
export const layAligned = (
  books: DimensionBooks,
  name: ViewName,
  view: View,
  k: number,
  notes: readonly Note[],
  standing: readonly Laid[],
  room: RoomRound | undefined,
): { readonly laid: Laid[]; readonly rest: Note[] } => {
  const laid: Laid[] = [];
  const rest: Note[] = [];
  const all = standingOf(standing);
  const lines = view.lines.flatMap((l) => chordsOfLine(l, k));
  const middle: Vec2 = [((view.box[0] + view.box[2]) / 2) * k, ((view.box[1] + view.box[3]) / 2) * k];
  const isClear = (d: Laid['drawn']): boolean => {
    const line = d.line as Line;
    return (
      isInRoom(roomOf(d), room) &&
      isApart(all, d.text.box) &&
      isFree(all, line, line, d.text.box) &&
      !lines.some((l) => passes(l, cleared(d.text.box))) &&
      !all.figures.some((f) => d.extension.some((l) => passes(l, f)))
    );
  };
  for (const n of notes) {
    const m = measuredIn(books, n.size, view, k);
    const isTrue =
      m && Math.abs(m.ends[1].at - m.ends[0].at - n.value * k) <= TRUE * Math.max(1, n.value * k);
    // clear of the view's own lines where there is such a place
    const crossesNone = (d: Laid['drawn']): boolean =>
      isClear(d) && !lines.some((l) => crosses(l, d.line as Line));
    const drawn =
      m && isTrue ? (placeOf(m, n, middle, crossesNone) ?? placeOf(m, n, middle, isClear)) : undefined;
    if (!drawn) {
      rest.push(n);
      continue;
    }
    stand(all, drawn);
    const { wanted, count, value, isRadius, text } = n;
    laid.push({ wanted, view: name, count, value, isRadius, text, drawn });
  }
  return { laid, rest };
};

/** The nearest place beside what is measured that is clear, first on the side away from the view's middle. */
const placeOf = (
  m: Measured,
  n: Note,
  middle: Vec2,
  isClear: (d: Laid['drawn']) => boolean,
): Laid['drawn'] | undefined => {
  const low = Math.min(...m.ends.map((e) => e.reach[0]));
  const high = Math.max(...m.ends.map((e) => e.reach[1]));
  const inward = dot2(middle, m.across) > (low + high) / 2;
  for (let lane = n.wanted.out ?? 0; lane < LANES; lane++)
    for (const out of inward ? [-1, 1] : [1, -1]) {
      const drawn = drawnAt(m, (out > 0 ? high : low) + out * (FIRST + NEXT * lane), n.text);
      if (isClear(drawn)) return drawn;
    }
  return undefined;
};
