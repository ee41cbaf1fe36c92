import { dot, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Fault } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { decimal } from '../number/format.ts';
import { AUXILIARY } from '../part/schema.ts';
import { sectionOf } from '../section/section.ts';
import type { CuttingPlane } from '../section/trace.ts';
import type { BuiltPart } from '../solid/build.ts';

/** The view that a trace needs on the sheet: its own, or the top view, on which the auxiliary view of a sloping plane stands. */
export const traceView = ({ seenIn }: CuttingPlane): ViewName => (seenIn === AUXILIARY ? 'top' : seenIn);

/** A cut whose trace has no view to stand in. */
export const unseenCut = (c: CuttingPlane): Fault => ({
  path: ['cuts', c.name],
  where: `cut "${c.name}"`,
  ...says('cut.unseen', { view: traceView(c), isOblique: c.seenIn === AUXILIARY }),
});

/** A plane that meets nothing: between which distances along the sight it would. @param others the cuts that act together with it */
export const missedCut = (c: CuttingPlane, part: BuiltPart, others: readonly CuttingPlane[]): Fault => {
  if (others.length && sectionOf(part, c).bodies.length)
    return {
      path: ['cuts', c.name],
      where: `cut "${c.name}"`,
      ...says('cut.taken-away', { by: others.map((o) => o.name).join(', ') }),
    };
  const b = part.box;
  const corners: Vec3[] = [0, 1, 2, 3, 4, 5, 6, 7].map(
    (i) => [b[i & 1 ? 3 : 0], b[i & 2 ? 4 : 1], b[i & 4 ? 5 : 2]] as unknown as Vec3,
  );
  const levels = corners.map((p) => dot(c.kept.n, p) - c.kept.d);
  const [low, high] = [Math.min(...levels), Math.max(...levels)];
  // the part lies on one side of the plane, and may touch it
  const isAhead = low + high > 0;
  const by = decimal(Math.abs(isAhead ? low : high));
  return {
    path: ['cuts', c.name],
    where: `cut "${c.name}"`,
    ...says('cut.misses', {
      by,
      touches: Number(by) === 0,
      unit: part.units,
      isAhead,
      view: c.seenIn === AUXILIARY ? '' : c.seenIn,
    }),
  };
};
