import type { StationPicked } from './pickedStation.ts';

/**
 * The two stations that two picks stand for: on an axis that both have; of two rounds the one along which they are further apart.
 * @returns undefined where they have no axis in common, or stand in one line
 */
export const pairOf = (
  a: readonly StationPicked[],
  b: readonly StationPicked[],
): readonly [StationPicked, StationPicked] | undefined => {
  const pairs = a.flatMap((x) =>
    b.flatMap((y) => (x.axis === y.axis && x.at !== y.at ? [[x, y] as const] : [])),
  );
  return pairs.sort(([x, y], [p, q]) => Math.abs(q.at - p.at) - Math.abs(y.at - x.at))[0];
};
