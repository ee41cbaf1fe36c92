import type { PartFile } from '../part/schema.ts';

/** A thread as an exercise has it: what stands in what, of which size, and how long, mm. */
export type ThreadCase = {
  readonly kind: 'bolt' | 'tapped hole' | 'end view' | 'screw in a hole' | 'bolt and nut';
  readonly size: string;
  /** nominal diameter */
  readonly d: number;
  /** of the screw or bolt under its head */
  readonly length: number;
  /** of full thread, in the hole or on the bolt */
  readonly thread: number;
};

type Body = PartFile['bodies'][number];

const WIDE = 5;
/** What is drilled beyond the full thread, in diameters. */
const BEYOND = 0.75;

const plate = (c: ThreadCase, name: string, height: number, hole: object): Body =>
  ({
    name,
    features: [
      {
        id: 'plate',
        op: 'add',
        at: [(-WIDE * c.d) / 2, -1.5 * c.d, 0],
        shape: { kind: 'block', width: WIDE * c.d, depth: 3 * c.d, height },
      },
      { id: 'bore', op: 'cut', at: [0, 0, height], shape: { kind: 'hole', ...hole } },
    ],
  }) as Body;

/** The plate with the tapped hole. @param tapped false: drilled as wide as the thread's outside, without a thread */
const tappedPlate = (c: ThreadCase, tapped: boolean): Body => {
  const depth = c.thread + BEYOND * c.d;
  const thread = { size: c.size, length: c.thread, from: 'top' };
  return plate(c, 'plate', depth + 1.5 * c.d, {
    depth,
    tip: 118,
    ...(tapped ? { thread } : { diameter: c.d }),
  });
};

const onBore = (face: string): object => ({
  place: [
    { axis: 'shank/side', on: 'plate.bore/wall' },
    { face, against: 'plate.plate/top' },
  ],
});

/**
 * The part of a thread exercise, its axis upright through the origin.
 * @param isHatched of the drawing in which the bolt or screw is cut too
 * @param tapped false for the drawing whose hole is drilled as wide as the thread's outside
 */
export const threadedPart = (c: ThreadCase, isHatched = false, tapped = true): PartFile => {
  const by = { by: 'sizes', size: c.size };
  const cut = { sectioned: isHatched };
  const bodies = (): readonly object[] => {
    if (c.kind === 'bolt')
      return [
        {
          name: 'bolt',
          standard: { kind: 'hexagonBolt', ...by, length: c.length, thread: c.thread },
          features: [],
        },
      ];
    if (c.kind === 'bolt and nut') {
      const clear = { diameter: 1.1 * c.d, depth: 'through' };
      return [
        plate(c, 'plate', c.length - 2 * c.d, clear),
        {
          name: 'bolt',
          standard: { kind: 'hexagonBolt', ...by, length: c.length, thread: c.thread },
          features: [],
          ...cut,
          ...onBore('head/bottom'),
        },
        {
          name: 'nut',
          standard: { kind: 'hexagonNut', ...by },
          features: [],
          place: [
            { axis: 'bore/wall', on: 'plate.bore/wall', sense: 'opposite' },
            { face: 'nut/bottom', against: 'plate.plate/bottom' },
          ],
        },
      ];
    }
    if (c.kind === 'screw in a hole')
      return [
        tappedPlate(c, tapped),
        {
          name: 'screw',
          standard: { kind: 'hexagonScrew', ...by, length: c.length },
          features: [],
          ...cut,
          ...onBore('head/bottom'),
        },
      ];
    return [tappedPlate(c, tapped)];
  };
  return { format: 'blue-ledger/part@1', name: 'thread', units: 'mm', bodies: bodies() as Body[] };
};
