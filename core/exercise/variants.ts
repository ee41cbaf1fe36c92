import { madePart } from '../solids/madePart.ts';
import type { Chance } from './chance.ts';
import type { Mistake } from './exercise.ts';
import { likelyRecipe, mirrored, otherSide, partOfRecipe, type Recipe, stepWords } from './recipe.ts';
import type { Tried } from './triedPart.ts';

type Variant = { readonly words: string; readonly mistake: Mistake; readonly tried: Tried };

/** Parts that are taken for another: one thing left out, on the other side, or all of it mirrored. */
export const variantsOf = (c: Chance, { recipe }: Tried): Variant[] => {
  const { size, steps } = recipe;
  const changed: (readonly [Mistake, string, Recipe])[] = [
    ['mirrored', 'it is mirrored', mirrored(recipe)],
    ...steps.flatMap((s, i): (readonly [Mistake, string, Recipe])[] => [
      ['something missing', `${stepWords(s)} is missing`, { size, steps: steps.filter((_, k) => k !== i) }],
      [
        'on the other side',
        `${stepWords(s)} is on the other side`,
        { size, steps: steps.map((x, k) => (k === i ? otherSide(x, size) : x)) },
      ],
    ]),
    ...[0, 1, 2].map((): readonly [Mistake, string, Recipe] => {
      const [more] = likelyRecipe(c, 1, 3).steps as [Recipe['steps'][number]];
      return [
        'something too much',
        `it has ${stepWords(more).replace(/^the /, 'a ')} besides`,
        { size, steps: [...steps, more] },
      ];
    }),
  ];
  return c.shuffled(changed).flatMap(([mistake, words, r]) => {
    const built = madePart(partOfRecipe(r));
    return built ? [{ words, mistake, tried: { recipe: r, file: partOfRecipe(r), built } }] : [];
  });
};
