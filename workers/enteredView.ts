import type { GivenLine } from '../core/balance/given.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { tidyFigure } from '../core/number/tidyFigure.ts';
import { isWholeCircle } from '../core/solids/aligned.ts';
import type { EnteredView } from '../core/solids/typedWalk.ts';

/** The straight lines and whole circles of a view, counted in squares from its lower left corner. @param square what a square is worth */
export const enteredView = (lines: readonly GivenLine[], square: number): EnteredView => {
  const straight = lines.flatMap((l) => (l.kind === 'straight' ? [l] : []));
  const circles = lines.filter(isWholeCircle);
  const least = (k: 0 | 1): number =>
    Math.min(...straight.flatMap((l) => [l.a[k], l.b[k]]), ...circles.map((c) => c.centre[k] - c.radius));
  const [x, y] = [least(0), least(1)];
  const at = (p: Vec2): Vec2 => [tidyFigure((p[0] - x) / square), tidyFigure((p[1] - y) / square)];
  return {
    lines: straight.map((l) => ({ seen: l.seen, from: at(l.a), to: at(l.b) })),
    circles: circles.map((c) => ({
      seen: c.seen,
      centre: at(c.centre),
      radius: tidyFigure(c.radius / square),
    })),
  };
};
