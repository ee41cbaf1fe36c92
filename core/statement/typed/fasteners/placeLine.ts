import { EDGE_ON } from '../../../geometry/nearness.ts';
import { cross, dot, length, type Vec3 } from '../../../geometry/vec.ts';
import { modelledPart } from '../../../part/model.ts';
import type { RelationFile } from '../../../part/placeSchema.ts';
import { namedFaces } from '../../../part/placing.ts';
import { type BodyFile, type PartFile, typedQuantity } from '../../../part/schema.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import { Ask } from '../ask.ts';
import { type Side, TOWARD } from './lineWords.ts';

/** How one body lies by another, with the direction from the other to the one. */
const BESIDE: readonly (readonly [string, Vec3])[] = [
  ['on top of|on|onto|upon|above|over', [0, 0, 1]],
  ['under|underneath|below|beneath', [0, 0, -1]],
  ['left of|to the left of', [-1, 0, 0]],
  ['right of|to the right of', [1, 0, 0]],
  ['in front of|before', [0, -1, 0]],
  ['behind', [0, 1, 0]],
];
const LINE = new RegExp(
  String.raw`^\s*(?:put|place|stand|set|lay|fit)?\s*(?:the\s+)?(.+?)\s+(${BESIDE.map(([w]) => w).join('|')})\s+(?:the\s+)?([^,;]+?)\s*(?:[,;]\s*(.*))?$`,
  'i',
);

const named = (part: PartFile, words: string): BodyFile | undefined =>
  part.bodies.find((b) => b.name.toLowerCase() === words.trim().toLowerCase());

/** Whether a line says how one body that is there lies by another one. */
export const isPlaceLine = (part: PartFile, line: string): boolean => {
  const m = LINE.exec(line);
  return Boolean(m && named(part, m[1] as string) && named(part, m[3] as string) && m[1] !== m[3]);
};

/** The flat face of a body that lies furthest along a direction and looks that way. */
const outermost = (body: BodyModel, d: Vec3): string => {
  const faces = namedFaces(body, 'flat').filter((f) => dot(f.direction, d) > 1 - 1e-9);
  const first = faces[0];
  if (!first)
    throw new Ask(`"${body.name}" has no flat face on that side. Which of its faces meets the other?`, []);
  return faces.reduce((a, b) => (dot(b.point, d) > dot(a.point, d) + 1e-9 ? b : a), first).name;
};

const rounds = (body: BodyModel, words?: string) => {
  const all = namedFaces(body, 'round');
  const wanted = words
    ?.toLowerCase()
    .replace(/'s\b|\baxis\b|\bthe\b|\bits\b/g, ' ')
    .trim();
  return wanted ? all.filter((f) => f.name.toLowerCase().startsWith(wanted)) : all;
};

/** Pairs of round faces of two bodies that can be put in one line: holes first, in the order they are stated. */
const axisRelation = (own: BodyModel, other: BodyModel, a?: string, b?: string): RelationFile => {
  const mine = rounds(own, a);
  const theirs = rounds(other, b);
  for (const x of mine)
    for (const y of theirs)
      if (a || b || length(cross(x.direction, y.direction)) < EDGE_ON)
        return {
          axis: x.name,
          on: `${other.name}.${y.name}`,
          sense: dot(x.direction, y.direction) < 0 ? 'opposite' : 'same',
        };
  const missing = mine.length ? other : own;
  throw new Ask(
    `"${missing.name}" has no round face "${(mine.length ? b : a) ?? ''}".`,
    [...new Set(rounds(missing).map((f) => f.name.split('/')[0] as string))].slice(0, 4),
  );
};

/** Relations of the later of two bodies, read from a detail such as "bores in line", "flush left", "its bore on the pin" or "gap 2". */
const detail = (
  text: string,
  own: BodyModel,
  other: BodyModel,
): RelationFile[] | { gap: string } | undefined => {
  const gap = /^(?:gap|with a gap of|at a distance of)\s+(.+)$/i.exec(text);
  if (gap) return { gap: gap[1] as string };
  if (/^(?:faces?\s+)?touching$/i.test(text)) return [];
  if (/^(?:holes?|bores?|axes)\s+(?:in (?:one )?line|aligned|together|coaxial)$/i.test(text))
    return [axisRelation(own, other)];
  const flush = /^(?:flush|level|even)\s+(?:at|on|with)?\s*(?:the\s+)?(.+)$/i.exec(text);
  if (flush) {
    const sides = (flush[1] as string).split(/\s*(?:,|\band\b|\s)\s*/).filter(Boolean);
    if (sides.every((s) => s.toLowerCase() in TOWARD))
      return sides.map((s) => {
        const d = TOWARD[s.toLowerCase() as Side];
        return { face: outermost(own, d), along: `${other.name}.${outermost(other, d)}` };
      });
  }
  const axis = /^(?:its|the)\s+(.+?)(?:'s axis)?\s+on\s+(?:the\s+)?(.+?)(?:'s)?(?:\s+axis)?$/i.exec(text);
  if (axis) return [axisRelation(own, other, axis[1], axis[2])];
  return undefined;
};

/**
 * A part with one body put beside another, as typed: "upper on lower, bores in line, flush at the front". Of the two the one that is stated
 * later moves.
 * @throws Ask where a word has no use, or a face is not there
 */
export const enterPlace = (
  part: PartFile,
  line: string,
): { readonly part: PartFile; readonly moved: string; readonly assumed: readonly string[] } => {
  const [, first = '', words = '', second = '', rest = ''] = LINE.exec(line) as RegExpExecArray;
  const made = modelledPart(part);
  if (!made.ok) throw new Ask(`The part cannot be worked out: ${made.faults[0]?.what ?? ''}`, []);
  const { bodies } = made.value.model;
  const indexOf = (name: string): number => part.bodies.indexOf(named(part, name) as BodyFile);
  const [i, j] = [indexOf(first), indexOf(second)];
  const way = BESIDE.find(([w]) => new RegExp(`^(?:${w})$`, 'i').test(words))?.[1] as Vec3;
  // the later body is the one that is placed
  const isLater = i > j;
  const own = bodies[isLater ? i : j] as BodyModel;
  const other = bodies[isLater ? j : i] as BodyModel;
  const d: Vec3 = isLater ? way : [-way[0], -way[1], -way[2]];
  const back: Vec3 = [-d[0], -d[1], -d[2]];
  const more: RelationFile[] = [];
  let gap: string | undefined;
  for (const text of rest.split(/\s*[,;]\s*/).filter(Boolean)) {
    const read = detail(text, own, other);
    if (!read)
      throw new Ask(`I could not use "${text}": what is it?`, [
        ', bores in line',
        ', flush at the front',
        ', gap 2',
      ]);
    if ('gap' in read) gap = read.gap;
    else more.push(...read);
  }
  const meets: RelationFile = {
    face: outermost(own, back),
    against: `${other.name}.${outermost(other, d)}`,
    ...(gap !== undefined && { gap: typedQuantity(gap) }),
  };
  // axes first, so that a face only takes the slide along them
  const place = [...more.filter((r) => 'axis' in r), meets, ...more.filter((r) => !('axis' in r))];
  const next = {
    ...part,
    bodies: part.bodies.map((b): BodyFile => (b.name === own.name ? { ...b, place } : b)),
  };
  const placed = modelledPart(next);
  if (!placed.ok) throw new Ask(placed.faults[0]?.what ?? '', []);
  return { part: next, moved: own.name, assumed: more.length ? [] : ['no further aside than it stands'] };
};
