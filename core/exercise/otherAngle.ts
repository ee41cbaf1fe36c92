import { type GivenLine, type Warp, warped } from '../balance/given.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise, Option, PlacedDrawing } from './exercise.ts';
import { mixed, OPTIONS, WANTED } from './options.ts';
import type { Tried } from './triedPart.ts';
import { areSameLines, linesIn } from './views.ts';

const LEFT_FOR_RIGHT: Warp = { map: ([u, v]) => [-u, v], k: 1, flips: true };
const UPSIDE_DOWN: Warp = { map: ([u, v]) => [u, -v], k: 1, flips: true };

/** Three views in first angle, to be set out in third. */
export const otherAngle = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const side = c.pick(WANTED);
  const drawn = (v: ViewName): GivenLine[] => linesIn(own.built, v);
  // a part that looks alike from both sides, or from above and below, stands right in either angle
  if (areSameLines(side, drawn(side), drawn(side === 'left' ? 'right' : 'left'))) return undefined;
  if (areSameLines('top', drawn('top'), drawn('bottom'))) return undefined;
  const turned = (v: ViewName): GivenLine[] =>
    drawn(v).map((l) => warped(l, v === 'top' ? UPSIDE_DOWN : LEFT_FOR_RIGHT));
  if (areSameLines(side, drawn(side), turned(side)) || areSameLines('top', drawn('top'), turned('top')))
    return undefined;
  type Placing = 'first' | 'third';
  const sheet = (top: Placing, beside: Placing, of = drawn): PlacedDrawing[] => [
    { view: 'front', placed: 'first', lines: drawn('front') },
    { view: 'top', placed: top, lines: of('top') },
    { view: side, placed: beside, lines: of(side) },
  ];
  const wrong: Option<readonly PlacedDrawing[]>[] = c
    .shuffled([
      {
        shows: sheet('first', 'first'),
        differs: 'all views stand in first angle still',
        mistake: 'angles exchanged' as const,
      },
      {
        shows: sheet('third', 'first'),
        differs: 'the side view stands on the side away from what it shows',
        mistake: 'on the other side' as const,
      },
      {
        shows: sheet('first', 'third'),
        differs: 'the top view stands below the front view',
        mistake: 'on the other side' as const,
      },
      {
        shows: sheet('third', 'third', turned),
        differs: 'the views are turned over: they only change their places, never their lines',
        mistake: 'mirrored' as const,
      },
    ])
    .slice(0, OPTIONS - 1);
  return {
    ...common,
    kind: 'other angle',
    views: ['front', 'top', side],
    ...mixed<readonly PlacedDrawing[]>(c, sheet('third', 'third'), wrong),
  };
};
