import { type Curve3, sameCurve, velocityOn } from '../geometry/curve3.ts';
import { cross2, distance, dot, dot2, scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { samplesOf } from '../solid/quadrature.ts';
import type { CutFace } from './cutFace.ts';
import type { CutPoint } from './cutPoints.ts';
import { endOf, type RimLoop, type RimPiece, startOf } from './rim.ts';
import type { CuttingPlane, Leg } from './trace.ts';

/** A conic that a cut makes, with what is needed to draw it: part units. */
export type Conic =
  | { readonly kind: 'circle'; readonly diameter: number }
  | {
      readonly kind: 'ellipse';
      /** its two axes, the longer first */
      readonly axes: readonly [number, number];
      /** how far its foci are apart */
      readonly foci: number;
    }
  | { readonly kind: 'parabola' /** from the vertex to the focus */; readonly focus: number }
  | {
      readonly kind: 'hyperbola';
      /** between its two vertices */
      readonly vertices: number;
      readonly foci: number;
    };

/** A side of a true shape: from one corner to the next round it. */
export type Side = {
  /** the numbers of the cut points at its ends; missing at a corner that has none */
  readonly from: string | undefined;
  readonly to: string | undefined;
  /** true length, part units */
  readonly length: number;
  /** what a curved side is a piece of; `curve` where it is no conic */
  readonly curve: Conic | 'curve' | undefined;
};

/** The angle inside a true shape at one of its corners, degrees. */
export type Corner = { readonly at: string | undefined; readonly angle: number };

/** From one numbered corner of a true shape to another that is not beside it: true length, part units. */
export type Diagonal = { readonly from: string; readonly to: string; readonly length: number };

/** A shape with more corners than this has more diagonals than anyone reads. */
const MOST_CORNERS = 8;

/** The second moments of area about the axes through the centroid for which they are greatest and least, part units to the fourth. */
export type PrincipalMoments = {
  readonly greatest: number;
  readonly least: number;
  /** from the trace to the axis of the greatest, degrees */
  readonly angle: number;
};

/** Half the axes of an ellipse given by two half diameters, which need not be square to one another. */
const halfAxes = (u: Vec3, v: Vec3): readonly [number, number] => {
  const [a, b, c] = [dot(u, u), dot(v, v), dot(u, v)];
  const middle = (a + b) / 2;
  const off = Math.hypot((a - b) / 2, c);
  return [Math.sqrt(middle + off), Math.sqrt(Math.max(0, middle - off))];
};

/** As near as this, as a share, the axes of an ellipse are one and it is a circle. */
const ROUND = 1e-9;

/** The conic that a curve is; undefined for a line and for curves of higher order. */
export const conicOf = (c: Curve3): Conic | undefined => {
  switch (c.type) {
    case 'ellipse': {
      const [a, b] = halfAxes(c.u, c.v);
      return a - b <= a * ROUND
        ? { kind: 'circle', diameter: 2 * a }
        : { kind: 'ellipse', axes: [2 * a, 2 * b], foci: 2 * Math.sqrt(a * a - b * b) };
    }
    case 'parabola':
      return { kind: 'parabola', focus: dot(c.u, c.u) / (4 * Math.sqrt(dot(c.v, c.v))) };
    case 'hyperbola': {
      const [a, b] = [Math.sqrt(dot(c.u, c.u)), Math.sqrt(dot(c.v, c.v))];
      return { kind: 'hyperbola', vertices: 2 * a, foci: 2 * Math.hypot(a, b) };
    }
    default:
      return undefined;
  }
};

/** Nearer than so many tolerances a corner of the rim is a cut point. */
const ONE = 40;

/** Pieces of a loop that run on along one curve are one side. */
const sidesOfLoop = ({ pieces }: RimLoop, tol: number): RimPiece[][] => {
  const runs: RimPiece[][] = [];
  for (const p of pieces) {
    const before = runs.at(-1)?.at(-1);
    if (before && sameCurve(before.curve, p.curve, tol * ONE)) runs.at(-1)?.push(p);
    else runs.push([p]);
  }
  const [first, last] = [runs[0], runs.at(-1)];
  if (
    first &&
    last &&
    first !== last &&
    sameCurve((first[0] as RimPiece).curve, (last[0] as RimPiece).curve, tol * ONE)
  ) {
    runs[0] = [...last, ...first];
    runs.pop();
  }
  return runs;
};

/** The sides of a loop from the one that begins at the least number. */
const fromFirst = (runs: RimPiece[][], labelOf: (run: RimPiece[]) => string | undefined): RimPiece[][] => {
  const numbers = runs.map((run) => Number(labelOf(run) ?? Number.NaN));
  const least = Math.min(...numbers.filter(Number.isFinite));
  const first = Math.max(0, numbers.indexOf(least));
  return [...runs.slice(first), ...runs.slice(0, first)];
};

const lengthOf = (p: RimPiece): number =>
  p.curve.type === 'line'
    ? distance(startOf(p), endOf(p))
    : samplesOf(p.curve, p.from, p.to).reduce((sum, s) => sum + Math.abs(s.w) * Math.hypot(...s.v), 0);

/** The direction of a piece in the true shape's (s, t), at its beginning or end. */
const headingAt = (p: RimPiece, c: CuttingPlane, end: 'from' | 'to'): Vec2 => {
  const leg = c.legs[p.leg] as Leg;
  const v = scale(velocityOn(p.curve, p[end]), p.to > p.from ? 1 : -1);
  return [dot(v, leg.sAxis), dot(v, leg.tAxis)];
};

/** The diagonals between the numbered corners of one loop, in their order. */
const diagonalsOf = (labels: readonly string[], points: readonly CutPoint[]): Diagonal[] => {
  if (labels.length < 4 || labels.length > MOST_CORNERS) return [];
  const at = labels.flatMap((label) => points.find((p) => p.label === label) ?? []);
  return at.flatMap((a, i) =>
    at.slice(i + 2).flatMap((b, k): Diagonal[] =>
      // the last corner is beside the first
      i === 0 && i + 2 + k === at.length - 1
        ? []
        : [{ from: a.label, to: b.label, length: Math.hypot(b.along - a.along, b.across - a.across) }],
    ),
  );
};

/** The sides, corners and diagonals of a cut face's outline, loop by loop. */
export const sidesAndCorners = (
  face: CutFace,
  points: readonly CutPoint[],
  c: CuttingPlane,
  tol: number,
): {
  readonly sides: readonly Side[];
  readonly corners: readonly Corner[];
  readonly diagonals: readonly Diagonal[];
} => {
  const labelAt = (p: Vec3): string | undefined =>
    points.find((x) => x.kind === 'edge' && distance(x.at, p) <= tol * ONE)?.label;
  const sides: Side[] = [];
  const corners: Corner[] = [];
  const diagonals: Diagonal[] = [];
  for (const loop of face.outline) {
    const runs = fromFirst(sidesOfLoop(loop, tol), (run) => labelAt(startOf(run[0] as RimPiece)));
    diagonals.push(
      ...diagonalsOf(
        runs.flatMap((run) => labelAt(startOf(run[0] as RimPiece)) ?? []),
        points,
      ),
    );
    runs.forEach((run, i) => {
      const [first, last] = [run[0] as RimPiece, run.at(-1) as RimPiece];
      const isWhole = runs.length === 1 && first.curve.type !== 'line';
      sides.push({
        from: isWhole ? undefined : labelAt(startOf(first)),
        to: isWhole ? undefined : labelAt(endOf(last)),
        length: run.reduce((sum, p) => sum + lengthOf(p), 0),
        curve: first.curve.type === 'line' ? undefined : (conicOf(first.curve) ?? 'curve'),
      });
      if (isWhole) return;
      const next = runs[(i + 1) % runs.length]?.[0] as RimPiece;
      const [a, b] = [headingAt(last, c, 'to'), headingAt(next, c, 'from')];
      // material is on the left: a turn to the left is a corner of less than 180 degrees
      const turn = (Math.atan2(cross2(a, b), dot2(a, b)) * 180) / Math.PI;
      corners.push({ at: labelAt(endOf(last)), angle: 180 - turn });
    });
  }
  return { sides, corners, diagonals };
};

/** The greatest and the least second moment of a cut face, by the circle of the three that are known. */
export const principalMoments = ({ secondMoments: m }: CutFace): PrincipalMoments => {
  // m.s is taken about the axis along s, m.t about the one along t
  const middle = (m.s + m.t) / 2;
  const off = Math.hypot((m.s - m.t) / 2, m.st);
  const angle = off <= middle * ROUND ? 0 : (Math.atan2(-m.st, (m.s - m.t) / 2) * 90) / Math.PI;
  return { greatest: middle + off, least: middle - off, angle };
};
