import type { Token } from '../tokens.ts';
import type { Claim, Claims } from './claims.ts';
import type { FromFace } from './distances.ts';
import { faceLead } from './faceLead.ts';
import type { NamedSize } from './namedSizes.ts';

/** What stands beside a word of its own: places, ends of a cone or pyramid, counts, heights. */
export type BesideWords = {
  readonly at: readonly Claim[];
  readonly atWord: number | undefined;
  readonly top: Claim | undefined;
  readonly count: Claim | undefined;
  /** the larger end of a cone or pyramid */
  readonly sizes: readonly NamedSize[];
  readonly from: readonly FromFace[];
};

/** Claims figures beside "at", "top" and "base", "off" and "row", "up", "down" and "over". */
export const besideWords = (c: Claims): BesideWords => {
  const { words, isTaken, free, wordAt, figureAt, claim, seen, claimed } = c;
  const isTapering = seen('cone', 'pyramid', 'tapering');
  let at: Claim[] = [];
  let atWord: number | undefined;
  let top: Claim | undefined;
  let count: Claim | undefined;
  const sizes: NamedSize[] = [];
  const from: FromFace[] = [];
  const ends = words.flatMap((w, i) =>
    w.kind === 'word' && (w.means === 'top' || w.means === 'bottom' || w.means === 'base') ? [i] : [],
  );
  // "40 base 20 top" or "base 40 top 20": the first of the two words decides
  const trailing = ends.length > 1 && figureAt((ends[0] as number) - 1) !== undefined;
  /** The figure that goes with "top" or "base"; "dia" between them is passed over. */
  const beside = (i: number): Claim | undefined => {
    const skip = (step: 1 | -1): number => (wordAt(i + step) === 'diameter' ? i + 2 * step : i + step);
    const [after, before] = [skip(1), skip(-1)];
    // "60 dia top 30 dia": both figures have their own "dia", and the word stands before the one it is of
    const leads =
      !trailing &&
      figureAt(before) !== undefined &&
      figureAt(after) !== undefined &&
      wordAt(i - 1) === 'diameter' &&
      wordAt(after + 1) === 'diameter' &&
      !words[after]?.parted;
    const order =
      !leads &&
      (trailing || (figureAt(before) !== undefined && (figureAt(after) === undefined || claimed(after))))
        ? [before, after]
        : [after, before];
    const k = order.find((x) => figureAt(x) !== undefined && (x > i && !leads ? !claimed(x) : true));
    const size = k === undefined ? undefined : figureAt(k);
    if (k === undefined || size === undefined) return undefined;
    const between = Math.abs(k - i) === 2 ? [(k + i) / 2] : [];
    const late = k > i && wordAt(k + 1) === 'diameter' ? [k + 1] : [];
    return claim(size, i, k, ...between, ...late);
  };
  words.forEach((w, i) => {
    if (w.kind !== 'word' || isTaken(i)) return;
    const m = w.means;
    if (m === 'at' && !at.length) {
      const found: number[] = [];
      const links: number[] = [];
      let j = i + 1;
      for (; j < words.length && found.length < 3; j++) {
        if (figureAt(j) !== undefined && !claimed(j)) found.push(j);
        else if (free(j)?.kind === 'by') links.push(j);
        else break;
      }
      if (found.length >= 2) {
        atWord = i;
        claim('', i, ...links);
        at = found.map((k) => claim((words[k] as Extract<Token, { kind: 'figure' }>).text, k));
        if (links.length) at[0] = { ...(at[0] as Claim), tokens: [...(at[0] as Claim).tokens, ...links] };
      }
    } else if (m === 'top' && isTapering && top === undefined) {
      if (!faceLead(c, i).length) top = beside(i);
    } else if ((m === 'bottom' || m === 'base') && isTapering && !sizes.some((s) => s.label === 'base')) {
      const size = faceLead(c, i).length ? undefined : beside(i);
      if (size !== undefined) sizes.push({ ...size, label: 'base' });
    } else if (m === 'off' || m === 'row') {
      const near = m === 'off' ? [i - 1, i + 1] : [i + 1, i - 1];
      const k = near.find((x) => figureAt(x) !== undefined);
      if (k !== undefined && count === undefined) {
        const cross = free(k - 1)?.kind === 'by' && m === 'off' ? [k - 1] : [];
        count = claim(figureAt(k) as string, i, k, ...cross);
      }
    } else if (m === 'up' || m === 'over' || m === 'down') {
      const k = [i - 1, i + 1].find((x) => figureAt(x) !== undefined);
      if (k !== undefined)
        from.push({
          ...claim(figureAt(k) as string, i, k),
          face: m === 'up' ? 'bottom' : m === 'down' ? 'top' : 'left',
        });
    }
  });
  return { at, atWord, top, count, sizes, from };
};
