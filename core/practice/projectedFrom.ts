import { pointOn2 } from '../geometry/curve2.ts';
import { length2, type Vec2 } from '../geometry/vec.ts';
import type { ViewLine } from '../view/view.ts';

/** What one projects from a line of a view: its ends, and of a round one its middle and the sides it has. */
export const projectedFrom = (l: ViewLine): readonly Vec2[] => {
  const ends: Vec2[] = [pointOn2(l.curve, l.from), pointOn2(l.curve, l.to)];
  if (l.curve.type === 'free' || l.curve.type === 'arch') return [...ends, ...turnsOf(l)];
  if (l.curve.type !== 'conic') return ends;
  const { c, major, minor } = l.curve;
  // where the tangent is upright or level
  const turns = [Math.atan2(minor[0], major[0]), Math.atan2(minor[1], major[1])].flatMap((t) => [
    t,
    t + Math.PI,
  ]);
  const sides = turns.flatMap((t) => {
    for (let k = -2; k <= 2; k++) {
      const x = t + k * 2 * Math.PI;
      if (x >= l.from - 1e-9 && x <= l.to + 1e-9) return [pointOn2(l.curve, x)];
    }
    return [];
  });
  return [...ends, ...sides, ...(length2(major) > 0 ? [c] : [])];
};

const SCAN = 240;

/** Where a curve turns back, across or up: places a projector just touches it. */
const turnsOf = (l: ViewLine): Vec2[] => {
  const step = (l.to - l.from) / SCAN;
  const at = (t: number, k: 0 | 1): number => pointOn2(l.curve, t)[k];
  return ([0, 1] as const).flatMap((k) => {
    const out: Vec2[] = [];
    for (let i = 1; i < SCAN; i++) {
      const t = l.from + i * step;
      const [before, here, after] = [at(t - step, k), at(t, k), at(t + step, k)];
      for (const sign of [1, -1]) {
        if (sign * here < sign * before || sign * here < sign * after || before === after) continue;
        // golden sections close in on the turn
        let [a, b] = [t - step, t + step];
        for (let n = 0; n < 60; n++) {
          const p = a + (b - a) * 0.382;
          const q = a + (b - a) * 0.618;
          if (sign * at(p, k) > sign * at(q, k)) b = q;
          else a = p;
        }
        out.push(pointOn2(l.curve, (a + b) / 2));
      }
    }
    return out;
  });
};
