import type { PartFile } from '../part/schema.ts';
import type { Path } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';

/** Keys whose strings are words or counts, not figures that can be moved a little. */
const NO_FIGURES: ReadonlySet<string> = new Set([
  'id',
  'op',
  'plane',
  'kind',
  'axis',
  'normal',
  'name',
  'sectioned',
  'off',
  'count',
  'sides',
]);
/** Words that stand in the place of a figure. */
const WORDS: ReadonlySet<string> = new Set(['through', 'ccw', 'cw']);
const isAngle = (key: string | number | undefined): boolean => key === 'angle' || key === 'tip';

/** The part with every expression worked out: each figure a plain number of its own. @throws Refusal where one cannot be worked out */
export const plainPart = (file: PartFile): PartFile => {
  const read = sizeReader(file);
  const plain = (node: unknown, path: Path): unknown => {
    const key = path.findLast((k) => typeof k === 'string');
    if (typeof node === 'string')
      return NO_FIGURES.has(key as string) || WORDS.has(node)
        ? key === 'count' || key === 'sides'
          ? read.count(node, path, 1, Number.MAX_SAFE_INTEGER)
          : node
        : isAngle(key)
          ? read.angle(node, path)
          : read.length(node, path);
    if (Array.isArray(node)) return node.map((x, i) => plain(x, [...path, i]));
    if (node && typeof node === 'object')
      return Object.fromEntries(Object.entries(node).map(([k, v]) => [k, plain(v, [...path, k])]));
    return node;
  };
  const { dims: _, ...rest } = file;
  return { ...rest, bodies: plain(file.bodies, ['bodies']) as PartFile['bodies'] };
};

/** Where the figures of a plain part stand, counts left out. */
export const figuresOf = (part: PartFile): Path[] => {
  const out: Path[] = [];
  const visit = (node: unknown, path: Path): void => {
    if (typeof node === 'number') {
      if (!path.some((k) => k === 'count' || k === 'sides')) out.push(path);
    } else if (node && typeof node === 'object')
      for (const [k, v] of Object.entries(node)) visit(v, [...path, Array.isArray(node) ? Number(k) : k]);
  };
  visit(part.bodies, ['bodies']);
  return out;
};

/** The part with one figure moved. */
export const movedPart = (part: PartFile, path: Path, by: number): PartFile => {
  const set = (node: unknown, rest: Path): unknown => {
    const [k, ...further] = rest;
    if (k === undefined) return (node as number) + by;
    if (Array.isArray(node)) return node.map((x, i) => (i === k ? set(x, further) : x));
    const own = node as Record<string, unknown>;
    return { ...own, [k]: set(own[k], further) };
  };
  return set(part, path) as PartFile;
};
