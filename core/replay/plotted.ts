import { pointOn2 } from '../geometry/curve2.ts';
import { pointOn } from '../geometry/curve3.ts';
import { SAME_PLACE } from '../geometry/nearness.ts';
import { distance2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { onPaper, stretchOnPaper } from '../sheet/layout/similarity.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import type { ViewLine } from '../view/view.ts';
import { levelAt, pointAt, uprightAt } from './coordinates.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';

/** A curve that is neither circle nor ellipse is plotted at so many places. */
const PLACES = 12;
/** The circle already drawn in a view that passes through a place. */
const rimThrough = (p: Plan, v: PlacedView, at: Vec2) =>
  p.rims.find((r) => r.view === v.name && Math.abs(distance2(r.centre, at) - r.r) < SAME_PLACE);

/**
 * Settles a point of the part in the views where a circle is drawn through it: there one of its coordinates, chosen where that is convenient or
 * projected, gives the other by the circle. So both of its coordinates in the view that is wanted can be projected.
 */
const settle = (p: Plan, at: Vec3, wanted: ViewName): void => {
  const places = p.sheet.views
    .filter((v) => v.name !== wanted)
    .map((v) => ({ v, place: placeOfPoint(v, at) }))
    .flatMap((x) => {
      const rim = rimThrough(p, x.v, x.place);
      return rim ? [{ ...x, rim }] : [];
    });
  // views where a coordinate is there already come first
  const known = ({ place }: { place: Vec2 }): boolean =>
    p.xPoints.at(place[0]) !== undefined ||
    p.upright.at(place[0]) !== undefined ||
    p.level.at(place[1]) !== undefined;
  for (const { v, place, rim } of places.sort((a, b) => Number(known(b)) - Number(known(a)))) {
    if (pointThere(p, place)) continue;
    const byLevel =
      p.upright.at(place[0]) === undefined &&
      (p.level.at(place[1]) !== undefined || p.yPoints.at(place[1]) !== undefined);
    if (byLevel) levelAt(p, { view: v.name, at: place[1] });
    else uprightAt(p, { view: v.name, at: place[0], source: 'convenient' });
    const line = (byLevel ? p.level.at(place[1]) : p.upright.at(place[0])) as string;
    const way = Math.sign(byLevel ? place[0] - rim.centre[0] : place[1] - rim.centre[1]) as 1 | -1;
    take(
      p,
      {
        view: v.name,
        stage: 'construction',
        tool: 'pencil',
        text: `Mark where the light line meets the circle in the ${v.name} view.`,
        why: 'The curve lies on a round face: where that is a circle, one posting gives the other.',
      },
      [{ do: 'meet', point: freshName(p, 'p'), line, circle: rim.circle, way: way || 1 }],
    );
  }
};

/** The places along a line of a view with the points of the part they show, where its edge is known. */
const samplesOf = (
  v: PlacedView,
  l: ViewLine,
  edges: ReadonlyMap<string, Edge>,
): { place: Vec2; at: Vec3 | undefined }[] => {
  const edge = l.sources.map((s) => edges.get(s)).find((e) => e !== undefined);
  const ends = [l.from, l.to].map((t) => onPaper(v.toPaper, pointOn2(l.curve, t)));
  const onLine = Array.from({ length: PLACES + 1 }, (_, i) =>
    onPaper(v.toPaper, pointOn2(l.curve, l.from + ((l.to - l.from) * i) / PLACES)),
  );
  if (!edge) return onLine.map((place) => ({ place, at: undefined }));
  // the edge's own points that fall on this stretch, by the nearest of a fine scan
  const fine = Array.from({ length: 480 }, (_, i) => {
    const at = pointOn(edge.curve, edge.from + ((edge.to - edge.from) * i) / 479);
    return { at, place: placeOfPoint(v, at) };
  });
  const inner = onLine.slice(1, -1).map((place) => {
    const best = fine.reduce((a, b) => (distance2(b.place, place) < distance2(a.place, place) ? b : a));
    return { place: best.place, at: best.at };
  });
  const end = (place: Vec2) => {
    const best = fine.reduce((a, b) => (distance2(b.place, place) < distance2(a.place, place) ? b : a));
    return { place, at: distance2(best.place, place) < SAME_PLACE ? best.at : undefined };
  };
  return [end(ends[0] as Vec2), ...inner, end(ends[1] as Vec2)];
};

/** A curve that no instrument draws: plotted from the views that show its faces as circles, and joined by eye. */
export const drawPlotted = (
  p: Plan,
  view: ViewName,
  l: ViewLine,
  seen: boolean,
  edges: ReadonlyMap<string, Edge>,
): void => {
  const v = p.sheet.views.find((x) => x.name === view) as PlacedView;
  const through: string[] = [];
  for (const { place, at } of samplesOf(v, l, edges)) {
    if (at && !pointThere(p, place)) settle(p, at, view);
    const name = pointAt(p, view, place, 'projection');
    if (through.at(-1) !== name) through.push(name);
  }
  const whole = stretchOnPaper(v.toPaper, l);
  const closed = distance2(pointOn2(whole.curve, whole.from), pointOn2(whole.curve, whole.to)) < SAME_PLACE;
  take(
    p,
    {
      view,
      stage: 'lines',
      tool: 'curve template',
      text: `Join the plotted points of the ${seen ? 'visible' : 'hidden'} curve in the ${view} view.`,
      why: 'No instrument draws this curve; it is plotted point by point and joined by eye.',
    },
    [
      {
        do: 'curve',
        seen,
        through: closed ? through.filter((x, i) => i === 0 || x !== through[0]) : through,
        closed,
      },
    ],
  );
};
