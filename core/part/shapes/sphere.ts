import { TAU } from '../../number/angle.ts';
import type { Turned } from '../../solid/cell.ts';
import { arcSegments } from '../../solid/loop.ts';
import { clause, length } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { defineShape, whole } from './definition.ts';
import { turned } from './sweeps.ts';

const ball = (r: number): Turned =>
  turned(
    [...arcSegments([0, -r], [0, r], [0, 0], true, 'skin'), { a: [0, r], b: [0, -r], role: 'axis' }],
    TAU,
  );

/** Centred on the origin. */
export const sphere = defineShape({
  kind: 'sphere',
  keys: { diameter: quantity },
  name: 'sphere',
  clauses: [clause(length('diameter'), ' across')],
  isCentred: true,
  under: 'Solids',
  examples: [{ name: 'Ball', line: 'ball 30 dia' }],
  solids: (shape, read, path) => whole(ball(read.size(shape.diameter, [...path, 'diameter']) / 2)),
});
