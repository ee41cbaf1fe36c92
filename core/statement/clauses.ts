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

/** Where a feature stands; the same for all shapes. Axis names are words of the sentence, not figures. */
export const AT_CLAUSE: Clause = maybe('at ', ...point('at'));
export const STEP_CLAUSE: Clause = maybe(
  count('repeat', 'count'),
  ' times, stepping ',
  ...point('repeat', 'step'),
);
