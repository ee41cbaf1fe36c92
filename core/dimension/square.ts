import { copyOfFace, facesOfMeeting } from '../naming/keys.ts';
import type { DimensionBooks } from './books.ts';
import type { Tie } from './propose.ts';
import type { Station } from './stations.ts';
import { tieSize } from './tieNow.ts';

type Linear = Extract<Tie, { kind: 'linear' }>;

/** How near two sides are one, as a share of them. */
const EQUAL = 1e-9;

/** The features of which both ends of a distance are flat faces. */
const acrossOf = ({ from, to }: Linear): readonly string[] => {
  const ownOf = (s: Station): string[] =>
    s.kind === 'face' ? s.of.flatMap((k) => facesOfMeeting(k).slice(0, 1)).map(copyOfFace) : [];
  const others = ownOf(to);
  return ownOf(from).filter((f) => others.includes(f));
};

/** Whether two distances are the sides of one square: across one feature, along two axes, as large as one another. */
export const areSquare = (books: DimensionBooks, a: Tie, b: Tie): boolean => {
  if (a.kind !== 'linear' || b.kind !== 'linear' || a.from.axis === b.from.axis) return false;
  const [x, y] = [tieSize(books, a), tieSize(books, b)];
  const features = acrossOf(b);
  return (
    x !== undefined &&
    y !== undefined &&
    Math.abs(x - y) <= EQUAL * x &&
    acrossOf(a).some((f) => features.includes(f))
  );
};

/** The other side of the square of which a distance is one side; nothing where it is of none. */
export const otherSideOf = (books: DimensionBooks, side: Tie): Linear | undefined => {
  for (const [i, from] of books.stations.entries())
    for (const to of books.stations.slice(i + 1)) {
      const other: Linear = { kind: 'linear', from, to };
      if (from.axis === to.axis && areSquare(books, side, other)) return other;
    }
  return undefined;
};
