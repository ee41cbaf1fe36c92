import type { DimensionBooks } from '../dimension/books.ts';
import { areOneDistance } from '../dimension/countedSizes.ts';
import { holeNotes } from '../dimension/holeNotes.ts';
import { type AxisNumber, placeAlong, sizeNow } from '../dimension/place.ts';
import { stationWords, type Tie } from '../dimension/propose.ts';
import { AXES, isAlong, type Station } from '../dimension/stations.ts';
import { tieSize } from '../dimension/tieNow.ts';
import { dot } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { sizeText } from '../number/format.ts';
import { causeOf, type DimensionFinding } from './dimensionFinding.ts';
import type { GivenFigure, StatedSize } from './givenFigure.ts';
import { signedSize, statedSizes } from './givenFigure.ts';
import { NEAR, type Size, type SizesInUse } from './sizesInUse.ts';
import type { TabledHole } from './tabledHoles.ts';

/** What a row says: both places, the hole's diameter, and how deep things are in it. */
type Row = {
  readonly of: TabledHole;
  readonly places: readonly [StatedSize, StatedSize];
  readonly diameter: StatedSize | undefined;
  readonly depths: readonly StatedSize[];
};

/** A hole as a view shows it: its size, and where its axis stands across and up, part units. */
type Hole = { readonly size: Size; readonly at: readonly [number, number]; readonly diameter: number };

/** Where a table counts from, and in which senses: 1 to the right or up. */
type Zero = {
  readonly view: ViewName;
  readonly axes: readonly [AxisNumber, AxisNumber];
  readonly from: readonly [Station, Station];
  readonly sense: readonly [1 | -1, 1 | -1];
  readonly holes: readonly Hole[];
};

const SENSES = [
  [1, 1],
  [-1, 1],
  [1, -1],
  [-1, -1],
] as const;

const rowsOf = (figures: readonly GivenFigure[]): Row[] =>
  figures.flatMap((of): Row[] => {
    if (of.kind !== 'tabled hole') return [];
    const [x, y] = of.places.map(signedSize);
    if (!x || !y) return [];
    const stated = statedSizes(of.size);
    return [
      {
        of,
        places: [x, y],
        diameter: stated.find((s) => s.kind === 'diameter'),
        depths: stated.filter((s) => s.kind === 'depth'),
      },
    ];
  });

const isSame = (s: StatedSize | undefined, value: number): boolean =>
  s !== undefined && Math.abs(s.value - value) <= s.within + 1e-6 * Math.abs(value);

/** The holes that a view shows as circles. */
const holesIn = (books: DimensionBooks, view: ViewName, axes: Zero['axes']): Hole[] =>
  books.sizes.flatMap((size): Hole[] => {
    const s = size.what === 'diameter' ? books.surfaces.get(size.of[0]) : undefined;
    if (s?.kind !== 'cylinder' || Math.abs(dot(s.a, VIEW_FRAMES[view].toward)) < 1 - 1e-9) return [];
    const [u, v] = axes.map((k) => placeAlong(size.of[0] as string, k, books.surfaces));
    return u === undefined || v === undefined ? [] : [{ size, at: [u, v], diameter: 2 * s.r }];
  });

/** The zero marks from which the rows of a table come to the most holes of the part; nothing where they come to none. */
const zeroOf = (
  books: DimensionBooks,
  rows: readonly Row[],
  views: readonly ViewName[],
): Zero | undefined => {
  const near = NEAR * books.part.tol.size;
  let best: { readonly zero: Zero; readonly votes: number } | undefined;
  for (const view of views) {
    const { u, v } = VIEW_FRAMES[view];
    const axes = [u, v].map((d) => AXES.find((k) => isAlong(d, k))) as [AxisNumber, AxisNumber];
    const signs = [u[axes[0]], v[axes[1]]] as const;
    const holes = holesIn(books, view, axes);
    const stations = axes.map((axis) => books.stations.filter((s) => s.axis === axis));
    for (const sense of SENSES) {
      const votes = new Map<string, { n: number; readonly from: readonly [Station, Station] }>();
      for (const row of rows)
        for (const hole of holes) {
          if (!isSame(row.diameter, hole.diameter)) continue;
          const [a, b] = ([0, 1] as const).map((k) => {
            const at = hole.at[k] - signs[k] * sense[k] * row.places[k].value;
            return stations[k]?.find((s) => Math.abs(s.at - at) <= near + row.places[k].within);
          });
          if (!a || !b) continue;
          const key = `${a.name} ${b.name}`;
          const own = votes.get(key) ?? { n: 0, from: [a, b] as const };
          own.n += 1;
          votes.set(key, own);
        }
      for (const { n, from } of votes.values())
        if (!best || n > best.votes) best = { zero: { view, axes, from, sense, holes }, votes: n };
    }
  }
  return best?.zero;
};

const HEADS = ['X', 'Y'] as const;

/** How far a hole is from a zero mark, as the table counts: along X (0) or Y (1). */
const placeFrom = ({ view, axes, from, sense }: Zero, hole: Hole, k: 0 | 1): number => {
  const { u, v } = VIEW_FRAMES[view];
  const sign = (k === 0 ? u : v)[axes[k]];
  const place = sense[k] * sign * (hole.at[k] - from[k].at);
  // what is nought is not written as less than nought
  return place === 0 ? 0 : place;
};

/**
 * Holds the rows of a table of holes against the part. The zero marks are those from which most rows come to a hole of their size. A row that comes to none
 * is the hole from which it differs by one figure.
 * @param sizes those that are said by the table are in use then
 * @param found what is wrong is put here
 * @returns what the rows tie, each distance once
 */
export const holeTableTies = (
  figures: readonly GivenFigure[],
  views: readonly ViewName[],
  books: DimensionBooks,
  sizes: SizesInUse,
  found: DimensionFinding[],
): { readonly tie: Tie; readonly text: string; readonly view: ViewName }[] => {
  const rows = rowsOf(figures);
  if (!rows.length) return [];
  const zero = zeroOf(books, rows, views);
  const wrong = (
    kind: DimensionFinding['kind'],
    view: ViewName | undefined,
    sentence: string,
    row: Row,
  ): void => {
    found.push({ kind, view, sentence, figure: row.of });
  };
  if (!zero) {
    const [first] = rows as [Row];
    wrong(
      'measures to nothing',
      undefined,
      'The table of holes comes to no hole of the part, from whatever face or axis it is counted.',
      first,
    );
    return [];
  }
  const { units } = books.part;
  const out: { tie: Tie; text: string; view: ViewName }[] = [];
  const joined = new Map(holeNotes(books).map((n) => [n.diameter.size.of[0], n.joined]));
  const used = new Set<Hole>();
  const held = (row: Row, hole: Hole): readonly [boolean, boolean, boolean] => [
    isSame(row.places[0], placeFrom(zero, hole, 0)),
    isSame(row.places[1], placeFrom(zero, hole, 1)),
    isSame(row.diameter, hole.diameter),
  ];
  const add = (tie: Tie, text: string): void => {
    if (!out.some((o) => areOneDistance(books, o.tie, tie))) out.push({ tie, text, view: zero.view });
  };
  const take = (row: Row, hole: Hole): void => {
    used.add(hole);
    for (const k of [0, 1] as const) {
      const to = books.stations.find(
        (s) => s.axis === zero.axes[k] && s.of.includes(hole.size.of[0] as string),
      );
      if (to && to !== zero.from[k])
        add(
          { kind: 'linear', from: zero.from[k], to },
          `${HEADS[k]} ${row.of.places[k]} of ${nameOf(row.of)}`,
        );
    }
    if (!row.diameter || sizes.isUsed(hole.size)) return;
    sizes.use(hole.size);
    out.push({ tie: { kind: 'size', size: hole.size }, text: row.of.size, view: zero.view });
    for (const tie of joined.get(hole.size.of[0] as string) ?? [])
      if (tie.kind === 'linear' && row.depths.some((d) => isSame(d, tieSize(books, tie) ?? Number.NaN)))
        add(tie, row.of.size);
      else if (tie.kind === 'size') {
        const value = sizeNow(tie.size, books.surfaces) ?? Number.NaN;
        if (!statedSizes(row.of.size).some((s) => isSame(s, value))) continue;
        sizes.use(tie.size);
        out.push({ tie, text: row.of.size, view: zero.view });
      }
  };
  const open = rows.filter((row) => {
    const hole = zero.holes.find((h) => !used.has(h) && held(row, h).every(Boolean));
    if (hole) take(row, hole);
    return !hole;
  });
  for (const row of open) {
    const hole = zero.holes.find((h) => !used.has(h) && held(row, h).filter(Boolean).length === 2);
    if (!hole) {
      const counted = `${stationWords(zero.from[0])} and ${stationWords(zero.from[1])}`;
      const sentence = `${nameOf(row.of)} in the table of holes (${row.of.places.join(', ')}, ${row.of.size}), counted from ${counted}: the part has no such hole.`;
      wrong('measures to nothing', zero.view, sentence, row);
      continue;
    }
    const off = held(row, hole).indexOf(false) as 0 | 1 | 2;
    const value = off === 2 ? hole.diameter : placeFrom(zero, hole, off);
    const stated = off === 2 ? row.diameter : row.places[off];
    const what = off === 2 ? row.of.size : `${HEADS[off]} ${row.of.places[off]}`;
    const [kind, cause] = stated
      ? causeOf(stated, value)
      : (['figure wrong', 'no diameter is written'] as const);
    const is = `${off === 2 ? '⌀' : ''}${sizeText(value, units)}`;
    wrong(
      kind,
      zero.view,
      `${what} of ${nameOf(row.of)} in the table of holes is ${is} by the part: ${cause}.`,
      row,
    );
    take(row, hole);
  }
  return out;
};

const nameOf = ({ tag }: TabledHole): string => (tag ? `hole ${tag}` : 'a row');
