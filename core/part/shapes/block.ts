import type { Vec2 } from '../../geometry/vec.ts';
import { clause, inAccount } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { defineShape, whole } from './definition.ts';
import { polygonLoop, sweep } from './sweeps.ts';

const SIDES = ['front', 'right', 'back', 'left'] as const;

/** From the origin along +x, +y and +z. */
export const block = defineShape({
  kind: 'block',
  keys: { width: quantity, depth: quantity, height: quantity },
  name: 'block',
  clauses: [
    clause(inAccount('W', 'width'), ' wide'),
    clause(inAccount('D', 'depth'), ' deep'),
    clause(inAccount('H', 'height'), ' high'),
  ],
  isCentred: false,
  under: 'Solids',
  examples: [
    { name: 'Block', line: 'block 60 x 40 x 30' },
    { name: 'Wedge', line: 'wedge 60 long 30 wide 20 high' },
  ],
  solids: (shape, read, path) => {
    const [w, d, h] = (['width', 'depth', 'height'] as const).map((k) =>
      read.size(shape[k], [...path, k]),
    ) as [number, number, number];
    const corners: Vec2[] = [
      [0, 0],
      [w, 0],
      [w, d],
      [0, d],
    ];
    return whole(
      sweep(
        polygonLoop(corners, (i) => SIDES[i] as string),
        0,
        h,
        'bottom',
        'top',
      ),
    );
  },
});
