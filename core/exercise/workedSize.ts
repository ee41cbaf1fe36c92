import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { mixed, OPTIONS, THREE } from './options.ts';
import type { Tried } from './triedPart.ts';
import { endsOf, linesIn } from './views.ts';

/** Places nearer than this are one, mm. */
const SAME = 1e-6;
/** A chain has so many sizes. */
const CHAIN = { least: 2, most: 6 } as const;
/** Shorter sizes have no room for their figure, mm. */
const SHORTEST = 5;

/** A size of a chain that is not written: it follows from the overall size and the others. */
export const workedSize = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  for (const view of c.shuffled(THREE))
    for (const axis of c.shuffled([0, 1] as const)) {
      const all = linesIn(own.built, view)
        .flatMap(endsOf)
        .map((p) => p[axis])
        .toSorted((a, b) => a - b);
      const stations = all.filter((x, i) => !i || x - (all[i - 1] as number) > SAME);
      const sizes = stations.slice(1).map((x, i) => Math.round((x - (stations[i] as number)) * 1e6) / 1e6);
      if (sizes.length < CHAIN.least || sizes.length > CHAIN.most || Math.min(...sizes) < SHORTEST) continue;
      const asked = c.whole(0, sizes.length - 1);
      const right = sizes[asked] as number;
      const others = sizes.filter((_, i) => i !== asked);
      const rest = others.reduce((sum, x) => sum + x, 0);
      const tries: Option<number>[] = c.shuffled([
        ...others.map((x) => ({
          shows: right + x,
          differs: 'one of the sizes was left out',
          mistake: 'a size left out' as const,
        })),
        { shows: rest, differs: 'it is the sum of the others', mistake: 'the rest taken for it' as const },
        ...others.map((x) => ({
          shows: right - x,
          differs: 'one of the sizes was taken away twice',
          mistake: 'a size counted twice' as const,
        })),
        {
          shows: (right + rest) / 2,
          differs: 'it is half of the overall size',
          mistake: 'the rest taken for it' as const,
        },
      ]);
      const wrong: Option<number>[] = [];
      for (const o of tries)
        if (
          wrong.length < OPTIONS - 1 &&
          o.shows > SAME &&
          [right, ...wrong.map((w) => w.shows)].every((x) => Math.abs(x - o.shows) > SAME)
        )
          wrong.push(o);
      if (wrong.length === OPTIONS - 1)
        return { ...common, kind: 'worked size', view, axis, stations, asked, ...mixed(c, right, wrong) };
    }
  return undefined;
};
