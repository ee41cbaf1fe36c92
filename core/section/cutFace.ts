import { type Curve3, pointOn, sameCurve, tangentOn, velocityOn, within } from '../geometry/curve3.ts';
import { leastRadius, type Surface, sameSurface } from '../geometry/surface.ts';
import { along, cross, distance, dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { insideSolid, type Solid } from '../solid/body.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import { carrierOf, surfacesAt } from '../solid/carriers.ts';
import { crossings } from '../solid/crossings.ts';
import { samplesOf } from '../solid/quadrature.ts';
import { clearRadius } from '../solid/sheets.ts';
import { surfaceMeeting } from '../solid/surfaceMeeting.ts';
import { type CuttingPlane, cutterOf, shapePoint } from './trace.ts';

/** A stretch of the cut face's outline, run from `from` to `to` (descending where run backwards) with material on the left in (s, t). */
export type RimPiece = {
  readonly curve: Curve3;
  readonly from: number;
  readonly to: number;
  readonly surface: number;
  /** key of the face that was cut */
  readonly face: string;
};
export type RimLoop = { readonly outer: boolean; readonly pieces: readonly RimPiece[] };

/** A point where the plane meets an edge of the body. */
export type CutPoint = {
  readonly label: string;
  readonly edge: string;
  readonly on: readonly string[];
  readonly at: Vec3;
  readonly along: number;
  readonly across: number;
};
/** The face that a plane makes in one body; all figures in the true shape's (s, t). */
export type CutFace = {
  readonly area: number;
  readonly perimeter: number;
  readonly centroid: Vec2;
  readonly secondMoments: { readonly s: number; readonly t: number; readonly st: number };
  readonly loops: readonly RimLoop[];
};

const faceKey = (s: Solid, surface: number, p: Vec3): string => {
  const list = s.facesOf[surface] as number[];
  const near = list.find((i) => {
    const b = s.faces[i]!.box;
    const tol = s.tol.linear * 4;
    return [0, 1, 2].every((k) => p[k]! >= b[k]! - tol && p[k]! <= b[k + 3]! + tol);
  });
  return s.faces[near ?? (list[0] as number)]!.key;
};

/**
 * The stretches in which the cutting plane meets the body's boundary, where material lies on one side only. Membership is asked
 * in the plane itself; only where the plane lies along a face of the body is it asked a trace beyond, on the kept side.
 */
const rimPieces = (s: Solid, c: CuttingPlane): RimPiece[] => {
  const { n } = c.kept;
  const cutter = cutterOf(c);
  const along0 = s.surfaces.findIndex((x) => sameSurface(x, cutter, s.tol.linear));
  const normalOfShape = cross(c.sAxis, c.tAxis);
  const seen = new Map<string, Curve3[]>();
  const pieces: RimPiece[] = [];
  s.surfaces.forEach((surface, id) => {
    if (id === along0) return;
    for (const curve of surfaceMeeting(cutter, surface, s.box, s.tol.linear)) {
      const carrier = carrierOf(s, curve, [id]);
      const under = carrier.on.filter((x) => x !== along0);
      const signature = under.join();
      const alike = seen.get(signature) ?? [];
      if (alike.some((k) => sameCurve(k, curve, s.tol.linear * 4))) continue;
      seen.set(signature, [...alike, curve]);
      for (const piece of carrier.pieces) {
        const t = (piece.from + piece.to) / 2;
        const p = pointOn(curve, t);
        const through = surfacesAt(s, carrier.on, p);
        const own = through.filter((x) => x !== along0);
        if (!own.length) continue;
        const r = clearRadius(s, p, through);
        const left = cross(normalOfShape, tangentOn(curve, t));
        const lift = along0 >= 0 ? nudge(s, p, through, r) : 0;
        const base = along(p, n, lift);
        const onLeft = insideSolid(s, along(base, left, r));
        if (onLeft === insideSolid(s, along(base, left, -r))) continue;
        const face = faceKey(s, own[0] as number, p);
        const last = pieces.at(-1);
        if (last && last.curve === curve && last.face === face) {
          if (onLeft && last.to === piece.from && last.from < last.to) {
            pieces[pieces.length - 1] = { ...last, to: piece.to };
            continue;
          }
          if (!onLeft && last.from === piece.from && last.to < last.from) {
            pieces[pieces.length - 1] = { ...last, from: piece.to };
            continue;
          }
        }
        pieces.push({
          curve,
          surface: own[0] as number,
          face,
          from: onLeft ? piece.from : piece.to,
          to: onLeft ? piece.to : piece.from,
        });
      }
    }
  });
  return pieces;
};

/** A step off the plane too small to cross a surface tangent to it (which rises by r^2 / 2R within the radius r). */
const nudge = (s: Solid, p: Vec3, through: readonly number[], r: number): number =>
  Math.min(
    r * 1e-3,
    ...through.map((id) => (r * r * 1e-3) / Math.min(s.tol.size, leastRadius(s.surfaces[id] as Surface, p))),
  );

const startOf = (p: RimPiece): Vec3 => pointOn(p.curve, p.from);
const endOf = (p: RimPiece): Vec3 => pointOn(p.curve, p.to);

/** Runs the pieces round into loops; where loops touch at a point, the most leftward turn keeps them apart. */
const chain = (pieces: readonly RimPiece[], c: CuttingPlane, tol: number): RimPiece[][] => {
  const left = new Set(pieces);
  const loops: RimPiece[][] = [];
  const heading = (p: RimPiece, t: number): Vec2 => {
    const v = velocityOn(p.curve, t);
    const k = p.to > p.from ? 1 : -1;
    return [k * dot(v, c.sAxis), k * dot(v, c.tAxis)];
  };
  for (const first of pieces) {
    if (!left.delete(first)) continue;
    const loop = [first];
    for (;;) {
      const last = loop.at(-1) as RimPiece;
      const end = endOf(last);
      if (distance(end, startOf(first)) <= tol) break;
      const back = heading(last, last.to);
      const backAngle = Math.atan2(-back[1], -back[0]);
      let best: RimPiece | undefined;
      let bestTurn = Number.POSITIVE_INFINITY;
      for (const p of left) {
        if (distance(startOf(p), end) > tol) continue;
        const out = heading(p, p.from);
        const turn = (backAngle - Math.atan2(out[1], out[0]) + 4 * Math.PI) % (2 * Math.PI);
        if (turn < bestTurn) {
          best = p;
          bestTurn = turn;
        }
      }
      if (!best) break;
      left.delete(best);
      loop.push(best);
    }
    loops.push(loop);
  }
  return loops;
};

/** A point of the outline in (s, t), with its weighted advance and length. */
type RimSample = readonly [s: number, t: number, ds: number, dt: number, length: number];

const rimSamples = (pieces: readonly RimPiece[], c: CuttingPlane): RimSample[] =>
  pieces.flatMap((p) =>
    samplesOf(p.curve, p.from, p.to).map((x): RimSample => {
      const [s, t] = shapePoint(c, x.p);
      return [s, t, x.w * dot(x.v, c.sAxis), x.w * dot(x.v, c.tAxis), Math.abs(x.w) * Math.hypot(...x.v)];
    }),
  );

/** The cut face of one body, with its figures by Green's theorem along the loops. */
export const cutFaceOf = (solid: Solid, c: CuttingPlane): CutFace => {
  const chained = chain(rimPieces(solid, c), c, solid.tol.linear * 40).map((pieces) => ({
    pieces,
    samples: rimSamples(pieces, c),
  }));
  const loops = chained.map(({ pieces, samples }): RimLoop & { area: number } => {
    const area = samples.reduce((sum, [s, t, ds, dt]) => sum + (s * dt - t * ds) / 2, 0);
    return { outer: area > 0, pieces, area };
  });
  return {
    ...figuresOf(chained.flatMap((l) => l.samples)),
    loops: loops.map(({ outer, pieces }) => ({ outer, pieces })),
  };
};

const figuresOf = (samples: readonly RimSample[]): Omit<CutFace, 'loops'> => {
  const over = (g: (s: number, t: number) => number): number =>
    samples.reduce((sum, [s, t, , dt]) => sum + g(s, t) * dt, 0);
  const area = over((s) => s);
  const ms = over((s) => (s * s) / 2);
  const mt = over((s, t) => s * t);
  const centroid: Vec2 = area > 0 ? [ms / area, mt / area] : [0, 0];
  const [cs, ct] = centroid;
  return {
    area,
    perimeter: samples.reduce((sum, x) => sum + x[4], 0),
    centroid,
    secondMoments: {
      s: over((s, t) => s * (t - ct) ** 2),
      t: over((s) => (s - cs) ** 3 / 3),
      st: over((s, t) => ((s - cs) ** 2 / 2) * (t - ct)),
    },
  };
};

/**
 * The cut points of a face: where the outline passes from one face of the body to the next, each on the edge it came from.
 * They run round each loop in order, outer loops first, from the point with the least s (then t).
 * @param first the number of the first point
 */
export const cutPointsOf = (
  face: CutFace,
  edges: readonly Edge[],
  c: CuttingPlane,
  tol: number,
  first: number,
): CutPoint[] => {
  const cutter = cutterOf(c);
  const crossed = edges.flatMap((e) =>
    isDrawn(e)
      ? within(e.curve, crossings(e.curve, cutter, tol), e.from, e.to, 1e-9).map((t) => ({
          e,
          p: pointOn(e.curve, t),
        }))
      : [],
  );
  const points: CutPoint[] = [];
  for (const loop of [...face.loops].sort((a, b) => Number(b.outer) - Number(a.outer))) {
    if (loop.pieces.length < 2) continue;
    const corners = loop.pieces.map((p, i) => {
      const at = startOf(p);
      const before = loop.pieces[(i + loop.pieces.length - 1) % loop.pieces.length] as RimPiece;
      const hit = crossed.find((x) => distance(x.p, at) <= tol * 40);
      const on = hit ? hit.e.on : [...new Set([before.face, p.face])].sort();
      const [s, t] = shapePoint(c, hit ? hit.p : at);
      return { at: hit ? hit.p : at, on, edge: hit?.e.key ?? on.join(' | '), along: s, across: t };
    });
    const start = corners.reduce((b, k, i) => {
      const best = corners[b]!;
      const gap = k.along - best.along;
      return gap < -tol * 40 || (Math.abs(gap) <= tol * 40 && k.across < best.across) ? i : b;
    }, 0);
    corners.forEach((_, i) => {
      const k = corners[(start + i) % corners.length]!;
      points.push({ label: String(first + points.length), ...k });
    });
  }
  return points;
};
