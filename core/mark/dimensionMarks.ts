import type { GivenLine } from '../balance/given.ts';
import { allAlongSight } from '../dimension/alongSight.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { ANGULAR } from '../dimension/place.ts';
import {
  type Audit,
  audit,
  relationsOfScheme,
  type Scheme,
  sizeWords,
  type Tie,
  tieWords,
} from '../dimension/propose.ts';
import { otherSideOf } from '../dimension/square.ts';
import type { Station } from '../dimension/stations.ts';
import { isAngle, tieSize } from '../dimension/tieNow.ts';
import { distance2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { listed } from '../naming/listed.ts';
import { sizeText } from '../number/format.ts';
import { wayIn } from '../sheet/dimensions/reach.ts';
import { causeOf, type DimensionFinding } from './dimensionFinding.ts';
import { type GivenFigure, isReference, statedSizes } from './givenFigure.ts';
import { holeTableTies } from './holeTableMarks.ts';
import { noteTies } from './noteMarks.ts';
import { FLAT, NEAR, ROUND, type Size, type SizesInUse, sizesInUse } from './sizesInUse.ts';

/** A view of the part: its box in it, across and up, part units. */
type ViewBox = { readonly name: ViewName; readonly box: readonly [number, number, number, number] };

/** Two views are about as near as one another within this share of the part's size. */
const BESIDE = 0.3;

/** A figure laid on a view: the two places along the view's direction. */
type Held = { readonly from: Station; readonly to: Station };
type Standing = {
  readonly view: ViewName;
  readonly held: Held | undefined;
  /** as long as it is drawn, part units */
  readonly drawn: number;
};

const laidPoint = (lay: (l: GivenLine) => GivenLine, p: Vec2): Vec2 => {
  const l = lay({ seen: true, kind: 'straight', a: p, b: p });
  return l.kind === 'straight' ? l.a : p;
};

const beyond = ([u, v]: Vec2, [u0, v0, u1, v1]: ViewBox['box']): number =>
  Math.max(0, u0 - u, u - u1) + Math.max(0, v0 - v, v - v1);

/** The view that a dimension stands in, by where its feet are, and the stations that it measures between. */
const hold = (
  figure: Extract<GivenFigure, { kind: 'distance' }>,
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
): Standing | undefined => {
  const near = NEAR * books.part.tol.size;
  const tries = views.flatMap(({ name, box }) => {
    const lay = lays.get(name);
    if (!lay) return [];
    const ends = [figure.from, figure.to].map((p) => laidPoint(lay, p)) as [Vec2, Vec2];
    const away = ends.reduce((sum, p) => sum + beyond(p, box), 0);
    for (const axis of [0, 1, 2] as const) {
      const way = wayIn(name, axis);
      if (!way || way.k !== figure.along) continue;
      const [from, to] = ends.map((p) =>
        books.stations
          .filter((s) => s.axis === axis)
          .reduce<Station | undefined>((best, s) => {
            const off = (x: Station): number => Math.abs(x.at - p[way.k] * way.sign);
            return off(s) <= near && (!best || off(s) < off(best)) ? s : best;
          }, undefined),
      );
      const drawn = Math.abs(ends[1][way.k] - ends[0][way.k]);
      return [{ view: name, away, drawn, held: from && to && from !== to ? { from, to } : undefined }];
    }
    return [];
  });
  // the view whose box the feet are nearest to, or one about as near that has stations there
  const [nearest] = tries.sort((a, b) => a.away - b.away);
  const reach = (nearest?.away ?? 0) + BESIDE * books.part.tol.size;
  return tries.find((t) => t.held && t.away <= reach) ?? nearest;
};

/** Holds figures against the part: what is wrong with each, and what each ties. */
const heldFigures = (
  figures: readonly GivenFigure[],
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
): { readonly found: DimensionFinding[]; readonly ties: Taken[] } => {
  const { units } = books.part;
  const found: DimensionFinding[] = [];
  const ties: Taken[] = [];
  const text = (x: number): string => sizeText(x, units);
  const rounds = sizesInUse(books);
  for (const figure of figures) {
    if (figure.kind === 'aslant') {
      const own = aslantMark(figure, lays, views, books, rounds);
      if (own.finding) found.push(own.finding);
      if (own.taken) ties.push(own.taken);
      continue;
    }
    if (figure.kind !== 'distance') continue;
    const where = hold(figure, lays, views, books);
    if (!where) continue;
    // a placeholder stands for what is measured
    const letters = figure.text.replace('<>', text(where.drawn));
    const [stated] = statedSizes(letters);
    if (!stated) continue;
    const round = where.held && stated.kind === 'plain' ? undefined : rounds.drawn(where.drawn);
    if (round) {
      const value = rounds.worthOf(round);
      if (!figure.text.includes('<>') && Math.abs(stated.value - value) > stated.within + 1e-6 * value) {
        const [kind, cause] = causeOf(stated, value);
        const sentence = `${letters} in the ${where.view} view is ⌀${text(value)} by the part: ${cause}.`;
        found.push({ kind, view: where.view, sentence, figure });
      }
      rounds.use(round);
      if (!isReference(letters))
        ties.push({ tie: { kind: 'size', size: round }, text: letters, view: where.view });
      continue;
    }
    const chord = where.held ? undefined : rounds.chordDrawn(where.drawn);
    if (chord) {
      const own = heldChord(figure, letters, where.view, chord, books, rounds);
      if (own.finding) found.push(own.finding);
      if (own.taken) ties.push(own.taken);
      continue;
    }
    if (!where.held) {
      const sentence = `${letters} in the ${where.view} view measures to a place where the part has no face, axis or corner.`;
      found.push({ kind: 'measures to nothing', view: where.view, sentence, figure });
      continue;
    }
    const tie: Tie = { kind: 'linear', from: where.held.from, to: where.held.to };
    const value = tieSize(books, tie) ?? 0;
    // a placeholder says what is measured: it cannot be typed over
    const isTyped = !figure.text.includes('<>');
    if (isTyped && Math.abs(stated.value - value) > stated.within + 1e-6 * value) {
      const [kind, cause] = causeOf(stated, value);
      const sentence = `${letters} in the ${where.view} view is ${text(value)} by the part, ${tieWords(tie)}: ${cause}.`;
      found.push({ kind, view: where.view, sentence, figure });
    }
    // a wrong figure stands for its size all the same: it is one mistake, not two
    if (isReference(letters)) continue;
    const besides = besidesOf(books, tie, letters);
    for (const own of [tie, ...besides]) ties.push({ tie: own, text: letters, view: where.view });
  }
  const tabled = holeTableTies(figures, [...lays.keys()], books, rounds, found);
  ties.push(...tabled);
  const notes = noteTies(figures, books, rounds, found, tabled);
  for (const n of notes) ties.push({ ...n, view: undefined });
  return { found, ties };
};

/** What else stands in the letters of a distance: the other side of a square, "□24", or how deep the same is cut, "12 ↧5". */
const besidesOf = (books: DimensionBooks, tie: Tie, letters: string): readonly Tie[] => {
  const side = letters.includes('□') ? otherSideOf(books, tie) : undefined;
  const depths = statedSizes(letters).filter((s) => s.kind === 'depth');
  const deep = depths.flatMap((s) =>
    allAlongSight(books)
      .filter(
        ({ tie: t, says }) =>
          says.what === 'depth' && Math.abs((tieSize(books, t) ?? Number.NaN) - s.value) <= s.within,
      )
      .slice(0, 1)
      .map(({ tie: t }) => t),
  );
  return [...(side ? [side] : []), ...deep];
};

/**
 * Marks the dimensions of a drawing made elsewhere on the part: figures held against the part, what is missing, and what is given twice.
 * @param lays how the views of that drawing lie on the part's own
 * @param scheme what the views may count on besides what any drawing shows
 */
export const dimensionMarks = (
  figures: readonly GivenFigure[],
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
  scheme: Scheme,
): DimensionFinding[] => {
  const { found, ties } = heldFigures(figures, lays, views, books);
  const checked = auditOf(books, ties, scheme);
  for (const m of checked.missing)
    found.push({
      kind: 'size missing',
      view: undefined,
      sentence: `Nothing gives ${m.words}${missingValue(books, m.tie)}.`,
    });
  for (const ring of checked.rings) {
    const own = ring.map((i) => ties[i] as (typeof ties)[number]);
    found.push({
      kind: 'size given twice',
      view: own.at(-1)?.view,
      sentence: `${listed(own.map((t) => t.text))} close a ring: one of them follows from the others, and is left out or put in brackets.`,
    });
  }
  return found;
};

/** The figures of a drawing that do not state what the part has, or measure to nothing of it; whether any are missing is not asked. */
export const wrongFigures = (
  figures: readonly GivenFigure[],
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
): DimensionFinding[] => heldFigures(figures, lays, views, books).found;

/** A dimension that runs aslant: the size along an edge or square to faces that is as long as it is drawn. */
const aslantMark = (
  figure: Extract<GivenFigure, { kind: 'aslant' }>,
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
  sizes: SizesInUse,
): { readonly finding?: DimensionFinding; readonly taken?: Taken } => {
  const { units } = books.part;
  const [nearest] = views
    .flatMap(({ name, box }) => {
      const lay = lays.get(name);
      if (!lay) return [];
      const [a, b] = [figure.from, figure.to].map((p) => laidPoint(lay, p)) as [Vec2, Vec2];
      return [{ name, away: beyond(a, box) + beyond(b, box), drawn: distance2(a, b) }];
    })
    .sort((a, b) => a.away - b.away);
  if (!nearest) return {};
  const view = nearest.name;
  const letters = figure.text.replace('<>', sizeText(nearest.drawn, units));
  const [stated] = statedSizes(letters);
  if (!stated) return {};
  const size = sizes.find(FLAT, nearest.drawn, NEAR * books.part.tol.size) ?? sizes.chordDrawn(nearest.drawn);
  if (!size) {
    const sentence = `${letters} in the ${view} view runs aslant and measures nothing that the part has.`;
    return { finding: { kind: 'measures to nothing', view, sentence, figure } };
  }
  return heldChord(figure, letters, view, size, books, sizes);
};

/** A size from place to place, held against what is written of it. */
const heldChord = (
  figure: Extract<GivenFigure, { kind: 'distance' | 'aslant' }>,
  letters: string,
  view: ViewName,
  size: Size,
  books: DimensionBooks,
  sizes: SizesInUse,
): { readonly finding?: DimensionFinding; readonly taken?: Taken } => {
  const { units } = books.part;
  const [stated] = statedSizes(letters);
  if (!stated) return {};
  const value = sizes.worthOf(size);
  sizes.use(size);
  const taken: Taken = { tie: { kind: 'size', size }, text: letters, view };
  const isWrong =
    !figure.text.includes('<>') && Math.abs(stated.value - value) > stated.within + 1e-6 * value;
  const [kind, cause] = causeOf(stated, value);
  const sentence = `${letters} in the ${view} view is ${sizeText(value, units)} by the part, ${sizeWords(size)}: ${cause}.`;
  return {
    ...(isWrong && { finding: { kind, view, sentence, figure } }),
    ...(!isReference(letters) && { taken }),
  };
};

type Taken = { readonly tie: Tie; readonly text: string; readonly view: ViewName | undefined };

/**
 * Audits what was taken. A note does not say which of several features of one size it is for: where one is missing and another of that size is given
 * twice, the note was for the missing one.
 * @param ties those that are read otherwise are put right in place
 */
const auditOf = (books: DimensionBooks, ties: Taken[], scheme: Scheme): Audit => {
  const more = relationsOfScheme(books, scheme);
  const now = (): Audit =>
    audit(
      books,
      ties.map((t) => t.tie),
      more,
    );
  let found = now();
  for (let tries = 0; tries < ties.length && found.missing.length && found.rings.length; tries++) {
    const swap = found.missing.flatMap(({ tie }) => {
      const i = found.redundant.find((k) => isLike(books, ties[k]?.tie, tie));
      return i === undefined ? [] : [{ i, tie }];
    })[0];
    if (!swap) break;
    const before = ties[swap.i] as Taken;
    ties[swap.i] = { ...before, tie: swap.tie };
    const next = now();
    if (next.missing.length >= found.missing.length) {
      ties[swap.i] = before;
      break;
    }
    found = next;
  }
  return found;
};

/** True for two sizes that are written alike: of one kind and as large. */
const isLike = (books: DimensionBooks, a: Tie | undefined, b: Tie): boolean => {
  if (a?.kind !== 'size' || b.kind !== 'size') return false;
  const kinds = [ROUND, ANGULAR, FLAT].find((k) => k.has(a.size.what));
  const [x, y] = [a, b].map((t) => tieSize(books, t) ?? Number.NaN) as [number, number];
  return kinds?.has(b.size.what) === true && Math.abs(x - y) <= 1e-6 * Math.max(1, Math.abs(x));
};

const missingValue = (books: DimensionBooks, tie: Tie): string => {
  const value = tieSize(books, tie);
  if (value === undefined) return '';
  return `, ${isAngle(tie) ? `${Number(value.toFixed(2))}°` : sizeText(value, books.part.units)}`;
};
