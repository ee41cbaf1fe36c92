import { allAlongSight } from '../dimension/alongSight.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { type ChamferNote, chamferNotes } from '../dimension/chamferNotes.ts';
import { areOneDistance } from '../dimension/countedSizes.ts';
import { holeNotes } from '../dimension/holeNotes.ts';
import type { Tie } from '../dimension/propose.ts';
import { tieSize } from '../dimension/tieNow.ts';
import { sizeText } from '../number/format.ts';
import { causeOf, type DimensionFinding } from './dimensionFinding.ts';
import {
  chamferWidth,
  countedIn,
  type GivenFigure,
  isReference,
  type StatedSize,
  statedSizes,
} from './givenFigure.ts';
import { isLikelierAs, kindsOf, ROUND, type Size, type SizesInUse } from './sizesInUse.ts';

/** The chamfer that a note such as "2 x 45°" or "C2" is of, among those that have none yet. */
const chamferStated = (
  text: string,
  chamfers: readonly ChamferNote[],
  books: DimensionBooks,
): ChamferNote | undefined => {
  const [width, within] = chamferWidth(text) ?? [Number.NaN, 0];
  return chamfers.find((c) => Math.abs((tieSize(books, c.width) ?? 0) - width) <= within + 1e-6 * width);
};

/** What the notes of a drawing tie, besides what its table of holes does: each size in them is that of the first feature with it that no figure has yet. */
export const noteTies = (
  figures: readonly GivenFigure[],
  books: DimensionBooks,
  sizes: SizesInUse,
  found: DimensionFinding[],
  tabled: readonly { readonly tie: Tie; readonly text: string }[],
): { readonly tie: Tie; readonly text: string }[] => {
  const out: { tie: Tie; text: string }[] = [];
  const holes = holeNotes(books);
  const chamfers = chamferNotes(books);
  const sights = allAlongSight(books);
  for (const figure of figures) {
    if (figure.kind !== 'note' || isReference(figure.text)) continue;
    const stated = statedSizes(figure.text);
    const chamfer = chamferStated(figure.text, chamfers, books);
    if (chamfer) {
      chamfers.splice(chamfers.indexOf(chamfer), 1);
      for (const tie of [chamfer.width, chamfer.angle]) out.push({ tie, text: figure.text });
      continue;
    }
    const depths = stated.filter((s) => s.kind === 'depth');
    // how thick or how deep alone, without a hole's diameter before it
    const alone = stated.filter((s) => s.kind === 'thickness' || (s.kind === 'depth' && stated.length === 1));
    for (const s of alone) {
      const of = sights.find(
        ({ tie, says }) =>
          says.what === s.kind && Math.abs((tieSize(books, tie) ?? Number.NaN) - s.value) <= s.within,
      );
      if (!of) {
        found.push({
          kind: 'figure wrong',
          view: undefined,
          sentence: `${figure.text}: the part is nowhere so ${s.kind === 'depth' ? 'deep' : 'thick'}.`,
          figure,
        });
        continue;
      }
      sights.splice(sights.indexOf(of), 1);
      out.push({ tie: of.tie, text: figure.text });
    }
    for (const s of stated) {
      if (s.kind === 'depth' || s.kind === 'thickness') continue;
      const times = s.kind === 'radius' ? 2 : 1;
      const value = s.value * times;
      // what is rounded in a radius is twice as much in the diameter
      const counted = countedIn(figure.text);
      const size = sizes.find(kindsOf(s.kind), value, s.within * times, counted, isLikelierAs(s.kind));
      if (!size) {
        // bare figures may be anything: they are no mistake
        if (s.kind === 'plain') continue;
        // on the drawing of an assembly a screw stands in the parts list
        if (s.kind === 'thread' && !books.sizes.some((x) => x.what === 'thread')) continue;
        const meant = NONE_SUCH[s.kind] !== undefined ? undefined : nearestRound(books, value, sizes);
        found.push(strangeNote(figure, s, books, meant && sizes.worthOf(meant)));
        if (!meant) continue;
        // one mistake, not two: the round that the note was meant for is not missing besides
        sizes.use(meant);
        out.push({ tie: { kind: 'size', size: meant }, text: figure.text });
        continue;
      }
      if (sizes.isUsed(size) && s.kind !== 'diameter' && s.kind !== 'radius') continue;
      const take = (taken: Size): void => {
        sizes.use(taken);
        out.push({ tie: { kind: 'size', size: taken }, text: figure.text });
        const hole = holes.find((h) => h.diameter.size === taken);
        for (const tie of hole?.joined ?? []) {
          const own = tieSize(books, tie);
          const isStated =
            tie.kind === 'linear' && depths.some((d) => Math.abs(d.value - (own ?? 0)) <= d.within);
          // how deep holes in line are may stand in each of their notes
          const isNew = ![...tabled, ...out].some((o) => areOneDistance(books, o.tie, tie));
          if (isStated && isNew) out.push({ tie, text: figure.text });
        }
      };
      take(size);
      // "3 x ⌀6" counts the copies of one feature, and what other features have of that size
      for (let left = counted - sizes.copiesOf(size); left > 0; ) {
        const more = sizes.findLike(kindsOf(s.kind), value, s.within * times);
        if (!more || sizes.isUsed(more)) break;
        // what follows from the others is counted, and not stated once more
        if (sizes.follows(more)) sizes.use(more);
        else take(more);
        left -= sizes.copiesOf(more);
      }
    }
  }
  return out;
};

/** The round whose size is nearest by ratio, of those that no figure has; half and double are one slip away. */
const nearestRound = (books: DimensionBooks, value: number, sizes: SizesInUse): Size | undefined => {
  const off = (s: Size): number => {
    const ratio = Math.abs(Math.log(sizes.worthOf(s) / value));
    return Math.min(ratio, Math.abs(ratio - Math.LN2) + 1e-9, Math.abs(ratio - Math.LN10) + 1e-9);
  };
  return books.sizes
    .filter((s) => ROUND.has(s.what) && !sizes.isUsed(s))
    .reduce<Size | undefined>((a, b) => (a && off(a) <= off(b) ? a : b), undefined);
};

/** What is said of a size that nothing of the part has, where no round could have been meant. */
const NONE_SUCH: Partial<Record<StatedSize['kind'], string>> = {
  angle: 'the part has no such angle',
  arc: 'no arc of the part is so long',
  thread: 'the part has no such thread',
};

const strangeNote = (
  figure: Extract<GivenFigure, { kind: 'note' }>,
  s: StatedSize,
  books: DimensionBooks,
  own: number | undefined,
): DimensionFinding => {
  const none = NONE_SUCH[s.kind];
  if (none !== undefined)
    return { kind: 'figure wrong', view: undefined, sentence: `${figure.text}: ${none}.`, figure };
  const value = s.kind === 'radius' ? s.value * 2 : s.value;
  const [kind, cause] =
    own === undefined ? (['figure wrong', ''] as const) : causeOf({ value, within: s.within }, own);
  const words = own === undefined ? '' : ` The nearest is ⌀${sizeText(own, books.part.units)}: ${cause}.`;
  return {
    kind,
    view: undefined,
    sentence: `${figure.text}: the part has no round of that size.${words}`,
    figure,
  };
};
