import { TAU } from '../../core/number/angle.ts';
import { says } from '../../core/number/faultWords.ts';
import { clause, length } from '../../core/part/clauses.ts';
import { quantity } from '../../core/part/quantity.ts';
import { defineShape, whole } from '../../core/part/shapes/definition.ts';
import { turned } from '../../core/part/shapes/sweeps.ts';
import { arcSegments } from '../../core/solid/loop.ts';

/** A sample of a new shape: a cylinder with a half ball at each end, about z, standing on the origin. */
export const capsule = defineShape({
  kind: 'capsule',
  keys: { diameter: quantity, height: quantity },
  name: 'capsule',
  clauses: [clause(length('diameter'), ' across'), clause(length('height'), ' high')],
  isCentred: true,
  under: 'Solids',
  examples: [{ name: 'Capsule', line: 'capsule 10 dia 30 high' }],
  solids: (shape, read, path) => {
    const r = read.size(shape.diameter, [...path, 'diameter']) / 2;
    const h = read.size(shape.height, [...path, 'height']);
    if (h <= 2 * r) read.refuse([...path, 'height'], says('size.zero'));
    return whole(
      turned(
        [
          ...arcSegments([0, 0], [r, r], [0, r], true, 'lower end'),
          { a: [r, r], b: [r, h - r], role: 'side' },
          ...arcSegments([r, h - r], [0, h], [0, h - r], true, 'upper end'),
          { a: [0, h], b: [0, 0], role: 'axis' },
        ],
        TAU,
      ),
    );
  },
});
