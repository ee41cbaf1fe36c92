import { distance2, type Vec2 } from '../geometry/vec.ts';
import { emptyBoard, perform } from './perform.ts';
import type { Step } from './step.ts';

/** A length that is set on rule, compass or dividers while a sheet is constructed, paper mm. */
export type Transfer = {
  readonly length: number;
  /** the first step that needs it, counted from 1, and how many do */
  readonly step: number;
  readonly times: number;
  /** what it is, in the words of its account: "W", "D", "H", or empty */
  readonly account: string;
  /** to the instrument's nearest mark, and by how much that is off */
  readonly rounded: number;
  readonly off: number;
};

/** Lengths nearer than this are set once, mm. */
const SAME = 1e-3;

/**
 * All lengths that are set off or carried, each once, in the order of work.
 * @param mark the smallest division of the instrument, mm
 */
export const transfersOf = (steps: readonly Step[], mark: number): Transfer[] => {
  const board = emptyBoard();
  const found: { length: number; step: number; times: number; account: string }[] = [];
  steps.forEach((s, i) => {
    for (const d of s.deeds) {
      perform(board, d);
      const at = (n: string): Vec2 => board.points.get(n) as Vec2;
      const length =
        d.do === 'setOff'
          ? d.distance
          : d.do === 'carry' || d.do === 'step'
            ? distance2(at(d.span[0]), at(d.span[1]))
            : d.do === 'circle' && 'radius' in d
              ? d.radius
              : undefined;
      if (length === undefined || length < SAME) continue;
      const same = found.find((f) => Math.abs(f.length - length) < SAME);
      if (same) same.times++;
      else found.push({ length, step: i + 1, times: 1, account: s.account ?? '' });
    }
  });
  return found.map((f) => {
    const rounded = Math.round(f.length / mark) * mark;
    return { ...f, rounded, off: rounded - f.length };
  });
};
