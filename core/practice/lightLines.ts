import { type GivenLine, pointsOf } from '../balance/given.ts';
import { distance2, type Vec2 } from '../geometry/vec.ts';
import { type Crossings, meetingsOf } from './thirdView.ts';

/** A light line that the learner has drawn across the board with tee square or set square: its height, or how far right it stands; paper mm, y up. */
export type LightLine = { readonly way: 'level' | 'upright'; readonly at: number };

/** What is on the board when a view is to be drawn: the given views, and where depths turn. Paper mm, y up. */
export type PracticeBoard = {
  readonly given: readonly GivenLine[];
  /** points one projects from: ends, sides and centres, and equal divisions of circles */
  readonly marks: readonly Vec2[];
  /** the line at 45 degrees, from the corner of the lines between the views; none where no depth is turned */
  readonly mitre: { readonly from: Vec2; readonly to: Vec2 } | undefined;
  /** where depths turn: on the mitre line, or by an arc or the dividers from the one line between the views to the other */
  readonly turnBy: 'mitre' | 'arcs' | 'distances';
};

/** Two places nearer than this are one, mm. */
const SAME = 1e-6;
/** A light line runs across the whole board, mm. */
const FAR = 5000;

const asLine = ({ way, at }: LightLine): GivenLine =>
  way === 'level'
    ? { seen: true, kind: 'straight', a: [-FAR, at], b: [FAR, at] }
    : { seen: true, kind: 'straight', a: [at, -FAR], b: [at, FAR] };

const isWithin = (l: GivenLine, p: Vec2): boolean => {
  if (l.kind === 'round') {
    if (distance2(l.a, l.b) < SAME) return true;
    const angle = (q: Vec2): number => Math.atan2(q[1] - l.centre[1], q[0] - l.centre[0]);
    const past = (x: number): number => (x + 4 * Math.PI) % (2 * Math.PI);
    return past(angle(p) - angle(l.a)) <= past(angle(l.b) - angle(l.a)) + 1e-9;
  }
  const ends = pointsOf(l);
  return ([0, 1] as const).every((k) => {
    const xs = ends.map((q) => q[k]);
    return p[k] >= Math.min(...xs) - SAME && p[k] <= Math.max(...xs) + SAME;
  });
};

/** Where two lines meet within both; a curve is met between the points it is given by. */
const meet = (a: GivenLine, b: GivenLine): Vec2[] => {
  if (b.kind === 'curve') {
    const pieces = b.points.slice(1).map(
      (q, i): GivenLine => ({
        seen: b.seen,
        kind: 'straight',
        a: b.points[i] as Vec2,
        b: q,
      }),
    );
    return pieces.flatMap((piece) => meet(a, piece));
  }
  return meetingsOf([a, b]).filter((p) => isWithin(a, p) && isWithin(b, p));
};

const once = (points: readonly Vec2[]): Vec2[] => {
  const known = new Map<string, Vec2>();
  for (const p of points) known.set(p.map((x) => Math.round(x / (2 * SAME))).join(' '), p);
  return [...known.values()];
};

/** Where the depths that are drawn so far turn from the one view to the other: level lines become upright ones there, and the other way round. */
export const turningPlaces = ({ mitre, turnBy }: PracticeBoard, lights: readonly LightLine[]): Vec2[] => {
  if (!mitre) return [];
  const line: GivenLine = { seen: true, kind: 'straight', a: mitre.from, b: mitre.to };
  const [cx, cy] = mitre.from;
  return lights.flatMap((l) =>
    meet(asLine(l), line).map(([x, y]): Vec2 => {
      if (turnBy === 'mitre') return [x, y];
      // swung about the corner, or carried: as far from it along the other line between the views
      return l.way === 'level' ? [x, cy] : [cx, y];
    }),
  );
};

/** Every place of the board through which a light line may be drawn: what is given, and where drawn light lines meet it, one another, or turn. */
export const placesForLines = (board: PracticeBoard, lights: readonly LightLine[]): Vec2[] => {
  const lines = lights.map(asLine);
  return once([
    ...board.marks,
    ...turningPlaces(board, lights),
    ...lines.flatMap((l) => board.given.flatMap((g) => meet(l, g))),
    ...meetingsOf(lines),
  ]);
};

/**
 * Where the learner's light lines cross in the missing view, in its own plane.
 * @param own brings a place of the paper into the plane of the view
 */
export const crossingsDrawn = (lights: readonly LightLine[], own: (p: Vec2) => Vec2): Crossings => ({
  across: lights.flatMap((l) => (l.way === 'upright' ? [own([l.at, 0])[0]] : [])),
  up: lights.flatMap((l) => (l.way === 'level' ? [own([0, l.at])[1]] : [])),
});

/** The next place from one in a direction, for a cursor that is moved by keys: not far, and not far aside. */
export const nextPlace = (places: readonly Vec2[], from: Vec2 | undefined, way: Vec2): Vec2 | undefined => {
  if (!from) return places[0];
  let best: Vec2 | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const p of places) {
    const d: Vec2 = [p[0] - from[0], p[1] - from[1]];
    const along = d[0] * way[0] + d[1] * way[1];
    const aside = Math.abs(d[0] * way[1] - d[1] * way[0]);
    if (along <= SAME) continue;
    const cost = along + 3 * aside;
    if (cost < least) {
      least = cost;
      best = p;
    }
  }
  return best;
};
