import { type ByRays, box, cone, hexagon, placed, round, stadium } from './seenByRays.ts';

/**
 * Fifteen assemblies, each stated twice: as a part file with standard bodies and relations, and as what is inside it, in places and sizes that follow from
 * the rules alone. What rays see of the second must be what the views of the first show, line by line, whole and cut.
 */
export type Case = {
  readonly name: string;
  readonly file: readonly object[];
  readonly rays: readonly ByRays[];
  /** volumes by formula, mm³, by body */
  readonly volumes?: Readonly<Record<string, number>>;
  /** where the plane of the section lies */
  readonly y?: number;
};

const plate = (
  name: string,
  [w, d, h]: readonly [number, number, number],
  features: readonly object[] = [],
  more: object = {},
) => ({
  name,
  features: [
    { id: 'plate', op: 'add', shape: { kind: 'block', width: w, depth: d, height: h } },
    ...features,
  ],
  ...more,
});
const hole = (at: readonly [number, number, number], shape: object, more: object = {}) => ({
  id: 'bore',
  op: 'cut',
  at,
  shape: { kind: 'hole', depth: 'through', ...shape },
  ...more,
});
const standard = (name: string, of: object, place?: readonly object[]) => ({
  name,
  standard: of,
  ...(place && { place }),
});
const onTop = (other: string) => ({
  place: [
    { face: 'plate/bottom', against: `${other}.plate/top` },
    { face: 'plate/left', along: `${other}.plate/left` },
    { face: 'plate/front', along: `${other}.plate/front` },
  ],
});
const shankOn = (body: string, face: string) => [
  { axis: 'shank/side', on: `${body}.bore/wall` },
  { face: 'head/bottom', against: face },
];

/** Two plates 60 x 40, 12 and 10 thick, with a hole of 13.5 at 30, 20. */
const PLATES = [
  plate('low', [60, 40, 12], [hole([30, 20, 12], { diameter: 13.5 })]),
  plate('high', [60, 40, 10], [hole([30, 20, 10], { diameter: 13.5 })], onTop('low')),
];
const PLATES_BY_RAYS: ByRays[] = [
  { name: 'low', add: [box(0, 0, 0, 60, 40, 12)], cut: [round(2, [30, 20], 6.75, -1, 13)] },
  { name: 'high', add: [box(0, 0, 12, 60, 40, 22)], cut: [round(2, [30, 20], 6.75, 11, 23)] },
];
/** M12: 18 across flats, head 7.5, nut 10.8, washer 13 24 2.5. */
const boltByRays = (z: number, length: number): ByRays => ({
  name: 'bolt',
  add: [hexagon(30, 20, 18, z, z + 7.5, false), round(2, [30, 20], 6, z - length, z)],
  whole: true,
});
const nutByRays = (from: number): ByRays => ({
  name: 'nut',
  add: [hexagon(30, 20, 18, from - 10.8, from, true)],
  cut: [round(2, [30, 20], 6, from - 11, from + 1)],
  whole: true,
});
const bolt = (more: object = {}) => ({ kind: 'hexagonBolt', size: 'M12', length: 50, thread: 30, ...more });
const under = (face: string, body = 'nut') => [
  { axis: 'bore/wall', on: 'low.bore/wall', sense: 'opposite' },
  { face: `${body}/bottom`, against: face },
];
const PI = Math.PI;

/** The fifteen assemblies. */
export const CASES: readonly Case[] = [
  {
    name: 'a bolt, a washer and a nut through two plates',
    file: [
      ...PLATES,
      standard('bolt', bolt(), shankOn('low', 'high.plate/top')),
      standard('washer', { kind: 'washer', size: 'M12' }, under('low.plate/bottom', 'washer')),
      standard('nut', { kind: 'hexagonNut', size: 'M12' }, under('washer.washer/top')),
    ],
    rays: [
      ...PLATES_BY_RAYS,
      boltByRays(22, 50),
      {
        name: 'washer',
        add: [round(2, [30, 20], 12, -2.5, 0)],
        cut: [round(2, [30, 20], 6.5, -3, 1)],
        whole: true,
      },
      nutByRays(-2.5),
    ],
    volumes: { low: 60 * 40 * 12 - PI * 6.75 ** 2 * 12, washer: PI * (12 ** 2 - 6.5 ** 2) * 2.5 },
  },
  {
    name: 'a bolt and a nut without a washer',
    file: [
      ...PLATES,
      standard('bolt', bolt({ length: 45 }), shankOn('low', 'high.plate/top')),
      standard('nut', { kind: 'hexagonNut', size: 'M12' }, under('low.plate/bottom')),
    ],
    rays: [...PLATES_BY_RAYS, boltByRays(22, 45), nutByRays(0)],
  },
  {
    name: 'a bolt that lies across two cheeks',
    file: [
      plate('low', [10, 40, 40], [hole([10, 20, 20], { diameter: 13.5 }, { plane: 'right' })]),
      plate('high', [10, 40, 40], [hole([10, 20, 20], { diameter: 13.5 }, { plane: 'right' })], {
        at: [14, 0, 0],
      }),
      standard('bolt', bolt({ length: 40, thread: 20 }), [
        { axis: 'shank/side', on: 'low.bore/wall' },
        { face: 'head/bottom', against: 'high.plate/right' },
      ]),
    ],
    rays: [
      { name: 'low', add: [box(0, 0, 0, 10, 40, 40)], cut: [round(0, [20, 20], 6.75, -1, 11)] },
      { name: 'high', add: [box(14, 0, 0, 24, 40, 40)], cut: [round(0, [20, 20], 6.75, 13, 25)] },
      {
        name: 'bolt',
        add: [
          round(0, [20, 20], 6, -16, 24),
          placed(hexagon(0, 0, 18, 0, 7.5, false), ([x, y, z]) => [20 - z, y - 20, x - 24]),
        ],
        whole: true,
      },
    ],
    volumes: { high: 40 * 40 * 10 - PI * 6.75 ** 2 * 10 },
  },
  {
    name: 'a screw in a blind tapped hole',
    file: [
      plate(
        'low',
        [50, 40, 40],
        [hole([30, 20, 40], { depth: 30, tip: 118, thread: { size: 'M12', length: 24, from: 'top' } })],
      ),
      standard('bolt', { kind: 'hexagonScrew', size: 'M12', length: 20 }, shankOn('low', 'low.plate/top')),
    ],
    rays: [
      {
        name: 'low',
        add: [box(0, 0, 0, 50, 40, 40)],
        cut: [
          round(2, [30, 20], 5.125, 10, 41),
          cone(30, 20, [10, 5.125], [10 - 5.125 / Math.tan((59 * PI) / 180), 0]),
        ],
      },
      boltByRays(40, 20),
    ],
  },
  {
    name: 'a stud through a cover',
    file: [
      plate(
        'low',
        [60, 40, 40],
        [hole([30, 20, 40], { depth: 30, thread: { size: 'M12', length: 26, from: 'top' } })],
      ),
      plate('high', [60, 40, 10], [hole([30, 20, 10], { diameter: 13.5 })], onTop('low')),
      standard('bolt', { kind: 'stud', size: 'M12', length: 50, thread: 24, threadBelow: 18 }, [
        { axis: 'shank/side', on: 'low.bore/wall' },
        { face: 'shank/bottom', along: 'low.plate/bottom', offset: -40 },
      ]),
    ],
    rays: [
      { name: 'low', add: [box(0, 0, 0, 60, 40, 40)], cut: [round(2, [30, 20], 5.125, 10, 41)] },
      { name: 'high', add: [box(0, 0, 40, 60, 40, 50)], cut: [round(2, [30, 20], 6.75, 39, 51)] },
      { name: 'bolt', add: [round(2, [30, 20], 6, 22, 72)], whole: true },
    ],
    volumes: { bolt: PI * 36 * 50 },
  },
  {
    name: 'a socket screw let into a plate',
    file: [
      plate('low', [50, 40, 20]),
      plate(
        'high',
        [50, 40, 25],
        [
          hole([25, 20, 25], { diameter: 13.5 }),
          { ...hole([25, 20, 25], { diameter: 20, depth: 13 }), id: 'seat' },
        ],
        onTop('low'),
      ),
      standard('screw', { kind: 'socketScrew', size: 'M12', length: 30 }, [
        { axis: 'shank/side', on: 'high.bore/wall' },
        { face: 'head/bottom', against: 'high.seat/floor' },
      ]),
    ],
    rays: [
      { name: 'low', add: [box(0, 0, 0, 50, 40, 20)] },
      {
        name: 'high',
        add: [box(0, 0, 20, 50, 40, 45)],
        cut: [round(2, [25, 20], 6.75, 19, 46), round(2, [25, 20], 10, 32, 46)],
      },
      {
        name: 'screw',
        add: [round(2, [25, 20], 9, 32, 44), round(2, [25, 20], 6, 2, 32)],
        cut: [hexagon(25, 20, 10, 38, 90, false)],
        whole: true,
      },
    ],
  },
  {
    name: 'a countersunk screw, flush',
    file: [
      plate('high', [50, 40, 20], [hole([25, 20, 20], { diameter: 11 })]),
      standard('screw', { kind: 'countersunkScrew', size: 'M10', length: 30 }, [
        { axis: 'shank/side', on: 'high.bore/wall' },
        { face: 'head/top', along: 'high.plate/top' },
      ]),
    ],
    rays: [
      { name: 'high', add: [box(0, 0, 0, 50, 40, 20)], cut: [round(2, [25, 20], 5.5, -1, 21)] },
      { name: 'screw', add: [cone(25, 20, [15, 5], [20, 10]), round(2, [25, 20], 5, -10, 15)], whole: true },
    ],
    volumes: { screw: (PI * 5 * (25 + 50 + 100)) / 3 + PI * 25 * 25 },
  },
  {
    name: 'a parallel key with round ends in a shaft',
    file: [
      {
        name: 'shaft',
        features: [
          { id: 'shaft', op: 'add', plane: 'right', shape: { kind: 'cylinder', diameter: 40, height: 80 } },
          { id: 'way', op: 'cut', at: [40, 0, 20], shape: { kind: 'slot', length: 28, width: 12, depth: 5 } },
        ],
      },
      {
        ...standard('key', { kind: 'parallelKey', width: 12, height: 8, length: 40, ends: 'round' }),
        at: [40, 0, 15],
      },
    ],
    rays: [
      { name: 'shaft', add: [round(0, [0, 0], 20, 0, 80)], cut: [stadium(26, 54, 6, 15, 41)] },
      { name: 'key', add: [stadium(26, 54, 6, 15, 23)], whole: true },
    ],
    volumes: { key: (28 * 12 + PI * 36) * 8 },
    y: 0,
  },
  {
    name: 'a dowel through two plates',
    file: [
      plate('low', [50, 40, 20], [hole([25, 20, 20], { diameter: 10 })]),
      plate('high', [50, 40, 15], [hole([25, 20, 15], { diameter: 10 })], onTop('low')),
      standard('pin', { kind: 'dowel', size: 10, length: 30 }, [
        { axis: 'pin/side', on: 'low.bore/wall' },
        { face: 'pin/top', along: 'high.plate/top', offset: -2 },
      ]),
    ],
    rays: [
      { name: 'low', add: [box(0, 0, 0, 50, 40, 20)], cut: [round(2, [25, 20], 5, -1, 21)] },
      { name: 'high', add: [box(0, 0, 20, 50, 40, 35)], cut: [round(2, [25, 20], 5, 19, 36)] },
      { name: 'pin', add: [round(2, [25, 20], 5, 3, 33)], whole: true },
    ],
    volumes: { pin: PI * 25 * 30 },
  },
  {
    name: 'a ring in the groove of a shaft',
    file: [
      {
        name: 'shaft',
        features: [
          { id: 'shaft', op: 'add', shape: { kind: 'cylinder', diameter: 30, height: 60 } },
          {
            id: 'groove',
            op: 'cut',
            at: [0, 0, 40],
            shape: {
              kind: 'revolve',
              profile: {
                polygon: [
                  [12, 0],
                  [16, 0],
                  [16, 5],
                  [12, 5],
                ],
              },
            },
          },
        ],
      },
      {
        name: 'ring',
        features: [
          { id: 'ring', op: 'add', at: [0, 0, 41], shape: { kind: 'cylinder', diameter: 44, height: 3 } },
          { id: 'eye', op: 'cut', at: [0, 0, 44], shape: { kind: 'hole', diameter: 25, depth: 'through' } },
        ],
      },
    ],
    rays: [
      {
        name: 'shaft',
        add: [round(2, [0, 0], 15, 0, 40), round(2, [0, 0], 12, 39, 46), round(2, [0, 0], 15, 45, 60)],
      },
      { name: 'ring', add: [round(2, [0, 0], 22, 41, 44)], cut: [round(2, [0, 0], 12.5, 40, 45)] },
    ],
    volumes: { ring: PI * (22 ** 2 - 12.5 ** 2) * 3, shaft: PI * 225 * 60 - PI * (225 - 144) * 5 },
    y: 0,
  },
  {
    name: 'a bush and a pin in a housing',
    file: [
      plate('low', [60, 60, 30], [hole([30, 30, 30], { diameter: 36 })]),
      {
        name: 'bush',
        features: [
          { id: 'bush', op: 'add', at: [30, 30, 0], shape: { kind: 'cylinder', diameter: 36, height: 34 } },
          { id: 'eye', op: 'cut', at: [30, 30, 34], shape: { kind: 'hole', diameter: 24, depth: 'through' } },
        ],
      },
      standard('pin', { kind: 'dowel', size: 24, length: 60 }, [
        { axis: 'pin/side', on: 'bush.eye/wall' },
        { face: 'pin/top', along: 'bush.bush/top', offset: 10 },
      ]),
    ],
    rays: [
      { name: 'low', add: [box(0, 0, 0, 60, 60, 30)], cut: [round(2, [30, 30], 18, -1, 31)] },
      { name: 'bush', add: [round(2, [30, 30], 18, 0, 34)], cut: [round(2, [30, 30], 12, -1, 35)] },
      { name: 'pin', add: [round(2, [30, 30], 12, -16, 44)], whole: true },
    ],
    y: 30,
  },
  {
    name: 'a pin across a fork and an eye',
    file: [
      {
        name: 'fork',
        features: [
          { id: 'fork', op: 'add', shape: { kind: 'block', width: 40, depth: 40, height: 50 } },
          {
            id: 'gap',
            op: 'cut',
            at: [-1, 12, 15],
            shape: { kind: 'block', width: 42, depth: 16, height: 36 },
          },
          {
            id: 'bore',
            op: 'cut',
            plane: 'front',
            at: [20, 0, 35],
            shape: { kind: 'hole', diameter: 12, depth: 'through' },
          },
        ],
      },
      {
        name: 'eye',
        features: [
          {
            id: 'eye',
            op: 'add',
            at: [5, 13, 22],
            shape: { kind: 'block', width: 30, depth: 14, height: 60 },
          },
          {
            id: 'bore',
            op: 'cut',
            plane: 'front',
            at: [20, 13, 35],
            shape: { kind: 'hole', diameter: 12, depth: 'through' },
          },
        ],
      },
      standard('pin', { kind: 'dowel', size: 12, length: 50 }, [
        { axis: 'pin/side', on: 'fork.bore/wall' },
        { face: 'pin/top', along: 'fork.fork/front', offset: 5 },
      ]),
    ],
    rays: [
      {
        name: 'fork',
        add: [box(0, 0, 0, 40, 40, 50)],
        cut: [box(-1, 12, 15, 41, 28, 51), round(1, [35, 20], 6, -1, 41)],
      },
      { name: 'eye', add: [box(5, 13, 22, 35, 27, 82)], cut: [round(1, [35, 20], 6, 12, 28)] },
      { name: 'pin', add: [round(1, [35, 20], 6, -5, 45)], whole: true },
    ],
  },
  {
    name: 'a cotter of one slope in a slot',
    file: [
      plate(
        'low',
        [60, 30, 40],
        [
          {
            id: 'slot',
            op: 'cut',
            at: [18, 11, -1],
            shape: { kind: 'block', width: 24, depth: 8, height: 42 },
          },
        ],
      ),
      standard('key', { kind: 'cotter', width: 22, thickness: 8, length: 80, taper: 20, sides: 1 }, [
        { face: 'cotter/side 4', along: 'low.plate/left', offset: -19 },
        { face: 'cotter/top', along: 'low.plate/front', offset: -11 },
        { face: 'cotter/side 1', along: 'low.plate/bottom', offset: 20 },
      ]),
    ],
    rays: [
      { name: 'low', add: [box(0, 0, 0, 60, 30, 40)], cut: [box(18, 11, -2, 42, 19, 42)] },
      {
        name: 'key',
        add: [
          [
            { name: 'straight', off: ([x]) => 19 - x },
            { name: 'sloping', off: ([x, , z]) => x - 19 - (22 - (z + 20) / 20) },
            { name: 'front', off: ([, y]) => 11 - y },
            { name: 'back', off: ([, y]) => y - 19 },
            { name: 'low', off: ([, , z]) => -20 - z },
            { name: 'high', off: ([, , z]) => z - 60 },
          ],
        ],
        whole: true,
      },
    ],
    volumes: { key: 8 * 80 * ((22 + 18) / 2) },
    y: 15,
  },
  {
    name: 'a taper pin as a cone in a hub',
    file: [
      plate('low', [50, 40, 30], [hole([25, 20, 30], { diameter: 16 })]),
      {
        name: 'pin',
        sectioned: false,
        features: [
          {
            id: 'pin',
            op: 'add',
            at: [25, 20, -10],
            shape: { kind: 'cone', diameter: 14, topDiameter: 12, height: 50 },
          },
        ],
      },
    ],
    rays: [
      { name: 'low', add: [box(0, 0, 0, 50, 40, 30)], cut: [round(2, [25, 20], 8, -1, 31)] },
      { name: 'pin', add: [cone(25, 20, [-10, 7], [40, 6])], whole: true },
    ],
    volumes: { pin: (PI * 50 * (49 + 42 + 36)) / 3 },
  },
  {
    name: 'two washers and a nut on a bolt by itself',
    file: [
      standard('bolt', bolt({ length: 40, thread: 40 })),
      standard('washer', { kind: 'washer', size: 'M12' }, [
        { axis: 'bore/wall', on: 'bolt.shank/side', sense: 'opposite' },
        { face: 'washer/bottom', against: 'bolt.head/bottom' },
      ]),
      standard('nut', { kind: 'hexagonNut', size: 'M12' }, [
        { axis: 'bore/wall', on: 'bolt.shank/side', sense: 'opposite' },
        { face: 'nut/bottom', against: 'washer.washer/top', gap: 10 },
      ]),
    ],
    rays: [
      { name: 'bolt', add: [hexagon(0, 0, 18, 0, 7.5, false), round(2, [0, 0], 6, -40, 0)], whole: true },
      {
        name: 'washer',
        add: [round(2, [0, 0], 12, -2.5, 0)],
        cut: [round(2, [0, 0], 6.5, -3, 1)],
        whole: true,
      },
      {
        name: 'nut',
        add: [hexagon(0, 0, 18, -23.3, -12.5, true)],
        cut: [round(2, [0, 0], 6, -24, -12)],
        whole: true,
      },
    ],
    y: 0,
  },
];
