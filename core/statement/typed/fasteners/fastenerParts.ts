import { along, type Vec3 } from '../../../geometry/vec.ts';
import { tidyFigure } from '../../../number/tidyFigure.ts';
import { modelledPart } from '../../../part/model.ts';
import { type PartFile, typedQuantity } from '../../../part/schema.ts';
import type { StandardFile } from '../../../part/standard/schema.ts';
import { SCREW_SIZES, type ScrewSize, screwSize } from '../../../part/standard/sizes.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import { freeName } from '../../freeName.ts';
import { Ask } from '../ask.ts';
import type { FastenerLine } from './fastenerLine.ts';

/** A direction within this of an axis (cosine) counts as along it. */
export const ALONG = 0.999;

/** Two points of a part nearer than so many tolerances are one. */
export const NEAR = 1000;

const NAMES: Partial<Record<StandardFile['kind'], string>> = {
  hexagonBolt: 'bolt',
  hexagonScrew: 'screw',
  socketScrew: 'screw',
  countersunkScrew: 'screw',
  stud: 'stud',
  hexagonNut: 'nut',
  washer: 'washer',
};

const SCREWS: ReadonlySet<string> = new Set([
  'hexagonBolt',
  'hexagonScrew',
  'socketScrew',
  'countersunkScrew',
  'stud',
]);

export const modelsOf = (part: PartFile): readonly BodyModel[] => {
  if (!part.bodies.length) return [];
  const made = modelledPart(part);
  if (!made.ok) throw new Ask(`The part cannot be worked out: ${made.faults[0]?.what ?? ''}`, []);
  return made.value.model.bodies;
};

export const isStandard = (part: PartFile, name: string): boolean =>
  part.bodies.some((b) => b.name === name && b.standard);

/** Words of a target that say nothing of which one is meant. */
const EMPTY_WORDS = /\b(?:the|a|an|all|each|every|of|its|both|in|holes?|bores?|bolts?|line|\d+)\b/gi;

export const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(EMPTY_WORDS, ' ')
    .split(/[\s,]+/)
    .filter(Boolean);

/** Whether a name has all words that were typed for it. */
export const isMeant = (text: string, names: readonly string[]): boolean => {
  const all = names.join(' ').toLowerCase();
  return wordsOf(text).every((w) => all.includes(w.replace(/s$/, '')));
};

export const sizeOf = (line: FastenerLine): ScrewSize | undefined => {
  if (line.size === undefined) return undefined;
  const size = screwSize(line.size);
  if (!size)
    throw new Ask(
      `There is no size "${line.size}" in the tables.`,
      SCREW_SIZES.filter((s) => s.unit === 'mm')
        .map((s) => s.name)
        .slice(2, 8),
    );
  return size;
};

export const say = (x: number): string => String(tidyFigure(Number(x.toPrecision(6))));

/** The standard part of a line, in the keys of the part file. */
export const standardOf = (
  line: FastenerLine,
  size: ScrewSize,
  length: number | string | undefined,
): StandardFile => {
  const by = line.by && { by: line.by };
  const thread = line.thread !== undefined && { thread: typedQuantity(line.thread) };
  const at = { size: size.name, ...by };
  switch (line.kind) {
    case 'hexagonNut':
      return { kind: 'hexagonNut', ...at, ...(line.thin && { thin: true }) };
    case 'washer':
      return { kind: 'washer', ...at };
    case 'hexagonScrew':
    case 'countersunkScrew':
      return { kind: line.kind, ...at, length: length ?? 0 };
    case 'socketScrew':
    case 'stud':
    case 'hexagonBolt':
      return { kind: line.kind, ...at, length: length ?? 0, ...thread };
    default:
      throw new Ask('Give its sizes as in the list of standard parts.', []);
  }
};

/** The shank of a screw in its place: its axis towards the head, where it bears, how long it is. */
export type Shank = {
  readonly name: string;
  readonly head: Vec3;
  readonly at: Vec3;
  readonly length: number;
  readonly radius: number;
  readonly size: string;
};

export const shanksOf = (part: PartFile, models: readonly BodyModel[]): Shank[] =>
  part.bodies.flatMap((b, i) => {
    const s = b.standard;
    if (!s || !SCREWS.has(s.kind)) return [];
    const cells =
      models[i]?.operations.filter((o) => o.feature.startsWith('shank')).flatMap((o) => o.cells) ?? [];
    const first = cells[0]?.cell;
    const face = first?.faces.find((f) => f.surface.kind === 'cylinder');
    if (!first || face?.surface.kind !== 'cylinder' || !('size' in s)) return [];
    // the cell's own origin is at the end of the shank
    const heights = cells.map((c) => (c.cell.solid.kind === 'sweep' ? c.cell.solid.z1 : 0));
    const lowest = cells.at(-1)?.cell.place.origin ?? first.place.origin;
    const length = heights.reduce((a, x) => a + x, 0);
    return [
      {
        name: b.name,
        head: first.place.z,
        at: along(lowest, first.place.z, length),
        length,
        radius: face.surface.r,
        size: String(s.size),
      },
    ];
  });

export const nameFor = (part: PartFile, line: FastenerLine): string =>
  freeName(
    line.name ?? NAMES[line.kind] ?? line.kind,
    part.bodies.map((b) => b.name),
  );
