import { compose, mapPoint, type Rigid } from '../geometry/rigid.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { bodyPlacement, placementsOf } from '../part/placement.ts';
import { profileLoop } from '../part/profile.ts';
import type { ProfileFile } from '../part/profileSchema.ts';
import type { PartFile } from '../part/schema.ts';
import type { ShapeFile } from '../part/shapes/shapes.ts';
import { MOST_COPIES, type SizeReader } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';

export type Narrowing = {
  readonly radius: number;
  readonly level: number;
  readonly to: number;
  readonly half: number;
};

/** A copy of a feature: where it stands in the part, and the points of its own frame that its sizes state, part units. */
export type FramedFeature = {
  readonly feature: string;
  readonly place: Rigid;
  readonly points: readonly Vec3[];
  /** for a profile whose corners are rounded: its sharp corners in order, and the radius */
  readonly rounded?: { readonly corners: readonly Vec3[]; readonly radius: number };
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

/** A profile's corners before any rounding, and the centres of its arcs. */
const profilePoints = (profile: ProfileFile, read: SizeReader): readonly (readonly [number, number])[] => {
  const sharp = 'circle' in profile ? profile : { ...profile, round: undefined };
  return profileLoop(sharp, read, []).flatMap((s) => [s.a, ...(s.arc ? [s.arc.c] : [])]);
};

const pointsOf = (s: ShapeFile, read: SizeReader): Vec3[] => {
  const worth = (q: number | string): number => read.length(q, []);
  const round = (r: number, z: number): Vec3[] => [
    [0, 0, z],
    [r, 0, z],
    [-r, 0, z],
    [0, r, z],
    [0, -r, z],
  ];
  switch (s.kind) {
    case 'block': {
      const [w, d, h] = [worth(s.width), worth(s.depth), worth(s.height)];
      return [0, h].flatMap((z): Vec3[] => [
        [0, 0, z],
        [w, 0, z],
        [w, d, z],
        [0, d, z],
      ]);
    }
    case 'extrude': {
      const flat = profilePoints(s.profile, read);
      return [0, worth(s.height)].flatMap((z) => flat.map((q): Vec3 => [q[0], q[1], z]));
    }
    case 'slot': {
      const [l, w] = [worth(s.length) / 2, worth(s.width) / 2];
      const bottom = s.depth === 'through' ? [] : [-worth(s.depth)];
      return [0, ...bottom].flatMap((z): Vec3[] =>
        [l, -l].flatMap((x): Vec3[] => [
          [x, 0, z],
          [x, w, z],
          [x, -w, z],
        ]),
      );
    }
    case 'cylinder':
      return [...round(worth(s.diameter) / 2, 0), ...round(worth(s.diameter) / 2, worth(s.height))];
    case 'cone':
      return [
        ...round(worth(s.diameter) / 2, 0),
        ...round(s.topDiameter === undefined ? 0 : worth(s.topDiameter) / 2, worth(s.height)),
      ];
    case 'prism':
    case 'pyramid':
      return [
        [0, 0, 0],
        [0, 0, worth(s.height)],
      ];
    case 'hole': {
      const r = worth(s.diameter) / 2;
      return [...round(r, 0), ...(s.depth === 'through' ? [] : round(r, -worth(s.depth)))];
    }
    default:
      return [[0, 0, 0]];
  }
};

const roundedOf = (s: ShapeFile, read: SizeReader): FramedFeature['rounded'] => {
  if (s.kind !== 'extrude' || 'circle' in s.profile || s.profile.round === undefined) return undefined;
  const radius = read.length(s.profile.round, []);
  const loop = profileLoop({ ...s.profile, round: undefined }, read, []);
  if (radius <= 0 || loop.some((x) => x.arc)) return undefined;
  return { radius, corners: loop.map((x): Vec3 => [x.a[0], x.a[1], 0]) };
};

const conesOf = (s: ShapeFile, read: SizeReader): Narrowing[] => {
  if (s.kind !== 'hole') return [];
  const radius = read.length(s.diameter, []) / 2;
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
    const home = bodyPlacement(b, read, ['bodies', i]);
    return b.features.flatMap((f, j): FramedFeature[] => {
      if (f.off) return [];
      const points = pointsOf(f.shape, read);
      const cones = conesOf(f.shape, read);
      const rounded = roundedOf(f.shape, read);
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
          feature: f.id,
          place: compose(home, place),
          points,
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
