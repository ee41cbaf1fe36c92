import { type Curve2, pointOn2 } from '../geometry/curve2.ts';
import { WHOLE_TURN } from '../geometry/nearness.ts';
import { nearestOnSegment } from '../geometry/segment2.ts';
import { distance2, length2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { facesOfMeeting, featureOfFace } from '../naming/keys.ts';
import type { ViewLine } from '../view/view.ts';

/** A line of a view that was drawn elsewhere, or of one's own view brought to the same form. Any unit, y up. */
export type GivenLine = { readonly seen: boolean } & (
  | { readonly kind: 'straight'; readonly a: Vec2; readonly b: Vec2 }
  /** counter-clockwise from a to b; all round where both are one */
  | {
      readonly kind: 'round';
      readonly centre: Vec2;
      readonly radius: number;
      readonly a: Vec2;
      readonly b: Vec2;
    }
  /** anything else, by points along it */
  | { readonly kind: 'curve'; readonly points: readonly Vec2[] }
);
/** Views brought from outside, by their names, all on one sheet. */
export type GivenViews = ReadonlyMap<ViewName, readonly GivenLine[]>;

const SAMPLES = 32;
/** Between two points a curve keeps this near to its chord, as a share of its size: well within what views are compared by. */
const BULGE = 2e-4;
/** A stretch between two points is halved so many times at most. */
const DEEPEST = 7;

/** Points along a curve from one parameter to another, closer together where it bends more. @param pieces at least so many */
export const alongCurve = (
  at: (t: number) => Vec2,
  from: number,
  to: number,
  pieces: number = SAMPLES,
): Vec2[] => {
  const times = Array.from({ length: pieces + 1 }, (_, i) => from + ((to - from) * i) / pieces);
  const first = times.map(at);
  const [xs, ys] = [first.map((p) => p[0]), first.map((p) => p[1])];
  const most = BULGE * Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  const out: Vec2[] = [first[0] as Vec2];
  const go = (t: number, p: Vec2, u: number, q: Vec2, depth: number): void => {
    const half = (t + u) / 2;
    const middle = at(half);
    if (depth < DEEPEST && nearestOnSegment(middle, p, q).off > most) {
      go(t, p, half, middle, depth + 1);
      go(half, middle, u, q, depth + 1);
    } else out.push(q);
  };
  for (let i = 0; i < pieces; i++)
    go(times[i] as number, first[i] as Vec2, times[i + 1] as number, first[i + 1] as Vec2, 0);
  return out;
};

/** A flat curve's stretch as a given line, after a map of its points that keeps circles circles. */
export const givenFrom = (
  curve: Curve2,
  from: number,
  to: number,
  seen: boolean,
  map: (p: Vec2) => Vec2,
  k: number,
): GivenLine => {
  const at = (t: number): Vec2 => map(pointOn2(curve, t));
  if (curve.type === 'line') return { seen, kind: 'straight', a: at(from), b: at(to) };
  if (curve.type === 'conic' && curve.round) {
    const full = to - from > WHOLE_TURN;
    return {
      seen,
      kind: 'round',
      centre: map(curve.c),
      radius: length2(curve.major) * k,
      a: at(from),
      b: full ? at(from) : at(to),
    };
  }
  return {
    seen,
    kind: 'curve',
    points: alongCurve(at, from, to),
  };
};

/** A line of one's own view with what it belongs to: the faces that meet there, those of the feature that a drafter would name first. */
export type OwnLine = { readonly line: GivenLine; readonly of: readonly string[] };

/**
 * The faces of a line put so that the feature it belongs to comes first: of those that all edges on it share, the one stated last. An edge of a hole
 * belongs to the hole; where it falls on an edge of the block, that line is the block's.
 * @param order the features as they are stated
 */
export const facesByFeature = (
  l: Pick<ViewLine, 'of' | 'sources'>,
  order: readonly string[],
): readonly string[] => {
  const edges = l.sources.map((s) => new Set(facesOfMeeting(s).map(featureOfFace)));
  const rank = (face: string): number => {
    const f = featureOfFace(face);
    return order.indexOf(f) + (edges.every((e) => e.has(f)) ? order.length : 0);
  };
  return [...l.of].sort((a, b) => rank(b) - rank(a));
};
/** A line of one of the part's own views as it is compared with a given one. @param k paper millimetres to a part unit */
export const ownLine = (l: ViewLine, k: number, order: readonly string[] = []): OwnLine => ({
  line: givenFrom(l.curve, l.from, l.to, l.class !== 'hidden', (p) => [p[0] * k, p[1] * k], k),
  of: facesByFeature(l, order),
});

/** Whether a given line is round all the way: its two ends are one. */
export const isWhole = (l: GivenLine): boolean =>
  l.kind === 'round' && distance2(l.a, l.b) < 1e-9 * Math.max(1, l.radius);

/** Points that tell a line: its ends, its middle, and where it is round its centre. */
export const pointsOf = (l: GivenLine): Vec2[] => {
  if (l.kind === 'straight') return [l.a, l.b];
  if (l.kind === 'curve') return [...l.points];
  const sides: Vec2[] = [
    [l.centre[0] + l.radius, l.centre[1]],
    [l.centre[0] - l.radius, l.centre[1]],
    [l.centre[0], l.centre[1] + l.radius],
    [l.centre[0], l.centre[1] - l.radius],
  ];
  if (isWhole(l)) return sides;
  const on = (p: Vec2): number =>
    (Math.atan2(p[1] - l.centre[1], p[0] - l.centre[0]) + 2 * Math.PI) % (2 * Math.PI);
  const sweep = (on(l.b) - on(l.a) + 2 * Math.PI) % (2 * Math.PI);
  return [l.a, l.b, ...sides.filter((p) => (on(p) - on(l.a) + 2 * Math.PI) % (2 * Math.PI) <= sweep)];
};

export type Box = readonly [number, number, number, number];
export const boxOfLines = (lines: readonly GivenLine[]): Box => {
  const all = lines.flatMap(pointsOf);
  const xs = all.map((p) => p[0]);
  const ys = all.map((p) => p[1]);
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
};

/** A change of the plane: moved, turned, mirrored or stretched. */
export type Warp = {
  readonly map: (p: Vec2) => Vec2;
  /** by how much radii grow; undefined where circles do not stay circles */
  readonly k: number | undefined;
  readonly flips: boolean;
};
/** A line moved, turned, mirrored or stretched: a circle stretched in one direction becomes a curve. */
export const warped = (l: GivenLine, w: Warp): GivenLine => {
  if (l.kind === 'straight') return { ...l, a: w.map(l.a), b: w.map(l.b) };
  if (l.kind === 'curve') return { ...l, points: l.points.map(w.map) };
  if (w.k === undefined) {
    const start = Math.atan2(l.a[1] - l.centre[1], l.a[0] - l.centre[0]);
    const end = Math.atan2(l.b[1] - l.centre[1], l.b[0] - l.centre[0]);
    const sweep = isWhole(l) ? 2 * Math.PI : (end - start + 2 * Math.PI) % (2 * Math.PI);
    return {
      seen: l.seen,
      kind: 'curve',
      points: Array.from({ length: SAMPLES + 1 }, (_, i) => {
        const t = start + (sweep * i) / SAMPLES;
        return w.map([l.centre[0] + l.radius * Math.cos(t), l.centre[1] + l.radius * Math.sin(t)]);
      }),
    };
  }
  // a mirrored arc runs the other way round
  const [a, b] = w.flips ? [l.b, l.a] : [l.a, l.b];
  return { ...l, centre: w.map(l.centre), radius: l.radius * w.k, a: w.map(a), b: w.map(b) };
};
