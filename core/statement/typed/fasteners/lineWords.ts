import type { Vec3 } from '../../../geometry/vec.ts';

/** Words that lines about standard parts share: sides, figures, and what is taken out of a line piece by piece. */

export type Side = 'top' | 'bottom' | 'left' | 'right' | 'front' | 'back';

/** Where each side looks to. */
export const TOWARD: Readonly<Record<Side, Vec3>> = {
  top: [0, 0, 1],
  bottom: [0, 0, -1],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  back: [0, 1, 0],
};

/** The side to which a head or a large end looks that nothing is said of: the first of these that will do. */
export const USUAL: readonly Side[] = ['top', 'front', 'left', 'bottom', 'back', 'right'];

const SIDES: readonly (readonly [RegExp, Side])[] = [
  [/^(?:top|above|up|upper side)$/i, 'top'],
  [/^(?:bottom|below|underneath|down|lower side)$/i, 'bottom'],
  [/^left$/i, 'left'],
  [/^right$/i, 'right'],
  [/^front$/i, 'front'],
  [/^(?:back|rear|behind)$/i, 'back'],
];
export const SIDE_WORDS = 'top|above|up|bottom|below|underneath|down|left|right|front|back|rear|behind';

/** The side that one of SIDE_WORDS means. */
export const sideOf = (word: string): Side => SIDES.find(([p]) => p.test(word))?.[1] as Side;

/** A figure of a line, a fraction too: the source of a pattern. */
export const FIGURE = String.raw`\d+(?:\.\d+)?(?:\s+\d+\/\d+|\/\d+)?`;

/** Takes what fits out of the text that is left, with the group asked for. */
export const taker = (start: string) => {
  let left = start;
  return {
    take: (pattern: RegExp, group = 1): string | undefined => {
      const m = pattern.exec(left);
      if (!m) return undefined;
      left = `${left.slice(0, m.index)} ${left.slice(m.index + m[0].length)}`;
      return (m[group] ?? m[0]).trim();
    },
    left: (): string => left.replace(/[\s,;.]+/g, ' ').trim(),
  };
};

/** A line with the name that stands before a colon: "pin: dowel 6 x 30", "body pin: dowel 6 x 30". */
export const namedLine = (line: string): { readonly name?: string; readonly text: string } => {
  const named = /^([^:=]{1,40}):\s*(.+)$/.exec(line.trim());
  if (!named || /\d\s*$/.test(named[1] as string)) return { text: line.trim() };
  return { name: (named[1] as string).replace(/^body\s+/i, '').trim(), text: named[2] as string };
};
