import { describe, expect, test } from '@jest/globals';
import { marchedCurves } from '../../../core/geometry/march.ts';
import type { Plane, Torus } from '../../../core/geometry/surface.ts';
import { lineLength } from '../../../core/view/view.ts';
import { placed } from '../../fuzz/randomPart.ts';
import { built, cutBy, feature, measured, partOf, seen } from '../balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;

describe('a plane that passes exactly through an edge', () => {
  test('a step that reaches higher than the block beside it is cut whole', () => {
    // the plane runs at 45 degrees from the corner (3, 0) on; behind x = 3 a step stands 3 higher, and the corner edge of both is one line
    const part = partOf(
      feature('add', block(9, 9, 9), { at: [0, 0, 0] }),
      feature('add', block(3, 9, 10), { at: [3, 0, 0] }),
    );
    const { face } = cutBy(part, { name: 'A', seenIn: 'top', at: [3, 0], angle: 45, look: 'up' }).bodies[0]!;
    // 6 along each of x and y within the block, of which 3 are 10 high
    expect(face.area).toBeCloseTo(Math.SQRT2 * (3 * 10 + 3 * 9), 9);
    expect(face.loops).toHaveLength(1);
  });
});

describe('a ring whose middle plane all but lies in a face', () => {
  test.each([0, 1e-9, -1e-9, 1e-8, -1e-8])('%p off, half of it is added', (off) => {
    const part = partOf(
      feature('add', block(20, 20, 20), { at: [0, 0, 0] }),
      feature('add', { kind: 'torus', diameter: 10, tube: 2 }, { at: [10, 10, 20 + off] }),
    );
    // V = a^3 + half of 2 pi^2 R r^2
    expect(Math.abs(measured(built(part)).volume - (8000 + Math.PI ** 2 * 5))).toBeLessThanOrEqual(1e-5);
  });
});

describe('a round hollow that touches the wall in one point', () => {
  test('its rim, seen edge-on through the wall, is hidden all along', () => {
    const part = partOf(
      feature('add', block(9, 9, 9), { at: [2, 2, 2] }),
      feature(
        'cut',
        { kind: 'cone', diameter: 6, topDiameter: 2, height: 7 },
        { id: 'hollow', at: [10, 5, 5], plane: 'right', turn: [{ axis: 'x', angle: 90 }] },
      ),
    );
    const { lines } = seen(built(part), 'front');
    const rim = lines.filter((l) => l.sources.includes('hollow/bottom | hollow/side'));
    expect(rim.map((l) => [l.class, lineLength(l)])).toEqual([['hidden', 6]]);
  });
});

describe('marched curves', () => {
  const ring: Torus = {
    kind: 'torus',
    o: [0, 0, 0],
    a: [0, 0, 1],
    R: 5,
    r: 1.5,
    e1: [1, 0, 0],
    e2: [0, 1, 0],
  };
  const at = (d: number): Plane => ({ kind: 'plane', n: [1, 0, 0], d });

  test('one that leaves a box for a moment is known once: a part measures the same however it is turned', () => {
    const part = partOf(
      feature('add', block(9, 9, 9), { at: [2, 2, 2] }),
      feature('keep', { kind: 'torus', diameter: 10, tube: 3 }, { at: [7, 1, 12], plane: 'bottom' }),
    );
    const { volume } = measured(built(part));
    // turned so, the cut of one face's plane rises out of that face's box and comes back
    const other = placed(part, [197.003443949, 229.69934402], [17.767952224, 7.365585784, 5.002225358]);
    expect(measured(built(other)).volume).toBeCloseTo(volume, 7);
  });

  test.each([3.5 + 1e-5, 3.5 - 1e-5, 3.5 + 1e-3, 3.5 - 1e-3])(
    'branches that pass one another closely are not taken for one another: x = %p',
    (d) => {
      const curves = marchedCurves(at(d), ring, [3, -7, -2, 4, 7, 2], 1e-8);
      expect(curves.flatMap((c) => c.knots)).toEqual([]);
      // outside the throat the plane meets the ring in one curve that is drawn in at the middle, inside it in two
      expect(curves.filter((c) => c.closed)).toHaveLength(d > 3.5 ? 1 : 2);
    },
  );
});

describe('the box of a part whose arcs bulge beyond their ends', () => {
  test.each([0, 1, 2, 3])('a half disc looking %d quarter turns round', (quarter) => {
    const [c, s] = [[1, 0, -1, 0][quarter], [0, 1, 0, -1][quarter]] as [number, number];
    const at = (x: number, y: number): [number, number] => [c * x - s * y, s * x + c * y];
    const part = partOf(
      feature('add', {
        kind: 'extrude',
        height: 3,
        profile: { start: at(0, -5), path: [{ to: at(0, 5), centre: [0, 0], turn: 'ccw' }] },
      }),
    );
    const [far] = [at(5, 0)];
    const b = built(part).box;
    const want = [Math.min(0, far[0]), Math.min(0, far[1]), Math.max(0, far[0]), Math.max(0, far[1])];
    const across = quarter % 2 ? [-5, want[1], 5, want[3]] : [want[0], -5, want[2], 5];
    for (const [i, k] of [0, 1, 3, 4].entries()) expect(b[k]).toBeCloseTo(across[i] as number, 9);
  });
});
