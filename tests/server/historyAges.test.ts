import { expect, test } from '@jest/globals';
import { outdatedStates, type State } from '../../server/historyAges.ts';
import { randomFrom } from '../fuzz/randomPart.ts';

const HOUR = 60 * 60 * 1000;
const DAY = 24 * HOUR;
const NOW = Date.UTC(2026, 2, 14, 12);

/** A history of random ages in the order of its positions, with gaps. */
const randomHistory = (seed: number): State[] => {
  const random = randomFrom(seed);
  const times = Array.from({ length: 3 + Math.floor(random() * 200) }, () => NOW - random() ** 3 * 90 * DAY);
  let position = 0;
  return times
    .sort((a, b) => a - b)
    .map((madeAt) => {
      position += 1 + Math.floor(random() * 3);
      return { position, madeAt, bytes: 100 + Math.floor(random() * 5000) };
    });
};

test('of 300 random histories: today whole, one an hour, one a day, never what could be redone', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const all = randomHistory(seed);
    const current = (all[Math.floor(all.length * 0.9)] as State).position;
    const gone = new Set(outdatedStates(all, current, NOW));
    const left = all.filter((s) => !gone.has(s.position));
    for (const s of all) {
      const age = NOW - s.madeAt;
      const isAlwaysKept = age < DAY || s.position >= current || s === all[0];
      if (isAlwaysKept) expect([seed, s.position, gone.has(s.position)]).toEqual([seed, s.position, false]);
      // what went has a later one of its hour or day that stays
      else if (gone.has(s.position)) {
        const size = age < 7 * DAY ? HOUR : DAY;
        const stays = left.some(
          (x) => x.position > s.position && Math.floor(x.madeAt / size) === Math.floor(s.madeAt / size),
        );
        expect([seed, s.position, stays]).toEqual([seed, s.position, true]);
      }
    }
    // once thinned it stays as it is
    expect(outdatedStates(left, current, NOW)).toEqual([]);
  }
});

test('what takes more than its limit loses its oldest states, never the one it stands at', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const all = randomHistory(seed);
    const current = (all.at(-1) as State).position;
    const limit = 20_000;
    const gone = new Set(outdatedStates(all, current, NOW, limit));
    const left = all.filter((s) => !gone.has(s.position));
    const bytes = left.reduce((sum, s) => sum + s.bytes, 0);
    expect([seed, left.some((s) => s.position === current)]).toEqual([seed, true]);
    expect([seed, bytes <= limit || left.length === 1]).toEqual([seed, true]);
    // none younger went while an older one of today stayed
    const today = all.filter((s) => NOW - s.madeAt < DAY);
    const oldestLeft = today.findIndex((s) => !gone.has(s.position));
    expect(today.slice(Math.max(0, oldestLeft)).every((s) => !gone.has(s.position))).toBe(true);
  }
});

test('a clock that was set back makes nothing old', () => {
  const all = [1, 2, 3].map((position) => ({ position, madeAt: NOW + position * DAY, bytes: 10 }));
  expect(outdatedStates(all, 3, NOW)).toEqual([]);
});
