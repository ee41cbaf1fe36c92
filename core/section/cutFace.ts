import { EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import { type Curve3, pointOn, sameCurve, tangentOn, velocityOn } from '../geometry/curve3.ts';
import { leastRadius, type Surface, sameSurface } from '../geometry/surface.ts';
import { along, cross, distance, dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { surfaceMeeting } from '../meeting/surfaceMeeting.ts';
import { type Face, insideSolid, type Solid } from '../solid/body.ts';
import { faceKeyAt } from '../solid/boundary.ts';
import { type Carrier, carrierOf, surfacesAt } from '../solid/carriers.ts';
import { clearRadius } from '../solid/coedges.ts';
import { samplesOf } from '../solid/quadrature.ts';
import { withoutBends } from './bends.ts';
import { endOf, type RimLoop, type RimPiece, startOf } from './rim.ts';
import { type CuttingPlane, cutterOf, type Leg, shapePoint } from './trace.ts';

/** The face that a cut makes in one body, its legs turned into one plane; all figures in the true shape's (s, t). */
export type CutFace = {
  readonly area: number;
  readonly perimeter: number;
  readonly centroid: Vec2;
  readonly secondMoments: { readonly s: number; readonly t: number; readonly st: number };
  /** the loops of every leg by itself, bends included */
  readonly loops: readonly RimLoop[];
  /** the same as it is drawn: one face where it runs on from leg to leg */
  readonly outline: readonly RimLoop[];
};

/** A line through an edge lies on several surfaces, whose faces may each reach further than the others': all are looked along. */
const wholeCarrier = (s: Solid, curve: Curve3, id: number, cutter: Surface): Carrier => {
  let carrier = carrierOf(s, curve, [id], cutter);
  if (curve.type !== 'line') return carrier;
  for (let known = 1; carrier.on.length > known; ) {
    known = carrier.on.length;
    carrier = carrierOf(s, curve, carrier.on, cutter);
  }
  return carrier;
};

/**
 * The stretches in which the cutting plane meets the body's boundary, where material lies on one side only. Membership is asked
 * in the plane itself; only where the plane lies along a face of the body is it asked a trace beyond, on the kept side.
 */
const rimPieces = (s: Solid, c: Leg, leg: number): RimPiece[] => {
  const { n } = c.kept;
  const cutter = cutterOf(c);
  const along0 = s.surfaces.findIndex((x) => sameSurface(x, cutter, s.tol.linear));
  const normalOfShape = cross(c.sAxis, c.tAxis);
  const seen = new Map<string, Curve3[]>();
  const pieces: RimPiece[] = [];
  s.surfaces.forEach((surface, id) => {
    if (id === along0) return;
    const reach = (s.facesOf[id] as number[]).reduce(
      (b, i) => joinBoxes(b, (s.faces[i] as Face).box),
      EMPTY_BOX,
    );
    for (const curve of surfaceMeeting(cutter, surface, reach, s.tol.linear)) {
      const carrier = wholeCarrier(s, curve, id, cutter);
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
        const face = faceKeyAt(s, own[0] as number, p);
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
          skin: s.surfaces[own[0] as number] as Surface,
          face,
          leg,
          from: onLeft ? piece.from : piece.to,
          to: onLeft ? piece.to : piece.from,
        });
      }
    }
  });
  return pieces;
};

/** A step off the plane too small to cross a curved surface tangent to it (which rises by r^2 / 2R within the radius r). */
const nudge = (s: Solid, p: Vec3, through: readonly number[], r: number): number =>
  Math.min(
    r * 1e-3,
    ...through
      .map((id) => s.surfaces[id] as Surface)
      .filter((x) => x.kind !== 'plane')
      .map((x) => Math.max((r * r * 1e-3) / Math.min(s.tol.size, leastRadius(x, p)), s.tol.size * ROUNDING)),
  );

/** Less than this share of the size is lost in a figure's last bits. */
const ROUNDING = 1e-14;

/** Runs the pieces round into loops; where loops touch at a point, the most leftward turn keeps them apart. */
const chain = (pieces: readonly RimPiece[], legs: readonly Leg[], tol: number): RimPiece[][] => {
  const left = new Set(pieces);
  const loops: RimPiece[][] = [];
  const heading = (p: RimPiece, t: number): Vec2 => {
    const c = legs[p.leg] as Leg;
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

const rimSamples = (pieces: readonly RimPiece[], legs: readonly Leg[]): RimSample[] =>
  pieces.flatMap((p) => {
    const c = legs[p.leg] as Leg;
    return samplesOf(p.curve, p.from, p.to).map((x): RimSample => {
      const [s, t] = shapePoint(c, x.p);
      return [s, t, x.w * dot(x.v, c.sAxis), x.w * dot(x.v, c.tAxis), Math.abs(x.w) * Math.hypot(...x.v)];
    });
  });

type SampledLoop = RimLoop & { readonly samples: readonly RimSample[] };

/** Runs pieces round into loops, with what their figures are worked out from. */
export const loopsOf = (pieces: readonly RimPiece[], legs: readonly Leg[], tol: number): SampledLoop[] =>
  chain(pieces, legs, tol * 40).map((run) => {
    const samples = rimSamples(run, legs);
    const area = samples.reduce((sum, [s, t, ds, dt]) => sum + (s * dt - t * ds) / 2, 0);
    return { outer: area > 0, pieces: run, samples };
  });

const bare = (loops: readonly SampledLoop[]): RimLoop[] =>
  loops.map(({ outer, pieces }) => ({ outer, pieces }));

/** A face with its figures. */
export const faceOf = (loops: readonly SampledLoop[], outline?: readonly SampledLoop[]): CutFace => {
  const own = bare(loops);
  return {
    ...figuresOf(loops.flatMap((l) => l.samples)),
    loops: own,
    outline: outline ? bare(outline) : own,
  };
};

/** The cut face of one body and, for each leg of a cut with several, its own part of it. */
export type LegFaces = { readonly whole: CutFace; readonly parts: readonly CutFace[] };

/**
 * The cut face of one body, with its figures by Green's theorem along the loops.
 * @param within the body as each leg sees it: what lies in the leg's own strip
 */
export const cutFaceOf = (c: CuttingPlane, within: (leg: Leg) => Solid): LegFaces => {
  const solids = c.legs.map(within);
  const tol = (solids[0] as Solid).tol.linear;
  const perLeg = c.legs.map((leg, i) => rimPieces(solids[i] as Solid, leg, i));
  const loops = perLeg.map((pieces) => loopsOf(pieces, c.legs, tol));
  if (perLeg.length === 1) return { whole: faceOf(loops[0] as SampledLoop[]), parts: [] };
  return {
    whole: faceOf(loops.flat(), loopsOf(withoutBends(perLeg, c.legs, tol), c.legs, tol)),
    parts: loops.map((own) => faceOf(own)),
  };
};

const figuresOf = (samples: readonly RimSample[]): Omit<CutFace, 'loops' | 'outline'> => {
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
