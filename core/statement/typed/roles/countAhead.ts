import type { Claim, Claims } from './claims.ts';
import { BETWEEN, isCounted, isPlural } from './labels.ts';

/** Claims a whole number before the shape: "4 holes", "4x hole", "2 bosses". */
export const countAhead = ({ words, isTaken, claim }: Claims): Claim | undefined => {
  let count: Claim | undefined;
  const firstFigure = words.findIndex((w) => w.kind === 'figure');
  words.forEach((w, i) => {
    if (
      w.kind !== 'figure' ||
      isTaken(i) ||
      count !== undefined ||
      !/^\d+$/.test(w.text) ||
      Number(w.text) < 2
    )
      return;
    let j = i + 1;
    if (words[j]?.kind === 'by') j++;
    const times = j > i + 1;
    const next = words[j];
    const direct = isCounted(next) && (times || isPlural(next) || w.spelled);
    // "4 x 7 dia holes", "2 drilled 5/8 holes": a plural further on makes the first figure a count
    const later = words.slice(j).some(isPlural) && i === firstFigure;
    const spread = later && next?.kind === 'figure' && (times || !next.parted);
    const worded =
      later &&
      next?.kind === 'word' &&
      ((!times && BETWEEN.has(next.means)) || ['metric', 'diameter'].includes(next.means));
    if (!direct && !spread && !worded) return;
    count = claim(w.text, i, ...(times ? [i + 1] : []));
  });
  return count;
};
