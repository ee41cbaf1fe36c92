import type { GivenLine } from '../balance/given.ts';
import { dot, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { frameToward, VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { numberPoints } from '../ledger/numbering.ts';
import type { PartFile } from '../part/schema.ts';
import type { BuiltPart } from '../solid/build.ts';
import { laidViews } from '../solids/aligned.ts';
import { fittingIn } from '../solids/fittingSolids.ts';
import { madePart, volumeOf } from '../solids/madePart.ts';
import { roundedSolids } from '../solids/roundedSolids.ts';
import { firstMetIn } from '../view/firstMet.ts';
import { type Chance, chanceOf } from './chance.ts';
import { countedOf, LEVELS, levelOf } from './difficulty.ts';
import type { Common, Exercise, Kind, Mistake, Option } from './exercise.ts';
import { likelyRecipe, mirrored, otherSide, partOfRecipe, type Recipe, stepWords } from './recipe.ts';
import { areSameLines, differClearly, linesIn, PICTORIAL_SIGHT, pictorialLines } from './views.ts';

type Tried = { readonly recipe: Recipe; readonly file: PartFile; readonly built: BuiltPart };

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
const partOfLevel = (c: Chance, level: number): Tried & { readonly level: number } => {
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

type Variant = { readonly words: string; readonly mistake: Mistake; readonly tried: Tried };

/** Parts that are taken for another: one thing left out, on the other side, or all of it mirrored. */
const variantsOf = (c: Chance, { recipe }: Tried): Variant[] => {
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

const OPTIONS = 4;
/** The options in any order, with the place of the right one. */
const mixed = <T>(c: Chance, right: T, wrong: readonly Option<T>[]) => {
  const all: Option<T>[] = c.shuffled([{ shows: right, differs: '' }, ...wrong]);
  return { options: all, right: all.findIndex((o) => o.differs === '') };
};

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

/** The search for solids asks so often whether it may go on. */
const MOST_LOOKS = 20_000;

/** Whether some solid has these views: then a drawing that was meant to be wrong would be right as well. */
const isPossible = (views: ReadonlyMap<ViewName, readonly GivenLine[]>): boolean => {
  // counted, not timed: the same number must give the same exercise on every machine
  let left = MOST_LOOKS;
  const given = new Map([...views].map(([name, lines]) => [name, { lines, hidden: 'given' as const }]));
  const limits = { most: 1, isOver: () => --left < 0 };
  const laid = laidViews(given);
  if (!laid.ok) return false;
  // whether there is one is enough: it need not be stated, nor what is wrong be repaired
  const hasRounds = laid.value.views.some((v) => v.circles.length);
  const { solids, complete } = hasRounds
    ? roundedSolids(laid.value, 'mm', limits)
    : fittingIn(laid.value, limits);
  return solids.length > 0 || !complete;
};

const GIVEN: readonly ViewName[] = ['front', 'top'];
const WANTED: readonly ViewName[] = ['left', 'right'];

const thirdView = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
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

const THREE: readonly ViewName[] = ['front', 'top', 'left'];

const whichPictorial = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const viewsOf = (t: Tried) => THREE.map((v) => linesIn(t.built, v));
  const known = [viewsOf(own)];
  const pictures = [pictorialLines(own.built)];
  const wrong: Option<PartFile>[] = [];
  for (const { words, mistake, tried } of variantsOf(c, own)) {
    if (wrong.length === OPTIONS - 1) break;
    const views = viewsOf(tried);
    const isKnown = known.some((k) =>
      THREE.every((v, i) => areSameLines(v, k[i] as GivenLine[], views[i] as GivenLine[])),
    );
    // what differs only out of sight, or by a hair, cannot be told in the pictorial
    const picture = pictorialLines(tried.built);
    if (isKnown || !pictures.every((p) => differClearly(p, picture))) continue;
    known.push(views);
    pictures.push(picture);
    wrong.push({ shows: tried.file, differs: words, mistake });
  }
  if (wrong.length < OPTIONS - 1) return undefined;
  return { ...common, kind: 'pictorial', given: THREE, ...mixed(c, own.file, wrong) };
};

/** The coordinates of a view's corners, along u and along v. */
const cornersOf = (lines: readonly GivenLine[]): readonly [number[], number[]] => {
  const points = lines.flatMap((l) => (l.kind === 'curve' ? l.points : [l.a, l.b]));
  return [points.map((p) => p[0]), points.map((p) => p[1])];
};
/** Whether a line lies on the rim of its view: it is visible, and nobody needs to be asked. */
const rimOf = (lines: readonly GivenLine[]): ((l: GivenLine) => boolean) => {
  const all = cornersOf(lines);
  return (l) =>
    l.kind === 'straight' &&
    all.some((xs, k) =>
      [Math.min(...xs), Math.max(...xs)].some(
        (x) => Math.abs(l.a[k as 0 | 1] - x) + Math.abs(l.b[k as 0 | 1] - x) < 1e-6,
      ),
    );
};

const hiddenLines = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
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

type Straight = Extract<GivenLine, { kind: 'straight' }>;

/** Level and upright lines between coordinates of a view at which nothing is drawn yet. */
const undrawn = (c: Chance, lines: readonly GivenLine[]): Straight[] => {
  const [us, vs] = cornersOf(lines).map((xs) => [...new Set(xs.map((x) => Math.round(x * 1e6) / 1e6))]) as [
    number[],
    number[],
  ];
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

const missingLine = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
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

/** Nearer than this, mm, two corners are one to the eye. */
const APART = 4;

/** A corner is in sight where material beside it, so far off, is met first, mm. */
const BESIDE = 0.3;
const seenFrom = (part: BuiltPart, toward: Vec3): ((p: Vec3) => boolean) => {
  const f = frameToward(toward);
  const meet = firstMetIn(part.bodies, f, part.tol);
  return (p) => {
    const [u, v] = [dot(p, f.u), dot(p, f.v)];
    return Array.from({ length: 8 }, (_, k) => (k * Math.PI) / 4 + 0.2).some((q) => {
      const met = meet(u + BESIDE * Math.cos(q), v + BESIDE * Math.sin(q));
      return met !== undefined && Math.hypot(...sub(met.at, p)) < 4 * BESIDE;
    });
  };
};

const whichCorner = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const view = c.pick(THREE);
  const { u, v } = VIEW_FRAMES[view];
  const at = (p: Vec3): Vec2 => [dot(p, u), dot(p, v)];
  const corners = numberPoints(own.built).map((p) => p.at);
  const inSight = corners.filter(seenFrom(own.built, PICTORIAL_SIGHT));
  if (!inSight.length) return undefined;
  const corner = c.pick(inSight);
  const right = at(corner);
  const wrong: Option<Vec2>[] = [];
  for (const p of c.shuffled(corners)) {
    if (wrong.length === OPTIONS - 1) break;
    const place = at(p);
    if (
      [right, ...wrong.map((w) => w.shows)].every((q) => Math.hypot(q[0] - place[0], q[1] - place[1]) > APART)
    )
      wrong.push({ shows: place, differs: 'it is another corner', mistake: 'another corner' });
  }
  if (wrong.length < OPTIONS - 1) return undefined;
  return { ...common, kind: 'corner', view, corner, ...mixed(c, right, wrong) };
};

const whichAngle = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const shown = c.pick(['first', 'third'] as const);
  const side = c.pick(WANTED);
  const other = side === 'left' ? 'right' : 'left';
  // a part that looks alike from both sides, or from above and below, can be either
  const [a, b] = [linesIn(own.built, side), linesIn(own.built, other)];
  if (areSameLines(side, a, b)) return undefined;
  if (areSameLines('top', linesIn(own.built, 'top'), linesIn(own.built, 'bottom'))) return undefined;
  return { ...common, kind: 'angle', shown, views: ['front', 'top', side] };
};

const MAKERS: Record<Kind, (c: Chance, own: Tried, common: Common) => Exercise | undefined> = {
  'third view': thirdView,
  pictorial: whichPictorial,
  'hidden lines': hiddenLines,
  'missing line': missingLine,
  corner: whichCorner,
  angle: whichAngle,
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
  for (let attempt = 0; attempt < PARTS; attempt++) {
    const c = chanceOf(seed * 7919 + level * 104729 + attempt * 31);
    const own = partOfLevel(c, Math.min(LEVELS, Math.max(1, level)));
    const common = { level: own.level, seed, recipe: own.recipe, part: own.file };
    const made = MAKERS[kind](c, own, common);
    if (made) return made;
  }
  throw new Error(`no exercise "${kind}" of level ${level}, number ${seed}`);
};
