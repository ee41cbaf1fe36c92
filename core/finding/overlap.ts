import { boxOf } from '../geometry/box.ts';
import { pointOn } from '../geometry/curve3.ts';
import { along, dot, length, sub, type Vec3 } from '../geometry/vec.ts';
import { type BuiltBody, type BuiltPart, threadsOf } from '../solid/build.ts';
import { boxOfBody } from '../solid/extent.ts';
import { keepIntervals } from '../solid/intervals.ts';
import type { PlacedThread } from '../solid/thread.ts';
import { type Finding, said, saidLength } from './finding.ts';
import { materialOn, pointOfRay, type Ray, raysThrough, sharedBox } from './rays.ts';

/** Rays near the middle of each edge, which find an overlap too small to be met by evenly spaced ones. */
const raysByEdges = (b: BuiltBody, off: number): Ray[] =>
  b.edges.flatMap((e) => {
    const [x, y, z] = pointOn(e.curve, (e.from + e.to) / 2);
    return [-off, off].flatMap((d): Ray[] => [
      { from: [x + d, y + d * 0.71, z], along: [0, 0, 1] },
      { from: [x + d, y, z + d * 0.71], along: [0, 1, 0] },
      { from: [x, y + d, z + d * 0.71], along: [1, 0, 0] },
    ]);
  });

/** The threads of tapped holes in either of two bodies. */
export const tappedIn = (bodies: readonly BuiltBody[]): PlacedThread[] =>
  threadsOf(bodies).filter((t) => t.isInside);

/** Whether a point lies between the core and the outside of a tapped hole's thread, where a screw's thread may be. */
export const inThread = (tapped: readonly PlacedThread[], p: Vec3, tol: number): boolean =>
  tapped.some((t) => {
    const from = sub(p, t.origin);
    const station = dot(from, t.axis);
    const off = length(along(from, t.axis, -station));
    return station > t.low - tol && station < t.high + tol && off > t.radius - tol && off < t.other + tol;
  });

/** How far beside an edge its rays run, as a share of the part's size. */
const BESIDE = 1e-4;

/** Bodies that share material, by lines through what their boxes share; the longest stretch found is reported. */
export const overlaps = (part: BuiltPart): Finding[] => {
  const { linear, size } = part.tol;
  const boxes = part.bodies.map((b) => boxOfBody(b.solid, b.edges));
  return part.bodies.flatMap((a, i) =>
    part.bodies.slice(0, i).flatMap((b, j): Finding[] => {
      const shared = sharedBox(boxes[i] ?? boxOf([]), boxes[j] ?? boxOf([]), linear * 100);
      if (!shared) return [];
      let most = linear * 100;
      let at: ReturnType<typeof pointOfRay> | undefined;
      const tapped = tappedIn([a, b]);
      for (const ray of [
        ...raysThrough(shared),
        ...raysByEdges(a, size * BESIDE),
        ...raysByEdges(b, size * BESIDE),
      ]) {
        const both = keepIntervals(materialOn(a.solid, ray), materialOn(b.solid, ray));
        for (let k = 0; k < both.length; k += 2) {
          const [from, to] = [both[k] as number, both[k + 1] as number];
          if (to - from <= most) continue;
          if ([from, (from + to) / 2, to].every((t) => inThread(tapped, pointOfRay(ray, t), linear * 100)))
            continue;
          most = to - from;
          at = pointOfRay(ray, (from + to) / 2);
        }
      }
      if (!at) return [];
      return [
        {
          kind: 'overlap',
          severity: 'fault',
          where: a.solid.name,
          at,
          what: `It shares room with "${b.solid.name}" about ${said(at)}, ${saidLength(most)} ${part.units} deep there.`,
          remedy: 'Move one of them, or cut the shape of one out of the other.',
        },
      ];
    }),
  );
};
