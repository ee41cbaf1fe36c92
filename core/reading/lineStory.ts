import { lengthBetween, pointOn2, tangentOn2 } from '../geometry/curve2.ts';
import { pointOn } from '../geometry/curve3.ts';
import { lowestBetween } from '../geometry/roots.ts';
import { distance, distance2, dot, length, type Vec2 } from '../geometry/vec.ts';
import type { Tolerance } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import { firstMetIn, type Met } from '../view/firstMet.ts';
import { flatten } from '../view/project.ts';
import type { SceneBody } from '../view/scene.ts';
import { lineLength, type View, type ViewLine } from '../view/view.ts';

/** What is seen close beside a line, on its left and right as it runs: a face with its level towards the observer, or nothing. */
export type Beside =
  | { readonly face: string; readonly body: string; readonly level: number; readonly slope: number }
  | undefined;

/** All that can be said of a line of a view. Lengths in part units. */
export type LineStory = {
  readonly line: ViewLine;
  /** the faces that meet there, nearest first */
  readonly faces: readonly string[];
  readonly seen: boolean;
  /** for a hidden line, the face that stands before it */
  readonly before: { readonly body: string; readonly face: string } | undefined;
  readonly length: number;
  /** the true length of the edge along this line; undefined for outlines, which are no edges */
  readonly trueLength: number | undefined;
  readonly left: Beside;
  readonly right: Beside;
  /** how far beside the line it was looked, part units */
  readonly aside: number;
};

/** A line with how far off it is, and its parameter nearest to the place. */
export type NearLine = { readonly line: ViewLine; readonly off: number; readonly at: number };

const CURVE_CHORDS = 96;

/** The line of a view nearest to a place. */
export const nearestLine = (view: View, at: Vec2): NearLine | undefined => {
  let best: NearLine | undefined;
  for (const line of view.lines) {
    const n = line.curve.type === 'line' ? 1 : CURVE_CHORDS;
    let off = Number.POSITIVE_INFINITY;
    let place = line.from;
    let a = pointOn2(line.curve, line.from);
    for (let i = 1; i <= n; i++) {
      const b = pointOn2(line.curve, line.from + ((line.to - line.from) * i) / n);
      const run: Vec2 = [b[0] - a[0], b[1] - a[1]];
      const size = run[0] ** 2 + run[1] ** 2;
      const t = size
        ? Math.max(0, Math.min(1, ((at[0] - a[0]) * run[0] + (at[1] - a[1]) * run[1]) / size))
        : 0;
      const far = distance2(at, [a[0] + t * run[0], a[1] + t * run[1]]);
      if (far < off) {
        off = far;
        place = line.from + ((line.to - line.from) * (i - 1 + t)) / n;
      }
      a = b;
    }
    // a visible line is meant before a hidden one that is as near
    if (!best || off < best.off - 1e-9 || (off <= best.off && line.class === 'visible'))
      best = { line, off, at: place };
  }
  return best;
};

/** A share of a line that is long enough to look beside it, yet near it. */
const ASIDE = 2e-4;
const CHORDS = 200;

/** The length of a stretch of a curve in space, by chords taken twice as fine and carried on to their limit (Richardson). */
const lengthOn = ({ curve }: Edge, from: number, to: number): number => {
  if (curve.type === 'ellipse' && Math.abs(length(curve.u) - length(curve.v)) < 1e-12 * length(curve.u))
    return length(curve.u) * (to - from);
  const chords = (n: number): number => {
    const at = (i: number) => pointOn(curve, from + ((to - from) * i) / n);
    return Array.from({ length: n }, (_, i) => distance(at(i), at(i + 1))).reduce((s, x) => s + x, 0);
  };
  return (4 * chords(2 * CHORDS) - chords(CHORDS)) / 3;
};

/** The stretch of an edge that is seen along a line, in space; both run once along the other. */
const alongEdge = (e: Edge, l: ViewLine, view: View): number | undefined => {
  const flatAt = (t: number): Vec2 => flatten(view.frame, pointOn(e.curve, t)) as Vec2;
  if (e.curve.type === 'line') {
    const all = distance(pointOn(e.curve, e.from), pointOn(e.curve, e.to));
    const projected = distance2(flatAt(e.from), flatAt(e.to));
    return projected > 1e-9 * all ? (lineLength(l) * all) / projected : undefined;
  }
  const step = (e.to - e.from) / CHORDS;
  const flat = Array.from({ length: CHORDS + 1 }, (_, i) => flatAt(e.from + i * step));
  const projected = flat.slice(1).reduce((s, p, i) => s + distance2(p, flat[i] as Vec2), 0);
  const own = lengthBetween(l.curve, l.from, l.to);
  if (Math.abs(projected - own) < 1e-3 * own) return lengthOn(e, e.from, e.to);
  /** where on the edge an end of the line is */
  const placeOf = (p: Vec2): number => {
    const i = flat.reduce((best, q, k) => (distance2(q, p) < distance2(flat[best] as Vec2, p) ? k : best), 0);
    const near = e.from + i * step;
    const off = (t: number): number => distance2(flatAt(t), p);
    return lowestBetween(off, Math.max(e.from, near - step), Math.min(e.to, near + step), 60);
  };
  const [a, b] = [placeOf(pointOn2(l.curve, l.from)), placeOf(pointOn2(l.curve, l.to))].sort(
    (x, y) => x - y,
  ) as [number, number];
  return lengthOn(e, a, b);
};

/** Of several edges that fall on one line, the one that is nearest to the observer at a place of it. */
const foremostEdge = (edges: readonly Edge[], at: Vec2, view: View, reach: number): Edge | undefined => {
  let best: Edge | undefined;
  let level = Number.NEGATIVE_INFINITY;
  for (const e of edges) {
    const here = Array.from({ length: CHORDS + 1 }, (_, i) =>
      pointOn(e.curve, e.from + ((e.to - e.from) * i) / CHORDS),
    ).filter((p) => distance2(flatten(view.frame, p), at) <= reach + lengthOf(e) / CHORDS);
    for (const p of here) {
      const depth = dot(p, view.frame.toward);
      if (depth > level + 1e-9) {
        level = depth;
        best = e;
      }
    }
  }
  return best ?? edges[0];
};
const lengthOf = (e: Edge): number => {
  const at = (i: number) => pointOn(e.curve, e.from + ((e.to - e.from) * i) / 16);
  return Array.from({ length: 16 }, (_, i) => distance(at(i), at(i + 1))).reduce((s, x) => s + x, 0);
};

/** The faces that meet in an edge, those that are seen beside the line first, the nearer one before the other. */
const nearestFirst = (faces: readonly string[], left: Beside, right: Beside): readonly string[] => {
  const beside = [left, right]
    .flatMap((b) => (b && faces.includes(b.face) ? [b] : []))
    .sort((a, b) => b.level - a.level || b.slope - a.slope)
    .map((b) => b.face);
  return [...new Set([...beside, ...faces])];
};

/** At its ends others meet a line; it is looked at within these shares of it. */
const INNER = [0.02, 0.98] as const;

/**
 * Tells what a line is.
 * @param place the parameter at which it is looked at
 * @param edges of the scene, by key
 */
export const lineStory = (
  line: ViewLine,
  place: number,
  view: View,
  scene: readonly SceneBody[],
  edges: ReadonlyMap<string, Edge>,
  tol: Tolerance,
): LineStory => {
  const share = (place - line.from) / (line.to - line.from);
  const t = line.from + (line.to - line.from) * Math.max(INNER[0], Math.min(INNER[1], share));
  const middle = pointOn2(line.curve, t);
  const d = tangentOn2(line.curve, t);
  const meet = firstMetIn(scene, view.frame, tol);
  const step = tol.size * ASIDE;
  const at = (k: number): Met | undefined => meet(middle[0] - k * step * d[1], middle[1] + k * step * d[0]);
  const beside = (m: Met | undefined): Beside =>
    m && {
      face: m.face,
      body: (scene[m.body] as SceneBody).solid.name,
      level: dot(m.at, view.frame.toward),
      slope: dot(m.normal, view.frame.toward),
    };
  const edge = foremostEdge(
    line.sources.flatMap((s) => edges.get(s) ?? []),
    middle,
    view,
    step,
  );
  const [left, right] = [beside(at(1)), beside(at(-1))];
  const before = line.class === 'hidden' ? (left ?? right) : undefined;
  return {
    line,
    faces: nearestFirst(edge?.on ?? line.of, left, right),
    seen: line.class === 'visible',
    before: before && { body: before.body, face: before.face },
    length: lineLength(line),
    trueLength: edge && alongEdge(edge, line, view),
    left,
    right,
    aside: step,
  };
};
