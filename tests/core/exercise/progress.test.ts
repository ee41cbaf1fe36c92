import { expect, test } from '@jest/globals';
import { KINDS, type Kind } from '../../../core/exercise/exercise.ts';
import {
  commonMistakes,
  kindDue,
  levelReached,
  type Mark,
  NO_PROGRESS,
  nextSeed,
  type Progress,
  rightByTens,
} from '../../../core/exercise/progress.ts';

const mark = (kind: Kind, right: boolean, more: Partial<Mark> = {}): Mark => ({
  kind,
  level: 1,
  seed: 1,
  right,
  hints: 0,
  on: '2026-11-29T10:00:00Z',
  ...more,
});
const after = (...marks: readonly Mark[]): Progress => ({ ...NO_PROGRESS, marks: [...marks] });
const times = (n: number, m: Mark): Mark[] => Array.from({ length: n }, () => m);

test('three sure answers lead to the next level, two wrong ones in a row back', () => {
  const right = mark('corner', true);
  const wrong = mark('corner', false);
  expect(levelReached(NO_PROGRESS, 'corner')).toBe(1);
  expect(levelReached(after(...times(2, right)), 'corner')).toBe(1);
  expect(levelReached(after(...times(3, right)), 'corner')).toBe(2);
  expect(levelReached(after(...times(7, right)), 'corner')).toBe(3);
  expect(levelReached(after(...times(6, right), wrong), 'corner')).toBe(3);
  expect(levelReached(after(...times(6, right), wrong, wrong), 'corner')).toBe(2);
  expect(levelReached(after(...times(6, right), wrong, right, wrong), 'corner')).toBe(3);
  expect(levelReached(after(...times(99, right)), 'corner')).toBe(12);
  expect(levelReached(after(wrong, wrong, wrong, wrong), 'corner')).toBe(1);
  // with the hint that gives it away an answer is not sure
  expect(levelReached(after(...times(3, mark('corner', true, { hints: 3 }))), 'corner')).toBe(1);
  // other kinds do not count
  expect(levelReached(after(...times(6, mark('angle', true))), 'corner')).toBe(1);
});

test('what was never tried is due first; what was wrong comes again soon, what was right later and later', () => {
  const all = KINDS.map((k) => mark(k, true));
  expect(kindDue(NO_PROGRESS)).toBe(KINDS[0]);
  expect(kindDue(after(...all.slice(1)))).toBe(KINDS[0]);
  // all were right once; the second was wrong since
  const p = after(...all, mark('pictorial', false), mark('corner', true));
  expect(kindDue(p)).toBe('pictorial');
  // over many answers a weak kind comes more often than a strong one
  const counts = new Map<Kind, number>();
  let progress = after(...all);
  for (let i = 0; i < 8 * KINDS.length; i++) {
    const kind = kindDue(progress);
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
    progress = after(...progress.marks, mark(kind, kind !== 'hidden lines'));
  }
  const weak = counts.get('hidden lines') as number;
  for (const k of KINDS) if (k !== 'hidden lines') expect(weak).toBeGreaterThan((counts.get(k) ?? 0) * 1.5);
  for (const k of KINDS) expect(counts.get(k) ?? 0).toBeGreaterThan(2);
});

test('right answers are counted by tens, the last ten as far as it goes', () => {
  const p = after(...times(9, mark('corner', true)), ...times(3, mark('corner', false)), mark('angle', true));
  expect(rightByTens(p)).toEqual([
    { right: 9, of: 10 },
    { right: 1, of: 3 },
  ]);
  expect(rightByTens(NO_PROGRESS)).toEqual([]);
});

test('numbers are not given twice, and mistakes are counted', () => {
  const p = after(
    mark('corner', true, { seed: 4 }),
    mark('angle', false, { seed: 9, mistake: 'angles exchanged' }),
    mark('angle', false, { seed: 10, mistake: 'angles exchanged' }),
    mark('pictorial', false, { mistake: 'mirrored' }),
  );
  expect(nextSeed(p, 'corner')).toBe(5);
  expect(nextSeed(p, 'third view')).toBe(1);
  expect(commonMistakes(p)).toEqual([
    { mistake: 'angles exchanged', count: 2 },
    { mistake: 'mirrored', count: 1 },
  ]);
});
