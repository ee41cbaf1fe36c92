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
import { facesOfLine } from './lineFaces.ts';
import { freshName, type Plan, pointThere, type Rim, take } from './plan.ts';
import { divideCircle } from './rounds.ts';

/** A curve that is neither circle nor ellipse is plotted at so many places. */
const PLACES = 12;
/** The circle already drawn in a view that passes through a place. */
const rimThrough = (p: Plan, v: PlacedView, at: Vec2) =>
  p.rims.find((r) => r.view === v.name && Math.abs(distance2(r.centre, at) - r.r) < SAME_PLACE);

const isDivision = (p: Plan, rim: Rim, at: Vec2): boolean => {
  const turns = (Math.atan2(at[1] - rim.centre[1], at[0] - rim.centre[0]) / (2 * Math.PI)) * p.divisions;
  return Math.abs(turns - Math.round(turns)) < 1e-9;
};

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
    // a place at a division of the circle is found by a ray
    if (isDivision(p, rim, place)) {
      divideCircle(p, v.name, rim.centre, rim.r, place, 'construction');
      continue;
    }
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
        instruction: { kind: 'markOnCircle' },
      },
      [{ do: 'meet', point: freshName(p, 'p'), line, circle: rim.circle, way: way || 1 }],
    );
  }
};

type Sample = { readonly place: Vec2; readonly at: Vec3 | undefined };

/** A fine scan of an edge: so many steps. */
const SCAN = 480;

/** Where an edge lies on a circle that is drawn in another view: its points at equal divisions of that circle. */
const dividedPoints = (p: Plan, wanted: ViewName, edge: Edge): Vec3[] => {
  const at = (t: number): Vec3 => pointOn(edge.curve, t);
  const ts = Array.from({ length: SCAN + 1 }, (_, i) => edge.from + ((edge.to - edge.from) * i) / SCAN);
  for (const v of p.sheet.views) {
    if (v.name === wanted) continue;
    const places = ts.map((t) => placeOfPoint(v, at(t)));
    const rim = p.rims.find(
      (r) => r.view === v.name && places.every((q) => Math.abs(distance2(r.centre, q) - r.r) < SAME_PLACE),
    );
    if (!rim) continue;
    const step = (2 * Math.PI) / p.divisions;
    // which division a place has passed; a multiple of it between two steps of the scan is narrowed down to
    const turns = (t: number): number => {
      const q = placeOfPoint(v, at(t));
      return Math.atan2(q[1] - rim.centre[1], q[0] - rim.centre[0]) / step;
    };
    return ts.slice(1).flatMap((t1, i): Vec3[] => {
      const [a, b] = [turns(ts[i] as number), turns(t1)];
      const k = Math.round((a + b) / 2);
      // where the angle jumps by a whole turn there is no division between
      if (Math.abs(a - b) > p.divisions / 2 || (a - k) * (b - k) > 0) return [];
      let [lo, hi] = [ts[i] as number, t1];
      for (let n = 0; n < 60; n++) {
        const middle = (lo + hi) / 2;
        if ((turns(middle) - k) * (a - k) > 0) lo = middle;
        else hi = middle;
      }
      return [at((lo + hi) / 2)];
    });
  }
  return [];
};

/** All edges by their key; bodies that are alike have edges of one key. */
export type EdgesByKey = ReadonlyMap<string, readonly Edge[]>;

/** The edge that a line of a view shows: of those of its key the one that passes its middle. */
export const edgeUnder = (v: PlacedView, l: ViewLine, edges: EdgesByKey): Edge | undefined => {
  const same = l.sources.flatMap((s) => edges.get(s) ?? []);
  if (same.length < 2) return same[0];
  const middle = onPaper(v.toPaper, pointOn2(l.curve, (l.from + l.to) / 2));
  const off = (e: Edge): number =>
    Math.min(
      ...Array.from({ length: SCAN }, (_, i) =>
        distance2(placeOfPoint(v, pointOn(e.curve, e.from + ((e.to - e.from) * i) / (SCAN - 1))), middle),
      ),
    );
  return same.map((e) => ({ e, off: off(e) })).reduce((a, b) => (b.off < a.off ? b : a)).e;
};

/**
 * The places along a line of a view with the points of the part they show, where its edge is known: at the divisions of a circle that the edge is
 * seen as, otherwise at equal steps.
 */
const samplesOf = (p: Plan, v: PlacedView, l: ViewLine, edges: EdgesByKey): Sample[] => {
  const edge = edgeUnder(v, l, edges);
  const onCurve = (i: number, n: number): Vec2 =>
    onPaper(v.toPaper, pointOn2(l.curve, l.from + ((l.to - l.from) * i) / n));
  if (!edge)
    return Array.from({ length: PLACES + 1 }, (_, i) => ({ place: onCurve(i, PLACES), at: undefined }));
  const fine = Array.from({ length: SCAN }, (_, i) => {
    const at = pointOn(edge.curve, edge.from + ((edge.to - edge.from) * i) / (SCAN - 1));
    return { at, place: placeOfPoint(v, at) };
  });
  const nearest = (place: Vec2): (typeof fine)[number] =>
    fine.reduce((a, b) => (distance2(b.place, place) < distance2(a.place, place) ? b : a));
  const end = (place: Vec2): Sample => {
    const best = nearest(place);
    return { place, at: distance2(best.place, place) < SAME_PLACE ? best.at : undefined };
  };
  const ends = [onCurve(0, 1), onCurve(1, 1)] as [Vec2, Vec2];
  const divided = alongLine(
    dividedPoints(p, v.name, edge).map((at) => ({ at, place: placeOfPoint(v, at) })),
    (i) => onCurve(i, SCAN),
    ends,
  );
  const inner =
    divided.length > 1
      ? divided
      : Array.from({ length: PLACES - 1 }, (_, i) => nearest(onCurve(i + 1, PLACES)));
  return [end(ends[0]), ...inner, end(ends[1])];
};

/** Those of some places that lie on a stretch of a line, between its ends, in its order and each once. */
const alongLine = (
  places: readonly { readonly at: Vec3; readonly place: Vec2 }[],
  onCurve: (i: number) => Vec2,
  ends: readonly [Vec2, Vec2],
): Sample[] => {
  const scan = Array.from({ length: SCAN + 1 }, (_, i) => onCurve(i));
  const chord = scan.slice(1).reduce((m, q, i) => Math.max(m, distance2(q, scan[i] as Vec2)), 0);
  const found = places.flatMap((x) => {
    const i = scan.reduce(
      (best, q, n) => (distance2(q, x.place) < distance2(scan[best] as Vec2, x.place) ? n : best),
      0,
    );
    const apart = Math.min(...ends.map((e) => distance2(e, x.place)));
    return distance2(scan[i] as Vec2, x.place) <= chord && apart > chord ? [{ ...x, i }] : [];
  });
  return found
    .sort((a, b) => a.i - b.i)
    .filter((x, n, all) => n === 0 || distance2(x.place, (all[n - 1] as typeof x).place) > SAME_PLACE);
};

/** A curve that no instrument draws: plotted from the views that show its faces as circles, and joined by eye. */
export const drawPlotted = (p: Plan, view: ViewName, l: ViewLine, seen: boolean, edges: EdgesByKey): void => {
  const v = p.sheet.views.find((x) => x.name === view) as PlacedView;
  const through: string[] = [];
  for (const { place, at } of samplesOf(p, v, l, edges)) {
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
      instruction: { kind: 'joinPlotted', seen, line: facesOfLine(p, l) },
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
