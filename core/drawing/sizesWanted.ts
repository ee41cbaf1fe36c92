import { assemblySizes } from '../dimension/assemblySizes.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import type { Tie } from '../dimension/propose.ts';
import { rulingOf } from '../dimension/ruling.ts';
import { tieSize } from '../dimension/tieNow.ts';
import { expandedPart } from '../part/expandedPart.ts';
import { figureAt } from '../part/figureAt.ts';
import type { BodyFile, PartFile } from '../part/schema.ts';
import type { Drawing } from './drawing.ts';

/** Which sizes a drawing is to have by its house rules: all of them where nothing is said. */
export type SizesOf = Drawing['setup']['rules']['dimensionsOf'];

/** The part whose sizes the books of a drawing hold: on the drawing of an assembly with all that is brought into it. */
export const partOfBooks = ({ part, setup }: Pick<Drawing, 'part' | 'setup'>): PartFile =>
  setup.rules.dimensionsOf === 'assembly' ? expandedPart(part) : part;

/** A name alone in the place of a figure leads to the named size. */
export const namedSize = (file: PartFile, text: string | number | undefined): string | undefined =>
  typeof text === 'string' && Object.hasOwn(file.dims ?? {}, text.trim()) ? text.trim() : undefined;

/** Keys and cotters are made to fit; other standard parts are bought, and no size of theirs matters on the drawing of an assembly. */
const isBought = ({ standard }: BodyFile): boolean =>
  standard !== undefined && !['parallelKey', 'taperKey', 'cotter'].includes(standard.kind);

/** The sizes that matter on the drawing of an assembly. */
const sizesOfAssembly = (d: Drawing, books: DimensionBooks): readonly Tie[] =>
  assemblySizes(books, new Set(d.part.bodies.filter(isBought).map((b) => b.name)));

/** Whether a dimension gives a size: the same length along the same axis between the same places, or the same size of the same faces. */
const gives = (books: DimensionBooks, a: Tie, b: Tie): boolean => {
  if (a.kind === 'linear' && b.kind === 'linear') {
    if (a.from.axis !== b.from.axis) return false;
    const ends = [b.from, b.to].map((s) => s.of);
    const at = (own: Extract<Tie, { kind: 'linear' }>['from']): boolean =>
      ends.some((of) => own.of.some((key) => of.includes(key)));
    return at(a.from) && at(a.to);
  }
  // the same diameter may be given on either of two parts that fit
  return (
    a.kind === 'size' &&
    b.kind === 'size' &&
    a.size.what === b.size.what &&
    Math.abs((tieSize(books, a) ?? 0) - (tieSize(books, b) ?? 0)) <= 1e-6 * books.part.tol.size
  );
};

/** Of the sizes that matter on the drawing of an assembly those that none of its dimensions gives. */
export const missingOfAssembly = (d: Drawing, books: DimensionBooks, given: readonly Tie[]): readonly Tie[] =>
  sizesOfAssembly(d, books).filter((tie) => !given.some((g) => gives(books, g, tie)));

/** Which sizes the drawing of a part is to dimension: all, or by rule those alone that follow from named sizes and nothing else. */
export const wantedBy = (d: Drawing, books: DimensionBooks): ((tie: Tie) => boolean) => {
  if (d.setup.rules.dimensionsOf !== 'named') return () => true;
  return (tie) => {
    const ruled = rulingOf(books, tie);
    return ruled.length > 0 && ruled.every((r) => namedSize(d.part, figureAt(d.part, r.path)) !== undefined);
  };
};
