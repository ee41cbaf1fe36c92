import { describe, expect, test } from '@jest/globals';
import { typedWalk } from '../../../core/solids/typedWalk.ts';

const walked = (text: string): string => {
  const read = typedWalk(text);
  return read.ok
    ? [
        ...read.value.lines.map((l) => `${l.seen ? '' : 'hidden '}${l.from.join(' ')} > ${l.to.join(' ')}`),
        ...read.value.circles.map(
          (c) => `${c.seen ? '' : 'hidden '}round ${c.centre.join(' ')} of ${c.radius}`,
        ),
      ].join(', ')
    : `${read.faults[0]?.where} at ${read.faults[0]?.position}: ${read.faults[0]?.what}`;
};

describe('a walk along the lines of a view', () => {
  test.each([
    ['right 6, up 5, left 6, close', '0 0 > 6 0, 6 0 > 6 5, 6 5 > 0 5, 0 5 > 0 0'],
    ['Right 6 Up 5', '0 0 > 6 0, 6 0 > 6 5'],
    ['from 2 1; right 1/2; up 1 1/2', '2 1 > 2.5 1, 2.5 1 > 2.5 2.5'],
    ['right 2.5, up 1,5', '0 0 > 2.5 0, 2.5 0 > 2.5 1.5'],
    ['hidden from 4 0 up 6, visible from 5 0 up 6', 'hidden 4 0 > 4 6, 5 0 > 5 6'],
    ['right 3, move up 2, right 1', '0 0 > 3 0, 3 2 > 4 2'],
    ['to 3 4, close', '0 0 > 3 4, 3 4 > 0 0'],
    [
      'from 1 1, right 2, up 2, close, from 5 5, right 1, up 1, close',
      '1 1 > 3 1, 3 1 > 3 3, 3 3 > 1 1, 5 5 > 6 5, 6 5 > 6 6, 6 6 > 5 5',
    ],
    ['right 0, up 2', '0 0 > 0 2'],
    ['left -2', '0 0 > 2 0'],
    ['circle 2 at 4 3', 'round 4 3 of 1'],
    ['right 3, hidden circle 1 1/2 at 4 3, up 1', '0 0 > 3 0, hidden 3 0 > 3 1, hidden round 4 3 of 0.75'],
  ])('%s', (text, lines) => expect(walked(text)).toBe(lines));
  test.each([
    ['right', 'The end at 5: How far "right" goes is not said.'],
    ['right six', '"six" at 6: How far "right" goes is not said.'],
    ['from 2', 'The end at 6: Where "from" leads is not said.'],
    ['to up 2', '"up" at 3: Where "to" leads is not said.'],
    ['right 6, north 5', '"north" at 9: This is no step of a walk.'],
    ['right 6 5', '"5" at 8: This is no step of a walk.'],
    ['', 'The end at 0: The walk draws no line.'],
    ['from 2 2', 'The end at 8: The walk draws no line.'],
    ['circle at 4 3', '"at" at 7: The diameter of the circle is not said.'],
    ['circle 0 at 4 3', '"0" at 7: The diameter of the circle is not said.'],
    ['circle 2, 4 3', '"4" at 10: Where the centre of the circle is, is not said.'],
    ['circle 2 at 4', 'The end at 13: Where the centre of the circle is, is not said.'],
    ['right 6mm', '"mm" at 7: This is no step of a walk.'],
  ])('%s is refused', (text, why) => expect(walked(text)).toBe(why));
});
