import type { GivenLine } from '../balance/given.ts';
import type { Vec2 } from '../geometry/vec.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { GIVEN, isPossible, mixed, OPTIONS, WANTED } from './options.ts';
import type { Tried } from './triedPart.ts';
import { variantsOf } from './variants.ts';
import { areSameLines, linesIn } from './views.ts';

/** Lines of a view as they are drawn wrongly: turned left for right, or a hidden line drawn visible. */
const misdrawn = (c: Chance, lines: readonly GivenLine[]): Option<readonly GivenLine[]>[] => {
  const flip = ([x, y]: Vec2): Vec2 => [-x, y];
  const over = lines.map((l): GivenLine => {
    if (l.kind === 'curve') return { ...l, points: l.points.map(flip) };
    return l.kind === 'round'
      ? { ...l, centre: flip(l.centre), a: flip(l.b), b: flip(l.a) }
      : { ...l, a: flip(l.a), b: flip(l.b) };
  });
  const hidden = lines.flatMap((l, i) => (l.seen ? [] : [i]));
  const inner = hidden.length ? c.pick(hidden) : -1;
  return [
    { shows: over, differs: 'it is turned left for right', mistake: 'mirrored' },
    ...(inner < 0
      ? []
      : [
          {
            shows: lines.map((l, i) => (i === inner ? { ...l, seen: true } : l)),
            differs: 'a line that is hidden is drawn visible',
            mistake: 'hidden drawn visible' as const,
          },
        ]),
  ];
};

/** Which of four is the third view: no solid has any of the wrong ones with the two that are given. */
export const thirdView = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const wanted = c.pick(WANTED);
  const right = linesIn(own.built, wanted);
  const given = GIVEN.map((v) => [v, linesIn(own.built, v)] as const);
  const drawn = [
    ...variantsOf(c, own).map(({ words, mistake, tried }) => ({
      shows: linesIn(tried.built, wanted),
      differs: words,
      mistake,
    })),
    ...misdrawn(c, right),
  ];
  const wrong: Option<readonly GivenLine[]>[] = [];
  for (const o of c.shuffled(drawn)) {
    if (wrong.length === OPTIONS - 1) break;
    if ([right, ...wrong.map((w) => w.shows)].some((x) => areSameLines(wanted, x, o.shows))) continue;
    if (!isPossible(new Map([...given, [wanted, o.shows]]))) wrong.push(o);
  }
  if (wrong.length < OPTIONS - 1) return undefined;
  return { ...common, kind: 'third view', given: GIVEN, wanted, ...mixed(c, right, wrong) };
};
