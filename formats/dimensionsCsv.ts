import type { DimensionRow } from '../core/drawing/dimensionBook.ts';
import { decimal } from '../core/number/format.ts';
import { csvLine } from './csv.ts';

/** The dimensions of a drawing as CSV: a heading line, then a row each, with what it ties, its figure and its limits. */
export const dimensionsCsv = (rows: readonly DimensionRow[], units: 'mm' | 'in'): string =>
  [
    csvLine(['dimension', 'figure', `value ${units} or degrees`, 'ties', 'limits', 'stands']),
    ...rows.map((r) =>
      csvLine([
        r.id,
        r.text,
        r.value === undefined ? '' : decimal(r.value, 6),
        r.words,
        r.limits ?? '',
        r.standing,
      ]),
    ),
  ].join('');
