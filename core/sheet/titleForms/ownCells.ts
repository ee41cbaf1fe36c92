import { OWN_IN_ROW } from '../layout/paper.ts';
import type { TitleForm } from './titleForm.ts';

/** A field of one's own in a title block. */
export type OwnField = { readonly label: string; readonly value: string };

/** A cell with a field of one's own: columns as shares of the block's width, rows counted from below; its lettering in mm. */
export type OwnCell = {
  readonly label: string;
  readonly row: number;
  readonly from: number;
  readonly to: number;
  readonly height: number;
};

/** The cells of one's own fields above those of a form; a row that is not full has its cells spread over the whole width. */
export const ownCells = (own: readonly OwnField[], { rows }: Pick<TitleForm, 'rows'>): OwnCell[] =>
  own.map(({ label }, i) => {
    const first = i - (i % OWN_IN_ROW);
    const inRow = Math.min(OWN_IN_ROW, own.length - first);
    return {
      label,
      row: rows + first / OWN_IN_ROW,
      from: (i - first) / inRow,
      to: (i - first + 1) / inRow,
      height: 3,
    };
  });
