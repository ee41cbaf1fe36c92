import { expect, test } from '@jest/globals';
import { missedCut } from '../../../core/drawing/cutFaults.ts';
import { sentence } from '../../../core/number/fault.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { built, feature, partOf } from '../balance/given.ts';

const part = partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }));

/** What is said of a level plane at a height. */
const saidOf = (height: number, look: 'up' | 'down'): string => {
  const plane = cuttingPlane(
    {
      name: 'A',
      seenIn: 'front',
      through: [
        [0, height],
        [60, height],
      ],
      look,
    },
    part,
  );
  if (!plane.ok) throw new Error('no plane');
  return sentence(missedCut(plane.value, built(part), []));
};

test.each([
  [62, 'down', 'The plane misses the part. Move it by at least 12 mm in the direction of sight'],
  [62, 'up', 'The plane misses the part. Move it by at least 12 mm against the direction of sight'],
  [-5, 'up', 'The plane misses the part. Move it by at least 5 mm in the direction of sight'],
  [50, 'down', 'The plane only touches the part. Move it in the direction of sight'],
  [50, 'up', 'The plane only touches the part. Move it against the direction of sight'],
  [0, 'up', 'The plane only touches the part. Move it in the direction of sight'],
  [0, 'down', 'The plane only touches the part. Move it against the direction of sight'],
] as const)('a level plane at %d, looking %s', (height, look, said) => {
  expect(saidOf(height, look)).toContain(said);
});
