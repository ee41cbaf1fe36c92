import cdt2d from 'cdt2d';
import { nearestOnSegment } from '../geometry/segment2.ts';
import { cross2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { Chart } from './chart.ts';

/** Triangles over numbered places of a chart, and the places that were added inside. */
export type FaceTriangles = {
  readonly added: readonly Vec2[];
  readonly triangles: readonly (readonly [number, number, number])[];
};

type Segment = readonly [number, number];

/** True where q lies inside the loops, by how many of their segments lie to its right. */
const isInside = (q: Vec2, places: readonly Vec2[], segments: readonly Segment[]): boolean => {
  let inside = false;
  for (const [i, j] of segments) {
    const [a, b] = [places[i] as Vec2, places[j] as Vec2];
    if (a[1] > q[1] === b[1] > q[1]) continue;
    if (q[0] < a[0] + ((q[1] - a[1]) / (b[1] - a[1])) * (b[0] - a[0])) inside = !inside;
  }
  return inside;
};

/** Places inside are kept so far from the boundary, in units of the chart: nearer ones make thin triangles. */
const CLEAR = 0.4;

const innerPlaces = (places: readonly Vec2[], segments: readonly Segment[]): Vec2[] => {
  const xs = places.map((p) => p[0]);
  const ys = places.map((p) => p[1]);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const out: Vec2[] = [];
  for (let row = 0; y0 + 0.5 + row * 0.8 < y1; row++)
    // every other row is moved by half a unit
    for (let x = x0 + (row % 2 ? 0.75 : 0.25); x < x1; x++) {
      const q: Vec2 = [x, y0 + 0.5 + row * 0.8];
      if (!isInside(q, places, segments)) continue;
      if (segments.some(([i, j]) => nearestOnSegment(q, places[i] as Vec2, places[j] as Vec2).off < CLEAR))
        continue;
      out.push(q);
    }
  return out;
};

/**
 * Triangles that fill the loops of a face laid out flat, counter-clockwise, with the loops' segments as their outer sides.
 * @param places the places of the loops; two of them may lie in one place only where the surface has a tip
 * @param segments which places follow one another
 */
export const faceTriangles = (
  places: readonly Vec2[],
  segments: readonly Segment[],
  chart: Pick<Chart, 'inner'>,
): FaceTriangles => {
  const added = chart.inner ? innerPlaces(places, segments) : [];
  const all = [...places, ...added];
  const triangles = cdt2d(all, segments, { exterior: false }).map(([a, b, c]): [number, number, number] => {
    const [p, q, r] = [all[a], all[b], all[c]] as [Vec2, Vec2, Vec2];
    return cross2(sub2(q, p), sub2(r, p)) > 0 ? [a, b, c] : [a, c, b];
  });
  return { added, triangles };
};
