import { clause, length } from '../clauses.ts';
import { profileLoop } from '../profile.ts';
import { profile } from '../profileSchema.ts';
import { quantity } from '../quantity.ts';
import { defineShape, whole } from './definition.ts';
import { sweep } from './sweeps.ts';

/** A profile in z = 0, grown along +z. */
export const extrude = defineShape({
  kind: 'extrude',
  keys: { profile, height: quantity },
  name: 'profile',
  clauses: [clause(length('height'), ' thick')],
  isCentred: false,
  under: 'Solids',
  examples: [
    { name: 'Plate, rounded corners', line: 'plate 90 x 60 x 10, corners 8' },
    { name: 'L profile', line: 'L profile 60 x 40 x 8 thick, 30 long' },
    { name: 'T profile', line: 'T profile 60 x 40 x 8 thick, 30 long' },
    { name: 'Channel', line: 'channel 60 x 40 x 8 thick, 80 long' },
  ],
  solids: (shape, read, path) => {
    const loop = profileLoop(shape.profile, read, [...path, 'profile']);
    return whole(sweep(loop, 0, read.size(shape.height, [...path, 'height']), 'bottom', 'top'));
  },
});
