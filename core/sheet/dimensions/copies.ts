import type { DimensionBooks } from '../../dimension/books.ts';
import { type SizeKey, sizeNow } from '../../dimension/place.ts';
import { readFaceKey } from '../../naming/keys.ts';

const ONLY_ONE: ReadonlySet<SizeKey['what']> = new Set(['chord', 'arc', 'height', 'pitch', 'bearing']);
/** A face's name without that of the copy it is of. All roundings of one outline have the one radius that is stated for them. */
const bareFace = (key: string): string => {
  const { feature, role } = readFaceKey(key);
  return `${feature}/${role.replace(/^round \d+$/, 'round')}`;
};
/** What a size is of, whichever copy it is of: a rim by both of its faces, as a face may have two. */
const bareSize = ({ what, of }: SizeKey): string =>
  `${what} ${(what === 'rim' ? of : [of[0]]).map(bareFace).join()}`;
/** The values of the sizes of the books, by what they are of; worked out once for them. */
const valuesOf = new WeakMap<DimensionBooks, ReadonlyMap<string, readonly number[]>>();
const valuesByFace = (books: DimensionBooks): ReadonlyMap<string, readonly number[]> => {
  const before = valuesOf.get(books);
  if (before) return before;
  const out = new Map<string, number[]>();
  for (const x of books.sizes) {
    const key = bareSize(x);
    out.set(key, [...(out.get(key) ?? []), sizeNow(x, books.surfaces) ?? Number.NaN]);
  }
  valuesOf.set(books, out);
  return out;
};

/** How many copies of a feature have the size, by the faces of all copies. */
export const copiesOf = (books: DimensionBooks, size: SizeKey): number => {
  // an edge is one of several of its feature, of which only those that are dimensioned are meant
  if (ONLY_ONE.has(size.what)) return 1;
  const value = sizeNow(size, books.surfaces) ?? 0;
  const all = valuesByFace(books).get(bareSize(size)) ?? [];
  return all.filter((x) => Math.abs(x - value) < 1e-9 * Math.max(1, value)).length;
};
