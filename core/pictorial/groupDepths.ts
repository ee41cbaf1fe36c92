import { boxOf } from '../geometry/box.ts';
import type { Vec2, Vec3 } from '../geometry/vec.ts';
import { type Depths, placeOfJoint } from './depths.ts';
import type { DrawnPictorial } from './drawnPictorial.ts';
import type { SideSeen } from './isometricPaper.ts';

/**
 * The depths at which each group of corners may stand. The group that spans most of the paper is the measure; another one, which is joined
 * to it by sloping lines or lines that end behind an edge only, may stand at whole squares of depth at which it keeps within the first along
 * two axes at least.
 * @returns of each group its depths; none for a line of which both ends are behind others
 */
export const groupDepths = (
  drawn: DrawnPictorial,
  depths: Depths,
  side: SideSeen,
  square: number,
  tol: number,
): readonly (readonly number[])[] => {
  const members = Array.from({ length: depths.groups }, (_, g) => depths.joints.filter((j) => j.group === g));
  const placesAt = (g: number, depth: number): Vec3[] =>
    (members[g] as Depths['joints']).map((j) => placeOfJoint(drawn, side, j, depth));
  const spans = members.map((own) => {
    const at = own.map((j) => drawn.nodes[j.node] as Vec2);
    const [width, height] = [0, 1].map((k) => {
      const xs = at.map((p) => p[k] as number);
      return Math.max(...xs) - Math.min(...xs);
    });
    return (width as number) + (height as number);
  });
  const main = spans.indexOf(Math.max(...spans));
  const first = boxOf(placesAt(main, 0));
  const flat = [0, 1, 2].map((a) => (first[a + 3] as number) - (first[a] as number) <= tol);
  const furthest = Math.ceil(
    Math.max(...drawn.nodes.flatMap((p) => p.map(Math.abs)), ...depths.joints.map((j) => Math.abs(j.depth))) /
      square,
  );
  return members.map((own, g) => {
    if (g === main) return [0];
    // of a line that ends behind others at both ends nothing is known but that it is there
    if (own.every((j) => j.isBehind)) return [];
    const out: number[] = [];
    for (let k = -2 * furthest; k <= 2 * furthest; k++) {
      const box = boxOf(placesAt(g, k * square));
      const within = [0, 1, 2].filter(
        (a) =>
          flat[a] ||
          ((box[a] as number) >= (first[a] as number) - tol &&
            (box[a + 3] as number) <= (first[a + 3] as number) + tol),
      );
      if (within.length > 1) out.push(k * square);
    }
    return out;
  });
};
