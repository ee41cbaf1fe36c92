import type { LoopSegment } from '../../solid/loop.ts';
import { arcSegments } from '../../solid/loop.ts';
import { clause, depthClauses, length } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { defineShape, THROUGH } from './definition.ts';
import { sweep } from './sweeps.ts';

const slotLoop = (length: number, width: number): LoopSegment[] => {
  const h = length / 2;
  const r = width / 2;
  return [
    { a: [-h, -r], b: [h, -r], role: 'side 1' },
    ...arcSegments([h, -r], [h, r], [h, 0], true, 'end 1'),
    { a: [h, r], b: [-h, r], role: 'side 2' },
    ...arcSegments([-h, r], [-h, -r], [-h, 0], true, 'end 2'),
  ];
};

/** Round-ended, centred on the origin, along x, cut along -z; its length is between the end centres. */
export const slot = defineShape({
  kind: 'slot',
  keys: { length: quantity, width: quantity, depth: quantity },
  name: 'slot',
  clauses: [clause(length('length'), ' between centres'), clause(length('width'), ' wide'), ...depthClauses],
  isCentred: true,
  under: 'Cut out',
  examples: [
    { name: 'Slot', line: 'slot 40 long 10 wide through' },
    { name: 'Step', line: 'step right 20 x 12' },
    { name: 'Groove', line: 'groove 12 wide 5 deep' },
    { name: 'Pocket', line: 'pocket 30 x 20 x 5 deep' },
  ],
  solids: (shape, read, path) => {
    const through = shape.depth === 'through';
    const floor = through ? THROUGH : -read.size(shape.depth, [...path, 'depth']);
    const loop = slotLoop(
      read.size(shape.length, [...path, 'length']),
      read.size(shape.width, [...path, 'width']),
    );
    return { solids: [sweep(loop, floor, 0, 'floor', 'mouth')], through };
  },
});
