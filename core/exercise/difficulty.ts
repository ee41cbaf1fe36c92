import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { BuiltPart } from '../solid/build.ts';
import { viewOf } from '../view/view.ts';

/** What makes a part hard to read. */
export type Counted = {
  readonly faces: number;
  /** lines of the three usual views that are hidden */
  readonly hidden: number;
  /** flat faces that no principal view shows true */
  readonly slopes: number;
  readonly rounds: number;
};

export const LEVELS = 12;
const VIEWS: readonly ViewName[] = ['front', 'top', 'left'];
const SQUARE = 1 - 1e-9;

/** Counts a part's faces, hidden lines, slopes and rounds. */
export const countedOf = (part: BuiltPart): Counted => {
  const faces = part.bodies.flatMap(({ solid }) =>
    [...new Set(solid.faces.map((f) => f.surface))].map((i) => solid.surfaces[i]),
  );
  const slopes = faces.filter((s) => s?.kind === 'plane' && !s.n.some((x) => Math.abs(x) > SQUARE)).length;
  return {
    faces: faces.length,
    hidden: VIEWS.reduce(
      (n, v) =>
        n + viewOf(part.bodies, VIEW_FRAMES[v], part.tol).lines.filter((l) => l.class === 'hidden').length,
      0,
    ),
    slopes,
    rounds: faces.filter((s) => s && s.kind !== 'plane').length,
  };
};

/** How hard a part is to read: 1 for a block with a step, 12 for one with many hidden lines, slopes and rounds. */
export const levelOf = ({ faces, hidden, slopes, rounds }: Counted): number => {
  const score = (faces - 6) / 2 + hidden / 3 + 2 * slopes + 2 * rounds;
  return Math.min(LEVELS, Math.max(1, Math.round(score / 1.6)));
};
