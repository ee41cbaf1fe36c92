import type { ShapeFile } from '../part/schema.ts';

/**
 * The words of the statement. A sentence is an opening ("add a block") and clauses; a clause is fixed words with figures in
 * their places. The same table writes sentences and reads them back, so the two cannot drift apart.
 */
export type Account = 'W' | 'D' | 'H';
export type FigureKind = 'length' | 'angle' | 'count';
export type Figure = {
  readonly path: readonly (string | number)[];
  readonly kind: FigureKind;
  readonly account?: Account;
};
/** Words and figures in turn. A clause is there when its first figure (or `when`) is. */
export type Clause = {
  readonly parts: readonly (string | Figure)[];
  readonly optional?: boolean;
  /** a word instead of a figure: written when the value at the path is this */
  readonly fixed?: { readonly path: readonly (string | number)[]; readonly value: string };
};

const length = (...path: string[]): Figure => ({ path, kind: 'length' });
const inAccount = (account: Account, ...path: string[]): Figure => ({ path, kind: 'length', account });
const angle = (...path: string[]): Figure => ({ path, kind: 'angle' });
const count = (...path: string[]): Figure => ({ path, kind: 'count' });
const clause = (...parts: (string | Figure)[]): Clause => ({ parts });
const maybe = (...parts: (string | Figure)[]): Clause => ({ parts, optional: true });

const polygonClauses = [
  maybe(length('side'), ' a side'),
  maybe(length('acrossFlats'), ' across flats'),
  maybe(length('acrossCorners'), ' across corners'),
];
const depthClauses: Clause[] = [
  { parts: ['through'], optional: true, fixed: { path: ['depth'], value: 'through' } },
  maybe(length('depth'), ' deep'),
];

export type ShapeKind = ShapeFile['kind'];

export const OPENINGS: Record<ShapeKind, string> = {
  block: 'block',
  prism: 'prism',
  pyramid: 'pyramid',
  cylinder: 'cylinder',
  cone: 'cone',
  sphere: 'sphere',
  torus: 'ring',
  extrude: 'profile',
  revolve: 'turned profile',
  hole: 'hole',
  slot: 'slot',
};

/** The clauses of each shape, in the order they are written. Each kind of profile has its own words (see profileText). */
export const SHAPE_CLAUSES: Record<ShapeKind, readonly Clause[]> = {
  block: [
    clause(inAccount('W', 'width'), ' wide'),
    clause(inAccount('D', 'depth'), ' deep'),
    clause(inAccount('H', 'height'), ' high'),
  ],
  prism: [clause(count('sides'), ' sides'), ...polygonClauses, clause(length('height'), ' high')],
  pyramid: [
    clause(count('sides'), ' sides'),
    ...polygonClauses,
    clause(length('height'), ' high'),
    maybe('top ', length('topSide'), ' a side'),
    maybe('top ', length('topAcrossFlats'), ' across flats'),
    maybe('top ', length('topAcrossCorners'), ' across corners'),
  ],
  cylinder: [clause(length('diameter'), ' across'), clause(length('height'), ' high')],
  cone: [
    clause(length('diameter'), ' across'),
    maybe('top ', length('topDiameter'), ' across'),
    clause(length('height'), ' high'),
  ],
  sphere: [clause(length('diameter'), ' across')],
  torus: [clause(length('diameter'), ' across'), clause('tube ', length('tube'), ' across')],
  extrude: [clause(length('height'), ' thick')],
  revolve: [maybe('through ', angle('angle'), ' degrees')],
  hole: [
    clause(length('diameter'), ' across'),
    ...depthClauses,
    maybe(
      'counterbored ',
      length('counterbore', 'diameter'),
      ' by ',
      length('counterbore', 'depth'),
      ' deep',
    ),
    maybe(
      'countersunk ',
      length('countersink', 'diameter'),
      ' at ',
      angle('countersink', 'angle'),
      ' degrees',
    ),
    maybe('drilled to ', angle('tip'), ' degrees'),
  ],
  slot: [clause(length('length'), ' between centres'), clause(length('width'), ' wide'), ...depthClauses],
};

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
