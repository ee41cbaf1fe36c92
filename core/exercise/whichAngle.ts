import type { Chance } from './chance.ts';
import type { Common, Exercise } from './exercise.ts';
import { WANTED } from './options.ts';
import type { Tried } from './triedPart.ts';
import { areSameLines, linesIn } from './views.ts';

/** Whether three views stand in first or third angle. */
export const whichAngle = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const shown = c.pick(['first', 'third'] as const);
  const side = c.pick(WANTED);
  const other = side === 'left' ? 'right' : 'left';
  // a part that looks alike from both sides, or from above and below, can be either
  const [a, b] = [linesIn(own.built, side), linesIn(own.built, other)];
  if (areSameLines(side, a, b)) return undefined;
  if (areSameLines('top', linesIn(own.built, 'top'), linesIn(own.built, 'bottom'))) return undefined;
  return { ...common, kind: 'angle', shown, views: ['front', 'top', side] };
};
