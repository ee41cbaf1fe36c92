import { distance2, dot2, sub2, type Vec2 } from './vec.ts';

/** The place of a straight stretch that is nearest to a point: as a share of the stretch from its beginning, and how far off it is. */
export const nearestOnSegment = (
  p: Vec2,
  a: Vec2,
  b: Vec2,
): { readonly share: number; readonly off: number } => {
  const run = sub2(b, a);
  const size = dot2(run, run);
  // a stretch without length is a point
  const share = size > 0 ? Math.max(0, Math.min(1, dot2(sub2(p, a), run) / size)) : 0;
  return { share, off: distance2(p, [a[0] + share * run[0], a[1] + share * run[1]]) };
};
