import type { Claim, Claims } from './claims.ts';
import { isRegular } from './labels.ts';
import { isLathe } from './lathe.ts';
import type { NamedSize } from './namedSizes.ts';

/** Claims the angle by which something is turned; of the named sizes, the one named "degrees" is it, and the others are left. */
export const angleOf = (
  { words, isTaken, figureAt, claim, seen }: Claims,
  sizes: readonly NamedSize[],
): { readonly angle: Claim | undefined; readonly left: readonly NamedSize[] } => {
  const degrees = words.findIndex((w, i) => w.kind === 'figure' && w.degrees && !isTaken(i));
  const named = sizes.findIndex((s) => s.label === 'degrees');
  let angle: Claim | undefined;
  if (degrees >= 0) angle = claim(figureAt(degrees) as string, degrees);
  else if (named >= 0) angle = sizes[named];
  // "turned 30": the figure behind it is an angle
  if (!angle && !isLathe(words)) {
    const i = words.findIndex((w) => w.kind === 'word' && (w.means === 'turned' || w.means === 'tilted'));
    const size = i < 0 ? undefined : figureAt(i + 1);
    if (
      size !== undefined &&
      (isRegular(words) || seen('prism', 'pyramid', 'block', 'plate', 'slot', 'tilted'))
    )
      angle = claim(size, i + 1);
  }
  const isNamed = degrees < 0 && named >= 0;
  return { angle, left: isNamed ? sizes.filter((_, i) => i !== named) : sizes };
};
