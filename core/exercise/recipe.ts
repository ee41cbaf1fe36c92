import type { FeatureFile, PartFile } from '../part/schema.ts';
import type { Chance } from './chance.ts';

/** A side of a block along which something is cut. */
export type Side = 'left' | 'right' | 'front' | 'back';
/** What is done to a block; lengths in mm. */
export type Step =
  | { readonly kind: 'step'; readonly side: Side; readonly run: number; readonly down: number }
  | { readonly kind: 'slope'; readonly side: Side; readonly run: number; readonly down: number }
  | {
      readonly kind: 'corner';
      readonly x: 'left' | 'right';
      readonly y: 'front' | 'back';
      readonly size: readonly [number, number, number];
    }
  | {
      readonly kind: 'groove';
      readonly along: 'width' | 'depth';
      readonly at: number;
      readonly wide: number;
      readonly deep: number;
      readonly from: 'top' | 'bottom';
    }
  | { readonly kind: 'foot'; readonly side: 'left' | 'right'; readonly run: number; readonly high: number }
  | {
      readonly kind: 'hole';
      readonly at: readonly [number, number];
      readonly diameter: number;
      readonly from: 'top' | 'front';
    };
/** A part as it is made: a block, and what is done to it one after the other. */
export type Recipe = {
  readonly size: readonly [width: number, depth: number, height: number];
  readonly steps: readonly Step[];
};

const SIDES: readonly Side[] = ['left', 'right', 'front', 'back'];
const OPPOSITE: Record<Side, Side> = { left: 'right', right: 'left', front: 'back', back: 'front' };
/** Figures are whole fives, as on squared paper. */
const UNIT = 5;

/** A whole number of fives between two shares of a size. */
const share = (c: Chance, size: number, low: number, high: number): number => {
  const [from, to] = [Math.ceil((size * low) / UNIT), Math.floor((size * high) / UNIT)];
  return UNIT * c.whole(Math.min(from, to), Math.max(from, to));
};

const groove = (c: Chance, [w, d, h]: Recipe['size'], from: 'top' | 'bottom'): Step => {
  const along = c.pick(['width', 'depth'] as const);
  const across = along === 'width' ? d : w;
  const wide = share(c, across, 0.2, 0.35);
  const deep = from === 'top' ? share(c, h, 0.2, 0.5) : share(c, h, 0.15, 0.3);
  return { kind: 'groove', along, at: share(c, across - wide, 0.3, 0.7), wide, deep, from };
};

type Maker = (c: Chance, size: Recipe['size']) => Step;
/** The kinds of steps, the simplest first; each leaves a slab at half height whole, so that the part stays in one piece. */
const MAKERS: readonly Maker[] = [
  (c, [w, d, h]) => {
    const side = c.pick(SIDES);
    const across = side === 'left' || side === 'right' ? w : d;
    return { kind: 'step', side, run: share(c, across, 0.2, 0.45), down: share(c, h, 0.25, 0.5) };
  },
  (c, size) => groove(c, size, 'top'),
  (c, [w, d, h]) => ({
    kind: 'corner',
    x: c.pick(['left', 'right'] as const),
    y: c.pick(['front', 'back'] as const),
    size: [share(c, w, 0.2, 0.45), share(c, d, 0.25, 0.5), share(c, h, 0.25, 0.5)],
  }),
  (c, [w, d, h]) => {
    const side = c.pick(SIDES);
    const across = side === 'left' || side === 'right' ? w : d;
    return { kind: 'slope', side, run: share(c, across, 0.25, 0.5), down: share(c, h, 0.25, 0.5) };
  },
  (c, [w, , h]) => ({
    kind: 'foot',
    side: c.pick(['left', 'right'] as const),
    run: share(c, w, 0.15, 0.3),
    high: share(c, h, 0.25, 0.4),
  }),
  (c, size) => groove(c, size, 'bottom'),
  (c, [w, d, h]) => {
    const from = c.pick(['top', 'front'] as const);
    const up = from === 'top' ? d : h;
    const diameter = share(c, Math.min(w, up), 0.2, 0.35);
    return { kind: 'hole', at: [share(c, w, 0.3, 0.7), share(c, up, 0.35, 0.65)], diameter, from };
  },
];

/** A part that looks like one: a block of whole fives with so many things done to it. @param most how many kinds of steps may come, the simplest first */
export const likelyRecipe = (c: Chance, steps: number, most: number): Recipe => {
  const size = [UNIT * c.whole(12, 18), UNIT * c.whole(8, 12), UNIT * c.whole(8, 12)] as const;
  const makers = MAKERS.slice(0, Math.min(most, MAKERS.length));
  return { size, steps: Array.from({ length: steps }, () => c.pick(makers)(c, size)) };
};

const SIDE_WORDS: Record<Side, string> = {
  left: 'at the left',
  right: 'at the right',
  front: 'at the front',
  back: 'at the back',
};

/** "the step at the left" */
export const stepWords = (s: Step): string => {
  if (s.kind === 'step') return `the step ${SIDE_WORDS[s.side]}`;
  if (s.kind === 'slope') return `the slope ${SIDE_WORDS[s.side]}`;
  if (s.kind === 'corner') return `the ${s.y} ${s.x} corner cut out of the top`;
  if (s.kind === 'foot') return `the foot ${SIDE_WORDS[s.side]}`;
  if (s.kind === 'hole') return `the hole from the ${s.from}`;
  return `the groove in the ${s.from}, ${s.along === 'width' ? 'from left to right' : 'from front to back'}`;
};

/** The same thing on the other side: left for right, or front for back. */
export const otherSide = (s: Step, [w, d]: Recipe['size']): Step => {
  if (s.kind === 'step' || s.kind === 'slope') return { ...s, side: OPPOSITE[s.side] };
  if (s.kind === 'foot') return { ...s, side: s.side === 'left' ? 'right' : 'left' };
  if (s.kind === 'corner') return { ...s, x: s.x === 'left' ? 'right' : 'left' };
  if (s.kind === 'hole') return { ...s, at: [w - s.at[0], s.at[1]] };
  return { ...s, at: (s.along === 'width' ? d : w) - s.at - s.wide };
};

/** The mirror image of a part, left for right. */
export const mirrored = ({ size, steps }: Recipe): Recipe => ({
  size,
  steps: steps.map((s) => {
    if (s.kind === 'step' || s.kind === 'slope')
      return s.side === 'left' || s.side === 'right' ? otherSide(s, size) : s;
    return s.kind === 'groove' && s.along === 'width' ? s : otherSide(s, size);
  }),
});

const featureOf = (s: Step, [w, d, h]: Recipe['size']): Omit<FeatureFile, 'id'> => {
  const cut = (
    at: readonly number[],
    width: number,
    depth: number,
    height: number,
  ): Omit<FeatureFile, 'id'> => ({
    op: 'cut',
    at: [...at] as [number, number, number],
    shape: { kind: 'block', width, depth, height },
  });
  if (s.kind === 'step') {
    if (s.side === 'left') return cut([0, 0, h - s.down], s.run, d, s.down);
    if (s.side === 'right') return cut([w - s.run, 0, h - s.down], s.run, d, s.down);
    if (s.side === 'front') return cut([0, 0, h - s.down], w, s.run, s.down);
    return cut([0, d - s.run, h - s.down], w, s.run, s.down);
  }
  if (s.kind === 'corner') {
    const [x, y, z] = s.size;
    return cut([s.x === 'left' ? 0 : w - x, s.y === 'front' ? 0 : d - y, h - z], x, y, z);
  }
  if (s.kind === 'groove') {
    const z = s.from === 'top' ? h - s.deep : 0;
    return s.along === 'width' ? cut([0, s.at, z], w, s.wide, s.deep) : cut([s.at, 0, z], s.wide, d, s.deep);
  }
  if (s.kind === 'foot')
    return {
      op: 'add',
      at: [s.side === 'left' ? -s.run : w, 0, 0],
      shape: { kind: 'block', width: s.run, depth: d, height: s.high },
    };
  if (s.kind === 'hole') {
    const [x, y] = s.at;
    return {
      op: 'cut',
      ...(s.from === 'front' && { plane: 'front' as const }),
      at: s.from === 'top' ? [x, y, h] : [x, 0, y],
      shape: { kind: 'hole', diameter: s.diameter, depth: 'through' },
    };
  }
  // a slope takes the edge off: a triangle drawn along the side, as long as the block
  const level = s.side === 'left' || s.side === 'right';
  const [low, high] =
    s.side === 'left' || s.side === 'front' ? [0, s.run] : [level ? w : d, (level ? w : d) - s.run];
  const polygon: [number, number][] = [
    [low, h - s.down],
    [high, h],
    [low, h],
  ];
  return level
    ? {
        op: 'cut',
        plane: 'front',
        at: [0, d, 0],
        shape: { kind: 'extrude', height: d, profile: { polygon } },
      }
    : {
        op: 'cut',
        plane: 'right',
        at: [0, 0, 0],
        shape: { kind: 'extrude', height: w, profile: { polygon } },
      };
};

/** The part file of a recipe. */
export const partOfRecipe = ({ size, steps }: Recipe): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'Exercise',
  units: 'mm',
  bodies: [
    {
      name: 'part',
      features: [
        { id: 'block', op: 'add', shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] } },
        ...steps.map((s, i): FeatureFile => ({ id: `${s.kind} ${i + 1}`, ...featureOf(s, size) })),
      ],
    },
  ],
});
