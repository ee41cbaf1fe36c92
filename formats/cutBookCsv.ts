import type { HowFound } from '../core/section/howFound.ts';
import { csvLine } from './csv.ts';

/** A row of a cut book: distances are on the paper. */
export type CutBookRow = {
  readonly label: string;
  readonly edge: string;
  readonly along: number;
  readonly fromXY: number;
  readonly view: string;
  /** how it is found in that view */
  readonly how: HowFound | undefined;
};

/** So many places has a figure. */
const PLACES = 4;

/**
 * The cut book as CSV, a row a cut point, in the order of their numbers.
 * @param fromLine the line from which the distances are counted: XY, or that of an auxiliary view
 * @param units of the distances
 */
export const cutBookCsv = (
  { rows, fromLine }: { readonly rows: readonly CutBookRow[]; readonly fromLine: string },
  units: 'mm' | 'in',
): string =>
  [
    ['point', 'on edge', `along trace ${units}`, `from ${fromLine} ${units}`, 'in view', 'found'],
    ...rows.map((r) => [
      r.label,
      r.edge,
      String(Number(r.along.toFixed(PLACES))),
      String(Number(r.fromXY.toFixed(PLACES))),
      r.view,
      r.how ?? '',
    ]),
  ]
    .map(csvLine)
    .join('');
