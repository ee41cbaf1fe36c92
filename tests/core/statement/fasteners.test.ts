import { describe, expect, test } from '@jest/globals';
import { overlaps } from '../../../core/finding/overlap.ts';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { readStatement } from '../../../core/statement/read.ts';
import { statementText } from '../../../core/statement/sentence.ts';
import { asked, assumed, typed } from './typedOn.ts';

/** Lowest and highest of each body along z. */
const levels = (part: PartFile): Record<string, [number, number]> => {
  const model = partModel(part);
  if (!model.ok) throw new Error(model.faults[0]?.what);
  const built = buildPart(model.value);
  if (!built.ok) throw new Error(built.faults[0]?.what);
  return Object.fromEntries(
    built.value.bodies.map(({ solid, edges }) => {
      const zs = edges.flatMap((e) =>
        [0, 0.25, 0.5, 0.75, 1]
          .map((k) => e.from + k * (e.to - e.from))
          .map((t) =>
            e.curve.type === 'line'
              ? e.curve.p[2] + t * e.curve.d[2]
              : e.curve.type === 'ellipse'
                ? e.curve.c[2] + Math.cos(t) * e.curve.u[2] + Math.sin(t) * e.curve.v[2]
                : Number.NaN,
          ),
      );
      const known = zs.filter((z) => !Number.isNaN(z));
      return [
        solid.name,
        [Math.min(...known), Math.max(...known)].map((z) => Number(z.toFixed(6)) + 0) as [number, number],
      ];
    }),
  );
};

const PLATES = [
  'body lower: block 90 x 60 x 30',
  'hole 17.5 through top 45 30',
  'body upper: block 90 x 60 x 18',
  'hole 17.5 through top 45 30',
  'upper on lower, bores in line, flush at the front',
] as const;

describe('two plates with a bolt', () => {
  test('head on top, washer and nut below, the length from the standard ones', () => {
    const part = typed([...PLATES, 'bolt M16 with washer and nut']);
    expect(levels(part)).toMatchObject({
      upper: [30, 48],
      bolt: [-22, 58],
      washer: [-3, 0],
      nut: [-17.8, -3],
    });
    // 48 + 3 + 14.8 + 2 turns of 2 is 69.8, so 70
    expect(part.bodies.find((b) => b.name === 'bolt')?.standard).toMatchObject({ length: 70, size: 'M16' });
    const model = partModel(part);
    const built = model.ok ? buildPart(model.value) : undefined;
    if (!built?.ok) throw new Error('not built');
    expect(overlaps(built.value)).toEqual([]);
  });
  test('head below by request; a washer put under it afterwards moves it down', () => {
    const part = typed([
      ...PLATES,
      'bolt M16 x 80 through the hole, head at the bottom',
      'nut',
      'washer under the head',
    ]);
    expect(levels(part)).toMatchObject({ bolt: [-13, 77], washer: [-3, 0], nut: [48, 62.8] });
  });
  test('what is taken for granted is said', () => {
    const part = typed(PLATES);
    expect(assumed(part, 'bolt M16')).toMatch(
      /through lower\.hole and upper\.hole; head on top; 70 long: through 48, a nut of 14.8 and at least two turns over/,
    );
    expect(assumed(part, 'bolt')).toMatch(/M16, which passes the hole/);
  });
  test.each([
    ['bolt M20', /M20 does not fit that hole, which is 17.5 across/],
    ['bolt M13 x 40', /no size "M13"/],
    ['bolt M16 through the cellar hole', /no hole "the cellar hole"/],
    ['bolt M16, purple', /could not use "purple"/],
    ['nut M16', /no screw M16 yet/],
    ['bolt M16 head at the front', /does not run towards the front/],
    ['upper on lower, bores in line, askew', /could not use "askew"/],
  ])('"%s" is asked about', (line, words) => {
    expect(asked(typed(PLATES), line)).toMatch(words);
  });
  test('a second nut on the same bolt, and one on the side of the head', () => {
    const part = typed([...PLATES, 'bolt M16 head at the bottom', 'nut']);
    expect(asked(part, 'nut')).toMatch(/their nuts already/);
    expect(asked(typed([...PLATES, 'bolt M16 head at the bottom']), 'nut under the lower')).toMatch(
      /its end is on top/,
    );
  });
  test('what is typed after standard parts goes to the last body with a shape of its own', () => {
    const part = typed([...PLATES, 'bolt M16', 'hole 9 through top 20 30']);
    expect(part.bodies.map((b) => [b.name, b.features.length])).toEqual([
      ['lower', 2],
      ['upper', 3],
      ['bolt', 0],
    ]);
    // its place is counted on its own body, wherever that stands
    expect(part.bodies[1]?.features[2]).toMatchObject({ at: [20, 30, 18] });
  });
});

const CORNERS = [
  [15, 15],
  [75, 15],
  [15, 45],
  [75, 45],
].map(([x, y]) => `hole 9 through top ${x} ${y}`);
test('four holes at once, each with its own', () => {
  const part = typed([
    'body lower: block 90 x 60 x 10',
    ...CORNERS,
    'body upper: block 90 x 60 x 8',
    ...CORNERS,
    'upper on lower, bores in line, flush at the front',
    'bolts M8 through all holes, with washers and nuts',
  ]);
  expect(part.bodies.filter((b) => b.standard).map((b) => b.name)).toHaveLength(12);
  expect(asked(part, 'bolt M8')).toMatch(/have their screws already/);
});

test('the statement is written and read back with all of it', () => {
  const part = typed([
    ...PLATES,
    'bolt M16 x 80, thread 45, by proportions',
    'nut M16 by proportions',
    'washer M16 under the nut',
  ]);
  const sizes = {
    ...part,
    bodies: [
      ...part.bodies,
      {
        name: 'cotter',
        features: [],
        standard: {
          kind: 'cotter' as const,
          width: 36,
          widthAt: 'middle' as const,
          thickness: 8,
          length: 96,
          taper: 32,
          sides: 2 as const,
          ends: 'arc' as const,
        },
      },
      {
        name: 'arm',
        features: [],
        from: 'SK-031',
        body: 'arm',
        with: { L: 42 },
        at: [1, 2, 3] as [number, number, number],
      },
    ],
  };
  const tapped: PartFile = {
    ...sizes,
    bodies: [
      ...sizes.bodies,
      {
        name: 'nutted',
        features: [
          {
            id: 'rod',
            op: 'add',
            shape: {
              kind: 'cylinder',
              diameter: 12,
              height: 40,
              thread: { size: 'M12', length: 20, from: 'top', hand: 'left' },
            },
          },
        ],
      },
    ],
  };
  const read = readStatement(statementText(tapped));
  if (!read.ok) throw new Error(read.faults.map((f) => `${f.where} ${f.what}`).join('\n'));
  expect(read.value).toEqual(tapped);
});
