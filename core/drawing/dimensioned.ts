import { notesNow, saySame } from '../dimension/alike.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import type { KeptDimension } from '../dimension/kept.ts';
import { toleranceWritten } from '../dimension/limitsOf.ts';
import type { SurfacesByKey } from '../dimension/surfacesByKey.ts';
import { leanTo } from '../sheet/dimensions/home.ts';
import { leaderId, partOfKept, type Wanted } from '../sheet/dimensions/laid.ts';
import { layOut } from '../sheet/dimensions/layOut.ts';
import type { LayDimensions } from '../sheet/dimensions/sheetDimensions.ts';
import type { Drawing } from './drawing.ts';
import { holeTableOf } from './holeTable.ts';

/** A kept dimension as the sheet wants it: one note, and those that it counted and that differ from it now, each by itself. */
const wantedOf = (books: DimensionBooks, d: KeptDimension): Wanted[] => {
  const [first, ...others] = notesNow(books, d);
  if (!first) return [];
  const alike = others.filter((n) => saySame(books, first, n));
  const apart = others.filter((n) => !alike.includes(n));
  const { tie, joined } = first;
  const { id, reference, view, words } = d;
  const note: Wanted = {
    id,
    tie,
    joined,
    alike: alike.map((n) => n.tie),
    reference,
    view,
    side: d.side,
    out: d.out,
    after: toleranceWritten(books, d, tie),
    square: d.square,
    leader: d.leader,
    spaces: d.spaces,
    ratio: d.ratio,
    words,
  };
  return [
    note,
    ...apart.map((n, i): Wanted => {
      const after = toleranceWritten(books, d, n.tie);
      return { id: partOfKept(id, i + 2), ...n, reference, view, words, after };
    }),
  ];
};

/** The notes that are led to faces, as the sheet wants them; one whose face is gone waits for it. */
const leadersOf = (books: DimensionBooks, { leaders = [] }: Drawing['setup']): Wanted[] =>
  leaders.flatMap(({ face, view, text }, i): Wanted[] =>
    books.surfaces.has(face)
      ? [{ id: leaderId(i), tie: { kind: 'size', size: leanTo(face) }, leader: face, view, note: text }]
      : [],
  );

/**
 * How the dimensions of a drawing, and its notes with leaders, are laid out on its sheet; nothing where it has none.
 * @param drawn the surfaces of what the sheet draws, where its views are interrupted
 */
export const dimensionsOnSheet = (
  { dimensions, setup }: Pick<Drawing, 'dimensions' | 'setup'>,
  books: () => DimensionBooks | undefined,
  drawn?: SurfacesByKey,
): LayDimensions | undefined => {
  const kept = dimensions?.list ?? [];
  if (!kept.length && !setup.leaders) return undefined;
  const own = books();
  if (!own) return undefined;
  const inTable = holeTableOf({ dimensions, setup }, own)?.says;
  const wanted = [
    ...kept.filter((d) => !inTable?.has(d.id)).flatMap((d) => wantedOf(own, d)),
    ...leadersOf(own, setup),
  ];
  return (views, k, around, what) =>
    layOut(own, wanted, views, k, around, {
      lines: setup.rules.lengths === 'running' ? 'running' : 'stacked',
      figures: setup.rules.figures ?? {},
      drawn,
      what,
    });
};
