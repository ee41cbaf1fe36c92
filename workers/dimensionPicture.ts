import type { KeptDimension, Tied } from '../core/dimension/kept.ts';
import type { Scheme } from '../core/dimension/propose.ts';
import { tieNow } from '../core/dimension/tieNow.ts';
import type { Desk } from '../core/drawing/desk.ts';
import {
  type DimensionBook,
  dimensionBook,
  dimensionNotes,
  worstInWords,
} from '../core/drawing/dimensionBook.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import type { Distances } from '../core/drawing/openGaps.ts';
import { dimensionsFor } from '../core/drawing/proposedDimensions.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { type Picked, pickedStation } from '../core/reading/pickedStation.ts';
import { svgPath } from '../formats/sheetSvg.ts';
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

/** Proposed dimensions, and how far apart the views are to stand for them; they stay where missing. */
export type DimensionProposal = {
  readonly list: KeptDimension[];
  readonly distances: Distances | undefined;
};

/** The dimensions that a scheme proposes; with `rest` those that stand stay, and only what they leave open is added. */
export const dimensionProposal = (
  desk: Desk,
  d: Drawing,
  scheme: Scheme,
  rest: boolean,
): DimensionProposal | undefined => {
  const books = desk.books(d);
  if (!books) return undefined;
  const list = dimensionsFor(d, books, scheme, rest ? (d.dimensions?.list ?? []) : []);
  return { list, distances: desk.openGaps({ ...d, dimensions: { ...d.dimensions, scheme, list } }) };
};

/** What a size adds up to at worst, in words with its value; nothing where the drawing cannot be drawn. */
export const worstPicture = (desk: Desk, d: Drawing, tied: Tied): string | undefined => {
  const books = desk.books(d);
  const tie = books && tieNow(books, tied);
  return books && tie && worstInWords(d, books, tie);
};

/** What was pointed at on the sheet to be dimensioned, with the line that lights up, as a path in paper mm with y down. */
export type PickedOnSheet = Omit<Picked, 'lit'> & { readonly lit: string };

/** What a place of the sheet stands for when it is dimensioned (paper mm, y up); nothing where no line is near. */
export const pickOnSheet = (desk: Desk, d: Drawing, at: Vec2, reach: number): PickedOnSheet | undefined => {
  const worked = desk.work(d);
  const books = desk.books(d);
  if (!worked.ok || !books) return undefined;
  const picked = pickedStation(worked.sheet, books, at, reach);
  return picked && { ...picked, lit: svgPath([picked.lit], worked.sheet.paper.height) };
};

/** What is wrong with a drawing's dimensions, as notes of the desk. */
export const notesOnDimensions = (desk: Desk, d: Drawing): readonly DeskNote[] => {
  const book = dimensionPicture(desk, d);
  return book
    ? dimensionNotes(book, d.setup.rules.dimensionsTold === 'asked').map((text) => ({
        path: ['dimensions'],
        where: 'dimensions',
        text,
        severity: 'doubt',
      }))
    : [];
};
