import type { Path, SizeReader } from './sizeReading.ts';

/** Keys of the part file whose strings are words. */
export const WORD_KEYS: ReadonlySet<string> = new Set([
  'id',
  'op',
  'plane',
  'kind',
  'axis',
  'normal',
  'name',
  'sectioned',
  'off',
  'size',
  'from',
  'file',
  'solid',
  'hand',
  'by',
  'body',
  'face',
  'on',
  'against',
  'along',
  'sense',
  'widthAt',
  'ends',
]);
/** Counts are figures, but none that can be moved a little. */
const NO_FIGURES: ReadonlySet<string> = new Set([...WORD_KEYS, 'count', 'sides']);
/** Words that stand in the place of a figure. */
const WORDS: ReadonlySet<string> = new Set(['through', 'ccw', 'cw']);
const isAngle = (key: string | number | undefined): boolean => key === 'angle' || key === 'tip';

/**
 * Data of a part file with every expression worked out; lengths in the reader's unit.
 * @param path where it stands in the file
 * @throws Refusal where a figure cannot be worked out
 */
export const plainFigures = <T>(data: T, read: SizeReader, path: Path): T => {
  const plain = (node: unknown, at: Path): unknown => {
    const key = at.findLast((k) => typeof k === 'string');
    if (typeof node === 'string')
      return NO_FIGURES.has(key as string) || WORDS.has(node)
        ? key === 'count' || key === 'sides'
          ? read.count(node, at, 1, Number.MAX_SAFE_INTEGER)
          : node
        : isAngle(key)
          ? read.angle(node, at)
          : read.length(node, at);
    if (typeof node === 'number' && !NO_FIGURES.has(key as string) && !isAngle(key))
      return read.length(node, at);
    if (Array.isArray(node)) return node.map((x, i) => plain(x, [...at, i]));
    if (node && typeof node === 'object')
      return Object.fromEntries(
        // sizes that are set anew count in the part that they are set in
        Object.entries(node).map(([k, v]) => [k, k === 'with' ? v : plain(v, [...at, k])]),
      );
    return node;
  };
  return plain(data, path) as T;
};
