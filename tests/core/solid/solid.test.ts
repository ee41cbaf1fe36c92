import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { VIEW_NAMES } from '../../../core/geometry/viewFrames.ts';
import { numberPoints } from '../../../core/ledger/numbering.ts';
import { solidIntervals } from '../../../core/solid/body.ts';
import {
  bodiesOf,
  built,
  cutBy,
  type Feature,
  feature,
  lengths,
  measured,
  partOf,
  seen,
} from '../balance/given.ts';
import { cellsOf, countArea, countLines, countVolume, type GridBlock } from './voxels.ts';

const near = (got: number, wanted: number): void => {
  expect(Math.abs(got - wanted)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(wanted)));
};
const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const cylinder = (d: number, h: number) => ({ kind: 'cylinder', diameter: d, height: h }) as const;

const gridBlock = fc
  .tuple(
    fc.constantFrom('add', 'cut', 'add', 'keep'),
    fc.array(fc.integer({ min: 0, max: 5 }), { minLength: 3, maxLength: 3 }),
    fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 3, maxLength: 3 }),
  )
  .map(
    ([op, p, s]) =>
      ({ op, at: p, size: s.map((x, i) => Math.min(x, 8 - (p[i] as number))) }) as unknown as GridBlock,
  );

const partFrom = (blocks: readonly GridBlock[]) =>
  partOf(
    ...blocks.map((b) =>
      feature(b.op, block(b.size[0], b.size[1], b.size[2]), { at: [...b.at] as [number, number, number] }),
    ),
  );

describe('bodies against closed forms', () => {
  test.each<[string, Feature[], number, number]>([
    // volume, area: pi r^2 h; 2 pi r h + 2 pi r^2
    ['cylinder', [feature('add', cylinder(20, 30))], Math.PI * 100 * 30, Math.PI * (20 * 30 + 200)],
    // hexagon of side s: area 3 sqrt3/2 s^2
    [
      'hexagon prism',
      [feature('add', { kind: 'prism', sides: 6, side: 20, height: 58 })],
      ((3 * Math.sqrt(3)) / 2) * 400 * 58,
      3 * Math.sqrt(3) * 400 + 6 * 20 * 58,
    ],
    // pyramid: 1/3 base h; slant height sqrt(h^2 + (s/2)^2)
    [
      'square pyramid',
      [feature('add', { kind: 'pyramid', sides: 4, side: 40, height: 50 })],
      (1600 * 50) / 3,
      1600 + 2 * 40 * Math.hypot(50, 20),
    ],
    // frustum: h/3 (A1 + A2 + sqrt(A1 A2))
    [
      'square frustum',
      [feature('add', { kind: 'pyramid', sides: 4, side: 40, topSide: 20, height: 30 })],
      10 * (1600 + 400 + 800),
      1600 + 400 + 4 * 30 * Math.hypot(30, 10),
    ],
    [
      'blind hole',
      [
        feature('add', block(60, 40, 20)),
        feature('cut', { kind: 'hole', diameter: 10, depth: 12 }, { at: [30, 20, 20] }),
      ],
      48000 - Math.PI * 25 * 12,
      2 * (2400 + 1200 + 800) + Math.PI * 10 * 12,
    ],
    [
      'counterbore',
      [
        feature('add', block(60, 40, 20)),
        feature(
          'cut',
          { kind: 'hole', diameter: 8, depth: 'through', counterbore: { diameter: 14, depth: 5 } },
          { at: [30, 20, 20] },
        ),
      ],
      48000 - Math.PI * (16 * 15 + 49 * 5),
      2 * (2400 + 1200 + 800) - 2 * Math.PI * 16 + Math.PI * (8 * 15 + 14 * 5),
    ],
    // slot: l w + pi w^2/4 across
    [
      'slot',
      [
        feature('add', block(60, 40, 20)),
        feature('cut', { kind: 'slot', length: 20, width: 8, depth: 'through' }, { at: [30, 20, 20] }),
      ],
      48000 - (160 + Math.PI * 16) * 20,
      8800 - 2 * (160 + Math.PI * 16) + (40 + Math.PI * 8) * 20,
    ],
    [
      'rounded plate',
      [feature('add', { kind: 'extrude', height: 5, profile: { rectangle: [60, 40], round: 6 } })],
      (2400 - (4 - Math.PI) * 36) * 5,
      2 * (2400 - (4 - Math.PI) * 36) + (200 - 48 + 12 * Math.PI) * 5,
    ],
    // equal cylinders crossing at right angles: the common part is 16 r^3 / 3, its area 16 r^2
    [
      'two equal cylinders, common part',
      [
        feature('add', cylinder(20, 60), { at: [0, 0, -30] }),
        feature('keep', cylinder(20, 60), { plane: 'front', at: [0, 30, 0] }),
      ],
      (16 / 3) * 1000,
      1600,
    ],
    [
      'two equal cylinders, both',
      [
        feature('add', cylinder(20, 60), { at: [0, 0, -30] }),
        feature('add', cylinder(20, 60), { plane: 'front', at: [0, 30, 0] }),
      ],
      2 * Math.PI * 100 * 60 - (16 / 3) * 1000,
      2 * Math.PI * (20 * 60 + 200) - 1600,
    ],
    [
      'leaning block',
      [
        feature('add', block(10, 20, 30), {
          turn: [
            { axis: 'x', angle: 33 },
            { axis: 'z', angle: 71 },
          ],
          at: [5, -7, 3],
        }),
      ],
      6000,
      2200,
    ],
    [
      'six holes on a circle',
      [
        feature('add', cylinder(100, 10)),
        feature(
          'cut',
          { kind: 'hole', diameter: 10, depth: 'through' },
          { at: [35, 0, 10], repeat: { count: 6, about: { axis: 'z' } } },
        ),
      ],
      Math.PI * (2500 - 150) * 10,
      Math.PI * (2 * 2350 + 1000 + 600),
    ],
    [
      'half cylinder by mirror',
      [
        feature(
          'add',
          {
            kind: 'extrude',
            height: 10,
            profile: { start: [0, 0], path: [{ to: [10, 0] }, { to: [0, 10], centre: [0, 0], turn: 'ccw' }] },
          },
          { mirror: { normal: 'x', at: 0 } },
        ),
      ],
      Math.PI * 50 * 10,
      Math.PI * 100 + 10 * (20 + Math.PI * 10),
    ],
  ])('%s', (_, features, volume, area) => {
    const m = measured(built(partOf(...features)));
    near(m.volume, volume);
    near(m.area, area);
  });

  test('a thin hole crossing a cylinder agrees with the integral of its chords', () => {
    // removed volume: 2 * integral over the hole's disc of sqrt(R^2 - x^2)
    const [R, r] = [17, 4.5];
    let removed = 0;
    const n = 200000;
    for (let i = 0; i < n; i++) {
      const x = -r + (2 * r * (i + 0.5)) / n;
      removed += 4 * Math.sqrt(R * R - x * x) * Math.sqrt(r * r - x * x) * ((2 * r) / n);
    }
    const m = measured(
      built(
        partOf(
          feature('add', cylinder(2 * R, 90)),
          feature(
            'cut',
            { kind: 'hole', diameter: 2 * r, depth: 'through' },
            { plane: 'left', at: [-20, 0, 26] },
          ),
        ),
      ),
    );
    expect(Math.abs(m.volume - (Math.PI * R * R * 90 - removed))).toBeLessThan(1e-5 * removed);
  });
});

describe('bodies on a whole-number grid against counted cells', () => {
  test('volume, area and the lines of all six views', () => {
    fc.assert(
      fc.property(fc.array(gridBlock, { minLength: 1, maxLength: 6 }), (list) => {
        const blocks = [{ ...(list[0] as GridBlock), op: 'add' as const }, ...list.slice(1)];
        // after every operation something must be left: anything else is refused
        fc.pre(blocks.every((_, i) => countVolume(cellsOf(blocks.slice(0, i + 1))) > 0));
        const cells = cellsOf(blocks);
        const part = built(partFrom(blocks));
        const m = measured(part);
        near(m.volume, countVolume(cells));
        near(m.area, countArea(cells));
        for (const name of VIEW_NAMES) {
          const got = lengths(seen(part, name));
          const wanted = countLines(cells, name);
          near(got.visible, wanted.visible);
          near(got.hidden, wanted.hidden);
        }
      }),
      { numRuns: 120, seed: 20261125 },
    );
  });
});

describe('coordinates against closed forms', () => {
  test('corners of a turned hexagon prism and of a frustum, to 1e-9 mm', () => {
    const turn = 17;
    const prism = built(
      partOf(
        feature(
          'add',
          { kind: 'prism', sides: 6, side: 23.7, height: 41.3 },
          { turn: [{ axis: 'z', angle: turn }], at: [5, -3, 2] },
        ),
      ),
    );
    const frustum = built(
      partOf(feature('add', { kind: 'pyramid', sides: 8, acrossFlats: 66, topAcrossFlats: 28, height: 54 })),
    );
    const corners = (part: typeof prism) => numberPoints(part).map((p) => p.at);
    const wanted = (sides: number, radius: number, z: number, angle: number, x: number, y: number) =>
      Array.from({ length: sides }, (_, i) => {
        const t = ((angle - 90 + (180 + 360 * i) / sides) * Math.PI) / 180;
        return [x + radius * Math.cos(t), y + radius * Math.sin(t), z] as const;
      });
    const all = [...wanted(6, 23.7, 2, turn, 5, -3), ...wanted(6, 23.7, 43.3, turn, 5, -3)];
    const flat = Math.cos(Math.PI / 8);
    const cap = [...wanted(8, 33 / flat, 0, 0, 0, 0), ...wanted(8, 14 / flat, 54, 0, 0, 0)];
    for (const [got, list] of [
      [corners(prism), all],
      [corners(frustum), cap],
    ] as const) {
      expect(got).toHaveLength(list.length);
      for (const w of list)
        expect(Math.min(...got.map((g) => Math.hypot(g[0] - w[0], g[1] - w[1], g[2] - w[2])))).toBeLessThan(
          1e-9,
        );
    }
  });
});

describe('what must not change', () => {
  const bracket = (more: object = {}) =>
    partOf(
      feature('add', block(90, 40, 10), more),
      feature('add', block(10, 40, 42), { at: [0, 0, 10], ...more }),
      feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { at: [60, 20, 10], ...more }),
    );
  test('flush faces have no line between them: an L of two blocks is an L', () => {
    // the front view of the L alone has 6 lines; the hole adds two hidden ones
    expect(lengths(seen(built(bracket()), 'front'))).toEqual({
      visible: 90 + 10 + 80 + 42 + 10 + 52,
      hidden: 20,
    });
  });
  test('a plugged hole leaves no edges', () => {
    const plain = built(partOf(feature('add', block(60, 40, 20))));
    const plugged = built(
      partOf(
        feature('add', block(60, 40, 20)),
        feature('cut', { kind: 'hole', diameter: 10, depth: 'through' }, { at: [30, 20, 20] }),
        feature('add', cylinder(10, 20), { at: [30, 20, 0] }),
      ),
    );
    expect(plugged.bodies[0]?.edges.filter((e) => e.kind !== 'smooth').length).toBe(
      plain.bodies[0]?.edges.length,
    );
  });
  test('a tangent round has no line where it runs into the flat', () => {
    const v = seen(
      built(
        partOf(feature('add', { kind: 'extrude', height: 10, profile: { rectangle: [40, 20], round: 5 } })),
      ),
      'front',
    );
    // from the front: outline of 40 x 10 only, no lines where the rounds begin
    expect(lengths(v)).toEqual({ visible: 100, hidden: 0 });
    expect(
      seen(
        built(
          partOf(feature('add', { kind: 'extrude', height: 10, profile: { rectangle: [40, 20], round: 5 } })),
        ),
        'top',
      ).lines.length,
    ).toBe(8);
  });
  test('the order of features that do not touch does not matter', () => {
    const holes = [10, 25, 40].map((x) =>
      feature('cut', { kind: 'hole', diameter: 6, depth: 'through' }, { at: [x, 20, 20], id: `h${x}` }),
    );
    const a = lengths(seen(built(partOf(feature('add', block(60, 40, 20)), ...holes)), 'front'));
    const b = lengths(seen(built(partOf(feature('add', block(60, 40, 20)), ...holes.reverse())), 'front'));
    near(a.visible, b.visible);
    near(a.hidden, b.hidden);
  });
  test('a moved part has the same views, moved; a mirrored part the mirrored ones', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -200, max: 200 }),
        fc.integer({ min: -200, max: 200 }),
        fc.integer({ min: -200, max: 200 }),
        (x, y, z) => {
          const home = seen(built(bracket()), 'left');
          const moved = seen(
            built({ ...bracket(), bodies: [{ ...bracket().bodies[0]!, at: [x / 7, y / 7, z / 7] }] }),
            'left',
          );
          near(lengths(moved).visible, lengths(home).visible);
          near(lengths(moved).hidden, lengths(home).hidden);
          near(moved.box[0] - home.box[0], -y / 7);
          near(moved.box[3] - home.box[3], z / 7);
        },
      ),
      { numRuns: 25 },
    );
  });
  test('edge keys hold when sizes change', () => {
    const keys = (w: number) =>
      built(
        partOf(
          feature('add', block(w, 40, 20), { id: 'p' }),
          feature('cut', { kind: 'hole', diameter: 10, depth: 12 }, { at: [w / 2, 20, 20], id: 'h' }),
        ),
      )
        .bodies[0]?.edges.map((e) => e.key)
        .sort();
    expect(keys(60)).toEqual(keys(71.3));
    expect(keys(60)).toContain('h/mouth | h/wall'.replace('h/mouth', 'h/floor'));
  });
  test('within the tolerance faces are flush, outside it a step', () => {
    const lines = (gap: number) =>
      seen(
        built(
          partOf(feature('add', block(30, 20, 10)), feature('add', block(30, 20, 10), { at: [30, gap, 0] })),
        ),
        'top',
      ).lines.length;
    expect([0, 1e-12, 1e-10].map(lines)).toEqual([4, 4, 4]);
    expect([1e-5, 1e-3, 1e-1].map(lines)).toEqual([8, 8, 8]);
  });
  test('flush faces of two touching bodies keep the line between them', () => {
    const two = built(
      bodiesOf({
        a: [feature('add', block(30, 20, 10))],
        b: [feature('add', block(30, 20, 10), { at: [30, 0, 0] })],
      }),
    );
    expect(lengths(seen(two, 'front'))).toEqual({ visible: 2 * 60 + 3 * 10, hidden: 0 });
  });
});

describe('volume by section areas', () => {
  test('areas of level cuts add up to the volume', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 30 }),
        fc.integer({ min: 3, max: 9 }),
        fc.integer({ min: 5, max: 40 }),
        (d, sides, lean) => {
          const file = partOf(
            feature(
              'add',
              { kind: 'prism', sides, acrossFlats: 44, height: 36 },
              { turn: [{ axis: 'y', angle: lean }] },
            ),
            feature(
              'cut',
              { kind: 'hole', diameter: d, depth: 'through' },
              { plane: 'front', at: [6, -60, 14] },
            ),
          );
          const part = built(file);
          const { volume, box } = measured(part);
          const n = 400;
          const step = (box.max[2] - box.min[2]) / n;
          let sum = 0;
          for (let i = 0; i < n; i++) {
            const z = box.min[2] + (i + 0.5) * step;
            const cut = cutBy(file, {
              name: 'A',
              seenIn: 'front',
              through: [
                [-100, z],
                [100, z],
              ],
              look: 'down',
            });
            sum += cut.bodies.reduce((a, b) => a + b.face.area, 0) * step;
          }
          expect(Math.abs(sum / volume - 1)).toBeLessThan(2e-4);
        },
      ),
      { numRuns: 4, seed: 7 },
    );
  });
});

describe('the box of what runs to a point', () => {
  test('a cone reaches to its apex, a spindle to its ends', () => {
    expect(built(partOf(feature('add', { kind: 'cone', diameter: 50, height: 70 }))).box[5]).toBeCloseTo(
      70,
      12,
    );
    // an arc of radius 5 about (-3, 0) turned about the axis: ends at +-4
    const spindle = partOf(
      feature('add', {
        kind: 'revolve',
        profile: { start: [0, -4], path: [{ to: [0, 4], centre: [-3, 0], turn: 'ccw' }, { to: [0, -4] }] },
      }),
    );
    const { box } = built(spindle);
    expect(box[2]).toBeCloseTo(-4, 9);
    expect(box[5]).toBeCloseTo(4, 9);
    expect(box[3]).toBeCloseTo(2, 9);
  });
});

describe('lines through a ring', () => {
  test('in the plane of its equator, touching its inner side', () => {
    const { solid } = built(partOf(feature('add', { kind: 'torus', diameter: 6, tube: 2 }))).bodies[0]!;
    const half = Math.sqrt(12);
    const along = (x: number, z: number): number[] => solidIntervals(solid, [x, 0, z], [0, 1, 0], [0]);
    // through the tube's centre circle's plane at x = 2: from the outside to the touch at y = 0 and out again
    for (const z of [0, 1e-10]) {
      const ends = along(2, z);
      expect(ends[0]).toBeCloseTo(-half, 7);
      expect(ends.at(-1)).toBeCloseTo(half, 7);
    }
    expect(along(0, 0).map((x) => Math.round(x * 1e9) / 1e9)).toEqual([-4, -2, 2, 4]);
    expect(along(3.9, 0)).toHaveLength(2);
    expect(along(4.01, 0)).toEqual([]);
  });
});

describe('lines through a tube', () => {
  test('touching its inner wall', () => {
    const tube = built(
      partOf(
        feature('add', {
          kind: 'revolve',
          profile: {
            polygon: [
              [3, 0],
              [5, 0],
              [5, 8],
              [3, 8],
            ],
          },
        }),
      ),
    ).bodies[0]!;
    for (const off of [0, 1e-12, -1e-12]) {
      const ends = solidIntervals(tube.solid, [3 + off, 0, 4], [0, 1, 0], [0]);
      expect(ends[0]).toBeCloseTo(-4, 5);
      expect(ends.at(-1)).toBeCloseTo(4, 5);
    }
  });
});
