import type { PartFile } from '../../core/part/schema.ts';

/** Families of parts that grow, for timings. */
type Features = PartFile['bodies'][number]['features'];
type Feature = Features[number];
type Shape = Feature['shape'];

const partWith = (name: string, features: Features): PartFile => ({
  format: 'blue-ledger/part@1',
  name,
  units: 'mm',
  dims: { T: 12 },
  bodies: [{ name: 'plate', features }],
});

/** A plate of n x n holes, a row a feature. */
export const platePart = (n: number, counterbored: boolean): PartFile =>
  partWith(`plate ${n} x ${n}`, [
    { id: 'plate', op: 'add', shape: { kind: 'block', width: 20 * n, depth: 20 * n, height: 'T' } },
    ...Array.from(
      { length: n },
      (_, row): Feature => ({
        id: `row ${row + 1}`,
        op: 'cut',
        at: [10, 10 + 20 * row, 'T'],
        repeat: { count: n, step: [20, 0, 0] },
        shape: {
          kind: 'hole',
          diameter: 7,
          depth: 'through',
          ...(counterbored && { counterbore: { diameter: 12, depth: 4 } }),
        },
      }),
    ),
  ]);

type Kind = { readonly op: 'add' | 'cut'; readonly z: number | string; readonly shape: (k: number) => Shape };

/** The features of the mixed family, in turn; k varies their sizes a little. */
const KINDS: readonly Kind[] = [
  { op: 'cut', z: 'T', shape: (k) => ({ kind: 'hole', diameter: 5 + k, depth: 'through' }) },
  { op: 'add', z: 'T', shape: (k) => ({ kind: 'cylinder', diameter: 8 + k, height: 6 + k }) },
  {
    op: 'cut',
    z: 'T',
    shape: (k) => ({
      kind: 'hole',
      diameter: 5 + k,
      depth: 'through',
      counterbore: { diameter: 10 + k, depth: 4 },
    }),
  },
  { op: 'add', z: 'T', shape: (k) => ({ kind: 'prism', sides: 6, acrossFlats: 9 + k, height: 5 }) },
  { op: 'cut', z: 'T', shape: (k) => ({ kind: 'slot', length: 12 + k, width: 5, depth: 5 + k }) },
  { op: 'add', z: 'T', shape: (k) => ({ kind: 'block', width: 8 + k, depth: 10, height: 7 }) },
  { op: 'cut', z: 'T', shape: (k) => ({ kind: 'hole', diameter: 6, depth: 6 + k, tip: 118 }) },
  { op: 'add', z: 'T', shape: (k) => ({ kind: 'cone', diameter: 10 + k, topDiameter: 5, height: 6 }) },
  {
    op: 'cut',
    z: 'T',
    shape: (k) => ({
      kind: 'hole',
      diameter: 4,
      depth: 'through',
      countersink: { diameter: 8 + k, angle: 90 },
    }),
  },
  { op: 'add', z: 'T', shape: (k) => ({ kind: 'pyramid', sides: 4, side: 8 + k, height: 7 }) },
];

/** A plate with n features of ten kinds that do not touch each other. */
export const mixedPart = (n: number): PartFile => {
  const side = Math.ceil(Math.sqrt(n));
  return partWith(`${n} mixed features`, [
    { id: 'plate', op: 'add', shape: { kind: 'block', width: 24 * side, depth: 24 * side, height: 'T' } },
    ...Array.from({ length: n - 1 }, (_, i): Feature => {
      const kind = KINDS[i % KINDS.length] as Kind;
      const turned = i % 7 === 3 ? { turn: [{ axis: 'z' as const, angle: 30 }] } : {};
      return {
        id: `f${i + 1}`,
        op: kind.op,
        at: [12 + 24 * (i % side), 12 + 24 * Math.floor(i / side), kind.z],
        ...turned,
        shape: kind.shape((i * 7) % 3),
      };
    }),
  ]);
};

type Body = PartFile['bodies'][number];
const BORES = [
  [20, 20, 13.5],
  [100, 20, 13.5],
  [20, 60, 10],
  [100, 60, 10],
] as const;
const slab = (name: string, height: number | string, on?: string): Body => ({
  name,
  features: [
    { id: 'plate', op: 'add', shape: { kind: 'block', width: 120, depth: 80, height } },
    ...BORES.map(
      ([x, y, diameter], i): Feature => ({
        id: `bore ${i + 1}`,
        op: 'cut',
        at: [x, y, height],
        shape: { kind: 'hole', diameter, depth: 'through' },
      }),
    ),
  ],
  ...(on && {
    place: [
      { face: 'plate/bottom', against: `${on}.plate/top` },
      { face: 'plate/left', along: `${on}.plate/left` },
      { face: 'plate/front', along: `${on}.plate/front` },
    ],
  }),
});
const fastened = (
  name: string,
  standard: Body['standard'],
  bore: string,
  face: string,
  against: string,
): Body => ({
  name,
  standard,
  features: [],
  place: [
    {
      axis: bore,
      on: face,
      sense: against.endsWith('bottom') || name.startsWith('nut') ? 'opposite' : 'same',
    },
    { face: `${name.startsWith('bolt') ? 'head' : name.split(' ')[0]}/bottom`, against },
  ],
});

/** Twelve parts: four plates over one another, two of them of thickness T, with two bolts, their washers and nuts, and two dowels. */
export const twelveParts = (): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'twelve parts',
  units: 'mm',
  dims: { T: 12 },
  bodies: [
    slab('base', 'T'),
    slab('plate', 'T', 'base'),
    slab('shim', 2, 'plate'),
    slab('cover', 8, 'shim'),
    ...[1, 2].flatMap((n) => [
      fastened(
        `bolt ${n}`,
        { kind: 'hexagonBolt', size: 'M12', length: 60 },
        'shank/side',
        `base.bore ${n}/wall`,
        'cover.plate/top',
      ),
      fastened(
        `washer ${n}`,
        { kind: 'washer', size: 'M12' },
        'bore/wall',
        `base.bore ${n}/wall`,
        'base.plate/bottom',
      ),
      fastened(
        `nut ${n}`,
        { kind: 'hexagonNut', size: 'M12' },
        'bore/wall',
        `base.bore ${n}/wall`,
        `washer ${n}.washer/top`,
      ),
    ]),
    ...[3, 4].map(
      (n): Body => ({
        name: `pin ${n}`,
        standard: { kind: 'dowel', size: 10, length: 30 },
        features: [],
        place: [
          { axis: 'pin/side', on: `base.bore ${n}/wall` },
          { face: 'pin/top', along: 'cover.plate/top', offset: -1 },
        ],
      }),
    ),
  ],
});
