import { circleLoop } from '../../solid/loop.ts';
import { clause, length } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { defineShape, whole } from './definition.ts';
import { sweep } from './sweeps.ts';

/** About z, from z = 0 up. */
export const cylinder = defineShape({
  kind: 'cylinder',
  keys: { diameter: quantity, height: quantity },
  name: 'cylinder',
  clauses: [clause(length('diameter'), ' across'), clause(length('height'), ' high')],
  isCentred: true,
  under: 'Solids',
  examples: [
    { name: 'Cylinder, boss, pin', line: 'cylinder 24 dia 30 high' },
    { name: 'Tube', line: 'tube 40 od 30 id 60 long' },
  ],
  solids: (shape, read, path) => {
    const loop = circleLoop([0, 0], read.size(shape.diameter, [...path, 'diameter']) / 2, 'side');
    return whole(sweep(loop, 0, read.size(shape.height, [...path, 'height']), 'bottom', 'top'));
  },
});
