import { type FaceName, isFace } from '../faces.ts';
import type { Claims } from './claims.ts';
import { isRegular } from './labels.ts';

/** Three faces that meet in a corner, or those to which corners or edges of a polygon look. */
export type CornerFaces = {
  readonly faces: readonly FaceName[];
  readonly tokens: readonly number[];
  readonly of: 'corner' | 'edge';
};

/** Claims three faces and "corner"; or "corner to the front", "corners front and back", "edge to the right". */
export const cornerFaces = ({ words, wordAt, claim, seen }: Claims): CornerFaces | undefined => {
  const regular = isRegular(words);
  let corner: CornerFaces | undefined;
  words.forEach((w, i) => {
    const meets =
      w.kind === 'word' &&
      (w.means === 'corner' ||
        w.means === 'corners' ||
        w.means === 'edge' ||
        (w.means === 'edgeline' && seen('chamfer', 'fillet')));
    if (corner || !meets) return;
    const before: number[] = [];
    for (let j = i - 1; isFace(wordAt(j)); j--) before.unshift(j);
    const after: number[] = [];
    let ahead = i + 1;
    if (wordAt(ahead) === 'toward') ahead++;
    for (let j = ahead; isFace(wordAt(j)); j++) after.push(j);
    const tokens =
      before.length >= 2
        ? before
        : regular || seen('pyramid', 'prism')
          ? after
          : before.length
            ? before
            : after;
    if (!tokens.length) return;
    const lead =
      tokens[0] === before[0] && wordAt((tokens[0] as number) - 1) === 'from'
        ? [(tokens[0] as number) - 1]
        : [];
    const link = tokens[0] === after[0] && ahead === i + 2 ? [i + 1] : [];
    corner = {
      faces: tokens.map((j) => wordAt(j) as FaceName),
      tokens: claim('', i, ...lead, ...link, ...tokens).tokens,
      of: w.kind === 'word' && w.means === 'edge' ? 'edge' : 'corner',
    };
  });
  return corner;
};
