import { describe, expect, test } from '@jest/globals';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { tintedAreas } from '../../../core/sheet/views/tintedAreas.ts';
import { firstMetIn } from '../../../core/view/firstMet.ts';
import { faceLooks } from '../../../core/view/looks.ts';
import { built, feature, partOf } from '../balance/given.ts';

type Point = readonly [number, number];

/** Twice the area, by the shoelace formula. */
const areaOf = (all: readonly (readonly Point[])[] = []): number =>
  all.reduce(
    (sum, points) =>
      sum +
      Math.abs(
        points.reduce((s, [x, y], i) => {
          const [x2, y2] = points[(i + 1) % points.length] as Point;
          return s + (x * y2 - x2 * y) / 2;
        }, 0),
      ),
    0,
  );

const isIn = (points: readonly Point[], [x, y]: Point): boolean => {
  let inside = false;
  points.forEach(([x1, y1], i) => {
    const [x2, y2] = points[(i + 1) % points.length] as Point;
    if (y1 > y !== y2 > y && x < x1 + ((y - y1) / (y2 - y1)) * (x2 - x1)) inside = !inside;
  });
  return inside;
};

const part = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 12 }),
  feature('add', { kind: 'block', width: 20, depth: 40, height: 20 }, { at: [0, 0, 12], id: 'post' }),
  feature('add', { kind: 'cylinder', diameter: 16, height: 10 }, { at: [45, 20, 12], id: 'boss' }),
  feature(
    'add',
    {
      kind: 'extrude',
      height: 8,
      profile: {
        polygon: [
          [20, 12],
          [30, 12],
          [20, 22],
        ],
      },
    },
    { plane: 'front', at: [0, 24, 0], id: 'rib' },
  ),
);

describe('tinted areas', () => {
  const { bodies, tol } = built(part);
  const areas = (view: 'front' | 'top' | 'left' | 'right') => tintedAreas(bodies, VIEW_FRAMES[view], tol);

  test('have the size of the faces that are seen', () => {
    const front = areas('front');
    // the boss is round: it is aslant, beside what of it stands before nothing
    expect(areaOf(front.get('front'))).toBeCloseTo(60 * 12 + 20 * 20 + 50, 6);
    expect(areaOf(front.get('aslant'))).toBeCloseTo(16 * 10, 6);
    const top = areas('top');
    // the rib's slope is seen beside the boss; a circle is taken as chords
    expect(areaOf(top.get('aslant'))).toBeCloseTo(10 * 8, 0);
    expect(areaOf(top.get('top'))).toBeCloseTo(60 * 40 - 80, 0);
    expect([...areas('left').keys()]).toEqual(['left']);
    expect(areaOf(areas('left').get('left'))).toBeCloseTo(40 * 32, 6);
  });

  test('at any place the area there is that of the face that is met first', () => {
    let seed = 7;
    const random = (): number => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return seed / 2147483648;
    };
    for (const view of ['front', 'top', 'left', 'right'] as const) {
      const meet = firstMetIn(bodies, VIEW_FRAMES[view], tol);
      const all = [...areas(view)];
      for (let i = 0; i < 600; i++) {
        const at: Point = [(random() - 0.25) * 120, (random() - 0.25) * 80];
        const met = meet(...at);
        const there = all.filter(([, own]) => own.some((points) => isIn(points, at))).map(([looks]) => looks);
        // a round outline is taken as chords: within their rise of it either may be met
        if (met && faceLooks(bodies, met) === 'aslant' && there.length === 0) continue;
        expect([view, at, there]).toEqual([view, at, met ? [faceLooks(bodies, met)] : []]);
      }
    }
  });
});

test('an empty scene has none', () => {
  const { tol } = built(part);
  expect([...tintedAreas([], VIEW_FRAMES.front, tol)]).toEqual([]);
});
