import { cross, dot, sub, unit, type Vec3 } from '../../geometry/vec.ts';
import type { ConvexSolid } from '../../solid/cell.ts';
import { clause, count, length, maybe } from '../clauses.ts';
import { quantity } from '../quantity.ts';
import { MOST_SIDES } from '../sizeReading.ts';
import { defineShape, whole } from './definition.ts';
import { polygonClauses, polygonKeys, radiusAbout } from './regularPolygon.ts';
import { regularCorners } from './sweeps.ts';

const face = (role: string, corners: readonly Vec3[], inner: Vec3): ConvexSolid['planes'][number] => {
  const [a, b, c] = corners as readonly [Vec3, Vec3, Vec3];
  const n = unit(cross(sub(b, a), sub(c, a)));
  const out = dot(n, sub(inner, a)) > 0 ? ([-n[0], -n[1], -n[2]] as Vec3) : n;
  return { n: out, d: dot(out, a), role, corners };
};

const pyramidSolid = (sides: number, base: number, top: number, height: number): ConvexSolid => {
  const low = regularCorners(sides, base).map(([x, y]): Vec3 => [x, y, 0]);
  const high = top > 0 ? regularCorners(sides, top).map(([x, y]): Vec3 => [x, y, height]) : undefined;
  const apex: Vec3 = [0, 0, height];
  const inner: Vec3 = [0, 0, height / 3];
  const planes = low.map((a, i) => {
    const j = (i + 1) % sides;
    const b = low[j] as Vec3;
    return face(`side ${i + 1}`, high ? [a, b, high[j] as Vec3, high[i] as Vec3] : [a, b, apex], inner);
  });
  planes.push({ n: [0, 0, -1], d: 0, role: 'bottom', corners: low });
  if (high) planes.push({ n: [0, 0, 1], d: height, role: 'top', corners: high });
  return { kind: 'convex', planes };
};

/** As a prism below, with its apex or a smaller top at z = height. */
export const pyramid = defineShape({
  kind: 'pyramid',
  keys: {
    ...polygonKeys,
    height: quantity,
    topSide: quantity.optional(),
    topAcrossFlats: quantity.optional(),
    topAcrossCorners: quantity.optional(),
  },
  name: 'pyramid',
  clauses: [
    clause(count('sides'), ' sides'),
    ...polygonClauses,
    clause(length('height'), ' high'),
    maybe('top ', length('topSide'), ' a side'),
    maybe('top ', length('topAcrossFlats'), ' across flats'),
    maybe('top ', length('topAcrossCorners'), ' across corners'),
  ],
  isCentred: true,
  under: 'Solids',
  examples: [
    { name: 'Square pyramid', line: 'square pyramid side 40 height 50' },
    { name: 'Frustum of a pyramid', line: 'hexagonal pyramid side 25 top 12 height 40' },
    { name: 'Oblique pyramid', line: 'square pyramid side 40 height 60 tilted 20 degrees right' },
  ],
  solids: (shape, read, path) => {
    const sides = read.count(shape.sides, [...path, 'sides'], 3, MOST_SIDES);
    const r = radiusAbout(shape, ['side', 'acrossFlats', 'acrossCorners'], read, path, sides, true) as number;
    const given = {
      side: shape.topSide,
      acrossFlats: shape.topAcrossFlats,
      acrossCorners: shape.topAcrossCorners,
    };
    const top = radiusAbout(
      given,
      ['topSide', 'topAcrossFlats', 'topAcrossCorners'],
      read,
      path,
      sides,
      false,
    );
    return whole(pyramidSolid(sides, r, top ?? 0, read.size(shape.height, [...path, 'height'])));
  },
});
