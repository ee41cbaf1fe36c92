import { along2, dot2, type Vec2 } from '../geometry/vec.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { TraceFile } from '../part/schema.ts';
import type { CutMark } from '../section/cutMarks.ts';
import { steppedPath } from '../section/steppedPath.ts';
import type { ViewSides } from '../section/viewSides.ts';

/** What a cut that names features is read with. */
export type FeatureCutContext = {
  /** those of the cut's own view */
  readonly marks: readonly CutMark[];
  /** the part's own axis in that view, where it has one */
  readonly axis?: CutMark | undefined;
  readonly sides: ViewSides;
  /** brings a text to the words that a typed cut is read in */
  readonly tidied: (text: string) => string;
  /** the worth of a typed size, part units; refuses what is none */
  readonly figure: (text: string) => number;
  /** a place that is typed by the view's edges */
  readonly place: (text: string) => readonly [number, number] | undefined;
};

type Stated = Pick<TraceFile, 'through' | 'at' | 'angle'>;

/** Two points of a line, where it leaves the view's own edges. */
const acrossView = (at: Vec2, along: Vec2, [left, low, right, high]: ViewSides): Stated => {
  const corners: Vec2[] = [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ];
  const reach = corners.map((p) => dot2([p[0] - at[0], p[1] - at[1]], along));
  const ends = [Math.min(...reach), Math.max(...reach)].map((t) => along2(at, along, t));
  // from left to right, an upright one from below
  ends.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  return { through: ends.map(([u, v]) => [tidyFigure(u), tidyFigure(v)]) };
};

const bare = (text: string): string =>
  text
    .replace(/^(?:(?:axis|middle|centre) (?:of )?)/, '')
    .trim()
    .toLowerCase();

/** The one mark of a name; nothing where none has it. */
const marked = (c: FeatureCutContext, kind: CutMark['kind'], text: string): CutMark | undefined => {
  if (kind === 'round' && /^(?:axis|middle line)$/.test(text.trim())) return c.axis;
  const wanted = bare(text);
  const own = c.marks.filter((m) => m.kind === kind);
  const nameOf = (m: CutMark): string => c.tidied(m.name).toLowerCase();
  return (
    own.find((m) => nameOf(m) === wanted) ??
    // "hole2" for "hole 2", and "hole 1" for the first of them
    own.find((m) => nameOf(m).replaceAll(' ', '') === wanted.replaceAll(' ', '')) ??
    own.find(
      (m) =>
        `${nameOf(m)}1` === wanted.replaceAll(' ', '') && own.some((o) => nameOf(o) === `${nameOf(m)} 2`),
    )
  );
};

/** The centre of a round that the view shows as a circle, by its name: "bore", "the centre of bore". */
export const centreNamed = (text: string, c: FeatureCutContext): Vec2 | undefined => {
  const mark = marked(c, 'round', text);
  return mark && !mark.along ? mark.at : undefined;
};

const IN = /^(in|inside|inwards|inward|under|below|beneath|behind)$/;
const OUT = /^(out|outside|outwards|outward|off|away|above|before)$/;

/** The face that a text begins with, the longest name of all, and what is typed behind it. */
const faceFirst = (
  text: string,
  c: FeatureCutContext,
): { readonly face: CutMark; readonly rest: string } | undefined => {
  const typed = text.toLowerCase();
  const found = c.marks
    .flatMap((face) => {
      const name = c.tidied(face.name).toLowerCase();
      const isFirst = typed === name || typed.startsWith(`${name} `) || typed.startsWith(`${name},`);
      return face.kind === 'face' && isFirst ? [{ face, size: name.length }] : [];
    })
    .toSorted((a, b) => b.size - a.size)[0];
  return found && { face: found.face, rest: text.slice(found.size).replace(/^,? ?/, '') };
};

/** Parallel to a flat face that is an edge in the view, so far inside it or off it. */
const parallelTo = (text: string, c: FeatureCutContext): Stated | undefined => {
  const m = /^parallel (?:to|with) (.+)$/.exec(text);
  const named = m && faceFirst(m[1] as string, c);
  if (!named) return undefined;
  const { face, rest } = named;
  if (!rest) throw new Refusal({ path: ['cuts'], where: 'the cut', ...says('cutline.apart') });
  const [, size, word = ''] = /^(?:at )?(.+?) (\w+)$/.exec(rest) ?? [];
  const way = IN.test(word) ? -1 : OUT.test(word) ? 1 : undefined;
  if (size === undefined || way === undefined) return undefined;
  return acrossView(along2(face.at, face.out as Vec2, c.figure(size) * way), face.along as Vec2, c.sides);
};

/** Square to a flat face that is an edge in the view, through a place or a round's centre. */
const squareTo = (text: string, c: FeatureCutContext): Stated | undefined => {
  const m = /^square (?:to|with) (.+)$/.exec(text);
  const named = m && faceFirst(m[1] as string, c);
  const [, where] = /^(?:at|through) (.+)$/.exec(named?.rest ?? '') ?? [];
  if (!named || where === undefined) return undefined;
  const at = centreNamed(where, c) ?? c.place(where);
  return at && acrossView(at, named.face.out as Vec2, c.sides);
};

/** Through the axes of rounds: one with the way it runs, two, or along an axis that lies in the view. */
const throughRounds = (text: string, c: FeatureCutContext): Stated | undefined => {
  const m = /^(level|upright)?,? ?(?:through |along |on )?(.+?)(?:,? (level|upright))?$/.exec(text);
  if (!m) return undefined;
  const names = (m[2] as string).split(/,? and /);
  const way = m[1] ?? m[3];
  const [first, second] = names.map((n) => marked(c, 'round', n));
  if (!first || names.length > 2 || (names.length === 2 && !second)) return undefined;
  if (second) {
    if (first.along || second.along || way) return undefined;
    const d: Vec2 = [second.at[0] - first.at[0], second.at[1] - first.at[1]];
    const size = Math.hypot(...d);
    return size > 1e-9 ? acrossView(first.at, [d[0] / size, d[1] / size], c.sides) : undefined;
  }
  if (first.along) return way ? undefined : acrossView(first.at, first.along, c.sides);
  if (!way)
    throw new Refusal({ path: ['cuts'], where: 'the cut', ...says('cutline.way', { name: first.name }) });
  return acrossView(first.at, way === 'level' ? [1, 0] : [0, 1], c.sides);
};

/** The rounds that a list names, or all that the view shows as circles: "hole, hole 2 and hole 3", "all three holes". */
const circlesListed = (text: string, c: FeatureCutContext): readonly CutMark[] | undefined => {
  const circles = c.marks.filter((m) => m.kind === 'round' && !m.along);
  const all =
    /^(?:all )?(?:(two|three|four|five|six|seven|eight|\d+) )?(?:of )?(hole|bore|round|boss|centre)(?:e?s)$/.exec(
      text,
    );
  if (all) {
    const wanted = COUNTS[all[1] ?? ''] ?? (all[1] === undefined ? undefined : Number(all[1]));
    const named = circles.filter(
      (m) => all[2] === 'round' || all[2] === 'centre' || m.name.toLowerCase().includes(all[2] as string),
    );
    const found = named.length ? named : circles;
    return found.length > 1 && (wanted === undefined || wanted === found.length) ? found : undefined;
  }
  const names = text.split(/,? and |, /).map((n) => marked(c, 'round', n));
  return names.length > 1 && names.every((m) => m && !m.along) ? (names as CutMark[]) : undefined;
};
const COUNTS: Readonly<Record<string, number>> = {
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
};

/** A stepped cut through several rounds, or one that is bent at each of them: "stepped through hole, hole 2 and hole 3", "bent through hole, bore and hole 2". */
const severalRounds = (text: string, c: FeatureCutContext): Stated | undefined => {
  const m = /^(?:(stepped|offset|bent|aligned) )?(?:cut |section )?(?:through |along )(.+)$/.exec(text);
  if (!m) return undefined;
  const found = circlesListed(m[2] as string, c);
  if (!found || (m[1] === undefined && found.length < 3)) return undefined;
  const places = found.map((r) => r.at);
  if (m[1] === 'bent' || m[1] === 'aligned') return { through: places.map(([u, v]) => [u, v]) };
  const [left, low, right, high] = c.sides;
  const box = { low: [left, low], high: [right, high] } as const;
  const path = steppedPath(places, 0, box) ?? steppedPath(places, 1, box);
  return path && { through: path };
};

/**
 * A trace that is typed by features of the part: "upright through bore", "through bore and peg", "along the axis of shaft",
 * "parallel to the slope of wedge, 5 in", "square to the slope of wedge through bore".
 * @returns nothing where the text names no feature so
 */
export const statedByFeature = (text: string, c: FeatureCutContext): Stated | undefined =>
  parallelTo(text, c) ?? squareTo(text, c) ?? throughRounds(text, c) ?? severalRounds(text, c);
