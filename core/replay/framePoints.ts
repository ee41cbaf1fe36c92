import { compose, mapPoint, type Rigid } from '../geometry/rigid.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { homesOf } from '../part/homes.ts';
import { placementsOf } from '../part/placement.ts';
import { profileLoop } from '../part/profile.ts';
import type { PartFile } from '../part/schema.ts';
import { holeDiameter } from '../part/shapes/hole.ts';
import type { ShapeFile } from '../part/shapes/shapes.ts';
import { MOST_COPIES, type Path, type SizeReader } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';
import type { SizeChain } from '../station/sizeChain.ts';

export type Narrowing = {
  readonly radius: number;
  readonly level: number;
  readonly to: number;
  readonly half: number;
};

/** A copy of a feature: where it stands in the part, and what is drawn of it by a construction of its own. Part units. */
export type FramedFeature = {
  readonly body: string;
  readonly feature: string;
  /** "" for the first copy */
  readonly copyMark: string;
  /** where its body stands in the part */
  readonly home: Rigid;
  readonly place: Rigid;
  /** for a profile whose corners are rounded: its sharp corners in order, and the radius */
  readonly rounded?: {
    readonly corners: readonly Vec3[];
    readonly radius: number;
    readonly chain: SizeChain;
  };
  /** cones that an angle states, of drills and countersinks: from a rim at a level they narrow along -z to another radius; angle to the axis, degrees */
  readonly cones: readonly Narrowing[];
  /** copies round an axis: the point they go round, the first copy's place, and the angle from it, degrees */
  readonly copy?: {
    readonly through: Vec3;
    readonly first: Vec3;
    readonly axis: Vec3;
    readonly angle: number;
  };
};

const roundedOf = (s: ShapeFile, read: SizeReader, path: Path): FramedFeature['rounded'] => {
  if (s.kind !== 'extrude' || 'circle' in s.profile || s.profile.round === undefined) return undefined;
  const q = s.profile.round;
  const radius = read.length(q, []);
  const loop = profileLoop({ ...s.profile, round: undefined }, read, []);
  if (radius <= 0 || loop.some((x) => x.arc)) return undefined;
  return {
    radius,
    chain: [{ path: [...path, 'shape', 'profile', 'round'], q, worth: radius, times: 1 }],
    corners: loop.map((x): Vec3 => [x.a[0], x.a[1], 0]),
  };
};

const conesOf = (s: ShapeFile, read: SizeReader): Narrowing[] => {
  if (s.kind !== 'hole') return [];
  const radius = holeDiameter(s, read, []) / 2;
  const tip =
    s.tip === undefined || s.depth === 'through'
      ? []
      : [{ radius, level: -read.length(s.depth, []), to: 0, half: read.angle(s.tip, []) / 2 }];
  const sink = s.countersink && [
    {
      radius: read.length(s.countersink.diameter, []) / 2,
      level: 0,
      to: radius,
      half: read.angle(s.countersink.angle, []) / 2,
    },
  ];
  return [...tip, ...(sink ?? [])];
};

/** All copies of all features with what their sizes state. */
export const framedFeatures = (file: PartFile): FramedFeature[] => {
  const read = sizeReader(file);
  return file.bodies.flatMap((b, i) => {
    const home = homesOf(file)[i] as Rigid;
    return b.features.flatMap((f, j): FramedFeature[] => {
      if (f.off) return [];
      const cones = conesOf(f.shape, read);
      const rounded = roundedOf(f.shape, read, ['bodies', i, 'features', j]);
      const places = placementsOf(f, read, ['bodies', i, 'features', j]);
      const first = places[0]?.place as Rigid;
      const about = f.repeat && 'about' in f.repeat ? f.repeat : undefined;
      const step =
        about &&
        (about.angle === undefined
          ? 360 / read.count(about.count, [], 1, MOST_COPIES)
          : read.angle(about.angle, []));
      return places.map(({ place, copy }): FramedFeature => {
        const nth = /^@(\d+)$/.exec(copy)?.[1];
        return {
          body: b.name,
          feature: f.id,
          copyMark: copy,
          home,
          place: compose(home, place),
          cones,
          ...(rounded && { rounded }),
          ...(about &&
            step !== undefined &&
            nth && {
              copy: {
                through: mapPoint(
                  home,
                  (about.about.through ?? [0, 0, 0]).map((q) => read.length(q, [])) as unknown as Vec3,
                ),
                first: mapPoint(home, first.origin),
                axis: home[about.about.axis],
                angle: step * (Number(nth) - 1),
              },
            }),
        };
      });
    });
  });
};
