import { describe, expect, test } from '@jest/globals';
import { sentence } from '../../../core/number/fault.ts';
import { bodiesOf, faultsOf, feature, partOf } from '../balance/given.ts';

const block = { kind: 'block', width: 60, depth: 40, height: 20 } as const;
const hole = (more: object) => ({ kind: 'hole', diameter: 10, depth: 'through', ...more }) as never;
const single = (shape: object, more: object = {}) =>
  partOf({ op: 'add', id: 'thing', shape: shape as never, ...more });
const withDims = (dims: Record<string, number | string>) => ({
  ...partOf(feature('add', { ...block, width: 'L' })),
  dims,
});

const firstOf = (data: unknown): string => {
  const f = faultsOf(data)[0];
  return f ? sentence(f) : 'sound';
};

describe('bad part files are refused with the place and the mend', () => {
  test.each<[string, unknown, RegExp]>([
    [
      'zero',
      single({ ...block, width: 0 }),
      /body "body", feature "thing", shape\.width: The size is zero\. Give/,
    ],
    ['negative', single({ ...block, height: '-3' }), /shape\.height: The size is negative/],
    [
      'missing',
      single({ kind: 'block', width: 1, depth: 2 }),
      /feature "thing", shape\.height: This is missing/,
    ],
    [
      'key misspelt in one of several forms',
      single({ kind: 'extrude', height: 4, profile: { start: [0, 0], steps: [{ to: [1, 0] }] } }),
      /feature "thing", shape\.profile\.path: This is missing/,
    ],
    ['division by zero', single({ ...block, depth: '1/0' }), /shape\.depth: "1\/0": This divides by zero/],
    ['unknown name', single({ ...block, depth: 'Q*2' }), /shape\.depth: "Q\*2": The name "Q" is not known/],
    ['unknown key', single({ ...block, widht: 3 }), /shape\.widht: "widht" is not known here/],
    ['unknown kind', single({ kind: 'blob' }), /feature "thing", shape\.kind: This needs a kind/],
    [
      'unit on an angle',
      single(block, { turn: [{ axis: 'z', angle: '30 mm' }] }),
      /turn\[0\]\.angle: An angle takes no unit/,
    ],
    [
      'two sizes across',
      single({ kind: 'prism', sides: 6, side: 3, acrossFlats: 4, height: 2 }),
      /Both side and acrossFlats are given/,
    ],
    [
      'too few sides',
      single({ kind: 'prism', sides: 2, side: 3, height: 2 }),
      /shape\.sides: 2 is not a whole number from 3 up/,
    ],
    ['cycle', withDims({ L: 'M+1', M: 'L' }), /go round in a circle: L -> M -> L/],
    ['reserved name', withDims({ L: 3, pi: 3 }), /"pi" cannot be a name/],
    [
      'flat tip',
      partOf(feature('add', block), { op: 'cut', id: 'drill', shape: hole({ depth: 5, tip: 180 }) }),
      /feature "drill", shape\.tip: An included angle of 180 degrees is no cone/,
    ],
    [
      'turned profile across its axis',
      single({
        kind: 'revolve',
        profile: {
          polygon: [
            [-1, 0],
            [4, 0],
            [4, 5],
          ],
        },
      }),
      /feature "thing", shape\.profile.*axis/,
    ],
    [
      'narrow counterbore',
      partOf(feature('add', block), feature('cut', hole({ counterbore: { diameter: 8, depth: 2 } }))),
      /counterbore.*not wider/,
    ],
    [
      'crossing profile',
      single({
        kind: 'extrude',
        height: 2,
        profile: {
          polygon: [
            [0, 0],
            [10, 10],
            [10, 0],
            [0, 10],
          ],
        },
      }),
      /crosses itself near \(5, 5\)/,
    ],
    [
      'large rounding',
      single({ kind: 'extrude', height: 2, profile: { rectangle: [10, 10], round: 6 } }),
      /rounding 6 is too large/,
    ],
    [
      'arc radii',
      single({
        kind: 'extrude',
        height: 2,
        profile: { start: [0, 0], path: [{ to: [4, 0] }, { to: [4, 4], centre: [4, 1], turn: 'ccw' }] },
      }),
      /two radii of the arc differ/,
    ],
    [
      'cut removes all',
      partOf(
        feature('add', block),
        feature('cut', { kind: 'block', width: 90, depth: 90, height: 90 }, { id: 'all', at: [-5, -5, -5] }),
      ),
      /feature "all": This cut removes everything/,
    ],
    [
      'cut removes all, then more',
      partOf(feature('add', block), feature('cut', block, { id: 'all' }), feature('add', block)),
      /feature "all": This cut removes everything/,
    ],
    [
      'same name twice',
      partOf({ ...feature('add', block), id: 'a' }, { ...feature('add', block), id: 'a' }),
      /"a" is used twice/,
    ],
    ['cut first', partOf(feature('cut', block)), /A body cannot begin with "cut"/],
    ['no bodies', { ...partOf(feature('add', block)), bodies: [] }, /needs at least one body/],
    ['not a part', 7, /cannot be read|missing/],
  ])('%s', (_, data, wanted) => {
    expect(firstOf(data)).toMatch(wanted);
  });

  test('a cut that leaves nothing but is switched off is no fault', () => {
    expect(firstOf(partOf(feature('add', block), feature('cut', block, { off: true })))).toBe('sound');
  });

  test('names in dims may come in any order, and fractions and units may be mixed', () => {
    expect(firstOf({ ...withDims({ L: 'M * 2', M: 'N + 1/4', N: '4 1/8 in' }) })).toBe('sound');
    expect(
      firstOf(bodiesOf({ a: [feature('add', block)], b: [feature('add', block, { at: [60, 0, 0] })] })),
    ).toBe('sound');
  });
});
