import type { Account } from '../naming/accounts.ts';

/**
 * The words of the statement. A sentence is an opening ("add a block") and clauses; a clause is fixed words with figures in
 * their places. The same table writes sentences and reads them back, so the two cannot drift apart.
 */
export type FigureKind = 'length' | 'angle' | 'count' | 'designation';
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
  readonly fixed?: { readonly path: readonly (string | number)[]; readonly value: string | number | boolean };
};

/** A length in a clause. @param path where it stands in the shape */
export const length = (...path: string[]): Figure => ({ path, kind: 'length' });
/** A length along one of the three accounts. @param path where it stands in the shape */
export const inAccount = (account: Account, ...path: string[]): Figure => ({ path, kind: 'length', account });
/** An angle in a clause, degrees. @param path where it stands in the shape */
export const angle = (...path: string[]): Figure => ({ path, kind: 'angle' });
/** A whole number in a clause, without a unit. @param path where it stands in the shape */
export const count = (...path: string[]): Figure => ({ path, kind: 'count' });
/** The name of a standard size, such as M12: no figure that can be worked with. @param path where it stands */
export const designation = (...path: string[]): Figure => ({ path, kind: 'designation' });
/** A word that is written where a key has a value. */
export const word = (text: string, value: string | number | boolean, ...path: string[]): Clause => ({
  parts: [text],
  optional: true,
  fixed: { path, value },
});
/** A clause that every sentence of its shape has. */
export const clause = (...parts: (string | Figure)[]): Clause => ({ parts });
/** A clause that is written only where its figures are there. */
export const maybe = (...parts: (string | Figure)[]): Clause => ({ parts, optional: true });

/** How deep something is cut: through, or by a length. */
export const depthClauses: readonly Clause[] = [
  word('through', 'through', 'depth'),
  maybe(length('depth'), ' deep'),
];

/** A thread on a round shape. */
export const threadClauses: readonly Clause[] = [
  maybe('threaded ', designation('thread', 'size')),
  maybe('thread ', length('thread', 'length'), ' long'),
  maybe('thread pitch ', length('thread', 'pitch')),
  word('thread from the top', 'top', 'thread', 'from'),
  word('thread from the bottom', 'bottom', 'thread', 'from'),
  word('left-hand thread', 'left', 'thread', 'hand'),
  word('right-hand thread', 'right', 'thread', 'hand'),
  word('thread by proportions', 'proportions', 'thread', 'by'),
  word('thread by sizes', 'sizes', 'thread', 'by'),
];
