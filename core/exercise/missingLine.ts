import type { GivenLine } from '../balance/given.ts';
import type { Vec2 } from '../geometry/vec.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { GIVEN, isPossible, mixed, OPTIONS, WANTED } from './options.ts';
import type { Tried } from './triedPart.ts';
import { rimOf } from './viewCorners.ts';
import { endsOf, linesIn } from './views.ts';

type Straight = Extract<GivenLine, { kind: 'straight' }>;

/** Level and upright lines between coordinates of a view at which nothing is drawn yet. */
export const undrawn = (c: Chance, lines: readonly GivenLine[]): Straight[] => {
  // not the places along curves, of which there are many
  const ends = lines.flatMap(endsOf);
  const [us, vs] = ([0, 1] as const).map((k) => [
    ...new Set(ends.map((p) => Math.round(p[k] * 1e6) / 1e6)),
  ]) as [number[], number[]];
  const isOn = (l: GivenLine, m: Straight): boolean => {
    if (l.kind !== 'straight') return false;
    return ([0, 1] as const).some((k) => {
      const o = (1 - k) as 0 | 1;
      const isAlong =
        Math.abs(l.a[k] - l.b[k]) + Math.abs(m.a[k] - m.b[k]) + Math.abs(l.a[k] - m.a[k]) < 1e-6;
      const overlap =
        Math.min(Math.max(l.a[o], l.b[o]), Math.max(m.a[o], m.b[o])) -
        Math.max(Math.min(l.a[o], l.b[o]), Math.min(m.a[o], m.b[o]));
      return isAlong && overlap > 1e-6;
    });
  };
  const pairs = (xs: readonly number[]): [number, number][] =>
    xs.flatMap((x) => xs.filter((y) => y > x).map((y): [number, number] => [x, y]));
  const line = (a: Vec2, b: Vec2): Straight => ({ seen: c.next() < 0.5, kind: 'straight', a, b });
  return c
    .shuffled([
      ...vs.flatMap((v) => pairs(us).map(([x, y]) => line([x, v], [y, v]))),
      ...us.flatMap((u) => pairs(vs).map(([x, y]) => line([u, x], [u, y]))),
    ])
    .filter((m) => !lines.some((l) => isOn(l, m)));
};

/** So many lines are tried as wrong ones. */
const MOST_LINES = 14;

/** Which of four lines a view lacks: no solid has it without one, or with any of the wrong ones. */
export const missingLine = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const view = c.pick(WANTED);
  const whole = linesIn(own.built, view);
  const isRim = rimOf(whole);
  const inner = whole.filter((l): l is Straight => l.kind === 'straight' && !isRim(l));
  if (!inner.length) return undefined;
  const missing = c.pick(inner);
  const lines = whole.filter((l) => l !== missing);
  const given = GIVEN.map((v) => [v, linesIn(own.built, v)] as const);
  const fits = (all: readonly GivenLine[]): boolean => isPossible(new Map([...given, [view, all]]));
  if (fits(lines)) return undefined;
  const wrong: Option<GivenLine>[] = [];
  for (const l of undrawn(c, whole).slice(0, MOST_LINES)) {
    if (wrong.length === OPTIONS - 1) break;
    if (!fits([...lines, l]))
      wrong.push({ shows: l, differs: 'it is another line', mistake: 'another line' });
  }
  if (wrong.length < OPTIONS - 1) return undefined;
  return { ...common, kind: 'missing line', given: GIVEN, view, lines, ...mixed(c, missing, wrong) };
};
