import type { PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import { statementOf } from '../statement/sentence.ts';

/** The worth of every length that the statement gives, in the part's unit. */
export const statedSizes = (file: PartFile): number[] => {
  const read = sizeReader(file);
  return statementOf(file).flatMap((line) =>
    line.tokens.flatMap((t) => {
      if (t.kind !== 'figure' || t.figure !== 'length') return [];
      try {
        return [Math.abs(read.length(t.text, []))];
      } catch {
        return []; // a word in the place of a figure, such as "through"
      }
    }),
  );
};

/** The coordinates that state the cuts of a sheet, part units. */
export const traceSizes = (sheet: Sheet): number[] =>
  sheet.sections.flatMap(({ plane }) =>
    plane.legs.flatMap((leg) => [...leg.start, ...(leg.end ?? [])].map(Math.abs)),
  );
