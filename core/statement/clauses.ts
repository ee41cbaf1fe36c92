import type { Account } from '../naming/accounts.ts';
import { type Clause, count, type Figure, maybe } from '../part/clauses.ts';
import { definitionOf, SHAPES, type ShapeFile } from '../part/shapes/shapes.ts';

export type ShapeKind = ShapeFile['kind'];

/** What a sentence calls each shape. */
export const OPENINGS = Object.fromEntries(SHAPES.map((s) => [s.kind, s.name])) as Record<ShapeKind, string>;

/** The clauses of a shape, in the order they are written. Each kind of profile has its own words (see profileText). */
export const shapeClauses = (kind: ShapeKind): readonly Clause[] => definitionOf(kind).clauses;

const point = (...path: string[]): (string | Figure)[] => [
  '[',
  { path: [...path, 0], kind: 'length', account: 'W' },
  ', ',
  { path: [...path, 1], kind: 'length', account: 'D' },
  ', ',
  { path: [...path, 2], kind: 'length', account: 'H' },
  ']',
];

/** Where a feature stands, as three figures at once; the same for all shapes. Axis names are words of the sentence, not figures. */
export const AT_CLAUSE: Clause = maybe('at ', ...point('at'));

/** From where the places of a body are counted: from the corner that its first shape has at the origin, or from the origin in its middle. */
export type Reference = 'corner' | 'origin';

const along = (axis: 0 | 1 | 2, account: Account, word: string): Clause => ({
  parts: [{ path: ['at', axis], kind: 'length', account }, ` ${word}`],
});
/** The same place as a drafter says it, coordinate by coordinate. */
export const PLACE_CLAUSES: Record<Reference, readonly [Clause, Clause, Clause]> = {
  corner: [along(0, 'W', 'from the left'), along(1, 'D', 'from the front'), along(2, 'H', 'up')],
  origin: [along(0, 'W', 'to the right'), along(1, 'D', 'to the back'), along(2, 'H', 'up')],
};
export const STEP_CLAUSE: Clause = maybe(
  count('repeat', 'count'),
  ' times, stepping ',
  ...point('repeat', 'step'),
);
