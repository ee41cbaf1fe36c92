import { describe, expect, test } from '@jest/globals';
import { pointOn } from '../../../core/geometry/curve3.ts';
import { frameToward } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { isDrawn } from '../../../core/solid/boundary.ts';
import { integrate } from '../../../core/solid/quadrature.ts';
import { flatten } from '../../../core/view/project.ts';
import { lineLength, viewOf } from '../../../core/view/view.ts';
import { built, cutBy, feature, partOf } from '../balance/given.ts';

/** Figures that were in dispute, worked out another way. */
const cone = partOf(feature('add', { kind: 'cone', diameter: 60, height: 72 }));
const perimeter = (trace: TraceFile): number => cutBy(cone, trace).bodies[0]!.face.perimeter;

describe('rims of a cut cone, r = 30, h = 72', () => {
  test('cut parallel to a ruling: a parabola on its base chord', () => {
    // the plane meets the base at x = 12 and the far ruling at z = 50.4, x = -9
    const b = Math.sqrt(30 ** 2 - 12 ** 2);
    const h = Math.hypot(12 + 9, 50.4);
    const arc = Math.hypot(b, 2 * h) + ((b * b) / (2 * h)) * Math.asinh((2 * h) / b);
    const got = perimeter({
      name: 'B',
      seenIn: 'front',
      through: [
        [12, 0],
        [-18, 72],
      ],
      look: 'left',
    });
    expect(Math.abs(got / (arc + 2 * b) - 1)).toBeLessThan(1e-11);
  });
  test('cut upright at y = 11: a hyperbola on its base chord', () => {
    const b = Math.sqrt(30 ** 2 - 11 ** 2);
    const slope = (x: number): number => (72 / 30) * (x / Math.hypot(x, 11));
    const arc = integrate((x) => Math.hypot(1, slope(x)), -b, b, 64);
    const got = perimeter({
      name: 'C',
      seenIn: 'top',
      through: [
        [-40, 11],
        [40, 11],
      ],
      look: 'up',
    });
    expect(Math.abs(got / (arc + 2 * b) - 1)).toBeLessThan(1e-11);
  });
});

describe('a free view accounts for every edge from end to end', () => {
  const mast = partOf(
    feature('add', { kind: 'cylinder', diameter: 34, height: 90 }),
    feature('cut', { kind: 'hole', diameter: 14, depth: 'through' }, { plane: 'front', at: [0, -20, 58] }),
    feature('cut', { kind: 'hole', diameter: 9, depth: 'through' }, { plane: 'left', at: [-20, 0, 26] }),
    feature('cut', { kind: 'hole', diameter: 12, depth: 40, tip: 118 }, { at: [0, 0, 90] }),
  );
  const cup = partOf(
    feature('add', {
      kind: 'revolve',
      profile: {
        polygon: [
          [6, 0],
          [9, 0],
          [9, 18],
          [36, 44],
          [36, 62],
          [33, 62],
          [33, 45.5],
          [6, 19.5],
        ],
      },
    }),
    feature('cut', { kind: 'hole', diameter: 5, depth: 'through' }, { plane: 'front', at: [0, -40, 54] }),
  );
  test.each<[string, PartFile]>([
    ['mast with cross holes', mast],
    ['cup', cup],
  ])('%s: the lines of an edge are together as long as its projection', (_, file) => {
    const part = built(file);
    const f = frameToward([3, -5, 4]);
    const view = viewOf(part.bodies, f, part.tol);
    const chords = (at: (t: number) => readonly [number, number], from: number, to: number): number => {
      const n = 20000;
      let sum = 0;
      for (let i = 0; i < n; i++) {
        const [p, q] = [at(from + ((to - from) * i) / n), at(from + ((to - from) * (i + 1)) / n)];
        sum += Math.hypot(q[0] - p[0], q[1] - p[1]);
      }
      return sum;
    };
    let asked = 0;
    for (const e of part.bodies.flatMap((b) => b.edges).filter(isDrawn)) {
      const lines = view.lines.filter((l) => l.sources.includes(e.key));
      // where two edges share a line of the view it is as long as both together cover
      if (lines.some((l) => l.sources.length > 1)) continue;
      const wanted = chords((t) => flatten(f, pointOn(e.curve, t)), e.from, e.to);
      const got = lines.reduce((s, l) => s + lineLength(l), 0);
      expect(Math.abs(got - wanted)).toBeLessThan(1e-6 * part.tol.size);
      asked++;
    }
    expect(asked).toBeGreaterThan(5);
  });
});
