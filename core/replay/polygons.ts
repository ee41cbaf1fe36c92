import { SAME_FIGURE } from '../geometry/nearness.ts';
import { mapPoint, type Rigid, turnVector } from '../geometry/rigid.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { DEGREE } from '../number/angle.ts';
import { homesOf } from '../part/homes.ts';
import { placementsOf } from '../part/placement.ts';
import type { Quantity } from '../part/quantity.ts';
import type { PartFile } from '../part/schema.ts';
import { MOST_SIDES } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';
import type { SizeChain } from '../station/sizeChain.ts';

/** Which of its sizes states a regular polygon. */
export type PolygonGiven = 'side' | 'flats' | 'corners';

/** A regular polygon of the part: its corners in space, which way it looks, and the size that states it, part units. */
export type Polygon = {
  readonly feature: string;
  readonly corners: readonly Vec3[];
  readonly centre: Vec3;
  readonly normal: Vec3;
  /** parallel to its first side */
  readonly along: Vec3;
  readonly given: PolygonGiven;
  readonly size: number;
  /** that size as it is stated */
  readonly chain: SizeChain;
};

type Stated = Pick<Polygon, 'given' | 'size' | 'chain'>;

const radiusOf = (sides: number, given: PolygonGiven, size: number): number => {
  const half = (180 / sides) * DEGREE;
  if (given === 'side') return size / (2 * Math.sin(half));
  return given === 'flats' ? size / (2 * Math.cos(half)) : size / 2;
};

/** Whether a view looks square onto a polygon. */
export const seesTrue = (view: ViewName, g: Polygon): boolean =>
  Math.abs(Math.abs(dot(g.normal, VIEW_FRAMES[view].toward)) - 1) < SAME_FIGURE;

/** The polygons that prisms and pyramids stand on, and those that end frustums. */
export const polygonsOf = (file: PartFile): Polygon[] => {
  const read = sizeReader(file);
  return file.bodies.flatMap((b, i) => {
    const home = homesOf(file)[i] as Rigid;
    return b.features.flatMap((f, j): Polygon[] => {
      const s = f.shape;
      if (f.off || (s.kind !== 'prism' && s.kind !== 'pyramid')) return [];
      const n = read.count(s.sides, [], 3, MOST_SIDES);
      const stated = (given: readonly (readonly [PolygonGiven, string])[]): Stated | undefined => {
        const found = given.find(([, key]) => s[key as keyof typeof s] !== undefined);
        if (!found) return undefined;
        const [of, key] = found;
        const q = s[key as keyof typeof s] as Quantity;
        const path = ['bodies', i, 'features', j, 'shape', key];
        const worth = read.length(q, path);
        return { given: of, size: worth, chain: [{ path, q, worth, times: 1 }] };
      };
      const bottom = stated([
        ['side', 'side'],
        ['flats', 'acrossFlats'],
        ['corners', 'acrossCorners'],
      ]);
      // the far end of a prism is the same polygon again
      const top =
        s.kind === 'prism'
          ? bottom
          : stated([
              ['side', 'topSide'],
              ['flats', 'topAcrossFlats'],
              ['corners', 'topAcrossCorners'],
            ]);
      const rings = [
        ...(bottom ? [{ ...bottom, z: 0 }] : []),
        ...(top ? [{ ...top, z: read.length(s.height, []) }] : []),
      ];
      return placementsOf(f, read, ['bodies', i, 'features', j]).flatMap(({ place }) =>
        rings.map(({ given, size, chain, z }): Polygon => {
          const world = (p: Vec3): Vec3 => mapPoint(home, mapPoint(place, p));
          const r = radiusOf(n, given, size);
          // the first two corners are the ends of the side at the smallest y
          const corners = Array.from({ length: n }, (_, k) => {
            const q = (-90 - 180 / n + (360 * k) / n) * DEGREE;
            return world([r * Math.cos(q), r * Math.sin(q), z]);
          });
          return {
            feature: f.id,
            corners,
            centre: world([0, 0, z]),
            normal: turnVector(home, turnVector(place, [0, 0, 1])),
            along: turnVector(home, turnVector(place, [1, 0, 0])),
            given,
            size,
            chain,
          };
        }),
      );
    });
  });
};
