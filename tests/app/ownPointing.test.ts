import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { openPointing } from '../../app/session/ownPointing.ts';
import type { PlaceOnSheet } from '../../exchange/live.ts';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

const opened = (isAlone = () => false) => {
  const sent: (PlaceOnSheet | null)[] = [];
  const tell = openPointing((at) => {
    sent.push(at);
    return Promise.resolve();
  }, isAlone);
  return { sent, tell };
};

test('of many places of one moment the last is told, and a hand that hardly moves tells nothing new', () => {
  const { sent, tell } = opened();
  for (let x = 0; x <= 50; x++) tell([x, 10]);
  expect(sent).toEqual([]);
  jest.advanceTimersByTime(1000);
  expect(sent).toEqual([[50, 10]]);
  tell([50.5, 10.2]);
  jest.advanceTimersByTime(1000);
  expect(sent).toHaveLength(1);
  tell([80, 10]);
  jest.advanceTimersByTime(1000);
  expect(sent).toEqual([
    [50, 10],
    [80, 10],
  ]);
});

test('that one points at nothing any more is told at once, and once', () => {
  const { sent, tell } = opened();
  tell([5, 5]);
  tell(undefined);
  jest.advanceTimersByTime(1000);
  // nobody knew of the place yet
  expect(sent).toEqual([]);
  tell([5, 5]);
  jest.advanceTimersByTime(1000);
  tell(undefined);
  tell(undefined);
  expect(sent).toEqual([[5, 5], null]);
});

test('alone nothing is told', () => {
  let alone = true;
  const { sent, tell } = opened(() => alone);
  tell([5, 5]);
  jest.advanceTimersByTime(1000);
  expect(sent).toEqual([]);
  alone = false;
  tell([6, 6]);
  jest.advanceTimersByTime(1000);
  expect(sent).toEqual([[6, 6]]);
});
