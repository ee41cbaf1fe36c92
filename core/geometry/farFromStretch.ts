import { type Curve2, pointOn2 } from './curve2.ts';
import { distance2, type Vec2 } from './vec.ts';

/** A curve is looked at in so many places first, and then so often more closely about the nearest one. */
const STEPS = 96;
const CLOSER = 50;

/** How far a place is from a stretch of a flat curve, run either way; in the unit of the curve. */
export const farFromStretch = (
  { curve, from, to }: { readonly curve: Curve2; readonly from: number; readonly to: number },
  at: Vec2,
): number => {
  const far = (t: number): number => distance2(pointOn2(curve, t), at);
  const [first, last] = [Math.min(from, to), Math.max(from, to)];
  const step = (last - first) / STEPS;
  let near = first;
  for (let i = 1; i <= STEPS; i++) if (far(first + step * i) < far(near)) near = first + step * i;
  let [low, high] = [Math.max(first, near - step), Math.min(last, near + step)];
  for (let k = 0; k < CLOSER; k++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (far(a) < far(b)) high = b;
    else low = a;
  }
  return far((low + high) / 2);
};
