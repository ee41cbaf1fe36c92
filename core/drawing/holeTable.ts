import { notesNow } from '../dimension/alike.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import type { KeptDimension } from '../dimension/kept.ts';
import { toleranceWritten } from '../dimension/limitsOf.ts';
import { type AxisNumber, placeAlong, sizeNow } from '../dimension/place.ts';
import { AXES, isAlong, type Station, stationNow } from '../dimension/stations.ts';
import { keyWriter } from '../dimension/surfacesByKey.ts';
import { tieNow } from '../dimension/tieNow.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { featureOfFace, readFaceKey } from '../naming/keys.ts';
import type { HoleTable } from '../sheet/annotate/holeRows.ts';
import { lengthText } from '../sheet/dimensions/figureStyle.ts';
import { joinedText, sizeFigure, written } from '../sheet/dimensions/figureText.ts';
import type { Drawing } from './drawing.ts';

/** How near two places are one, as a share of the part's size. */
const SAME = 1e-7;
/** A table of fewer holes says less than their dimensions do. */
const FEWEST = 2;

/** A hole: the key of its wall, the direction of its axis, a point of that, and its radius. */
type Hole = { readonly wall: string; readonly a: Vec3; readonly o: Vec3; readonly r: number };

const holesOf = (books: DimensionBooks): Hole[] => {
  const written = keyWriter(books.plain);
  const drilled = new Set(
    books.plain.bodies.flatMap((b) =>
      b.features.flatMap((f) => (f.shape.kind === 'hole' ? [written(b.name, f.id, f.id)] : [])),
    ),
  );
  return books.sizes.flatMap((s): Hole[] => {
    const [wall] = s.of;
    const surface = books.surfaces.get(wall);
    const isWall =
      s.what === 'diameter' && readFaceKey(wall).role === 'wall' && drilled.has(featureOfFace(wall));
    return isWall && surface?.kind === 'cylinder' ? [{ wall, a: surface.a, o: surface.o, r: surface.r }] : [];
  });
};

/** A distance of the list that a table can say: from a face, with nothing written beside it. */
type Distance = { readonly id: string; readonly axis: AxisNumber; readonly ends: readonly [number, number] };

const distancesOf = (books: DimensionBooks, kept: readonly KeptDimension[]): Distance[] =>
  kept.flatMap((k): Distance[] => {
    const { reference, fit, tolerance, spaces, joined, leader, words } = k;
    const isPlain = !(reference || fit || tolerance || spaces || joined || leader || words);
    const tie = isPlain ? tieNow(books, k.tied) : undefined;
    if (tie?.kind !== 'linear') return [];
    const at = (s: Station): number => stationNow(s, books.surfaces) ?? s.at;
    return [{ id: k.id, axis: tie.from.axis, ends: [at(tie.from), at(tie.to)] }];
  });

/** A place along an axis from a zero: the distance that says it, and where it is counted from. */
type Counted = { readonly id: string; readonly zero: number; readonly value: number };

const countedAlong = (
  books: DimensionBooks,
  distances: readonly Distance[],
  { wall }: Hole,
  axis: AxisNumber,
): Counted[] => {
  const at = placeAlong(wall, axis, books.surfaces);
  const near = SAME * books.part.tol.size;
  if (at === undefined) return [];
  return distances
    .filter((x) => x.axis === axis)
    .flatMap(({ id, ends: [a, b] }): Counted[] => {
      if (Math.abs(b - at) <= near) return [{ id, zero: a, value: Math.abs(b - a) }];
      return Math.abs(a - at) <= near ? [{ id, zero: b, value: Math.abs(b - a) }] : [];
    });
};

/** The zero from which most places are counted. */
const commonZero = (all: readonly Counted[], near: number): number | undefined => {
  const times = (zero: number): number => all.filter((c) => Math.abs(c.zero - zero) <= near).length;
  return all.reduce<number | undefined>(
    (best, { zero }) => (best === undefined || times(zero) > times(best) ? zero : best),
    undefined,
  );
};

/** A hole with its two places from the zero marks of its view. */
type Placed = { readonly hole: Hole; readonly x: Counted; readonly y: Counted };

/** The holes that a view shows as circles and whose places are both counted from one zero mark. */
const placedIn = (
  books: DimensionBooks,
  distances: readonly Distance[],
  holes: readonly Hole[],
  name: ViewName,
): { readonly placed: readonly Placed[]; readonly zero: Vec3 } | undefined => {
  const { u, v, toward } = VIEW_FRAMES[name];
  const near = SAME * books.part.tol.size;
  const [across, up] = [u, v].map((d) => AXES.find((k) => isAlong(d, k))) as [AxisNumber, AxisNumber];
  const seen = holes.filter((h) => dot(h.a, toward) > 1 - SAME);
  const all = seen.map((hole) => ({
    hole,
    xs: countedAlong(books, distances, hole, across),
    ys: countedAlong(books, distances, hole, up),
  }));
  const [zx, zy] = [
    commonZero(
      all.flatMap((h) => h.xs),
      near,
    ),
    commonZero(
      all.flatMap((h) => h.ys),
      near,
    ),
  ];
  if (zx === undefined || zy === undefined) return undefined;
  const placed = all.flatMap(({ hole, xs, ys }): Placed[] => {
    const x = xs.find((c) => Math.abs(c.zero - zx) <= near);
    const y = ys.find((c) => Math.abs(c.zero - zy) <= near);
    return x && y ? [{ hole, x, y }] : [];
  });
  const zero = [0, 0, 0] as [number, number, number];
  zero[across] = zx;
  zero[up] = zy;
  return { placed, zero };
};

/** The letters of a group of equal holes: A to Z, then AA. */
const lettersOf = (n: number): string =>
  n < 26 ? String.fromCharCode(65 + n) : lettersOf(Math.floor(n / 26) - 1) + lettersOf(n % 26);

/**
 * The table of a drawing's holes, where its house rules want one and it has a title block to stand on: of the view with the most holes whose places are
 * counted from one zero mark. Holes that are counted from elsewhere keep their dimensions.
 */
export const holeTableOf = (
  { dimensions, setup }: Pick<Drawing, 'dimensions' | 'setup'>,
  books: DimensionBooks,
): HoleTable | undefined => {
  if (setup.rules.lengths !== 'table' || setup.titleBlock === 'none') return undefined;
  const kept = dimensions?.list ?? [];
  const distances = distancesOf(books, kept);
  const holes = holesOf(books);
  const best = setup.views
    .flatMap((view) => {
      const found = placedIn(books, distances, holes, view);
      return found ? [{ view, ...found }] : [];
    })
    .reduce<{ view: ViewName; placed: readonly Placed[]; zero: Vec3 } | undefined>(
      (a, b) => (a && a.placed.length >= b.placed.length ? a : b),
      undefined,
    );
  if (!best || best.placed.length < FEWEST) return undefined;
  const { units } = books.part;
  const figures = setup.rules.figures ?? {};
  const inTable = new Set(best.placed.map((p) => p.hole.wall));
  const says = new Set(best.placed.flatMap((p) => [p.x.id, p.y.id]));
  const sizes = new Map<string, { readonly text: string; readonly id: string }>();
  for (const k of kept) {
    const notes = k.reference ? [] : notesNow(books, k);
    const walls = notes.map(({ tie }) =>
      tie.kind === 'size' && tie.size.what === 'diameter'
        ? holes.filter((h) => featureOfFace(h.wall) === featureOfFace(tie.size.of[0])).map((h) => h.wall)
        : [],
    );
    // a note that counts a hole outside the table stays where it is
    if (!notes.length || !walls.every((w) => w.length > 0 && w.every((x) => inTable.has(x)))) continue;
    says.add(k.id);
    for (const [i, { tie, joined }] of notes.entries()) {
      if (tie.kind !== 'size') continue;
      const value = sizeNow(tie.size, books.surfaces) ?? Number.NaN;
      const figure = sizeFigure(
        tie.size,
        value,
        { count: 1, isRadius: false, isBall: false },
        units,
        figures,
      );
      const wanted = { id: k.id, tie, after: toleranceWritten(books, k, tie), words: k.words };
      const text = written(figure, wanted, joinedText(books, joined, figures));
      for (const w of walls[i] ?? []) sizes.set(w, { text, id: k.id });
    }
  }
  const sizeOf = (p: Placed): string => sizes.get(p.hole.wall)?.text ?? '';
  const groups = [...new Set(best.placed.map(sizeOf))];
  const rows = groups.flatMap((size, n) =>
    best.placed
      .filter((p) => sizeOf(p) === size)
      .toSorted((p, q) => p.x.value - q.x.value || p.y.value - q.y.value)
      .map(({ hole, x, y }, i) => ({
        tag: `${lettersOf(n)}${i + 1}`,
        at: hole.o,
        radius: hole.r,
        cells: [lengthText(x.value, units, figures), lengthText(y.value, units, figures), size] as const,
        of: [x.id, y.id, sizes.get(hole.wall)?.id] as const,
      })),
  );
  return { view: best.view, zero: best.zero, rows, says };
};
