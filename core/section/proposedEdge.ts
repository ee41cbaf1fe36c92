import { pointOn } from '../geometry/curve3.ts';
import type { Vec2 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { featureOfFace } from '../naming/keys.ts';
import { flatten } from '../view/project.ts';
import type { Box2 } from '../view/view.ts';
import { endOf, type RimPiece, startOf } from './rim.ts';
import type { Section } from './section.ts';

/** So many points make the freehand edge that is proposed. */
const POINTS = 14;
/** How far it stands beyond what it lays open, as a share of that and of the part. */
const BEYOND = 0.15;
const OF_PART = 0.04;
/** By how much it runs in and out. */
const WAVE = 0.06;

/**
 * An edge for a broken-out section: round the holes and pockets that the cut lays open, or round the middle of its face where there are none.
 * @param cutFeatures the features that take material away, as faces of the section's bodies name them
 * @param size of the part, part units
 * @returns points in the view's plane, part units
 */
export const proposedEdge = (
  section: Section,
  frame: ViewFrame,
  cutFeatures: ReadonlySet<string>,
  size: number,
): Vec2[] => {
  const pieces = section.bodies.flatMap((b) => b.face.loops.flatMap((l) => l.pieces));
  const holes = pieces.filter((p) => cutFeatures.has(featureOfFace(p.face)));
  const boxOf = (list: readonly RimPiece[]): Box2 => {
    const points = list.flatMap((p) =>
      [startOf(p), pointOn(p.curve, (p.from + p.to) / 2), endOf(p)].map((q) => flatten(frame, q)),
    );
    const [us, vs] = ([0, 1] as const).map((k) => points.map((p) => p[k])) as [number[], number[]];
    return [Math.min(...us), Math.min(...vs), Math.max(...us), Math.max(...vs)];
  };
  const all = boxOf(pieces);
  const open = holes.length ? boxOf(holes) : all;
  /** Where the edge runs on a side: beyond a hole that is open there, half way to the part's own side at most for one that is not. */
  const side = (k: 0 | 1 | 2 | 3): number => {
    const way = k < 2 ? -1 : 1;
    if (!holes.length)
      return (
        (all[k] + (all[(k + 2) % 4] as number)) / 2 +
        (way * Math.abs(all[k] - (all[(k + 2) % 4] as number))) / 4
      );
    const gap = Math.abs(all[k] - open[k]);
    const most = Math.abs(open[k] - (open[(k + 2) % 4] as number)) * BEYOND + size * OF_PART;
    return open[k] + way * (gap <= size * 1e-6 ? size * OF_PART : Math.min(gap / 2, most));
  };
  const [x0, y0, x1, y1] = [side(0), side(1), side(2), side(3)];
  const middle: Vec2 = [(x0 + x1) / 2, (y0 + y1) / 2];
  const [rx, ry] = [(x1 - x0) / 2, (y1 - y0) / 2];
  return Array.from({ length: POINTS }, (_, i): Vec2 => {
    const t = (2 * Math.PI * i) / POINTS;
    // an outline between an oval and a rectangle, that runs in and out by turns
    const [c, s] = [Math.cos(t), Math.sin(t)];
    const round = 1 / (Math.abs(c) ** 4 + Math.abs(s) ** 4) ** 0.25;
    const k = round * (1 + (i % 2 ? WAVE : -WAVE));
    return [middle[0] + rx * k * c, middle[1] + ry * k * s];
  });
};
