import { dot, type Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import { AUXILIARY } from '../../part/schema.ts';
import { planeTraces, type SpaceLine } from '../../section/planeTraces.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import { gapFromXY } from '../layout/gaps.ts';
import type { Rect } from '../layout/paper.ts';
import { levelOnXY } from '../layout/xyDistance.ts';
import { type PlacedView, placeOfPoint } from '../views/placedView.ts';
import { chainDashes } from './dash.ts';
import { type Ink, letters, straight, stroke } from './ink.ts';

/** How far HT and VT run past their view on the side away from XY, mm, and their letters past that. */
const PAST = 8;
const LETTERS = 3;
/** How far they run to either side from where they leave XY, where their view is not there, mm. */
const FROM_XY = 40;
/** A trace of which less is left on the sheet than this is not drawn, mm. */
const SHORTEST = 10;

/** The stretch of a line that lies in a rectangle: its distances from p. */
const within = (p: Vec2, d: Vec2, { x, y, w, h }: Rect): readonly [number, number] | undefined => {
  let [lo, hi] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (const [i, min, max] of [
    [0, x, x + w],
    [1, y, y + h],
  ] as const) {
    if (Math.abs(d[i]) < 1e-12) {
      if (p[i] < min || p[i] > max) return undefined;
      continue;
    }
    const ends = [(min - p[i]) / d[i], (max - p[i]) / d[i]];
    lo = Math.max(lo, Math.min(...ends));
    hi = Math.min(hi, Math.max(...ends));
  }
  return hi > lo ? [lo, hi] : undefined;
};

/** One trace in the view that lies in its plane of projection, from XY on across the view. @param xy the height of XY on the paper */
const traceIn = (v: PlacedView, line: SpaceLine, name: 'HT' | 'VT', xy: number, frame: Rect): Ink[] => {
  const f = VIEW_FRAMES[v.name];
  const at = placeOfPoint(v, line.p);
  const d: Vec2 = [dot(line.d, f.u), dot(line.d, f.v)];
  const [low, high] = [Math.min(xy, v.box.y - PAST), Math.max(xy, v.box.y + v.box.h + PAST)];
  const isBelow = v.box.y + v.box.h / 2 < xy;
  // as far as the view, and some way on from where it leaves XY
  const left = Math.max(frame.x + PAST, Math.min(v.box.x - PAST, at[0] - FROM_XY));
  const right = Math.min(frame.x + frame.w - PAST, Math.max(v.box.x + v.box.w + PAST, at[0] + FROM_XY));
  const site: Rect = {
    x: left,
    y: isBelow ? low : xy,
    w: right - left,
    h: isBelow ? xy - low : high - xy,
  };
  const reach = within(at, d, site);
  if (!reach || reach[1] - reach[0] < SHORTEST) return [];
  const [a, b] = reach.map((t): Vec2 => [at[0] + d[0] * t, at[1] + d[1] * t]) as [Vec2, Vec2];
  const whole = straight(a, b);
  // named at the end away from XY
  const [end, sense] = Math.abs(a[1] - xy) > Math.abs(b[1] - xy) ? [a, -1] : [b, 1];
  return [
    stroke('trace', 'trace', chainDashes(whole), { whole, view: v.name }),
    letters('trace', name, [end[0] + d[0] * sense * LETTERS, end[1] + d[1] * sense * LETTERS - 1.2], 2.5),
  ];
};

/**
 * HT and VT of the cuts that slope in all principal views: where their planes meet the horizontal plane, in the top view, and the vertical plane, in the front
 * view. XY stands for both planes, so the two meet on it. One that falls beyond its view and the paper is not drawn.
 */
export const planeTraceInk = (sheet: PlacedSheet): Ink[] => {
  const { box, angle, scale, gaps, layout, paper } = sheet;
  const xy = layout.referenceLines.find((r) => r.between[1] === 'top')?.from[1];
  const [front, top] = (['front', 'top'] as const).map((n) => sheet.views.find((v) => v.name === n));
  if (xy === undefined || !front || !top) return [];
  const ground = levelOnXY('top', box, angle, scale, gapFromXY(gaps, 'top'));
  // the front view is seen against the depth
  const wall = -levelOnXY('front', box, angle, scale, gapFromXY(gaps, 'front'));
  return sheet.sections.flatMap(({ plane, bodies }) => {
    if (plane.seenIn !== AUXILIARY || !bodies.length) return [];
    const traces = planeTraces(plane, ground, wall);
    if (!traces) return [];
    return [
      ...traceIn(top, traces.ht, 'HT', xy, paper.frame),
      ...traceIn(front, traces.vt, 'VT', xy, paper.frame),
    ];
  });
};
