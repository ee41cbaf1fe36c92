import type { DimensionBooks } from '../dimension/books.ts';
import type { KeptDimension } from '../dimension/kept.ts';
import { toleranceWritten } from '../dimension/limitsOf.ts';
import { tieNow } from '../dimension/tieNow.ts';
import type { Wanted } from '../sheet/dimensions/laid.ts';
import { layOut } from '../sheet/dimensions/layOut.ts';
import type { LayDimensions } from '../sheet/dimensions/sheetDimensions.ts';
import type { Drawing } from './drawing.ts';

/** A kept dimension as the sheet wants it; nothing where its faces are gone. */
const wantedOf = (books: DimensionBooks, d: KeptDimension): Wanted | undefined => {
  const tie = tieNow(books, d.tied);
  return (
    tie && {
      id: d.id,
      tie,
      reference: d.reference,
      view: d.view,
      side: d.side,
      out: d.out,
      after: toleranceWritten(books, d, tie),
      joined: d.joined?.flatMap((t) => tieNow(books, t) ?? []),
      leader: d.leader,
      spaces: d.spaces,
      ratio: d.ratio,
      words: d.words,
    }
  );
};

/** How the dimensions of a drawing are laid out on its sheet; nothing where it has none. */
export const dimensionsOnSheet = (
  { dimensions, setup }: Pick<Drawing, 'dimensions' | 'setup'>,
  books: () => DimensionBooks | undefined,
): LayDimensions | undefined => {
  const kept = dimensions?.list;
  if (!kept?.length) return undefined;
  const own = books();
  if (!own) return undefined;
  const wanted = kept.flatMap((d) => wantedOf(own, d) ?? []);
  return (views, k, around) =>
    layOut(own, wanted, views, k, around, {
      lines: setup.rules.lengths ?? 'stacked',
      figures: setup.rules.figures ?? {},
    });
};
