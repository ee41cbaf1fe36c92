import { arcSizes } from '../dimension/arcSizes.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import type { Tied } from '../dimension/kept.ts';
import { arcSpokes, type SizeKey, sizeNow } from '../dimension/place.ts';
import { sizeWords, stationWords } from '../dimension/propose.ts';
import { type Station, stationNow } from '../dimension/stations.ts';
import { tiedBy } from '../dimension/tieNow.ts';
import { length2, type Vec2 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { sizeText } from '../number/format.ts';
import { wayIn } from '../sheet/dimensions/reach.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { stretchOnPaper } from '../sheet/layout/similarity.ts';
import { placeFromDrawn } from '../solid/interruption.ts';
import { nearestLine } from './lineStory.ts';

/** A place along an axis that a line of a view stands for. */
export type StationPicked = {
  readonly axis: 0 | 1 | 2;
  readonly key: string;
  readonly words: string;
  readonly at: number;
};

/** A size that what was pointed at has by itself. */
export type RoundPicked = { readonly tied: Tied; readonly words: string; readonly text: string };

/** What was pointed at on the sheet to be dimensioned. */
export type Picked = {
  readonly view: ViewName;
  /** along the axes that the view shows: one for a level or upright line, two for the centre of a round */
  readonly stations: readonly StationPicked[];
  /** a face that meets in the line, to which a note can be led */
  readonly face: string | undefined;
  /** of a round: its own size */
  readonly round: RoundPicked | undefined;
  /** of an arc that ends in corners: how far they are apart, and how long it is */
  readonly arc: readonly RoundPicked[];
  /** the line that was taken, on the paper */
  readonly lit: Stretch;
};

/** How near a station stands to a line, as a share of the part's size. */
const NEAR = 1e-6;
/** A direction within this slope of level or upright is so. */
const STRAIGHT = 1e-9;
/** Beyond its box a view is still pointed at so far, mm. */
const ROUND_BOX = 4;

const stationAlong = (
  books: DimensionBooks,
  view: ViewName,
  k: 0 | 1,
  at: number,
): StationPicked | undefined => {
  for (const axis of [0, 1, 2] as const) {
    const way = wayIn(view, axis);
    if (way?.k !== k) continue;
    const place = (s: Station): number => stationNow(s, books.surfaces) ?? s.at;
    const found = books.stations.find(
      (s) => s.axis === axis && Math.abs(place(s) - at * way.sign) <= NEAR * books.part.tol.size,
    );
    if (found) return { axis, key: found.of[0] as string, words: stationWords(found), at: place(found) };
  }
  return undefined;
};

/** The size of a round whose circle stands at a centre in a view. */
const roundAt = (
  books: DimensionBooks,
  view: ViewName,
  centre: Vec2,
  radius: number,
): Extract<SizeKey, { what: 'diameter' }> | undefined =>
  books.sizes.find((s): s is Extract<SizeKey, { what: 'diameter' }> => {
    if (s.what !== 'diameter') return false;
    const surface = books.surfaces.get(s.of[0]);
    const value = sizeNow(s, books.surfaces);
    if (!surface || surface.kind === 'plane' || value === undefined) return false;
    const near = NEAR * books.part.tol.size;
    return (
      Math.abs(value - 2 * radius) <= near &&
      [0, 1, 2].every((axis) => {
        const way = wayIn(view, axis as 0 | 1 | 2);
        return !way || Math.abs((surface.o[axis] as number) * way.sign - centre[way.k]) <= near;
      })
    );
  });

/**
 * What a place of the sheet stands for when it is dimensioned: the line there as a station, or a round by its centre and its size.
 * @param at paper mm, y up @param reach how near a line must be, mm
 * @returns undefined where no line of a view is near; no stations where the line runs aslant
 */
export const pickedStation = (
  sheet: Sheet,
  books: DimensionBooks,
  at: Vec2,
  reach: number,
): Picked | undefined => {
  const v = sheet.views.find(
    ({ box }) =>
      at[0] > box.x - ROUND_BOX &&
      at[0] < box.x + box.w + ROUND_BOX &&
      at[1] > box.y - ROUND_BOX &&
      at[1] < box.y + box.h + ROUND_BOX,
  );
  if (!v) return undefined;
  const inView: Vec2 = [(at[0] - v.toPaper.to[0]) / v.toPaper.k, (at[1] - v.toPaper.to[1]) / v.toPaper.k];
  const near = nearestLine(v.view, inView);
  if (!near || near.off * v.toPaper.k > reach) return undefined;
  /** The place of the part that is drawn at a place of the view. */
  const inPart = (p: Vec2): Vec2 => placeFromDrawn(sheet.interruptions, VIEW_FRAMES[v.name], p);
  const { curve } = near.line;
  const lit = stretchOnPaper(v.toPaper, near.line);
  const face = near.line.of.find((key) => books.surfaces.has(key));
  const bare = { view: v.name, lit, face, round: undefined, arc: [] };
  if (curve.type === 'line') {
    const k = Math.abs(curve.d[1]) <= STRAIGHT ? 1 : Math.abs(curve.d[0]) <= STRAIGHT ? 0 : undefined;
    const station = k === undefined ? undefined : stationAlong(books, v.name, k, inPart(curve.p)[k]);
    return { ...bare, stations: station ? [station] : [] };
  }
  if (curve.type !== 'conic' || !curve.round) return { ...bare, stations: [] };
  const centre = inPart(curve.c);
  const size = roundAt(books, v.name, centre, length2(curve.major));
  const stations = ([0, 1] as const).flatMap((k) => stationAlong(books, v.name, k, centre[k]) ?? []);
  const shown = (s: SizeKey, sign: string): RoundPicked[] => {
    const value = sizeNow(s, books.surfaces);
    if (value === undefined) return [];
    const text = `${sign}${sizeText(value, books.part.units)}`;
    return [{ tied: tiedBy({ kind: 'size', size: s }), words: sizeWords(s), text }];
  };
  const own = arcSizes(books).find((a) => near.line.of.includes(a.face));
  // of an arc of more than half a turn the shorter way round is not what is drawn
  const turn = own && arcSpokes(own.arc.of, books.surfaces)?.angle;
  const isWhole = turn !== undefined && Math.abs(Math.abs(near.line.to - near.line.from) - turn) <= NEAR;
  return {
    ...bare,
    stations,
    round: size && shown(size, '⌀')[0],
    arc: own && isWhole ? [...shown(own.chord, ''), ...shown(own.arc, '⌒')] : [],
  };
};
