import { pointOn2 } from '../geometry/curve2.ts';
import { meetings } from '../geometry/meeting2.ts';
import type { Vec2 } from '../geometry/vec.ts';
import { wrapAngle } from '../number/angle.ts';
import type { ViewLine } from '../view/view.ts';

/**
 * Where straight lines of a view run over its round ones: a flat wall seen edge-on meets a round face there, in an edge that is a line in the other
 * views.
 * @param tol two points nearer than this are one, part units
 */
export const overRounds = (lines: readonly ViewLine[], tol: number): Vec2[] => {
  const rounds = lines.filter((l) => l.curve.type === 'conic' && l.curve.round);
  return lines.flatMap((l) =>
    l.curve.type !== 'line'
      ? []
      : rounds.flatMap((r) =>
          meetings(l.curve, [l.from, l.to], r.curve, [r.from, r.to], tol).flatMap(([s, t]): Vec2[] =>
            s >= Math.min(l.from, l.to) - tol &&
            s <= Math.max(l.from, l.to) + tol &&
            wrapAngle(t - r.from) <= r.to - r.from
              ? [pointOn2(l.curve, s)]
              : [],
          ),
        ),
  );
};
