import type { Box3 } from '../../geometry/box.ts';
import { decimal } from '../../number/format.ts';
import type { Quantity } from '../../part/quantity.ts';
import { type FeatureFile, type PartFile, typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { FACE_AXES, type FaceName, HIGH, LOW } from './faces.ts';
import type { Said } from './said.ts';

/** A rod or a hole, as its rims need it: the end that its axis runs to looks towards `plane`; a hole is drilled the other way. */
export type RoundShape = Pick<FeatureFile, 'at' | 'repeat' | 'mirror'> & {
  readonly name: string;
  readonly op: 'add' | 'cut';
  readonly plane: FaceName;
  readonly diameter: Quantity;
  /** nought for a hole, whose mouth is what counts */
  readonly height: Quantity;
  /** of a step of a turned part: the ends that are those of the whole, and where it stands on a wider step, with that one's radius */
  readonly step?: {
    readonly ends: readonly FaceName[];
    readonly feet: readonly { readonly end: FaceName; readonly reach: number }[];
  };
};

/** A part with standard parts put on or bodies moved, their names, and what was taken for granted. */
export type Fastened = {
  readonly part: PartFile;
  readonly added: readonly string[];
  readonly assumed: readonly string[];
};
/** Reads lines about whole bodies of a part; its work throws Ask where a line leaves something open. */
export type AssemblyReaders = (part: PartFile, line: string) => (() => Fastened) | undefined;

/** A body that a cut meets: its name, the names of its features, and whether lines go to it. */
export type CutBody = { readonly name: string; readonly used: readonly string[]; readonly isWorked: boolean };

/** What a typed line is read against: the part as it stands. */
export type TypedContext = {
  readonly units: 'mm' | 'in';
  /** the part's named sizes */
  readonly names: ReadonlySet<string>;
  /** [x0, y0, z0, x1, y1, z1] of the part, in its own unit; undefined while nothing is stated */
  readonly box: Box3 | undefined;
  /** the shapes of the body in order, each with the box it fills */
  readonly shapes?: readonly { readonly name: string; readonly box: Box3; readonly adds: boolean }[];
  /** those that are round and not turned out of the three directions */
  readonly rounds?: readonly RoundShape[];
  /** names of the features that are there */
  readonly used: readonly string[];
  /** the line begins a body of its own, which may stand at the origin */
  readonly begins?: boolean;
  /** where one who comes from outside meets the part at a place of a side (see levelAt) */
  readonly levelAt?: (face: FaceName, at: readonly number[]) => number | undefined;
  /** whether a cut takes anything off the part as it stands; judged by boxes where missing */
  readonly meets?: (cut: FeatureFile) => boolean;
  /** the bodies in their own places that a cut meets; absent where there is one body only */
  readonly cutBodies?: ((cut: FeatureFile) => readonly CutBody[]) | undefined;
  /** the other body that a cut belongs in because it misses the one that lines go to, with the names of its features */
  readonly otherBody?: (
    cut: FeatureFile,
  ) => { readonly name: string; readonly used: readonly string[] } | undefined;
  /** reads a line about whole bodies: what it does, or nothing where it is none; missing where lines are read without a part */
  readonly assembly?: (line: string) => (() => Fastened) | undefined;
  /** the worth of a figure in the part's unit, an expression's too; undefined where it cannot be worked out */
  readonly worth: (text: string) => number | undefined;
};

const PLACES = 6;
const figure = (x: number): number => Number(decimal(x, PLACES));
/** Places this near are one, in the part's unit: the box of a part is known to six decimals. */
export const SAME = 1e-6;

/** A place `text` further along from `base` (or back from it), as a figure or as an expression that shows its working. */
export const shifted = (base: number, text: string, sense: 1 | -1, c: TypedContext): Quantity => {
  if (Math.abs(base) < SAME && sense === 1) return typedQuantity(text);
  const worth = c.worth(text);
  if (worth !== undefined && Math.abs(base + sense * worth) < SAME) return 0;
  if (worth !== undefined && Math.abs(base) < SAME && /^-?[\d.]+$/.test(text)) return sense * worth;
  // a unit belongs to a whole expression, so such a sum is worked out here
  if (/(?:mm|in|sq)$/.test(text) && worth !== undefined) return figure(base + sense * worth);
  const lead = Math.abs(base) < SAME ? '' : `${decimal(base, PLACES)} `;
  const inner = /[-+]/.test(text) ? `(${text})` : text;
  return `${lead}${sense === 1 ? '+' : '-'} ${inner}`.trim();
};

/** A figure that may stand in an expression: one with a unit is worked out, as a unit belongs to a whole expression. */
export const unitless = (text: string, c: TypedContext): string => {
  const worth = /(?:mm|in|sq)$/.test(text) ? c.worth(text) : undefined;
  return worth === undefined ? text : decimal(worth, PLACES);
};

/** Half of a size, as an expression where the size is one. */
export const half = (text: string, c: TypedContext): Quantity => {
  const worth = c.worth(text);
  if (/^[\d.]+$/.test(text) || /(?:mm|in|sq)$/.test(text))
    return worth === undefined ? `(${text})/2` : figure(worth / 2);
  return `(${text})/2`.replace(/^\((\w+)\)/, '$1');
};

export type Place = {
  readonly at: [Quantity, Quantity, Quantity];
  /** whether the line says a place at all */
  readonly stated: boolean;
  /** the directions in which it is in the middle */
  readonly middle: readonly (0 | 1 | 2)[];
};

/** The box of the shape in whose middle a line puts something, where it names one. */
export const shapeNamed = (s: Said, c: TypedContext): Box3 | undefined => {
  const of = s.middleOf();
  return of && of !== 'whole' ? c.shapes?.find((x) => x.name === of.shape)?.box : undefined;
};

/**
 * The stretch of the part in whose middle something is put: of the shape that the line names, or of the whole. Where these differ for the
 * shape that the part begins with, and the line names none, it is asked.
 */
export const middleSpan = (axis: 0 | 1 | 2, s: Said, c: TypedContext): readonly [number, number] => {
  const box = c.box ?? [0, 0, 0, 0, 0, 0];
  const spanIn = (b: readonly number[]): readonly [number, number] => [
    b[axis] as number,
    b[axis + 3] as number,
  ];
  const whole = spanIn(box);
  if (s.middleOf() === 'whole') return whole;
  const named = shapeNamed(s, c);
  if (named) return spanIn(named);
  const first = c.shapes?.find((x) => x.adds);
  const own = first && spanIn(first.box);
  if (first && own && Math.abs(own[0] + own[1] - whole[0] - whole[1]) > 2 * SAME)
    throw new Ask(`In the middle of "${first.name}", or of the whole part?`, [
      `of ${first.name}`,
      'of the whole part',
    ]);
  return whole;
};

const ACROSS = ['from the left or right', 'from the front or back', 'up'] as const;
const OFFERS = [
  ['20 from left', '20 from right'],
  ['15 from front', '15 from back'],
  ['10 from bottom', '10 from top'],
] as const;

/** Where the part is met at a place of a face that is worked out; of a place over a hole, where the shape that the hole is in ends. */
export const levelMet = (face: FaceName, at: readonly Quantity[], c: TypedContext): number | undefined => {
  const place = at.map((q) => c.worth(String(q)));
  if (!c.levelAt || place.some((x) => x === undefined)) return undefined;
  const [u, v, n, side] = FACE_AXES[face];
  const known = c.levelAt(face, place as number[]);
  if (known !== undefined) return known;
  const ends = (c.shapes ?? [])
    .filter(
      ({ adds, box }) =>
        adds &&
        [u, v].every(
          (i) =>
            (place[i] as number) > (box[i] as number) - SAME &&
            (place[i] as number) < (box[i + 3] as number) + SAME,
        ),
    )
    .map(({ box }) => box[side === 1 ? n + 3 : n] as number);
  return ends.length ? (side === 1 ? Math.max(...ends) : Math.min(...ends)) : undefined;
};

/** How far out a shaft with steps reaches above its axis at a place along it: where something on its side is put. */
const crownAt = (
  face: FaceName,
  at: readonly Quantity[],
  shaft: RoundShape,
  c: TypedContext,
): number | undefined => {
  const [, , n, side] = FACE_AXES[face];
  const [, , k, way] = FACE_AXES[shaft.plane];
  const place = c.worth(String(at[k]));
  if (k === n || place === undefined) return undefined;
  for (const step of c.rounds ?? []) {
    const [begin, long, middle, across] = [
      step.at?.[k] ?? 0,
      step.height,
      step.at?.[n] ?? 0,
      step.diameter,
    ].map((q) => c.worth(String(q)));
    if (step.name !== shaft.name || begin === undefined || long === undefined) continue;
    const along = (place - begin) * way;
    if (along < -SAME || along > long + SAME || middle === undefined || across === undefined) continue;
    return middle + (side * across) / 2;
  }
  return undefined;
};

/** The question after a place across a face that a line says only in one direction. */
export const howFar = (what: string, axis: 0 | 1 | 2): Ask =>
  new Ask(`How far ${ACROSS[axis]} is the ${what}?`, [...OFFERS[axis], 'in the middle']);

/** The rod that is all that a part adds so far, with others in line with it: what is put on its side stands on its axis. */
export const onlyRod = (c: TypedContext): RoundShape | undefined => {
  const solid = (c.shapes ?? []).filter((x) => x.adds);
  const rods = (c.rounds ?? []).filter((r) => r.op === 'add' && !r.repeat && !r.mirror);
  const [first] = rods;
  if (!first || !solid.every((x) => rods.some((r) => r.name === x.name))) return undefined;
  const [u, v, n] = FACE_AXES[first.plane];
  const own = solid.find((x) => x.name === first.name)?.box;
  const isInLine = (box: readonly number[]): boolean =>
    own !== undefined &&
    [u, v].every(
      (k) => Math.abs((box[k] as number) + (box[k + 3] as number) - own[k] - (own[k + 3] as number)) < SAME,
    );
  return rods.every((r) => FACE_AXES[r.plane][2] === n) && solid.every((x) => isInLine(x.box))
    ? first
    : undefined;
};

/** The one round shape that a line names, where its axis runs square to a face. */
const roundNamed = (face: FaceName, s: Said, c: TypedContext): RoundShape | undefined => {
  const of = s.middleOf();
  const name = of && of !== 'whole' ? of.shape : undefined;
  const found = (c.rounds ?? []).filter((r) => r.name === name);
  const [round] = found;
  const isSquare = round && FACE_AXES[round.plane][2] === FACE_AXES[face][2];
  return found.length === 1 && isSquare && !round.repeat && !round.mirror ? round : undefined;
};

/**
 * Where on a face a line puts the middle of something: distances from named faces, or two figures across the face (from the left or the
 * front, then up or back), or its middle. A place beside the face is asked about.
 * A place of which it says only a part is asked about.
 * @param what its name, for questions
 * @param assumed takes what the line does not say
 */
export const placeOn = (face: FaceName, s: Said, c: TypedContext, what: string, assumed: string[]): Place => {
  const box = c.box ?? [0, 0, 0, 0, 0, 0];
  const [u, v, n, side] = FACE_AXES[face];
  const at: Quantity[] = [0, 0, 0];
  at[n] = figure(box[side === 1 ? n + 3 : n] as number);
  const point = s.point();
  if (point)
    return { at: point.map(typedQuantity) as [Quantity, Quantity, Quantity], stated: true, middle: [] };
  // two figures are a place only where no distance says it: else they are left over, and asked about
  const pair = s.isDistant(LOW[u], HIGH[u], LOW[v], HIGH[v]) ? undefined : s.pair();
  const centred = s.sees('centre');
  // what a line puts nowhere across a rod is on the rod's axis
  const rod = onlyRod(c);
  const isAcrossRod = (axis: 0 | 1 | 2): boolean => rod !== undefined && FACE_AXES[rod.plane][2] !== axis;
  const open: (0 | 1 | 2)[] = [];
  const onAxis: (0 | 1 | 2)[] = [];
  const middle: (0 | 1 | 2)[] = [];
  const axes = [u, v] as const;
  axes.forEach((axis, i) => {
    const [lo, hi] = [box[axis] as number, box[axis + 3] as number];
    const low = s.distance(LOW[axis]);
    const high = low === undefined ? s.distance(HIGH[axis]) : undefined;
    const stated = low ?? high ?? pair?.[i];
    if (stated === undefined) {
      const [from, to] = centred ? middleSpan(axis, s, c) : [lo, hi];
      at[axis] = figure((from + to) / 2);
      middle.push(axis);
      if (!centred) (isAcrossRod(axis) ? onAxis : open).push(axis);
      return;
    }
    at[axis] = high === undefined ? shifted(lo, stated, 1, c) : shifted(hi, stated, -1, c);
    const worth = c.worth(stated);
    if (c.box && worth !== undefined && (worth < -SAME || worth > hi - lo + SAME))
      throw new Ask(
        `${stated} is beside the ${face}, which is ${decimal(hi - lo, PLACES)} ${axis === 2 ? 'high' : axis === 1 ? 'deep' : 'wide'}. Where is the ${what}?`,
        [...OFFERS[axis]],
      );
  });
  // "through the boss" is along its axis, where the line puts it nowhere else
  const bored = open.length === 2 && s.sees('through') ? roundNamed(face, s, c) : undefined;
  if (bored) {
    for (const axis of open.splice(0)) at[axis] = bored.at?.[axis] ?? 0;
    assumed.push(`on the axis of ${bored.name}`);
  }
  // where nothing of a place is said it is asked, but on the end of a rod
  if (onAxis.length && open.length) open.push(...onAxis.splice(0));
  // a shape that is named has its own face; else what is met at that place, which on a step lies deeper
  const own = shapeNamed(s, c);
  const crown = onAxis.length && !open.length && rod?.step ? crownAt(face, at, rod, c) : undefined;
  const level = crown ?? (own ? (own[side === 1 ? n + 3 : n] as number) : levelMet(face, at, c));
  if (level !== undefined) at[n] = figure(level);
  // "in the middle" is used only where something is left to it
  if (middle.length && centred) s.has('centre');
  if (onAxis.length && rod) assumed.push(`on the axis of ${rod.name}`);
  if (c.box && open.length === 1) throw howFar(what, open[0] as 0 | 1 | 2);
  return { at: at as [Quantity, Quantity, Quantity], stated: open.length === 0, middle };
};
