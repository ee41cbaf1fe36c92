import { describe, expect, test } from '@jest/globals';
import {
  bulgeTowards,
  middleOf,
  profileTrouble,
  squaredCut,
  squaredFeature,
  squaresText,
  walkedWords,
  wholeLoop,
} from '../../../core/statement/squares.ts';
import { built, feature, measured, partOf } from '../balance/given.ts';

const bare = { ...partOf(feature('add', { kind: 'sphere', diameter: 1 })), bodies: [] };
const step = {
  corners: [
    [0, 0],
    [6, 0],
    [6, 3],
    [2, 3],
    [2, 5.5],
    [0, 5.5],
  ] as const,
  mirrored: false,
  round: 0,
};

describe('profiles counted on squares', () => {
  test('a walk in words', () => {
    expect(walkedWords(step.corners)).toEqual(['right 6', 'up 3', 'left 4', 'up 2 1/2', 'left 2']);
    expect(
      walkedWords([
        [0, 0],
        [2, 3.5],
      ]),
    ).toEqual(['right 2 and up 3 1/2']);
    expect(walkedWords(step.corners.slice(0, 3), [0, -1.5])).toEqual([
      'right 6',
      'up 3, in an arc 1 1/2 out to the left',
    ]);
    expect([0, 0.5, 3, 4.5].map(squaresText)).toEqual(['0', '1/2', '3', '4 1/2']);
  });
  test('the solid has the area counted times the thickness', () => {
    const f = squaredFeature('p', step, bare, 5, 'front', '20');
    const part = { ...bare, bodies: [{ name: 'b', features: [f] }] };
    // 6 x 3 and 2 x 2 1/2 squares of 5 mm
    expect(measured(built(part)).volume).toBeCloseTo((18 + 5) * 25 * 20, 6);
    expect(built(part).box).toEqual([0, 0, 0, 30, 20, 27.5]);
  });
  test.each([
    ['front', [10, 0, 8], [20, 3, 14]],
    ['top', [10, 8, 27], [20, 14, 30]],
    ['left', [0, 26, 8], [3, 32, 14]],
    ['back', [40, 37, 8], [50, 40, 14]],
  ] as const)('cut into the %s it is as deep as it says, counted from that side', (plane, low, high) => {
    const block = partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 30 } as const));
    // 5 by 3 squares of 2 mm, 5 along and 4 up
    const five = {
      corners: [
        [5, 4],
        [10, 4],
        [10, 7],
        [5, 7],
      ] as const,
      mirrored: false,
      round: 0,
    };
    const three = {
      corners: [
        [4, 4],
        [7, 4],
        [7, 7],
        [4, 7],
      ] as const,
      mirrored: false,
      round: 0,
    };
    const cut = squaredCut('c', plane === 'left' ? three : five, block, [0, 0, 0, 60, 40, 30], 2, plane, '3');
    const [body] = block.bodies;
    const whole = { ...block, bodies: [{ ...body, name: 'b', features: [...(body?.features ?? []), cut] }] };
    const size = high.map((x, k) => x - (low[k] as number)).reduce((a, b) => a * b, 1);
    expect(measured(built(whole)).volume).toBeCloseTo(60 * 40 * 30 - size, 6);
    const alone = { ...block, bodies: [{ ...body, name: 'b', features: [{ ...cut, op: 'add' as const }] }] };
    expect(built(alone).box).toEqual([...low, ...high]);
  });
  test.each(['front', 'top', 'left'] as const)(
    'its arcs bulge the way they were counted, cut into the %s',
    (plane) => {
      // half of a door with a round top, 3 squares of 2 mm wide and 4 high to the springing
      const door = {
        corners: [
          [8, 1],
          [11, 1],
          [11, 5],
        ] as const,
        bulges: [0, 0, 3],
        mirrored: true,
        round: 0,
      };
      const block = partOf(feature('add', { kind: 'block', width: 40, depth: 40, height: 40 } as const));
      const cut = squaredCut('c', door, block, [0, 0, 0, 40, 40, 40], 2, plane, '3');
      const [body] = block.bodies;
      const whole = {
        ...block,
        bodies: [{ ...body, name: 'b', features: [...(body?.features ?? []), cut] }],
      };
      const area = (6 * 4 + (Math.PI * 9) / 2) * 4;
      expect(measured(built(whole)).volume).toBeCloseTo(40 ** 3 - area * 3, 6);
      // a deeper one stays open to its side
      const deeper = { ...cut, shape: { ...cut.shape, height: 5 } } as typeof cut;
      const more = {
        ...block,
        bodies: [{ ...body, name: 'b', features: [...(body?.features ?? []), deeper] }],
      };
      expect(measured(built(more)).volume).toBeCloseTo(40 ** 3 - area * 5, 6);
    },
  );
  test('where squares have a worth it stays in the statement', () => {
    const f = squaredFeature('p', step, { ...bare, dims: { sq: '1/4 in' } }, 5, 'top', '2 sq');
    expect(f.shape).toMatchObject({
      height: '2 sq',
      profile: {
        polygon: expect.arrayContaining([
          ['6 sq', '3 sq'],
          ['2 sq', '5 1/2 sq'],
        ]),
      },
    });
    const part = { ...bare, dims: { sq: '1/4 in' }, bodies: [{ name: 'b', features: [f] }] };
    expect(measured(built(part)).volume).toBeCloseTo(23 * 6.35 ** 2 * 12.7, 5);
  });
  test('half of it mirrored about the upright through its first corner', () => {
    const half = {
      corners: [
        [5, 0],
        [9, 0],
        [9, 2],
        [6, 4],
        [5, 4],
      ] as const,
      mirrored: true,
      round: 0,
    };
    const loop = wholeLoop(half);
    expect(loop).toEqual([
      [5, 0],
      [9, 0],
      [9, 2],
      [6, 4],
      [5, 4],
      [4, 4],
      [1, 2],
      [1, 0],
    ]);
  });
  test.each([
    [
      [
        [0, 0],
        [4, 0],
      ],
      'Count at least three corners.',
    ],
    [
      [
        [0, 0],
        [2, 0],
        [4, 0],
      ],
      'The corners lie on one line.',
    ],
    [
      [
        [0, 0],
        [4, 4],
        [4, 0],
        [0, 3],
      ],
      'The outline crosses itself. Move a corner.',
    ],
    [step.corners, undefined],
  ])('%j: %p', (corners, trouble) => {
    expect(
      profileTrouble({ corners: corners as unknown as [number, number][], mirrored: false, round: 0 }),
    ).toBe(trouble);
  });
  describe('sides bent into arcs', () => {
    const slab = (p: Parameters<typeof squaredFeature>[1]) => {
      const part = {
        ...bare,
        bodies: [{ name: 'b', features: [squaredFeature('p', p, bare, 1, 'top', '10')] }],
      };
      return measured(built(part)).volume / 10;
    };
    const square = [
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
    ] as const;
    test('a half circle outward and one inward', () => {
      const out = { corners: square, bulges: [0, 2, 0, 0], mirrored: false, round: 0 };
      expect(slab(out)).toBeCloseTo(16 + (Math.PI * 4) / 2, 9);
      expect(slab({ ...out, bulges: [0, -2, 0, 0] })).toBeCloseTo(16 - (Math.PI * 4) / 2, 9);
    });
    test('a flat arc: the segment of a circle through its chord and its crown', () => {
      const p = { corners: square, bulges: [0, 0, 1, 0], mirrored: false, round: 0 };
      // chord 4, rise 1: radius (4*4/8 + 1/2) = 2.5
      const half = Math.asin(2 / 2.5);
      expect(slab(p)).toBeCloseTo(16 + (2.5 ** 2 / 2) * (2 * half - Math.sin(2 * half)), 9);
    });
    test('two corners and an arc are a profile; the other half mirrors its arcs', () => {
      const disc = {
        corners: [
          [0, 0],
          [0, 6],
        ] as const,
        bulges: [3, 0],
        mirrored: true,
        round: 0,
      };
      expect(profileTrouble(disc)).toBeUndefined();
      expect(slab(disc)).toBeCloseTo(Math.PI * 9, 9);
    });
    test('a grip in the middle of a side, and where it is drawn to', () => {
      const side = { from: [0, 0], to: [4, 0], bulge: 0 } as const;
      expect(middleOf({ ...side, bulge: 1 })).toEqual([2, -1]);
      expect(bulgeTowards(side, [1.2, -1.3])).toBe(1.5);
      expect(bulgeTowards(side, [3, 2.1])).toBe(-2);
    });
    test('an arc that runs into another side is told', () => {
      const thin = {
        corners: [
          [0, 0],
          [8, 0],
          [8, 1],
          [0, 1],
        ] as const,
        bulges: [-3, 0, 0, 0],
        mirrored: false,
        round: 0,
      };
      expect(profileTrouble(thin)).toContain('crosses itself');
    });
  });
});
