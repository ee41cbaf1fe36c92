import { readFaceKey } from '../naming/keys.ts';
import type { DimensionBooks } from './books.ts';
import { rowOfTie, type Tie } from './propose.ts';
import type { Station } from './stations.ts';

/** Equal steps from the first to the last copy of a feature in a row. */
export type Spacing = { readonly tie: Extract<Tie, { kind: 'linear' }>; readonly spaces: number };

/** How near two steps are equal, as a share of the part's size; and two rates of change. */
const EQUAL = 1e-7;
const SAME_RATE = 1e-6;

/** True where every station stands a whole number of equal steps from the first, whatever the figures are. */
const isEven = (books: DimensionBooks, row: readonly Station[]): boolean => {
  const [first, second] = row as [Station, Station];
  const step = second.at - first.at;
  const rate = rowOfTie(books, { kind: 'linear', from: first, to: second });
  return row.every((s, i) => {
    if (i < 2) return true;
    const own = rowOfTie(books, { kind: 'linear', from: first, to: s });
    return (
      Math.abs(s.at - first.at - i * step) <= EQUAL * books.part.tol.size &&
      own.every((x, k) => Math.abs(x - i * (rate[k] as number)) <= SAME_RATE * Math.max(1, i))
    );
  });
};

/** The rows of three or more equally spaced rounds along the axes: each is dimensioned once, as so many spaces of one step. */
export const spacingsOf = (books: DimensionBooks): Spacing[] => {
  const out: Spacing[] = [];
  for (const axis of [0, 1, 2] as const) {
    const rows = new Map<string, Station[]>();
    for (const s of books.stations) {
      if (s.axis !== axis || s.kind !== 'axis') continue;
      for (const key of s.of) {
        const { feature, role } = readFaceKey(key);
        const row = rows.get(`${feature}/${role}`) ?? [];
        if (row.at(-1)?.name !== s.name) rows.set(`${feature}/${role}`, [...row, { ...s, of: [key] }]);
      }
    }
    const taken = new Set<string>();
    for (const row of rows.values()) {
      const where = row.map((s) => s.name).join();
      if (row.length < 3 || taken.has(where) || !isEven(books, row)) continue;
      taken.add(where);
      out.push({
        tie: { kind: 'linear', from: row[0] as Station, to: row.at(-1) as Station },
        spaces: row.length - 1,
      });
    }
  }
  return out;
};
