import type { PartFile } from '../part/schema.ts';
import type { BuiltPart } from '../solid/build.ts';
import { madePart, volumeOf } from '../solids/madePart.ts';
import type { Chance } from './chance.ts';
import { countedOf, levelOf } from './difficulty.ts';
import { likelyRecipe, partOfRecipe, type Recipe } from './recipe.ts';

/** A part made from a recipe. */
export type Tried = { readonly recipe: Recipe; readonly file: PartFile; readonly built: BuiltPart };

/** A recipe's part, where everything done to it shows: no step may change nothing, or only what another changed. */
const triedPart = (recipe: Recipe): Tried | undefined => {
  const volumes = [-1, ...recipe.steps.keys()].map((skipped) => {
    const steps = skipped < 0 ? recipe.steps : recipe.steps.filter((_, i) => i !== skipped);
    const built = madePart(partOfRecipe({ ...recipe, steps }));
    return built && { built, volume: volumeOf(built) };
  });
  const [whole, ...without] = volumes;
  if (!whole || !without.every((x) => x && Math.abs(x.volume - whole.volume) > 1)) return undefined;
  return { recipe, file: partOfRecipe(recipe), built: whole.built };
};

/** How many parts are tried for a level. */
const TRIES = 60;

/** A part of a level, or as near to it as was found. */
export const partOfLevel = (c: Chance, level: number): Tried & { readonly level: number } => {
  let best: (Tried & { readonly level: number }) | undefined;
  for (let i = 0; i < TRIES; i++) {
    const steps = Math.min(6, Math.max(1, Math.round(level / 2.2) + c.whole(-1, 2)));
    const tried = triedPart(likelyRecipe(c, steps, 2 + Math.ceil(level / 2)));
    if (!tried) continue;
    const own = levelOf(countedOf(tried.built));
    if (!best || Math.abs(own - level) < Math.abs(best.level - level)) best = { ...tried, level: own };
    if (own === level) break;
  }
  if (!best) throw new Error(`no part of level ${level} was found`);
  return best;
};
