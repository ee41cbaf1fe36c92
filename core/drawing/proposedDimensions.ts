import type { Bases } from '../dimension/bases.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { chamferNotes } from '../dimension/chamferNotes.ts';
import { areOneDistance, countedSizes } from '../dimension/countedSizes.ts';
import { holeNotes } from '../dimension/holeNotes.ts';
import { freeDimension, type KeptDimension, withAlike } from '../dimension/kept.ts';
import { knownBy, propose, relationsOfScheme, type Scheme, type Tie } from '../dimension/propose.ts';
import { spacingsOf } from '../dimension/spacings.ts';
import { tiedBy, tieNow } from '../dimension/tieNow.ts';
import type { Drawing } from './drawing.ts';
import { joiningOf } from './joinable.ts';
import { missingOfAssembly, wantedBy } from './sizesWanted.ts';

/**
 * The dimensions that a scheme proposes for a drawing.
 * @param given those that stay; what they leave open is added
 * @param bases what lengths are counted from
 * @param isWanted which sizes are to be dimensioned
 */
export const proposedDimensions = (
  books: DimensionBooks,
  scheme: Scheme,
  given: readonly KeptDimension[],
  bases: Bases = {},
  isWanted: (tie: Tie) => boolean = () => true,
): KeptDimension[] => {
  const there = countedSizes(books, given).map((c) => c.tie);
  const list = [...given];
  const isOneBody = books.part.bodies.length === 1;
  const more = relationsOfScheme(books, scheme);
  const known = knownBy(books, there, more);
  /** Equal holes that are drilled from one side, and equal radii, are counted in one note; those that stood before stay as they are. */
  const putIn = (note: KeptDimension): void => {
    const like = list.findIndex(
      (k) => !given.includes(k) && isOneBody && joiningOf(books, k, note) === 'alike',
    );
    const before = list[like];
    if (before) list[like] = withAlike(before, note);
    else list.push(note);
  };
  // a pitch that is a figure of its own stands behind its thread: "M12 x 1.5"
  for (const size of books.sizes.filter((s) => s.what === 'threadPitch')) {
    const thread = books.sizes.find((s) => s.what === 'thread' && s.of[0] === size.of[0]);
    const ties = [thread, size].flatMap((s): Tie[] => (s ? [{ kind: 'size', size: s }] : []));
    const [own, pitch] = ties;
    if (!own || !pitch || !ties.every(isWanted) || !known.takeNew(ties)) continue;
    there.push(...ties);
    putIn({ id: freeDimension(list), tied: tiedBy(own), joined: [tiedBy(pitch)] });
  }
  const depths: Tie[] = countedSizes(books, given).flatMap((c) => (c.tied === c.of.tied ? [] : [c.tie]));
  for (const { diameter, joined, isThrough } of holeNotes(books)) {
    // copies whose depths differ, or sizes that stand elsewhere, are dimensioned each by itself
    if (![diameter, ...joined].every(isWanted)) continue;
    // how deep holes in line are stands in each of their notes, and counts once
    const own = joined.filter((t) => !depths.some((x) => areOneDistance(books, x, t)));
    const isWhole = joined.length > 0 && known.takeNew([diameter, ...own]);
    if (!isWhole && !(isThrough && known.takeNew([diameter]))) continue;
    there.push(diameter, ...(isWhole ? own : []));
    if (isWhole) depths.push(...own);
    const note: KeptDimension = {
      id: freeDimension(list),
      tied: tiedBy(diameter),
      ...(isWhole && { joined: joined.map(tiedBy) }),
      ...(isThrough && { words: 'THRU' }),
    };
    putIn(note);
  }
  for (const { width, angle, face } of chamferNotes(books)) {
    if (![width, angle].every(isWanted) || !known.takeNew([width, angle])) continue;
    there.push(width, angle);
    list.push({
      id: freeDimension(list),
      tied: tiedBy(width),
      joined: [tiedBy(angle)],
      leader: face,
    });
  }
  for (const { tie, spaces } of spacingsOf(books)) {
    if (!isWanted(tie) || !known.takeNew([tie])) continue;
    there.push(tie);
    list.push({ id: freeDimension(list), tied: tiedBy(tie), spaces });
  }
  // a floor whose depth stands in a note is not measured to again, where the rest says where it is
  const floors = new Set(
    list.flatMap((k) => (k.joined ?? []).flatMap((t) => (t.kind === 'linear' ? [t.to] : []))),
  );
  for (const tie of propose(books, scheme, there, floors, bases).ties.filter(isWanted)) {
    const own: KeptDimension = { id: freeDimension(list), tied: tiedBy(tie) };
    if (isOfArc(books, tie)) putIn(own);
    else list.push(own);
  }
  return list;
};

/** Whether a size is the radius of an arc that runs on smoothly at both of its ends, as a rounded edge does. */
const isOfArc = (books: DimensionBooks, t: Tie): boolean =>
  t.kind === 'size' &&
  t.size.what === 'diameter' &&
  books.relations.filter((r) => r.kind === 'tangent' && r.of.includes(t.size.of[0] as string)).length > 1;

/** The dimensions of an assembly's drawing: those that stay, and what they leave open of the sizes that matter. */
const dimensionsOfAssembly = (
  d: Drawing,
  books: DimensionBooks,
  given: readonly KeptDimension[],
): KeptDimension[] => {
  const list = [...given];
  const there = given.flatMap((k) => tieNow(books, k.tied) ?? []);
  for (const tie of missingOfAssembly(d, books, there))
    list.push({ id: freeDimension(list), tied: tiedBy(tie) });
  return list;
};

/**
 * The dimensions that are proposed for a drawing by its house rules.
 * @param given those that stay; what they leave open is added
 */
export const dimensionsFor = (
  d: Drawing,
  books: DimensionBooks,
  scheme: Scheme,
  given: readonly KeptDimension[],
): KeptDimension[] =>
  d.setup.rules.dimensionsOf === 'assembly'
    ? dimensionsOfAssembly(d, books, given)
    : proposedDimensions(books, scheme, given, d.dimensions?.bases, wantedBy(d, books));
