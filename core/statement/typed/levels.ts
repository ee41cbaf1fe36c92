import type { Vec3 } from '../../geometry/vec.ts';
import { partModel } from '../../part/model.ts';
import type { FeatureFile, PartFile } from '../../part/schema.ts';
import {
  insideSolid,
  type Solid,
  solidIntervals,
  solidOf,
  type Tolerance,
  toleranceFor,
} from '../../solid/body.ts';
import { workedIndex } from '../workedBody.ts';
import { FACE_AXES, type FaceName } from './faces.ts';

/** A level within so many tolerances of where the part is met is the one that is met. */
const NEAR = 100;

/** The levels along an axis at which something of the part begins or ends, and the bodies themselves. */
type Levels = {
  readonly solids: readonly Solid[];
  readonly tol: Tolerance;
  readonly along: readonly (readonly number[])[];
};

const known = new WeakMap<PartFile, Levels>();
const levelsOf = (part: PartFile): Levels => {
  const before = known.get(part);
  if (before) return before;
  const model = partModel(part);
  const bodies = model.ok ? model.value.bodies : [];
  const tol = toleranceFor(bodies);
  const boxes = bodies.flatMap((b) => b.operations.flatMap((o) => o.cells.map((x) => x.cell.box)));
  const levels = {
    solids: bodies.map((b) => solidOf(b, tol)),
    tol,
    along: [0, 1, 2].map((axis) => [
      ...new Set(boxes.flatMap((b) => [b[axis] as number, b[axis + 3] as number])),
    ]),
  };
  known.set(part, levels);
  return levels;
};

/**
 * Where one who comes from outside meets the part at a place of one of its six sides: on a step its own level, not that of the whole part.
 * @param at the place; its coordinate square to the side is not looked at
 * @returns the coordinate square to the side; undefined where nothing is met, or something that is not flat there
 */
export const levelAt = (part: PartFile, face: FaceName, at: readonly number[]): number | undefined => {
  const [, , n, side] = FACE_AXES[face];
  const { solids, tol, along } = levelsOf(part);
  const p = [at[0], at[1], at[2]] as [number, number, number];
  p[n] = 0;
  const inward = [0, 0, 0] as [number, number, number];
  inward[n] = -side;
  // what is met first, however the part goes on behind it
  const met = Math.min(
    ...solids.flatMap((s) =>
      solidIntervals(
        s,
        p,
        inward,
        s.cells.map((_, i) => i),
      ).slice(0, 1),
    ),
  );
  return (along[n] as readonly number[]).find((level) => Math.abs(level + side * met) <= tol.linear * NEAR);
};

/** Where along each direction of a cut material is looked for: close to its ends too, for it may only just reach the part. */
const SAMPLES = [0.004, 0.03, 0.1, 0.25, 0.4, 0.5, 0.6, 0.75, 0.9, 0.97, 0.996];

/**
 * Whether a cut takes anything off a body of the part as it stands, asked by the body's number. Of a cut that cannot be worked out it is not
 * doubted that it meets the body that lines go to.
 */
export const bodyIsCut = (part: PartFile, cut: FeatureFile): ((body: number) => boolean) => {
  const worked = workedIndex(part);
  const body = part.bodies[worked];
  const model =
    body &&
    partModel({
      ...part,
      bodies: [{ ...body, features: [...body.features, { ...cut, id: 'typed cut' }] }],
    });
  const own = model?.ok ? model.value.bodies[0] : undefined;
  const last = own?.operations.at(-1);
  if (!own || !last || last.feature !== 'typed cut') return (i) => i === worked;
  const { solids, tol, along } = levelsOf(part);
  const cutter = solidOf({ ...own, operations: [{ ...last, op: 'add' }] }, tol);
  const ends = last.cells.map(({ cell }) =>
    [0, 1, 2].map((axis): [number, number] => {
      const levels = along[axis] as readonly number[];
      // a cut right through reaches far beyond the part
      return [
        Math.max(cell.box[axis] as number, Math.min(...levels)),
        Math.min(cell.box[axis + 3] as number, Math.max(...levels)),
      ];
    }),
  );
  return (i) => {
    const solid = solids[i];
    return (
      solid !== undefined &&
      ends.some((box) => {
        const at = (axis: number, share: number): number => {
          const [from, to] = box[axis] as [number, number];
          return from + share * (to - from);
        };
        return SAMPLES.some((x) =>
          SAMPLES.some((y) =>
            SAMPLES.some((z) => {
              const p: Vec3 = [at(0, x), at(1, y), at(2, z)];
              return insideSolid(cutter, p) && insideSolid(solid, p);
            }),
          ),
        );
      })
    );
  };
};
