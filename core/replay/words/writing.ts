import { decimal, sizeText, squaresText } from '../../number/format.ts';
import type { PartFile } from '../../part/schema.ts';
import type { Sheet } from '../../sheet/drawnSheet.ts';
import { paperText, squareOf } from '../../sheet/layout/paperLength.ts';

/** How the steps of a replay write figures: in the part's own unit, inches as fractions; in squares where they have a worth. */
export type Writing = {
  /** @param size part units */
  readonly size: (size: number) => string;
  /** how many times */
  readonly number: (n: number) => string;
  /** @param mm on the paper; with its unit */
  readonly paper: (mm: number) => string;
};

export const writingFor = (file: PartFile, sheet: Sheet): Writing => {
  const square = squareOf(file);
  return {
    number: (n) => decimal(n, 2),
    size: (size) => (square && squaresText(size, square)) || sizeText(size, file.units, 6),
    paper: (mm) =>
      (square && squaresText(mm, square * sheet.scale)) || `${paperText(mm, file.units)} ${file.units}`,
  };
};
