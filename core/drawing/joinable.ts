import { notesNow, saySame } from '../dimension/alike.ts';
import { alongSight } from '../dimension/alongSight.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { areOneWay } from '../dimension/countedSizes.ts';
import type { KeptDimension } from '../dimension/kept.ts';
import type { Tie } from '../dimension/propose.ts';
import { areSquare } from '../dimension/square.ts';
import { facesOfMeeting, featureOfFace } from '../naming/keys.ts';

/** How another dimension can be written in one note with one: behind it, counted with it, or as the other side of a square. */
export type Joining = 'behind' | 'alike' | 'square';

/** The features whose faces a dimension is of: of a distance those that both of its ends are of. */
const featuresOfTie = (t: Tie): ReadonlySet<string> => {
  const ofFaces = (keys: readonly string[]): string[] =>
    keys.flatMap((k) => facesOfMeeting(k).slice(0, 1)).map(featureOfFace);
  if (t.kind === 'size') return new Set(ofFaces(t.size.of.slice(0, 1)));
  const [a, b] = [t.from, t.to].map((s) => (s.kind === 'face' ? ofFaces(s.of) : [])) as [string[], string[]];
  return new Set(a.filter((f) => b.includes(f)));
};

/** Whether a size can stand behind another one: a size of the same round, or how deep the same feature is cut. */
const isBehind = (books: DimensionBooks, own: Tie, other: Tie): boolean => {
  const features = featuresOfTie(own);
  if (other.kind === 'size')
    return (
      own.kind === 'size' &&
      own.size.what === 'diameter' &&
      [...featuresOfTie(other)].some((f) => features.has(f))
    );
  const says = alongSight(books, other);
  return says?.what === 'depth' && says.faces.some((f) => features.has(featureOfFace(f)));
};

/** How one dimension can be written in the note of another; nothing where it cannot. */
export const joiningOf = (
  books: DimensionBooks,
  own: KeptDimension,
  other: KeptDimension,
): Joining | undefined => {
  // what is joined is written without limits of its own, and without brackets
  if (other === own || other.reference || other.fit || other.tolerance || other.leader) return undefined;
  const [mine, more] = notesNow(books, own);
  const theirs = notesNow(books, other);
  const [first] = theirs;
  if (!mine || !first || own.spaces || other.spaces || other.square) return undefined;
  const isSame = theirs.every((n) => saySame(books, mine, n)) && own.words === other.words;
  if (isSame && !own.square && areOneWay(books, mine.tie, first.tie)) return 'alike';
  if (other.joined || other.alike || more || own.square) return undefined;
  if (!own.joined && areSquare(books, mine.tie, first.tie)) return 'square';
  return isBehind(books, mine.tie, first.tie) ? 'behind' : undefined;
};
