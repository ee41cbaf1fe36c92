import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import type { Laid } from '../../../core/sheet/dimensions/laid.ts';

/** The dimensions of a part as one press puts them on its sheet, counted from a base. */
export const laidOf = (file: PartFile): readonly Laid[] => {
  const d = drawingOfPart(file);
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) throw new Error('not built');
  const list = proposedDimensions(books, 'base', []);
  const worked = desk.work({ ...d, dimensions: { scheme: 'base', list } });
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet.dimensions.laid;
};
