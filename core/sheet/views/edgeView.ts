import { type Box3, boxCorners } from '../../geometry/box.ts';
import { dot, dot2, type Vec2 } from '../../geometry/vec.ts';
import type { ProjectionAngle, ViewFrame } from '../../geometry/viewFrames.ts';
import type { CuttingPlane } from '../../section/trace.ts';
import { flatten } from '../../view/project.ts';
import type { View } from '../../view/view.ts';
import { boxCorners2, boxRound } from '../layout/boxes.ts';
import type { Gaps } from '../layout/gaps.ts';
import { type Rect, rectInside, rectsMeet } from '../layout/paper.ts';
import type { Similarity } from '../layout/similarity.ts';
import { distanceFromXY } from '../layout/xyDistance.ts';
import type { PlacedView } from './placedView.ts';

/**
 * The auxiliary view in which a plane that slopes in all principal views is an edge, in its place: on the top view, along the plane's level lines, on X1Y1
 * square to them. Heights stand as far from X1Y1 as from XY in the front view.
 */
export type EdgeView = {
  readonly cut: string;
  readonly frame: ViewFrame;
  /** takes the frame's (u, v) to the sheet; it is not turned */
  readonly toPaper: Similarity;
  /** what the part's box covers there, paper mm, and its corners */
  readonly box: Rect;
  readonly corners: readonly Vec2[];
  readonly room: Rect;
  /** X1Y1 by two points, paper mm */
  readonly line: { readonly from: Vec2; readonly to: Vec2 };
  /** where X1Y1 lies along the direction to the view's observer, part units: distances of the true shape are counted from it */
  readonly level: number;
  readonly fits: boolean;
};

/** An edge view with its lines. */
export type DrawnEdgeView = EdgeView & { readonly title: string; readonly view: View };

/** Kept round an edge view, for its title below it, and the steps in which places are tried, mm. */
const PAD = 3;
const TITLE_ROOM = 7;
const STEP = 4;
const LINE_OVERRUN = 6;

/**
 * Places an edge view along its projectors from the top view: beyond it as its observer looks in first angle, on the observer's side in third (ISO 5456-2);
 * as near as the other views allow.
 * @param box the part's box, part units
 * @param top the top view in its place
 * @param scale paper mm per part unit
 */
export const placeEdgeView = (
  { name, frame }: Pick<CuttingPlane, 'name' | 'frame'>,
  box: Box3,
  top: Pick<PlacedView, 'box' | 'toPaper'>,
  scale: number,
  angle: ProjectionAngle,
  gaps: Gaps,
  site: { readonly free: Rect; readonly taken: readonly Rect[] },
): EdgeView => {
  const h: Vec2 = [frame.toward[0], frame.toward[1]];
  const side = angle === 'first' ? -1 : 1;
  const away: Vec2 = [h[0] * side, h[1] * side];
  const across: Vec2 = [-h[1], h[0]];
  const corners = boxCorners(box);
  const [first] = corners as [(typeof corners)[0]];
  const bare = corners.map((p): Vec2 => {
    const [u, v] = flatten(frame, p);
    return [u * scale, v * scale];
  });
  const inLine = dot2(top.toPaper.to, across);
  const nearest = Math.max(...boxCorners2(top.box).map((p) => dot2(p, away))) + gaps.others;
  const fromLine = distanceFromXY(first, 'top', box, angle, scale, gaps.level);
  const at = (further: number): EdgeView => {
    const line = nearest + further;
    const out = line + fromLine - dot2(bare[0] as Vec2, away);
    const to: Vec2 = [across[0] * inLine + away[0] * out, across[1] * inLine + away[1] * out];
    const placed = bare.map((p): Vec2 => [p[0] + to[0], p[1] + to[1]]);
    const own = boxRound(placed);
    const along = placed.map((p) => dot2(p, across));
    const ends = [Math.min(...along) - LINE_OVERRUN, Math.max(...along) + LINE_OVERRUN].map(
      (s): Vec2 => [across[0] * s + away[0] * line, across[1] * s + away[1] * line],
    ) as [Vec2, Vec2];
    const all = boxRound([...boxCorners2(own), ...ends]);
    const room = {
      x: all.x - PAD,
      y: all.y - PAD - TITLE_ROOM,
      w: all.w + 2 * PAD,
      h: all.h + 2 * PAD + TITLE_ROOM,
    };
    return {
      cut: name,
      frame,
      toPaper: { k: scale, c: 1, s: 0, to },
      box: own,
      corners: placed,
      room,
      line: { from: ends[0], to: ends[1] },
      level: (side * line - dot2(top.toPaper.to, h)) / scale,
      fits: rectInside(room, site.free) && !site.taken.some((t) => rectsMeet(room, t, 1)),
    };
  };
  for (let x = 0; x < Math.hypot(site.free.w, site.free.h); x += STEP) {
    const tried = at(x);
    if (tried.fits) return tried;
  }
  return at(0);
};

/** How far a point stands from X1Y1 in the top view, and in the true shape from X2Y2; paper mm. */
export const distanceFromEdgeLine = (
  { level, frame, toPaper }: Pick<EdgeView, 'level' | 'frame' | 'toPaper'>,
  p: Parameters<typeof dot>[0],
): number => Math.abs(dot(p, frame.toward) - level) * toPaper.k;
