import type { PartFile } from '../../core/part/schema.ts';
import { randomFrom } from './randomPart.ts';

type Point = [number, number];
type Step = { to: Point; centre?: Point; turn?: 'ccw' | 'cw' };

/** A turned part of a seed: steps, shoulders with and without fillets, tapers, grooves, rounded ends, balls and bores, and holes across. */
export const randomTurned = (seed: number): PartFile => {
  const next = randomFrom(seed * 104729 + 3);
  const upTo = (n: number): number => Math.floor(next() * n);
  const bore = upTo(3) ? 0 : 3 + upTo(4);
  let r = bore + 6 + upTo(12);
  let z = 0;
  const path: Step[] = [];
  const line = (to: Point): void => {
    path.push({ to });
    [r, z] = to;
  };
  const arc = (to: Point, centre: Point, turn: 'ccw' | 'cw'): void => {
    path.push({ to, centre, turn });
    [r, z] = to;
  };
  const first = upTo(3) ? 0 : 1 + upTo(3);
  const start: Point = [bore, 0];
  line([r - first, 0]);
  if (first) arc([r + first, first], [r, first], 'ccw');
  for (let n = 1 + upTo(4); n > 0; n--) {
    line([r, z + 4 + upTo(9)]);
    const deep = r - bore - 2;
    switch (upTo(6)) {
      case 0: {
        // a shoulder inwards, with a fillet or sharp
        const by = Math.min(deep - 1, 1 + upTo(6));
        if (by < 1) break;
        const fillet = Math.min(by, upTo(4));
        const at = z;
        if (by > fillet) line([r - by + fillet, at]);
        if (fillet) arc([r - fillet, at + fillet], [r, at + fillet], 'cw');
        break;
      }
      case 1: {
        // a groove that leaves a land of its own
        const half = 1 + upTo(Math.max(1, Math.min(4, deep)));
        arc([r, z + 2 * half], [r, z + half], 'cw');
        break;
      }
      case 2: {
        // a bead
        const half = 1 + upTo(4);
        arc([r, z + 2 * half], [r, z + half], 'ccw');
        break;
      }
      case 3:
        line([Math.max(bore + 2, r + upTo(9) - 4), z + 3 + upTo(8)]);
        break;
      case 4:
        line([r + 1 + upTo(6), z]);
        break;
    }
  }
  line([r, z + 3 + upTo(8)]);
  const last = upTo(5);
  if (last === 0 && !bore) arc([0, z + r], [0, z], 'ccw');
  else {
    const round = last > 2 ? 0 : Math.min(last, r - bore - 1);
    if (round > 0) {
      const at = r;
      arc([at - round, z + round], [at - round, z], 'ccw');
    }
    line([bore, z]);
  }
  const across = upTo(3)
    ? []
    : [
        {
          id: 'pin hole',
          op: 'cut' as const,
          plane: 'front' as const,
          at: [0, -60, 3 + upTo(4)],
          shape: { kind: 'hole' as const, diameter: 2 + upTo(3), depth: 'through' as const },
        },
      ];
  return {
    format: 'blue-ledger/part@1',
    name: `Turned ${seed}`,
    units: 'mm',
    bodies: [
      {
        name: 'spindle',
        features: [
          { id: 'turned', op: 'add', shape: { kind: 'revolve', profile: { start, path } } },
          ...across,
        ],
      },
    ],
  } as PartFile;
};
