import { alongSight } from '../../dimension/alongSight.ts';
import type { DimensionBooks } from '../../dimension/books.ts';
import { type PitchSize, pitchCircleNow, type SizeKey, sizeNow, turnBetween } from '../../dimension/place.ts';
import { stationNow } from '../../dimension/stations.ts';
import type { SurfacesByKey } from '../../dimension/surfacesByKey.ts';
import { isLeftHanded, threadName } from '../../dimension/threadName.ts';
import { tieSize } from '../../dimension/tieNow.ts';
import { boxOf2, pointOn2 } from '../../geometry/curve2.ts';
import { add, dot, type Vec2, type Vec3 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import { facesOfMeeting } from '../../naming/keys.ts';
import type { View } from '../../view/view.ts';
import { layAligned } from './aligned.ts';
import { layAngles } from './angles.ts';
import { copiesOf } from './copies.ts';
import { type FigureStyle, lengthText } from './figureStyle.ts';
import { joinedText, sightText, sizeFigure, spacedFigure, squareText, written } from './figureText.ts';
import { homesOf, homeTie, isShownIn, isTurnedDiameter, leanTo, rectangleWay } from './home.ts';
import {
  type Around,
  type Box,
  isInRoom,
  isLevel,
  type Laid,
  type LengthLines,
  type Linear,
  OPEN,
  type RoomRound,
  roomOf,
  type Side,
  union,
  type Views,
  type Wanted,
} from './laid.ts';
import { layAlong, sideOf } from './lanes.ts';
import { isLessThanHalf, layNotes, type Note } from './notes.ts';
import { linesOfFace, linesWhereMeet, reachAt, wayIn } from './reach.ts';

/** The dimensions of a sheet in their places, and those that no view shows. */
export type LaidOut = { readonly laid: readonly Laid[]; readonly unplaced: readonly Wanted[] };

/** The boxes of views, part units: one is laid out at several scales. */
const boxes = new WeakMap<View, Box>();

const boxOf = (view: View, k: number): Box => {
  const far = Number.POSITIVE_INFINITY;
  const known =
    boxes.get(view) ??
    view.lines.reduce<Box>(
      (b, l) => {
        const x = boxOf2(l.curve, l.from, l.to);
        return [Math.min(b[0], x[0]), Math.min(b[1], x[1]), Math.max(b[2], x[2]), Math.max(b[3], x[3])];
      },
      [far, far, -far, -far],
    );
  boxes.set(view, known);
  const [u0, v0, u1, v1] = known;
  return [u0 * k, v0 * k, u1 * k, v1 * k];
};

/** How many features a figure is the size of: those of its own, and those that it counts besides. */
const countOf = (books: DimensionBooks, size: SizeKey, { alike = [] }: Wanted): number =>
  alike.reduce((n, t) => n + (t.kind === 'size' ? copiesOf(books, t.size) : 0), copiesOf(books, size));

/** What stands on the sheet for a distance. */
const distanceText = (books: DimensionBooks, wanted: Wanted, value: number, figures: FigureStyle): string => {
  const { units } = books.part;
  const { spaces, square, joined = [] } = wanted;
  if (spaces) return written(spacedFigure(value, spaces, units, figures), wanted);
  if (!square)
    return written(lengthText(value, units, figures), wanted, joinedText(books, joined, figures, true));
  const [other] = joined;
  return written(
    squareText(value, (other && tieSize(books, other)) ?? value, (x) => lengthText(x, units, figures)),
    wanted,
  );
};

/** A dimension between two stations in its view. */
const linearIn = (
  books: DimensionBooks,
  onSheet: DimensionBooks,
  wanted: Wanted,
  name: ViewName,
  view: View,
  box: Box,
  k: number,
  figures: FigureStyle,
): { readonly along: 0 | 1; readonly linear: Linear } | undefined => {
  const { tie } = wanted;
  const way = tie.kind === 'linear' ? wayIn(name, tie.from.axis) : undefined;
  if (tie.kind !== 'linear' || !way) return undefined;
  const ends = [tie.from, tie.to]
    .map((s) => {
      const at = stationNow(s, books.surfaces) ?? s.at;
      const place = stationNow(s, onSheet.surfaces) ?? s.at;
      const reach = reachAt(onSheet, s, name, view);
      const whole = way.k === 0 ? ([box[1], box[3]] as const) : ([box[0], box[2]] as const);
      return { at, on: place * way.sign * k, reach: reach ? ([reach[0] * k, reach[1] * k] as const) : whole };
    })
    .sort((a, b) => a.on - b.on) as [End, End];
  const value = Math.abs(ends[1].at - ends[0].at);
  const isOffScale = Math.abs(ends[1].on - ends[0].on - value * k) > TO_SCALE;
  return {
    along: way.k,
    linear: {
      wanted,
      zero: (stationNow(tie.from, onSheet.surfaces) ?? tie.from.at) * way.sign * k,
      lo: ends[0].on,
      hi: ends[1].on,
      reach: [ends[0].reach, ends[1].reach],
      count: 1,
      value,
      text: distanceText(books, wanted, value, figures),
      ...(isOffScale && { isOffScale }),
    },
  };
};
type End = { readonly at: number; readonly on: number; readonly reach: readonly [number, number] };

/** A length is drawn to scale where it is off by no more, mm. */
const TO_SCALE = 1e-6;
/** An end of a line counts as drawn at a place within this, mm. */
const AT_END = 1e-6;
/** Where only one end of a diameter is drawn, its line runs so far past the axis, mm. Source: ISO 129-1. */
const PAST_AXIS = 5;

/** A diameter across the rectangle that a round feature is in a view: its line runs square to the axis. */
const acrossIn = (
  books: DimensionBooks,
  wanted: Wanted,
  size: SizeKey,
  name: ViewName,
  view: View,
  k: number,
  figures: FigureStyle,
  isHiddenDrawn: boolean,
): { readonly along: 0 | 1; readonly linear: Linear } | undefined => {
  const faces = size.of.flatMap(facesOfMeeting);
  // a rim is where a round face ends, whichever of its two faces is named first
  const face =
    faces.find((f) => (books.surfaces.get(f)?.kind ?? 'plane') !== 'plane') ?? (faces[0] as string);
  const axis = rectangleWay(books, face, name);
  const surface = books.surfaces.get(face);
  const value = sizeNow(size, books.surfaces);
  if (axis === undefined || value === undefined || !surface || surface.kind === 'plane') return undefined;
  const along = axis === 0 ? 1 : 0;
  const { u, v } = VIEW_FRAMES[name];
  const centre = dot(along === 0 ? u : v, surface.o) * k;
  const half = (value / 2) * k;
  const [lo, hi] = [centre - half, centre + half];
  // a contour runs on along the axis; a rim alone lies on the end of the feature
  const contours = faces
    .filter((f) => (books.surfaces.get(f)?.kind ?? 'plane') !== 'plane')
    .flatMap((f) => linesOfFace(view, f))
    .filter((l) => isHiddenDrawn || l.class === 'visible')
    .map((l) => [l.from, l.to].map((t) => pointOn2(l.curve, t)) as [Vec2, Vec2])
    .filter(([p, q]) => Math.abs(p[axis] - q[axis]) * k > AT_END);
  const isDrawnAt = (place: number): boolean =>
    contours.some((ends) => ends.some((p) => Math.abs(p[along] * k - place) < AT_END));
  const [isLoDrawn, isHiDrawn] = [isDrawnAt(lo), isDrawnAt(hi)];
  const isHalf = isLoDrawn !== isHiDrawn;
  const meeting = linesWhereMeet(view, faces).flatMap((l) => {
    const b = boxOf2(l.curve, l.from, l.to);
    return along === 0 ? [b[1] * k, b[3] * k] : [b[0] * k, b[2] * k];
  });
  // a rim that is rounded off has no line of its own: the contours are measured across where they end
  const away = meeting.length
    ? meeting
    : contours
        .flat()
        .filter((p) => [lo, hi].some((place) => Math.abs(p[along] * k - place) < AT_END))
        .map((p) => p[axis] * k);
  if (!away.length) return undefined;
  const reach = [Math.min(...away), Math.max(...away)] as const;
  const count = copiesOf(books, size);
  const figure = sizeFigure(
    size,
    value,
    {
      count,
      isRadius: false,
      isBall: false,
      thread: size.what === 'thread' ? threadName(books, face) : undefined,
    },
    books.part.units,
    figures,
  );
  return {
    along,
    linear: {
      wanted,
      lo: isHalf && isHiDrawn ? centre - PAST_AXIS : lo,
      hi: isHalf && isLoDrawn ? centre + PAST_AXIS : hi,
      ...(isHalf && { half: isLoDrawn ? 'lo' : 'hi' }),
      reach: [reach, reach],
      count,
      value,
      text: written(figure, wanted),
    },
  };
};

/** A pitch circle as a view shows it. */
const pitchIn = (books: DimensionBooks, of: PitchSize, name: ViewName): Note['pitch'] => {
  const circle = pitchCircleNow(of, books.surfaces);
  const copy = books.surfaces.get(of[0]);
  if (!circle || copy?.kind !== 'cylinder') return undefined;
  const { u, v } = VIEW_FRAMES[name];
  const seen = (p: Vec3): Vec2 => [dot(u, p), dot(v, p)];
  const [first, second] = circle.spokes;
  const turn = turnBetween(first, second, circle.axis);
  return {
    centre: seen(circle.centre),
    radius: circle.radius,
    first: seen(add(circle.centre, first)),
    copies: copy.r,
    step: Math.min(turn, 2 * Math.PI - turn),
  };
};

const noteOf = (
  books: DimensionBooks,
  onSheet: DimensionBooks,
  wanted: Wanted,
  size: SizeKey,
  name: ViewName,
  views: Views,
  figures: FigureStyle,
): Note => {
  const whole = sizeNow(size, books.surfaces) ?? Number.NaN;
  const count = countOf(books, size, wanted);
  const isRadius =
    size.what === 'tube' || (size.what === 'diameter' && isLessThanHalf(books, size.of[0], views.values()));
  const isBall = size.what === 'diameter' && books.surfaces.get(size.of[0])?.kind === 'sphere';
  const value = isRadius ? whole / 2 : whole;
  const thread = size.what === 'thread' ? threadName(books, size.of[0]) : undefined;
  const joined = joinedText(books, wanted.joined ?? [], figures);
  const hand = thread !== undefined && isLeftHanded(books, size.of[0]) ? 'LH' : '';
  const text = written(
    sizeFigure(
      size,
      value,
      { count, isRadius, isBall, isRatio: wanted.ratio, thread },
      books.part.units,
      figures,
    ),
    wanted,
    [joined, hand].filter(Boolean).join(' '),
  );
  const pitch = size.what === 'pitch' ? pitchIn(onSheet, size.of, name) : undefined;
  return { wanted, size, value, count, isRadius, text, ...(pitch && { pitch }) };
};

/** A note that is led to a face and says no size of it; nothing for any other. */
const bareNote = (wanted: Wanted): Note | undefined => {
  const { note, leader } = wanted;
  if (note === undefined || leader === undefined) return undefined;
  return { wanted, size: leanTo(leader), value: Number.NaN, count: 1, isRadius: false, text: note };
};

/** The size at a face with which a size along a line is written as a note; nothing where it is not. */
const ledSize = ({ tie, leader, joined = [] }: Wanted): SizeKey | undefined =>
  tie.kind === 'linear' && leader !== undefined
    ? joined.flatMap((t) => (t.kind === 'size' && t.size.of[0] === leader ? [t.size] : []))[0]
    : undefined;

/** Whether a dimension is a note that is led to a face, and takes no lane in any view. */
const isLed = (w: Wanted): boolean => bareNote(w) !== undefined || ledSize(w) !== undefined;

/** A size along a line that is written as a note at a face, with the sizes joined to it: "4 x 2 x 45°"; nothing for any other. */
const ledNote = (books: DimensionBooks, wanted: Wanted, figures: FigureStyle): Note | undefined => {
  const { tie, leader, joined = [] } = wanted;
  const size = ledSize(wanted);
  if (tie.kind !== 'linear' || leader === undefined || !size) return undefined;
  const [a, b] = [tie.from, tie.to].map((s) => stationNow(s, books.surfaces) ?? s.at) as [number, number];
  const value = Math.abs(b - a);
  const count = copiesOf(books, size);
  const figure = `${count > 1 ? `${count} x ` : ''}${lengthText(value, books.part.units, figures)}`;
  const text = written(figure, wanted, joinedText(books, joined, figures, true));
  return { wanted, size: leanTo(leader), value, count, isRadius: false, text };
};

/** A size along the line of sight, as a note: "t=3" of what is added, "↧4" of what is cut; nothing for any other. */
const sightNote = (
  books: DimensionBooks,
  wanted: Wanted,
  name: ViewName,
  view: View,
  figures: FigureStyle,
): Note | undefined => {
  const { tie } = wanted;
  if (tie.kind !== 'linear' || wayIn(name, tie.from.axis)) return undefined;
  const says = alongSight(books, tie);
  const shown = says?.faces.filter((f) => linesOfFace(view, f).length > 0) ?? [];
  const face = shown.find((f) => linesOfFace(view, f).some((l) => l.class === 'visible')) ?? shown[0];
  if (!says || face === undefined) return undefined;
  const [a, b] = [tie.from, tie.to].map((s) => stationNow(s, books.surfaces) ?? s.at) as [number, number];
  const value = Math.abs(b - a);
  const text = written(sightText(says.what, lengthText(value, books.part.units, figures), figures), wanted);
  return { wanted, size: leanTo(face), value, count: 1, isRadius: false, text };
};

const OPPOSITE = { below: 'above', above: 'below', left: 'right', right: 'left' } as const;

/** Lays the sides of a view out; what has no room before the next view goes to the other side, where there is more. */
const layWithin = (
  bySide: Map<Side, Linear[]>,
  room: RoomRound | undefined,
  lay: (side: Side, list: readonly Linear[], standing: readonly Laid[]) => Laid[],
): Laid[] => {
  if (room)
    for (const side of ['below', 'above', 'left', 'right'] as const) {
      const other = OPPOSITE[side];
      if (room.beyond[other] <= room.beyond[side]) continue;
      // taking one away lets the others close up
      for (;;) {
        const list = bySide.get(side) ?? [];
        const outermost = lay(side, list, []).findLast(
          (d) => !isInRoom(roomOf(d.drawn), room) && !d.wanted.side,
        );
        const moved = outermost && list.find((l) => l.wanted === outermost.wanted);
        if (!moved) break;
        bySide.set(
          side,
          list.filter((l) => l !== moved),
        );
        bySide.set(other, [...(bySide.get(other) ?? []), moved]);
      }
    }
  const here: Laid[] = [];
  for (const [side, list] of bySide) here.push(...lay(side, list, here));
  return here;
};

/** How dimensions are written, by the house rules; and where the faces stand on the sheet, where its views are interrupted. */
export type DimensionStyle = {
  readonly lines: LengthLines;
  readonly figures: FigureStyle;
  readonly drawn?: SurfacesByKey | undefined;
  /** only those in lanes beside the views */
  readonly what?: 'all' | 'lanes' | undefined;
};
const USUAL_STYLE: DimensionStyle = { lines: 'stacked', figures: {} };

/** What stands in lanes beside a view, and what of its dimensions takes no lane. */
type Lanes = { readonly laid: readonly Laid[]; readonly rest: readonly Wanted[] };

/** The lines beside one view in their lanes. */
const layLanes = (
  books: DimensionBooks,
  own: readonly Wanted[],
  name: ViewName,
  views: Views,
  k: number,
  around: Around,
  { lines, figures, drawn }: DimensionStyle,
): Lanes => {
  const onSheet = drawnOf(books, drawn);
  const view = views.get(name) as View;
  const box = boxOf(view, k);
  const bySide = new Map<Side, Linear[]>();
  const rest: Wanted[] = [];
  const lineOf = (w: Wanted): ReturnType<typeof acrossIn> => {
    const { tie } = w;
    if (isLed(w)) return undefined;
    if (tie.kind === 'linear') return linearIn(books, onSheet, w, name, view, box, k, figures);
    return isTurnedDiameter(onSheet, tie.size)
      ? acrossIn(onSheet, w, tie.size, name, view, k, figures, !around.noHidden.has(name))
      : undefined;
  };
  for (const w of own) {
    const line = lineOf(w);
    if (!line) {
      rest.push(w);
      continue;
    }
    const natural = sideOf(line.along, box, line.linear);
    const side = w.side && isLevel(w.side) === (line.along === 0) ? w.side : natural;
    bySide.set(side, [...(bySide.get(side) ?? []), line.linear]);
  }
  const clear = around.taken.get(name) ?? box;
  const laid = layWithin(bySide, around.room.get(name), (side, list, standing) =>
    layAlong(name, side, box, clear, list, standing, lines),
  );
  return { laid, rest };
};

/** Values are those of the part; places those of what is drawn of it. */
const drawnOf = (books: DimensionBooks, drawn: SurfacesByKey | undefined): DimensionBooks =>
  drawn ? { ...books, surfaces: drawn } : books;

/** All dimensions of one view in their places: round what stands in its lanes come angles, then what leans, then notes. */
const layRound = (
  books: DimensionBooks,
  { laid, rest }: Lanes,
  name: ViewName,
  views: Views,
  k: number,
  around: Around,
  { figures, drawn }: DimensionStyle,
): Laid[] => {
  const onSheet = drawnOf(books, drawn);
  const view = views.get(name) as View;
  const box = boxOf(view, k);
  const room = around.room.get(name);
  const notes = rest.flatMap((w): Note[] => {
    const led = bareNote(w) ?? ledNote(books, w, figures) ?? sightNote(books, w, name, view, figures);
    if (led) return [led];
    return w.tie.kind === 'size' ? [noteOf(books, onSheet, w, w.tie.size, name, views, figures)] : [];
  });
  const angles = layAngles(onSheet, name, view, k, notes, laid, room);
  const round = [...laid, ...angles.laid];
  const aligned = layAligned(onSheet, name, view, k, angles.rest, round, room);
  round.push(...aligned.laid);
  const clear = around.taken.get(name) ?? box;
  return [...round, ...layNotes(name, view, k, union(box, clear), aligned.rest, round, room)];
};

/** A dimension on its way to a view: the views that would do, the best first, and which of them it is in. */
type Homed = { readonly w: Wanted; readonly able: readonly ViewName[]; readonly at: number };

/** What has no room beside its view goes to the next view that shows it; nothing where all stay. */
const movedOn = (homes: readonly Homed[], laid: readonly Laid[], around: Around): Homed[] | undefined => {
  const over = new Set(
    laid.flatMap((d) => (d.side && !isInRoom(roomOf(d.drawn), around.room.get(d.view)) ? [d.wanted] : [])),
  );
  const next = homes.map((h) => (over.has(h.w) && h.at + 1 < h.able.length ? { ...h, at: h.at + 1 } : h));
  return next.some((h, i) => h !== homes[i]) ? next : undefined;
};

/**
 * Lays dimensions out in their views: linear ones in lanes on the side where their extension lines are shorter, shorter ones nearer; diameters of
 * turned features across their rectangle; angles as arcs; sizes of what leans along their own direction; notes with leaders above and to the right. What has no room in one view goes to the next
 * that shows it.
 * @param k paper mm to a part unit
 * @param around what else stands beside the views, and how much room there is
 * @param style how lengths from one base stand, and figures are written
 */
export const layOut = (
  books: DimensionBooks,
  wanted: readonly Wanted[],
  views: Views,
  k: number,
  around: Around = OPEN,
  style: DimensionStyle = USUAL_STYLE,
): LaidOut => {
  let homes = wanted.map((w): Homed => {
    const able =
      w.view && isShownIn(w.tie, w.view, views)
        ? [w.view]
        : homesOf(books, homeTie(w.tie, w.leader), views).views;
    return { w, able, at: 0 };
  });
  const names = [...views.keys()];
  const lanesOf = (name: ViewName): Lanes => {
    const own = homes.flatMap((h) => (h.able[h.at] === name ? [h.w] : []));
    return layLanes(books, own, name, views, k, around, style);
  };
  const laidOf = (all: readonly Lanes[]): Laid[] => all.flatMap((l) => l.laid);
  // only what stands in lanes moves on to another view
  let lanes = names.map(lanesOf);
  for (
    let moved = movedOn(homes, laidOf(lanes), around);
    moved;
    moved = movedOn(homes, laidOf(lanes), around)
  ) {
    homes = moved;
    lanes = names.map(lanesOf);
  }
  const laid =
    style.what === 'lanes'
      ? laidOf(lanes)
      : names.flatMap((name, i) => layRound(books, lanes[i] as Lanes, name, views, k, around, style));
  const placed = new Set(laid.map((d) => d.wanted));
  return { laid, unplaced: wanted.filter((w) => !placed.has(w)) };
};
