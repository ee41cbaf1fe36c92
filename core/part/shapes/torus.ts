import { TAU } from '../../number/angle.ts';
import { says } from '../../number/faultWords.ts';
import { circleLoop } from '../../solid/loop.ts';
import { clause, length } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { defineShape, whole } from './definition.ts';
import { turned } from './sweeps.ts';

/** A ring about z: `diameter` is that of the tube's centre circle. */
export const torus = defineShape({
  kind: 'torus',
  keys: { diameter: quantity, tube: quantity },
  name: 'ring',
  clauses: [clause(length('diameter'), ' across'), clause('tube ', length('tube'), ' across')],
  isCentred: true,
  under: 'Solids',
  examples: [{ name: 'Ring', line: 'ring 40 dia section 8' }],
  solids: (shape, read, path) => {
    const [R, r] = [
      read.size(shape.diameter, [...path, 'diameter']) / 2,
      read.size(shape.tube, [...path, 'tube']) / 2,
    ];
    if (r >= R) read.refuse([...path, 'tube'], says('ring.thick', { tube: r * 2, ring: R * 2 }));
    return whole(turned(circleLoop([R, 0], r, 'skin'), TAU));
  },
});
