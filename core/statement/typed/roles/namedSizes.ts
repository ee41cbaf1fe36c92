import type { Claim, Claims } from './claims.ts';
import { AFTER, BEFORE, isCounted, isLabel, isLabelWord, LATE, type Label } from './labels.ts';
import { isLathe } from './lathe.ts';

/** A figure with the name of its size beside it. */
export type NamedSize = Claim & { readonly label: Label };

/** Claims figures that have the name of their size before or behind them. */
export const namedSizes = ({ words, isTaken, figureAt, claim, seen, claimed }: Claims): NamedSize[] => {
  const sizes: NamedSize[] = [];
  // which side of their figures nouns stand on, where both would do
  const firstLabel = words.findIndex((w, i) => !isTaken(i) && isLabelWord(w));
  const firstFree = words.findIndex((w, i) => !isTaken(i) && w.kind === 'figure');
  let leading = firstLabel >= 0 && firstLabel < firstFree;
  const lathe = isLathe(words);
  words.forEach((w, i) => {
    if (w.kind !== 'word' || isTaken(i) || !isLabel(w.means) || w.means === 'base') return;
    // a wall is a block of its own, but for a tube, whose thickness it is
    const isBehind = isLabelWord(words[i - 2]) || words[i - 1]?.parted === true;
    const isOwn = isBehind && figureAt(i - 1) !== undefined;
    if (w.means === 'wall' && (!seen('tube') || (claimed(i + 1) && !isOwn))) return;
    const label = w.means;
    // of a turned part diameters and lengths come in turn, whether or not they are called so
    if (lathe && (label === 'diameter' || label === 'length')) return;
    // a comma parts a name from a figure where there is one on its other side
    const cutOff = w.parted && figureAt(i + 1) !== undefined;
    const before = cutOff ? undefined : figureAt(i - 1);
    const behind = words[i + 1];
    const after =
      behind?.kind === 'figure' && behind.parted && before !== undefined ? undefined : figureAt(i + 1);
    const onlyAfter =
      (AFTER.has(w.raw.toLowerCase()) && before !== undefined) ||
      ((label === 'af' || label === 'ac') && before !== undefined);
    const onlyBefore = BEFORE.includes(label);
    const k =
      before !== undefined &&
      !onlyBefore &&
      (onlyAfter || after === undefined || !(leading || (LATE.includes(label) && isCounted(words[i - 2]))))
        ? i - 1
        : after !== undefined && !onlyAfter
          ? i + 1
          : before !== undefined && (label === 'corners' || label === 'overall')
            ? i - 1
            : undefined;
    if (label === 'degrees' && words[i - 1]?.kind === 'figure' && isTaken(i - 1)) return;
    if (k === undefined) return;
    if (k === i + 1) leading = true;
    const text = figureAt(k) as string;
    sizes.push({ ...claim(text, i, k), label });
  });
  return sizes;
};
