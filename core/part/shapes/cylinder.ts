import { circleLoop } from '../../solid/loop.ts';
import { clause, length, threadClauses } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { threadSchema } from '../threadSchema.ts';
import { outsideThread } from '../threads.ts';
import { defineShape, whole } from './definition.ts';
import { sweep } from './sweeps.ts';

/** About z, from z = 0 up. */
export const cylinder = defineShape({
  kind: 'cylinder',
  keys: { diameter: quantity, height: quantity, thread: threadSchema.optional() },
  name: 'cylinder',
  clauses: [clause(length('diameter'), ' across'), clause(length('height'), ' high'), ...threadClauses],
  isCentred: true,
  under: 'Solids',
  examples: [
    { name: 'Cylinder, boss, pin', line: 'cylinder 24 dia 30 high' },
    { name: 'Tube', line: 'tube 40 od 30 id 60 long' },
  ],
  solids: (shape, read, path) => {
    const diameter = read.size(shape.diameter, [...path, 'diameter']);
    const height = read.size(shape.height, [...path, 'height']);
    const carrier = { role: 'side', diameter, low: 0, high: height };
    return {
      ...whole(sweep(circleLoop([0, 0], diameter / 2, 'side'), 0, height, 'bottom', 'top')),
      threads: outsideThread(shape.thread, carrier, read, [...path, 'thread']),
    };
  },
});
