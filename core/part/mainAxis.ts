import { compose, type Rigid } from '../geometry/rigid.ts';
import { cross, length, sub, type Vec3 } from '../geometry/vec.ts';
import { attempt } from '../number/fault.ts';
import { homesOf } from './homes.ts';
import { placementsOf } from './placement.ts';
import type { PartFile } from './schema.ts';
import { sizeReader } from './sizes.ts';

/** The shapes that have an axis of their own, which their frame's third direction runs along. */
const ROUND_AN_AXIS = ['prism', 'pyramid', 'cone', 'cylinder', 'revolve', 'sphere'];
/** Directions or places that differ by less, as a share or in part units, are one. */
const SAME = 1e-9;

/** A line in the part, part units, world axes. */
export type AxisLine = { readonly at: Vec3; readonly along: Vec3 };

/**
 * The axis that a drafter means by "the axis" of a part: that of the prisms, pyramids, cones, cylinders and turned shapes that are added to it, where
 * they all have the same.
 * @returns undefined where no feature has an axis, or two have different ones
 */
export const mainAxis = (file: PartFile): AxisLine | undefined => {
  const read = sizeReader(file);
  const found = attempt(() =>
    file.bodies.flatMap((b, i) =>
      b.features.flatMap((f, j): AxisLine[] => {
        if (f.off || f.op !== 'add' || !ROUND_AN_AXIS.includes(f.shape.kind)) return [];
        return placementsOf(f, read, ['bodies', i, 'features', j]).map(({ place }): AxisLine => {
          const { origin, z } = compose(homesOf(file)[i] as Rigid, place);
          return { at: origin, along: z };
        });
      }),
    ),
  );
  const [first, ...others] = found.ok ? found.value : [];
  const isSame = (a: AxisLine, b: AxisLine): boolean =>
    length(cross(a.along, b.along)) < SAME && length(cross(a.along, sub(b.at, a.at))) < SAME * 1e3;
  return first && others.every((o) => isSame(first, o)) ? first : undefined;
};
