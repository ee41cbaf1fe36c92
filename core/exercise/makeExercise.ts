import { type Chance, chanceOf } from './chance.ts';
import { LEVELS } from './difficulty.ts';
import type { Common, Exercise, Kind } from './exercise.ts';
import { hiddenLines } from './hiddenLines.ts';
import { missingLine } from './missingLine.ts';
import { missingSize } from './missingSize.ts';
import { otherAngle } from './otherAngle.ts';
import { thirdView } from './thirdView.ts';
import { partOfLevel, type Tried } from './triedPart.ts';
import { whereSet } from './whereSet.ts';
import { whichAngle } from './whichAngle.ts';
import { whichCorner } from './whichCorner.ts';
import { whichCutPoint } from './whichCutPoint.ts';
import { whichDevelopment } from './whichDevelopment.ts';
import { whichNumber } from './whichNumber.ts';
import { whichPictorial } from './whichPictorial.ts';
import { whichSection } from './whichSection.ts';
import { whichThread } from './whichThread.ts';
import { whichTrueShape } from './whichTrueShape.ts';
import { workedSize } from './workedSize.ts';
import { wrongLine } from './wrongLine.ts';

const MAKERS: Record<
  Exclude<Kind, 'threads'>,
  (c: Chance, own: Tried, common: Common) => Exercise | undefined
> = {
  'third view': thirdView,
  pictorial: whichPictorial,
  'hidden lines': hiddenLines,
  'missing line': missingLine,
  corner: whichCorner,
  angle: whichAngle,
  'sectional view': whichSection,
  'true shape': whichTrueShape,
  development: whichDevelopment,
  numbering: whichNumber,
  'cut points': whichCutPoint,
  'wrong line': wrongLine,
  'worked size': workedSize,
  'other angle': otherAngle,
  'missing size': missingSize,
  'set out': whereSet,
};

/** How many parts are tried for one exercise. */
const PARTS = 12;

/**
 * Makes an exercise; the same kind, level and number give the same again.
 * @param level from 1 to 12
 * @param seed any whole number
 * @throws where no part of that level makes one: it is a fault of this program
 */
export const makeExercise = (kind: Kind, level: number, seed: number): Exercise => {
  const within = Math.min(LEVELS, Math.max(1, level));
  for (let attempt = 0; attempt < PARTS; attempt++) {
    const c = chanceOf(seed * 7919 + level * 104729 + attempt * 31);
    // threads have parts of their own
    if (kind === 'threads') {
      const made = whichThread(c, within, seed);
      if (made) return made;
      continue;
    }
    const own = partOfLevel(c, within);
    const common = { level: own.level, seed, recipe: own.recipe, part: own.file };
    const made = MAKERS[kind](c, own, common);
    if (made) return made;
  }
  throw new Error(`no exercise "${kind}" of level ${level}, number ${seed}`);
};
