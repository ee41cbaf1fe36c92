import type { GivenLine } from '../balance/given.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { undrawn } from './missingLine.ts';
import { GIVEN, isPossible, mixed, OPTIONS, WANTED } from './options.ts';
import type { Tried } from './triedPart.ts';
import { rimOf } from './viewCorners.ts';
import { linesIn } from './views.ts';

/** So many lines are tried as the one too many, so many mistakes in all, and so many lines as innocent ones. */
const MOST_LINES = 3;
const MOST_TRIES = 4;
const MOST_INNOCENT = 6;
/** A search of so many looks tells enough of a mistake; what is not settled by then is another exercise. */
const LOOKS = 3_000;

/** Which of four lines of a view is drawn wrong: hidden for visible or the other way round, or one too many. */
export const wrongLine = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const view = c.pick(WANTED);
  const whole = linesIn(own.built, view);
  const isRim = rimOf(whole);
  const given = GIVEN.map((v) => [v, linesIn(own.built, v)] as const);
  const fits = (all: readonly GivenLine[]): boolean => isPossible(new Map([...given, [view, all]]), LOOKS);
  const exchanged = (l: GivenLine): GivenLine => ({ ...l, seen: !l.seen });
  const inner = whole.filter((l) => l.kind === 'straight' && !isRim(l));
  const tries: { readonly wrong: GivenLine; readonly lines: readonly GivenLine[] }[] = c.shuffled([
    ...inner.map((l) => {
      const wrong = exchanged(l);
      return { wrong, lines: whole.map((k) => (k === l ? wrong : k)) };
    }),
    ...undrawn(c, whole)
      .slice(0, MOST_LINES)
      .map((l) => ({ wrong: l, lines: [...whole, l] })),
  ]);
  for (const { wrong, lines } of tries.slice(0, MOST_TRIES)) {
    if (fits(lines)) continue;
    // no other of the lines offered may be to blame as well
    const innocent: Option<GivenLine>[] = [];
    for (const l of c
      .shuffled(whole.filter((k) => k.kind === 'straight' && lines.includes(k)))
      .slice(0, MOST_INNOCENT)) {
      if (innocent.length === OPTIONS - 1) break;
      const without = lines.filter((k) => k !== l);
      if (!fits(without) && !fits([...without, exchanged(l)]))
        innocent.push({ shows: l, differs: 'the line is right', mistake: 'a right line called wrong' });
    }
    if (innocent.length === OPTIONS - 1)
      return { ...common, kind: 'wrong line', given: GIVEN, view, lines, ...mixed(c, wrong, innocent) };
  }
  return undefined;
};
