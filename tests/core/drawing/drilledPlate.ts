import type { PartFile } from '../../../core/part/schema.ts';
import { randomFrom } from '../../fuzz/randomPart.ts';

/** A hole in the top of a plate, mm. */
export type DrilledHole = {
  readonly x: number;
  readonly y: number;
  readonly d: number;
  readonly depth: number | 'through';
};

/** A plate of 200 by 120 by 10 with holes that are stated one by one. */
export const plateWith = (holes: readonly DrilledHole[]): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'Jig',
  units: 'mm',
  bodies: [
    {
      name: 'jig',
      features: [
        { id: 'plate', op: 'add', shape: { kind: 'block', width: 200, depth: 120, height: 10 } },
        ...holes.map(({ x, y, d, depth }, i) => ({
          id: `h${i + 1}`,
          op: 'cut' as const,
          at: [x, y, 10] as [number, number, number],
          shape: { kind: 'hole' as const, diameter: d, depth },
        })),
      ],
    },
  ],
});

/** Holes in some of the squares of such a plate, so that none touches another. */
export const randomHoles = (seed: number): { readonly holes: DrilledHole[]; readonly rnd: () => number } => {
  const rnd = randomFrom(seed);
  const cells = Array.from({ length: 28 }, (_, i) => i).filter(() => rnd() < 0.35);
  const holes = cells.map(
    (c): DrilledHole => ({
      x: 15 + (c % 7) * 28 + Math.floor(rnd() * 8),
      y: 15 + Math.floor(c / 7) * 28 + Math.floor(rnd() * 8),
      d: [5, 6, 8][Math.floor(rnd() * 3)] as number,
      depth: rnd() < 0.5 ? 'through' : 4,
    }),
  );
  return { holes, rnd };
};
