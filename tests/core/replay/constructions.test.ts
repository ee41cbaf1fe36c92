import { describe, expect, test } from '@jest/globals';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { readPartFile } from '../../../core/part/model.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import type { ReplayChoice } from '../../../core/replay/deed.ts';
import { redrawn, replayOf } from './replayHand.ts';

const drawingOf = (
  features: readonly object[],
  cuts: readonly TraceFile[] = [],
  body: object = {},
): Drawing => {
  const read = readPartFile({
    format: 'blue-ledger/part@1',
    name: 'made for this',
    units: 'mm',
    bodies: [{ name: 'body', features, ...body }],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const d = drawingOfPart(read.value);
  return {
    ...d,
    cuts: cuts.map((trace) => ({ trace, on: true })),
  };
};
const add = (id: string, shape: object, more: object = {}) => ({ id, op: 'add', shape, ...more });
const cut = (id: string, shape: object, more: object = {}) => ({ id, op: 'cut', shape, ...more });
const CHOICE: ReplayChoice = {
  method: 'mitre',
  first: 'front',
  hidden: 'per view',
  order: 'boxes',
  darken: 'per view',
};

const plate = add('plate', { kind: 'block', width: 90, depth: 60, height: 12 });
const polygons = [3, 4, 5, 6, 7, 8, 9, 12].flatMap((sides) =>
  (
    [
      ['side', 22],
      ['acrossFlats', 40],
      ['acrossCorners', 44],
    ] as const
  ).map(
    ([key, size]) =>
      [
        `${sides} sides by ${key}`,
        drawingOf([add('post', { kind: 'prism', sides, [key]: size, height: 30 })]),
      ] as const,
  ),
);

describe('classical constructions', () => {
  test.each(polygons)('a polygon of %s', (_n, d) => {
    const { missing, spare, steps } = redrawn(d, CHOICE);
    expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
    expect(steps.filter((s) => s.source === 'calculated').map((s) => s.text)).toEqual([]);
  });

  const others: [string, Drawing, RegExp][] = [
    [
      'a turned block on a plate',
      drawingOf([
        plate,
        add(
          'key',
          { kind: 'block', width: 30, depth: 14, height: 8 },
          { at: [40, 20, 12], turn: [{ axis: 'z', angle: 37 }] },
        ),
      ]),
      /axis of key .* 37 degrees/,
    ],
    [
      'holes round an axis',
      drawingOf([
        add('disc', { kind: 'cylinder', diameter: 80, height: 10 }),
        cut(
          'bolt',
          { kind: 'hole', diameter: 8, depth: 'through' },
          { at: [28, 0, 10], repeat: { count: 7, about: { axis: 'z' } } },
        ),
      ]),
      /circle through the first bolt/,
    ],
    [
      'rounded corners of a slanted plate',
      drawingOf([
        add('cam', {
          kind: 'extrude',
          height: 9,
          profile: {
            polygon: [
              [0, 0],
              [70, 0],
              [52, 41],
              [11, 33],
            ],
            round: 8,
          },
        }),
      ]),
      /parallels 8 .*inside the two sides/,
    ],
    [
      'a drilled tip and a countersink',
      drawingOf([
        plate,
        cut(
          'pin',
          { kind: 'hole', diameter: 9, depth: 6, tip: 118, countersink: { diameter: 13, angle: 82 } },
          { at: [30, 25, 12] },
        ),
      ]),
      /41 degrees to the axis/,
    ],
    [
      'a length divided into sevenths',
      drawingOf([
        plate,
        cut(
          'pin',
          { kind: 'hole', diameter: 6, depth: 'through' },
          { at: ['90/7', 20, 12], repeat: { count: 3, step: ['180/7', 0, 0] } },
        ),
      ]),
      /into 7 equal parts by a slanting scale/,
    ],
    [
      'a prism that leans',
      drawingOf([
        add('post', { kind: 'prism', sides: 5, side: 20, height: 45 }, { turn: [{ axis: 'y', angle: 25 }] }),
      ]),
      /folded back|fold/,
    ],
    [
      'a body that is turned as a whole',
      drawingOf(
        [
          add('slab', { kind: 'block', width: 60, depth: 30, height: 10 }),
          add('stop', { kind: 'block', width: 10, depth: 30, height: 18 }),
        ],
        [],
        { turn: [{ axis: 'y', angle: -20 }] },
      ),
      /axis of slab/,
    ],
  ];
  test.each(others)('%s', (_n, d, told) => {
    const { missing, spare, steps } = redrawn(d, CHOICE);
    expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
    expect(steps.filter((s) => s.source === 'calculated').map((s) => s.text)).toEqual([]);
    expect(steps.some((s) => told.test(`${s.text} ${s.why}`))).toBe(true);
  });
});

describe('outlines are walked whatever corner of the block is missing', () => {
  const block = add('block', { kind: 'block', width: 60, depth: 40, height: 30 });
  const nick = (x: number, y: number) =>
    cut('nick', { kind: 'block', width: 12, depth: 9, height: 30 }, { at: [x, y, 0] });
  const slant = cut('nick', {
    kind: 'extrude',
    height: 30,
    profile: {
      polygon: [
        [0, 0],
        [12, 0],
        [0, 9],
      ],
    },
  });
  const parts = {
    'front left': nick(0, 0),
    'front right': nick(48, 0),
    'back left': nick(0, 31),
    'back right': nick(48, 31),
    'aslant, front left': slant,
  };
  const all = Object.entries(parts).flatMap(([where, feature]) =>
    (['first', 'third'] as const).flatMap((angle) =>
      (['mitre', 'arcs', 'distances'] as const).map((method) => [where, angle, method, feature] as const),
    ),
  );
  test.each(all)('%s, %s angle, by %s', (_w, angle, method, feature) => {
    const d = drawingOf([block, feature]);
    const { missing, spare } = redrawn(
      { ...d, setup: { ...d.setup, angle } },
      { ...CHOICE, method, order: 'outline' },
    );
    expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
  });
});

describe('cuts of every kind are found point by point', () => {
  const solid = [
    add('base', { kind: 'block', width: 80, depth: 50, height: 24 }),
    cut('deep', { kind: 'block', width: 20, depth: 14, height: 12 }, { at: [12, 30, 12] }),
    cut('wide', { kind: 'block', width: 22, depth: 16, height: 9 }, { at: [48, 6, 15] }),
  ];
  const cuts: [string, TraceFile][] = [
    [
      'a flat one by two points',
      {
        name: 'A',
        seenIn: 'front',
        through: [
          [0, 6],
          [80, 20],
        ],
        look: 'down',
      } as TraceFile,
    ],
    [
      'a flat one by an angle',
      { name: 'A', seenIn: 'front', at: [10, 4], angle: 17, look: 'down' } as TraceFile,
    ],
    [
      'a stepped one',
      {
        name: 'A',
        seenIn: 'top',
        through: [
          [0, 37],
          [40, 37],
          [40, 14],
          [80, 14],
        ],
        look: 'up',
      } as TraceFile,
    ],
    [
      'a half one',
      {
        name: 'A',
        seenIn: 'top',
        through: [
          [0, 37],
          [22, 37],
        ],
        half: true,
        look: 'up',
      } as TraceFile,
    ],
    [
      'a bent one',
      {
        name: 'A',
        seenIn: 'top',
        through: [
          [0, 37],
          [40, 37],
          [80, 10],
        ],
        look: 'up',
      } as TraceFile,
    ],
  ];
  test.each(cuts)('%s', (_n, trace) => {
    for (const method of ['mitre', 'arcs', 'distances'] as const) {
      const { missing, spare, steps } = redrawn(drawingOf(solid, [trace]), { ...CHOICE, method });
      expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
      expect(steps.filter((s) => /^Mark cut point/.test(s.text)).length).toBeGreaterThan(3);
      expect(steps.some((s) => s.stage === 'true shape')).toBe(true);
    }
  });
});

test('the true shape of one leg of a bent cut, on a line parallel to that leg', () => {
  const spike = add('spike', { kind: 'pyramid', sides: 6, side: 26, height: 70 });
  const trace: TraceFile = {
    name: 'A',
    seenIn: 'front',
    through: [
      [-26, 38],
      [0, 38],
      [26, 16],
    ],
    look: 'down',
  };
  const bare = drawingOf([spike], [trace]);
  for (const leg of [1, 2])
    for (const by of [undefined, [-90, -20] as [number, number]]) {
      const d: Drawing = {
        ...bare,
        setup: {
          ...bare.setup,
          rules: { ...bare.setup.rules, referenceLines: true, mitre: true, points: 'numbers' },
          shapes: { A: { leg, ...(by && { by }) } },
        },
      };
      const { missing, spare, steps } = redrawn(d, CHOICE);
      expect({ leg, by, missing, spare }).toEqual({ leg, by, missing: [], spare: 0 });
      // the points of the other leg have no part in it: three corners of this leg and the two bends
      const set = steps.filter(
        (s) => s.stage === 'true shape' && /cut point/.test(s.text) && !/^Join/.test(s.text),
      );
      expect(set).toHaveLength(5);
    }
});

test('what lies in the middle is halved with the compass, not divided', () => {
  const { steps } = replayOf(
    drawingOf([
      add('hex', { kind: 'prism', sides: 6, side: 28, height: 40 }),
      add('bar', { kind: 'block', width: 80, depth: 10, height: 40 }, { at: [-40, -5, 0] }),
    ]),
    CHOICE,
  );
  expect(steps.some((s) => /^Halve the left side of the top view/.test(s.text))).toBe(true);
  expect(steps.some((s) => /slanting scale/.test(s.text))).toBe(false);
});

test('the replay says where each step comes from', () => {
  const { steps } = replayOf(drawingOf([plate]), CHOICE);
  for (const s of steps) expect(s.why.length).toBeGreaterThan(10);
});

describe('a base comes first where it gives the overall sizes', () => {
  const turns = [
    ['upright', 'top', []],
    ['turned by 17 degrees', 'top', [{ axis: 'z', angle: 17 }]],
    ['lying', 'left', [{ axis: 'y', angle: 90 }]],
  ] as const;
  const orders = ['boxes', 'outline', 'uncut'] as const;
  test.each(turns.flatMap(([how, view, turn]) => orders.map((order) => [how, order, view, turn] as const)))(
    'a hexagonal prism %s, %s: no overall size is calculated',
    (_how, order, view, turn) => {
      const d = drawingOf([add('hex', { kind: 'prism', sides: 6, side: 30, height: 40 }, { turn })]);
      const { missing, spare, steps } = redrawn(d, { ...CHOICE, order });
      expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
      expect(steps[0]).toMatchObject({
        view,
        text: expect.stringMatching(/^Mark the middle of the base of hex/),
      });
      expect(steps.filter((s) => s.source === 'planned').map((s) => s.text)).toEqual([]);
      // the only lengths measured in the part's own sizes are its side and its height
      const lengths = steps.flatMap((s) =>
        s.source && s.source !== 'sheet'
          ? s.deeds.flatMap((x) => (x.do === 'setOff' ? [x.distance] : []))
          : [],
      );
      const scale = Math.min(...lengths) / 30;
      expect(lengths.every((x) => [15, 30, 40].some((size) => Math.abs(x / scale - size) < 1e-9))).toBe(true);
    },
  );
  test('a block is set out by its own sizes, and a base that something overhangs waits for its box', () => {
    const square = drawingOf([add('post', { kind: 'prism', sides: 4, side: 30, height: 40 })]);
    const plated = drawingOf([
      plate,
      add('hex', { kind: 'prism', sides: 6, side: 8, height: 40 }, { at: [30, 30, 0] }),
    ]);
    for (const d of [square, plated])
      expect(replayOf(d, CHOICE).steps[0]?.text).toMatch(/^Mark the lower left corner of the front view/);
  });
});
