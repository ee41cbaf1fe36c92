import { pointOn } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import { cross, dot, length, sub } from '../geometry/vec.ts';
import { featureOfFace } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { keyWriter } from './surfacesByKey.ts';

/** Directions within this of one another are parallel. */
const ALONG = 1e-9;

/** A round wall of a body: its cylinder, and from where to where along the axis it reaches. */
type RoundWall = {
  readonly key: string;
  readonly body: string;
  readonly s: Extract<Surface, { kind: 'cylinder' }>;
  readonly reach: readonly [number, number];
};

const roundWalls = (part: BuiltPart, file: PartFile): RoundWall[] => {
  const written = keyWriter(file);
  return part.bodies.flatMap(({ solid, edges }) =>
    solid.faces.flatMap((f): RoundWall[] => {
      const s = solid.surfaces[f.surface];
      if (s?.kind !== 'cylinder') return [];
      const along = edges
        .filter((e) => isDrawn(e) && e.on.includes(f.key))
        .flatMap((e) => [e.from, e.to].map((t) => dot(pointOn(e.curve, t), s.a)));
      if (!along.length) return [];
      const key = written(solid.name, f.key, featureOfFace(f.key));
      return [{ key, body: solid.name, s, reach: [Math.min(...along), Math.max(...along)] }];
    }),
  );
};

/**
 * Rounds of different bodies on one axis, as wide as one another, that meet along it: they are drawn as one round. Each with the first of them, by
 * the keys of their walls.
 * @param tol two lengths nearer than this are one, part units
 */
export const sameRounds = (part: BuiltPart, file: PartFile, tol: number): (readonly [string, string])[] => {
  const walls = roundWalls(part, file);
  const isOne = (a: RoundWall, b: RoundWall): boolean => {
    const turn = dot(a.s.a, b.s.a);
    if (a.body === b.body || 1 - Math.abs(turn) > ALONG || Math.abs(a.s.r - b.s.r) > tol) return false;
    const between = sub(b.s.o, a.s.o);
    if (length(cross(a.s.a, between)) > tol) return false;
    const [low, high] = b.reach.map((x) => x * Math.sign(turn)).sort((x, y) => x - y) as [number, number];
    return low <= a.reach[1] + tol && high >= a.reach[0] - tol;
  };
  const out: (readonly [string, string])[] = [];
  for (const [i, b] of walls.entries()) {
    const a = walls.slice(0, i).find((x) => isOne(x, b));
    if (a && !out.some((pair) => pair[1] === b.key)) out.push([a.key, b.key]);
  }
  return out;
};
