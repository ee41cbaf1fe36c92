import { says } from '../../number/faultWords.ts';
import { clause, length, maybe } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { defineShape, whole } from './definition.ts';
import { frustum } from './sweeps.ts';

/** Base in z = 0, its point or smaller top at z = height. */
export const cone = defineShape({
  kind: 'cone',
  keys: { diameter: quantity, topDiameter: quantity.optional(), height: quantity },
  name: 'cone',
  clauses: [
    clause(length('diameter'), ' across'),
    maybe('top ', length('topDiameter'), ' across'),
    clause(length('height'), ' high'),
  ],
  isCentred: true,
  under: 'Solids',
  examples: [{ name: 'Cone', line: 'cone 40 dia 50 high' }],
  solids: (shape, read, path) => {
    const r = read.size(shape.diameter, [...path, 'diameter']) / 2;
    const top =
      shape.topDiameter === undefined ? 0 : read.length(shape.topDiameter, [...path, 'topDiameter']) / 2;
    if (top < 0) read.refuse([...path, 'topDiameter'], says('cone.top-negative'));
    const height = read.size(shape.height, [...path, 'height']);
    return whole(frustum([0, r], [height, top], ['bottom', 'side', 'top']));
  },
});
