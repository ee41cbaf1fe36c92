import type { Chance } from './chance.ts';
import type { Common, Exercise } from './exercise.ts';
import { THREE } from './options.ts';
import type { Tried } from './triedPart.ts';
import { rimOf } from './viewCorners.ts';
import { linesIn } from './views.ts';

/** Which lines of a view are hidden, of some that do not lie on its rim. */
export const hiddenLines = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const view = c.pick(THREE);
  const lines = linesIn(own.built, view);
  const isRim = rimOf(lines);
  const inner = lines.flatMap((l, i) => (isRim(l) ? [] : [i]));
  const [seen, hidden] = [true, false].map((s) => inner.filter((i) => lines[i]?.seen === s)) as [
    number[],
    number[],
  ];
  if (!hidden.length) return undefined;
  const asked = c.shuffled([...c.shuffled(hidden).slice(0, 3), ...c.shuffled(seen).slice(0, 3)]);
  return { ...common, kind: 'hidden lines', view, lines, asked };
};
