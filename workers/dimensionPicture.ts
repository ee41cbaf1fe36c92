import type { KeptDimension } from '../core/dimension/kept.ts';
import type { Scheme } from '../core/dimension/propose.ts';
import type { Desk } from '../core/drawing/desk.ts';
import {
  type DimensionBook,
  dimensionBook,
  dimensionNotes,
  proposedDimensions,
} from '../core/drawing/dimensionBook.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import type { DeskNote } from './deskPicture.ts';

/** The books of a drawing's dimensions; nothing where it cannot be drawn. */
export const dimensionPicture = (desk: Desk, d: Drawing): DimensionBook | undefined => {
  const worked = desk.work(d);
  const books = desk.books(d);
  if (!worked.ok || !books) return undefined;
  return dimensionBook(
    d,
    books,
    new Map(worked.sheet.views.map((v) => [v.name, v.view])),
    worked.sheet.dimensions.laid,
  );
};

/** The dimensions that a scheme proposes; with `rest` those that stand stay, and only what they leave open is added. */
export const dimensionProposal = (
  desk: Desk,
  d: Drawing,
  scheme: Scheme,
  rest: boolean,
): readonly KeptDimension[] | undefined => {
  const books = desk.books(d);
  return books && proposedDimensions(books, scheme, rest ? (d.dimensions?.list ?? []) : []);
};

/** What is wrong with a drawing's dimensions, as notes of the desk. */
export const notesOnDimensions = (desk: Desk, d: Drawing): readonly DeskNote[] => {
  const book = dimensionPicture(desk, d);
  return book
    ? dimensionNotes(book).map((text) => ({
        path: ['dimensions'],
        where: 'dimensions',
        text,
        severity: 'doubt',
      }))
    : [];
};
