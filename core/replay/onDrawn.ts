import { ON_LINE } from '../geometry/nearness.ts';
import { cross2, distance2, length2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { cornersAt, freshName, type Plan, pointThere, take, viewNamed } from './plan.ts';

/** Lines that meet under a smaller sine give no crossing one would trust. */
const SQUARE_ENOUGH = 1e-3;

/** A straight line already drawn in the view that passes through the place and is neither level nor upright; as a light line. */
const strokeThrough = (p: Plan, view: ViewName, at: Vec2, k: 0 | 1): string | undefined => {
  for (const s of p.strokes) {
    if (s.view !== view) continue;
    const light = s.line === undefined ? undefined : p.board.lines.get(s.line);
    const ends = s.ends?.map((e) => p.board.points.get(e) as Vec2);
    const a = light ? light.p : (ends?.[0] as Vec2);
    const d = light ? light.d : sub2(ends?.[1] as Vec2, a);
    const size = length2(d);
    // the crossing line runs along the other coordinate
    if (size < ON_LINE || Math.abs(d[k]) < SQUARE_ENOUGH * size) continue;
    if (Math.abs(cross2(d, sub2(at, a))) > ON_LINE * size) continue;
    if (s.line === undefined) {
      s.line = freshName(p, 'l');
      take(
        p,
        {
          view,
          stage: 'construction',
          tool: 'straight edge',
          instruction: { kind: 'followLine' },
        },
        [{ do: 'join', line: s.line, a: s.ends?.[0] as string, b: s.ends?.[1] as string }],
      );
    }
    return s.line;
  }
  return undefined;
};

/**
 * Marks a place that lies on a line or circle already drawn in its view, where a light line meets it.
 * @param k which coordinate of the place is at hand: 0 its x, 1 its y
 * @param carry brings the light line of that coordinate
 * @returns the point, or undefined where nothing is drawn through the place
 */
export const crossOnDrawn = (
  p: Plan,
  view: ViewName,
  at: Vec2,
  k: 0 | 1,
  carry: () => void,
): string | undefined => {
  const rim = p.rims.find(
    (r) =>
      r.view === view &&
      Math.abs(distance2(r.centre, at) - r.r) < ON_LINE &&
      Math.abs((at[1 - k] as number) - (r.centre[1 - k] as number)) > SQUARE_ENOUGH * r.r,
  );
  const over = rim ? undefined : strokeThrough(p, view, at, k);
  if (!rim && over === undefined) return undefined;
  carry();
  const there = pointThere(p, at);
  if (there !== undefined) return there;
  const line = (k === 0 ? p.upright.at(at[0]) : p.level.at(at[1])) as string;
  const point = freshName(p, 'p');
  take(
    p,
    {
      view,
      stage: 'construction',
      tool: 'pencil',
      instruction: { kind: 'markOnLine', at, line: rim ? 'circle' : 'line' },
      about: cornersAt(p, viewNamed(p, view), at).map((c) => c.key),
    },
    [
      rim
        ? {
            do: 'meet',
            point,
            line,
            circle: rim.circle,
            way: (at[1 - k] as number) > (rim.centre[1 - k] as number) ? 1 : -1,
          }
        : { do: 'cross', point, a: line, b: over as string },
    ],
  );
  return point;
};
