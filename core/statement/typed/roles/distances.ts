import { type FaceName, isFace } from '../faces.ts';
import type { Claim, Claims } from './claims.ts';
import { isCounted } from './labels.ts';

/** A distance from a face. */
export type FromFace = Claim & { readonly face: FaceName };

/** Claims distances from faces, and from whichever edges are nearest. */
export const distancesOf = ({
  words,
  isTaken,
  wordAt,
  figureAt,
  claim,
  seen,
  claimed,
}: Claims): { readonly from: readonly FromFace[]; readonly inset: readonly Claim[] } => {
  const from: FromFace[] = [];
  const inset: Claim[] = [];
  const round = seen('diameter', 'radius', 'metric');
  words.forEach((w, i) => {
    if (w.kind !== 'word' || isTaken(i)) return;
    /** a figure right behind its shape is the shape's own: "hole 12 from left 45" */
    const own = (k: number): boolean =>
      !round && isCounted(words[k - 1]) && words[k]?.kind === 'figure' && !words[k]?.parted;
    /** no figure is here, or one that belongs to what follows it */
    const stands = (k: number): boolean =>
      figureAt(k) === undefined || words[k]?.parted === true || claimed(k);
    if (w.means === 'fromedges') {
      const size = figureAt(i - 1);
      if (size !== undefined) inset.push(claim(size, i - 1, i));
    } else if (w.means === 'from') {
      const [figure, beyond] = [figureAt(i + 1), wordAt(i + 2)];
      if (figure !== undefined && isFace(beyond)) {
        from.push({ ...claim(figure, i, i + 1, i + 2), face: beyond });
        return;
      }
      const face = wordAt(i + 1);
      if (!isFace(face)) return;
      const [before, after] = [figureAt(i - 1), figureAt(i + 2)];
      const behind = words[i + 2];
      if (before !== undefined && !w.parted && !own(i - 1))
        from.push({ ...claim(before, i - 1, i, i + 1), face });
      else if (after !== undefined && behind && !behind.parted && !claimed(i + 2) && stands(i + 3))
        from.push({ ...claim(after, i, i + 1, i + 2), face });
    }
  });
  return { from, inset };
};
