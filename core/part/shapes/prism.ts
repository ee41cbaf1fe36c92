import { clause, count, length } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { MOST_SIDES } from '../sizeReading.ts';
import { defineShape, whole } from './definition.ts';
import { polygonClauses, polygonKeys, radiusAbout } from './regularPolygon.ts';
import { polygonLoop, regularCorners, sweep } from './sweeps.ts';

/** A regular polygon about the origin, one edge parallel to x at the smallest y, grown along +z. */
export const prism = defineShape({
  kind: 'prism',
  keys: { ...polygonKeys, height: quantity },
  name: 'prism',
  clauses: [clause(count('sides'), ' sides'), ...polygonClauses, clause(length('height'), ' high')],
  isCentred: true,
  under: 'Solids',
  examples: [
    { name: 'Hexagon prism', line: 'hexagon prism side 22 height 58' },
    { name: 'Horizontal prism', line: 'triangular prism side 30 length 60 left to right' },
  ],
  solids: (shape, read, path) => {
    const sides = read.count(shape.sides, [...path, 'sides'], 3, MOST_SIDES);
    const r = radiusAbout(shape, ['side', 'acrossFlats', 'acrossCorners'], read, path, sides, true) as number;
    const loop = polygonLoop(regularCorners(sides, r), (i) => `side ${i + 1}`);
    return whole(sweep(loop, 0, read.size(shape.height, [...path, 'height']), 'bottom', 'top'));
  },
});
