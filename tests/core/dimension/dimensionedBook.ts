import { openDesk } from '../../../core/drawing/desk.ts';
import { dimensionBook } from '../../../core/drawing/dimensionBook.ts';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';

/** What a drawing's dimensions may tie; the part must be one that can be drawn. */
export const booksOf = (d: Drawing) => {
  const books = openDesk().books(d);
  if (!books) throw new Error('not drawn');
  return books;
};

/** The drawing with all dimensions that are proposed for it, counted from a base. */
export const dimensioned = (d: Drawing): Drawing => ({
  ...d,
  dimensions: { scheme: 'base', list: proposedDimensions(booksOf(d), 'base', []) },
});

/** The books of a drawing's dimensions as they stand on its sheet. */
export const bookOf = (d: Drawing) => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  const views = new Map(worked.sheet.views.map((v) => [v.name, v.view]));
  return dimensionBook(d, booksOf(d), views, worked.sheet.dimensions.laid);
};
