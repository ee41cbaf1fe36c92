import type { Box3 } from '../../geometry/box.ts';
import { dot, type Vec2 } from '../../geometry/vec.ts';
import { type ProjectionAngle, VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import { planeTraces, type SpaceLine } from '../../section/planeTraces.ts';
import type { CuttingPlane } from '../../section/trace.ts';
import { flatten } from '../../view/project.ts';
import { throughBox } from '../layout/boxes.ts';
import { type Gaps, gapFromXY } from '../layout/gaps.ts';
import type { Layout, Overall } from '../layout/layout.ts';
import type { Rect } from '../layout/paper.ts';
import { onPaper } from '../layout/similarity.ts';
import { levelOnXY } from '../layout/xyDistance.ts';
import { viewToPaper } from './placedView.ts';

/** HT or VT of a plane on the paper, from XY to its far end, mm. */
export type PlaneTraceLine = {
  readonly cut: string;
  readonly name: 'HT' | 'VT';
  readonly view: 'top' | 'front';
  readonly from: Vec2;
  readonly to: Vec2;
};

/** How far HT and VT run past the box of their view, mm. */
const PAST = 3;
/** Kept free between them and the frame for their letters, mm. */
const IN_FRAME = 8;
/** How far they run to either side from where they leave XY, where their view is not there, mm. */
const FROM_XY = 40;
/** A trace of which less is left on the sheet than this is not drawn, mm. */
const SHORTEST = 10;

/** A placed layout with the part that it is of. */
export type TraceSite = {
  readonly layout: Layout;
  /** the part's box, part units */
  readonly box: Box3;
  readonly overall: Overall;
  /** paper mm per part unit */
  readonly scale: number;
  readonly angle: ProjectionAngle;
  readonly gaps: Gaps;
  readonly frame: Rect;
};

/** One trace in the view that lies in its plane of projection, from XY on across the view. @param xy the height of XY on the paper */
const lineIn = (
  view: 'top' | 'front',
  line: SpaceLine,
  xy: number,
  { layout, box, overall, scale, frame }: TraceSite,
): Omit<PlaneTraceLine, 'cut'> | undefined => {
  const own = layout.boxes.get(view);
  if (!own) return undefined;
  const f = VIEW_FRAMES[view];
  const at = onPaper(viewToPaper(view, [box[0], box[1], box[2]], overall, own, scale), flatten(f, line.p));
  const d: Vec2 = [dot(line.d, f.u), dot(line.d, f.v)];
  const isBelow = own.y + own.h / 2 < xy;
  const [low, high] = isBelow ? [own.y - PAST, xy] : [xy, own.y + own.h + PAST];
  // as far as the view, and some way on from where it leaves XY
  const left = Math.max(frame.x + IN_FRAME, Math.min(own.x - PAST, at[0] - FROM_XY));
  const right = Math.min(frame.x + frame.w - IN_FRAME, Math.max(own.x + own.w + PAST, at[0] + FROM_XY));
  const reach = throughBox(at, d, { x: left, y: low, w: right - left, h: high - low });
  if (right <= left || !reach || reach[1] - reach[0] < SHORTEST) return undefined;
  const [a, b] = reach.map((t): Vec2 => [at[0] + d[0] * t, at[1] + d[1] * t]) as [Vec2, Vec2];
  const [from, to] = Math.abs(a[1] - xy) > Math.abs(b[1] - xy) ? [b, a] : [a, b];
  return { name: view === 'top' ? 'HT' : 'VT', view, from, to };
};

/**
 * HT and VT of a plane that slopes in all principal views: where it meets the horizontal plane, in the top view, and the vertical plane, in the front view. XY
 * stands for both planes of projection, so the two meet on it. One that falls beyond its view and the paper is left out.
 */
export const planeTraceLines = (plane: CuttingPlane, site: TraceSite): PlaneTraceLine[] => {
  const { layout, box, angle, scale, gaps } = site;
  const xy = layout.referenceLines.find((r) => r.between[1] === 'top')?.from[1];
  if (xy === undefined) return [];
  const ground = levelOnXY('top', box, angle, scale, gapFromXY(gaps, 'top'));
  // the front view is seen against the depth
  const wall = -levelOnXY('front', box, angle, scale, gapFromXY(gaps, 'front'));
  const traces = planeTraces(plane, ground, wall);
  if (!traces) return [];
  return [lineIn('top', traces.ht, xy, site), lineIn('front', traces.vt, xy, site)].flatMap((l) =>
    l ? { cut: plane.name, ...l } : [],
  );
};

/** A slanting line is kept clear of by so many rectangles along it. */
const PIECES = 12;

/** The rooms that a line on the paper takes. */
export const roomsAlong = ({ from, to }: Pick<PlaneTraceLine, 'from' | 'to'>): Rect[] =>
  Array.from({ length: PIECES }, (_, i): Rect => {
    const [p, q] = [i / PIECES, (i + 1) / PIECES].map(
      (t): Vec2 => [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t],
    ) as [Vec2, Vec2];
    return {
      x: Math.min(p[0], q[0]),
      y: Math.min(p[1], q[1]),
      w: Math.abs(p[0] - q[0]),
      h: Math.abs(p[1] - q[1]),
    };
  });
