import { TAU } from '../geometry/angle.ts';
import { type Box3, boxesMeet, boxOf, inBox, joinBoxes, lineInBox, meetOfBoxes } from '../geometry/box.ts';
import {
  type Curve3,
  curveBox,
  domainOf,
  isClosed,
  type Line3,
  pointOn,
  sameCurve,
  tangentOn,
} from '../geometry/curve3.ts';
import { bracketedRoot } from '../geometry/roots.ts';
import { isPartial, normalAt, type Surface, signedDistance, wholeDistance } from '../geometry/surface.ts';
import { cross, distance, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import type { Face, Solid } from './body.ts';
import { type Change, isAway } from './change.ts';
import { crossings } from './crossings.ts';
import { surfaceMeeting } from './surfaceMeeting.ts';

/** A stretch of a curve between two of the surfaces that cross it. */
export type Piece = { readonly from: number; readonly to: number; readonly closed: boolean };

/** A curve with the surfaces it lies on and the stretches between those that cross it. */
export type Carrier = {
  readonly curve: Curve3;
  readonly on: readonly number[];
  readonly pieces: readonly Piece[];
};

/** Inner shares of a curve's length at which it is asked what it lies on. */
const SHARES = [0.05, 0.22, 0.41, 0.59, 0.78];

/** True where the whole curve lies on the surface (a line is looked at where it passes the body). */
const liesOn = (curve: Curve3, stretch: readonly [number, number], s: Surface, tol: number): boolean => {
  const [lo, hi] = stretch;
  return SHARES.every((k) => Math.abs(wholeDistance(s, pointOn(curve, lo + k * (hi - lo)))) <= tol);
};

/** The stretches, ascending and apart, in which a line passes the boxes. */
const stretchesIn = (curve: Line3, boxes: readonly Box3[], tol: number): [number, number][] => {
  const found: [number, number][] = [];
  for (const b of boxes) {
    const inside = lineInBox(curve.p, curve.d, b, tol * 4);
    if (inside) found.push([inside[0], inside[1]]);
  }
  if (found.length < 2) return found;
  found.sort((x, y) => x[0] - y[0]);
  const out: [number, number][] = [];
  for (const x of found) {
    const last = out.at(-1);
    if (last && x[0] <= last[1]) last[1] = Math.max(last[1], x[1]);
    else out.push(x);
  }
  return out;
};

/** The box of a stretch of a line. */
const stretchBox = (curve: Line3, [lo, hi]: readonly [number, number]): Box3 =>
  boxOf([pointOn(curve, lo), pointOn(curve, hi)]);

/** The faces a curve may touch; of a line, those that meet its stretch. */
const facesAlong = (s: Solid, curve: Curve3, stretch: readonly [number, number], box: Box3): Face[] => {
  const tol = s.tol.linear;
  const out: Face[] = [];
  for (const i of s.faceGrid.around(box)) {
    const f = s.faces[i] as Face;
    if (!boxesMeet(f.box, box, tol)) continue;
    if (curve.type === 'line') {
      const inside = lineInBox(curve.p, curve.d, f.box, tol);
      if (!inside || inside[0] > stretch[1] + tol || inside[1] < stretch[0] - tol) continue;
    }
    out.push(f);
  }
  return out;
};

/** Over what a curve is asked whether it lies on a surface: of a line, as far as the part is large. */
const askedOver = (
  s: Solid,
  curve: Curve3,
  stretch: readonly [number, number],
): readonly [number, number] => {
  if (curve.type !== 'line') return stretch;
  const middle = (stretch[0] + stretch[1]) / 2;
  return [middle - s.tol.size / 2, middle + s.tol.size / 2];
};

/** The surfaces that the curve lies on, ascending; `own` are known to be among them. */
const surfacesUnder = (
  s: Solid,
  curve: Curve3,
  stretch: readonly [number, number],
  faces: readonly Face[],
  own: readonly number[],
): number[] => {
  const ids = new Set<number>(own);
  const asked = new Set<number>(own);
  for (const f of faces) {
    if (asked.has(f.surface)) continue;
    asked.add(f.surface);
    if (liesOn(curve, stretch, s.surfaces[f.surface] as Surface, s.tol.linear)) ids.add(f.surface);
  }
  return [...ids].sort((a, b) => a - b);
};

const KNOT_SAMPLES = 48;

/**
 * Where two curved surfaces under a curve touch, another curve of the same pair crosses it and the sheets change sides: their
 * crossed normals turn round there.
 */
const touchesAlong = (curve: Curve3, a: Surface, b: Surface): number[] => {
  const [lo, hi] = domainOf(curve);
  const turn = (t: number): number => {
    const p = pointOn(curve, t);
    return dot(cross(normalAt(a, p), normalAt(b, p)), tangentOn(curve, t));
  };
  const out: number[] = [];
  // begun between samples, as symmetric curves touch at round parameters
  const at = (i: number): number => lo + ((hi - lo) * (i + 0.37)) / KNOT_SAMPLES;
  let before = turn(at(-1));
  for (let i = 0; i < KNOT_SAMPLES; i++) {
    const now = turn(at(i));
    if (before > 0 !== now > 0 && Math.abs(before) + Math.abs(now) > 1e-6)
      out.push(bracketedRoot(turn, at(i - 1), at(i), before, now));
    before = now;
  }
  return out;
};

/** Parameters where a curve must be parted for its own sake. */
const selfCrossings = (s: Solid, curve: Curve3, on: readonly number[]): number[] => {
  if (curve.type === 'piercing' || curve.type === 'marched') return [...curve.knots];
  const round = on.map((id) => s.surfaces[id] as Surface).filter((x) => x.kind !== 'plane');
  if (curve.type === 'line')
    return round.flatMap((x) => (x.kind === 'cone' ? [dot(sub(x.o, curve.p), curve.d)] : []));
  const touches = round.flatMap((b, i) => round.slice(0, i).flatMap((a) => touchesAlong(curve, a, b)));
  // a tube's circle that reaches the axis goes on there as the other skin
  const poles = round.flatMap((x) => {
    if (x.kind !== 'torus' || !isPartial(x) || curve.type !== 'ellipse') return [];
    const z = Math.sqrt(Math.max(0, x.r * x.r - x.R * x.R));
    return [1, -1].flatMap((k) => {
      const q = sub([x.o[0] + k * z * x.a[0], x.o[1] + k * z * x.a[1], x.o[2] + k * z * x.a[2]], curve.c);
      const t = Math.atan2(dot(q, curve.v) / dot(curve.v, curve.v), dot(q, curve.u) / dot(curve.u, curve.u));
      const there = pointOn(curve, t);
      return length(sub(sub(there, curve.c), q)) <= s.tol.linear * 10 ? [t < 0 ? t + TAU : t] : [];
    });
  });
  return [...touches, ...poles];
};

/** Parts a curve where other surfaces cross it, inside the boxes of their faces; of a line, within the stretch only. */
const piecesOf = (
  s: Solid,
  curve: Curve3,
  on: readonly number[],
  faces: readonly Face[],
  stretch: readonly [number, number],
): Piece[] => {
  const tol = s.tol.linear;
  const found = new Map<number, number[]>();
  const cuts = selfCrossings(s, curve, on);
  for (const f of faces) {
    if (on.includes(f.surface)) continue;
    let ts = found.get(f.surface);
    if (!ts) {
      ts = crossings(curve, s.surfaces[f.surface] as Surface, tol);
      found.set(f.surface, ts);
    }
    for (const t of ts) if (inBox(f.box, pointOn(curve, t), tol * 4)) cuts.push(t);
  }
  if (curve.type !== 'line') return piecesBetween(curve, cuts, tol);
  // faces that reach into the stretch may end far from it, where others that are not looked at have their say
  const own = cuts.filter((t) => t >= stretch[0] - tol * 8 && t <= stretch[1] + tol * 8);
  return piecesBetween(curve, own, tol);
};

/** The stretches between cuts; cuts nearer than tol are one. */
export const piecesBetween = (curve: Curve3, cuts: readonly number[], tol: number): Piece[] => {
  const closed = isClosed(curve);
  if (!cuts.length) return closed ? [{ from: 0, to: TAU, closed: true }] : [];
  const sorted = [...cuts].sort((a, b) => a - b);
  const apart = (a: number, b: number): boolean => distance(pointOn(curve, a), pointOn(curve, b)) > tol;
  const kept = sorted.filter(
    (t, i) => i === 0 || t - (sorted[i - 1] as number) > 1e-3 || apart(sorted[i - 1] as number, t),
  );
  const pieces: Piece[] = [];
  for (let i = 1; i < kept.length; i++)
    pieces.push({ from: kept[i - 1] as number, to: kept[i] as number, closed: false });
  if (closed) {
    const first = kept[0] as number;
    const last = kept.at(-1) as number;
    if (kept.length === 1) pieces.push({ from: first, to: first + TAU, closed: true });
    else if (first + TAU - last > 1e-3 || apart(first, last))
      pieces.push({ from: last, to: first + TAU, closed: false });
  }
  return pieces;
};

/**
 * Prepares a curve of the body for questions about its stretches.
 * @param own ids of surfaces that the curve is known to lie on; a line is looked at in the boxes of the first one's faces
 */
export const carrierOf = (s: Solid, curve: Curve3, own: readonly number[]): Carrier => {
  if (curve.type !== 'line') {
    const stretch = domainOf(curve);
    const faces = facesAlong(s, curve, stretch, curveBox(curve));
    const on = surfacesUnder(s, curve, stretch, faces, own);
    return { curve, on, pieces: piecesOf(s, curve, on, faces, stretch) };
  }
  const boxes = (s.facesOf[own[0] as number] as number[]).map((i) => (s.faces[i] as Face).box);
  const parts = stretchesIn(curve, boxes, s.tol.linear).map((stretch) => {
    const faces = facesAlong(s, curve, stretch, stretchBox(curve, stretch));
    const on = surfacesUnder(s, curve, askedOver(s, curve, stretch), faces, own);
    return { on, pieces: piecesOf(s, curve, on, faces, stretch) };
  });
  const on = [...new Set([...own, ...parts.flatMap((x) => x.on)])].sort((x, y) => x - y);
  return { curve, on, pieces: parts.flatMap((x) => x.pieces) };
};

/** A circle that parts a sphere or a torus: the equator, on a ring's inner side, where its tube's angle has its seam. */
const seamOf = (s: Surface): Curve3 | undefined => {
  if (s.kind === 'sphere') return { type: 'ellipse', c: s.o, u: [s.r, 0, 0], v: [0, s.r, 0] };
  if (s.kind !== 'torus') return undefined;
  const rho = isPartial(s) ? s.R + s.r : s.R - s.r;
  return { type: 'ellipse', c: s.o, u: scale(s.e1, rho), v: scale(s.e2, rho) };
};

/** Two surface numbers as one figure, the same whatever the count of surfaces. */
const PAIR = 2 ** 24;

/** Pairs of surfaces whose faces' boxes meet, each with the boxes in which they do. */
const meetingPairs = (s: Solid): Map<number, Box3[]> => {
  const tol = s.tol.linear;
  const pairs = new Map<number, Box3[]>();
  s.faces.forEach((f, i) => {
    for (const j of s.faceGrid.around(f.box)) {
      if (j <= i) continue;
      const g = s.faces[j] as Face;
      if (f.surface === g.surface || !boxesMeet(f.box, g.box, tol)) continue;
      const key = Math.min(f.surface, g.surface) * PAIR + Math.max(f.surface, g.surface);
      const shared = meetOfBoxes(f.box, g.box, tol);
      const known = pairs.get(key);
      if (known) known.push(shared);
      else pairs.set(key, [shared]);
    }
  });
  return pairs;
};

/**
 * A curve on which edges may lie, before it is parted: of a line, one stretch. `key` is the same in the next state of the body
 * as long as the surfaces it came from keep their numbers.
 */
export type Candidate = {
  readonly key: string;
  readonly curve: Curve3;
  readonly on: readonly number[];
  readonly box: Box3;
  readonly stretch: readonly [number, number];
  /** a curve drawn on one surface only to part it, so that a closed face has an edge to be measured by */
  readonly seam: boolean;
};

/** What was found out about candidates, for the next state of the body. */
export type CandidateMemory = {
  readonly meetings: Map<number, { readonly box: Box3; readonly curves: readonly Curve3[] }>;
  /** the surfaces under each stretch, by its key */
  readonly under: Map<string, readonly number[]>;
};
/** The state before, and what changed since. */
export type Since<Memory> = { readonly memory: Memory; readonly change: Change };

export const emptyCandidateMemory = (): CandidateMemory => ({ meetings: new Map(), under: new Map() });

/** A line gathered from several pairs of surfaces, with the stretches in which they meet there. */
type GatheredLine = {
  readonly key: string;
  readonly curve: Line3;
  readonly on: Set<number>;
  readonly stretches: [number, number][];
};

/**
 * Gathers the lines in which surfaces meet. Lines are merged by the surfaces they lie on before any coordinates are compared:
 * two candidates for one line share a pair of surfaces wherever their stretches meet.
 */
const lineGatherer = (
  s: Solid,
  underOf: (
    key: string,
    curve: Line3,
    stretch: readonly [number, number],
    own: readonly number[],
  ) => readonly number[],
) => {
  const tol = s.tol.linear;
  const byPair = new Map<number, GatheredLine[]>();
  const all: GatheredLine[] = [];
  const post = (line: GatheredLine, on: readonly number[]): void => {
    for (let i = 0; i < on.length; i++)
      for (let j = i + 1; j < on.length; j++) {
        const key = (on[i] as number) * PAIR + (on[j] as number);
        const list = byPair.get(key);
        if (!list) byPair.set(key, [line]);
        else if (!list.includes(line)) list.push(line);
      }
  };
  return {
    take: (curve: Line3, k: number, pair: number, own: readonly number[], boxes: readonly Box3[]): void => {
      for (const stretch of stretchesIn(curve, boxes, tol)) {
        if (stretch[1] - stretch[0] <= tol) continue;
        const key = `${own[0]},${own[1]} line ${k} ${stretch[0]}`;
        const home = byPair.get(pair)?.find((x) => sameCurve(x.curve, curve, tol * 4));
        const on = underOf(key, curve, stretch, own);
        if (home) {
          const along = (t: number): number => dot(sub(pointOn(curve, t), home.curve.p), home.curve.d);
          const [a, b] = [along(stretch[0]), along(stretch[1])];
          home.stretches.push([Math.min(a, b), Math.max(a, b)]);
          const grown = on.filter((id) => !home.on.has(id));
          for (const id of grown) home.on.add(id);
          if (grown.length)
            post(
              home,
              [...home.on].sort((x, y) => x - y),
            );
        } else {
          const line: GatheredLine = { key, curve, on: new Set(on), stretches: [stretch] };
          all.push(line);
          post(line, on);
        }
      }
    },
    candidates: (): Candidate[] =>
      all.flatMap(({ key, curve, on, stretches }) => {
        const ids = [...on].sort((x, y) => x - y);
        const whole =
          stretches.length === 1
            ? stretches
            : stretchesIn(
                curve,
                stretches.map((x) => stretchBox(curve, x)),
                tol,
              );
        return whole.map((stretch) => ({
          key: `${key} ${stretch[0]} ${stretch[1]}`,
          curve,
          on: ids,
          box: stretchBox(curve, stretch),
          stretch,
          seam: false,
        }));
      }),
  };
};

const sameBox = (a: Box3, b: Box3): boolean => a.every((x, i) => x === b[i]);

/** All candidate curves: where surfaces of faces with meeting boxes meet, each curve once. */
export const candidateCurves = (
  s: Solid,
  next: CandidateMemory = emptyCandidateMemory(),
  since?: Since<CandidateMemory>,
): Candidate[] => {
  const tol = s.tol.linear;
  const known = new Map<string, Candidate[]>();
  const round: Candidate[] = [];
  const kept = (id: number): boolean => since?.change.kept[id] === true;
  const under = (
    key: string,
    curve: Curve3,
    stretch: readonly [number, number],
    box: Box3,
    own: readonly number[],
  ): readonly number[] => {
    const before = since?.memory.under.get(key);
    const holds = before?.every(kept) && isAway((since as Since<CandidateMemory>).change, box, tol * 4);
    const on =
      before && holds
        ? before
        : surfacesUnder(s, curve, askedOver(s, curve, stretch), facesAlong(s, curve, stretch, box), own);
    next.under.set(key, on);
    return on;
  };
  const lines = lineGatherer(s, (key, curve, stretch, own) =>
    under(key, curve, stretch, stretchBox(curve, stretch), own),
  );
  const take = (key: string, curve: Exclude<Curve3, Line3>, own: readonly number[], seam: boolean): void => {
    const stretch = domainOf(curve);
    const box = curveBox(curve);
    const on = under(key, curve, stretch, box, own);
    // merged by the surfaces they lie on before any coordinates are compared
    const signature = on.join(',');
    const alike = known.get(signature);
    const same = alike?.find((c) => sameCurve(c.curve, curve, tol * 4));
    if (same) {
      // a seam that runs along another's curve parts the face all the same where that one is none of its edges
      if (seam) round[round.indexOf(same)] = { ...same, seam };
      return;
    }
    const candidate: Candidate = { key, curve, on, box, stretch, seam };
    round.push(candidate);
    if (alike) alike.push(candidate);
    else known.set(signature, [candidate]);
  };
  const meet = (pair: number, i: number, j: number, box: Box3): readonly Curve3[] => {
    const before = kept(i) && kept(j) ? since?.memory.meetings.get(pair) : undefined;
    const curves =
      before && sameBox(before.box, box)
        ? before.curves
        : surfaceMeeting(s.surfaces[i] as Surface, s.surfaces[j] as Surface, box, tol);
    next.meetings.set(pair, { box, curves });
    return curves;
  };
  const pairs = [...meetingPairs(s)].sort(([a], [b]) => a - b);
  for (const [pair, boxes] of pairs) {
    const [i, j] = [Math.floor(pair / PAIR), pair % PAIR];
    meet(pair, i, j, boxes.reduce(joinBoxes)).forEach((curve, k) => {
      if (curve.type === 'line') lines.take(curve, k, pair, [i, j], boxes);
      else take(`${i},${j} curve ${k}`, curve, [i, j], false);
    });
  }
  s.surfaces.forEach((surface, id) => {
    const seam = seamOf(surface);
    if (seam && seam.type !== 'line') take(`${id} seam`, seam, [id], true);
  });
  return [...lines.candidates(), ...round];
};

/** The pieces into which other surfaces part a candidate. */
export const candidatePieces = (s: Solid, c: Candidate): Piece[] =>
  piecesOf(s, c.curve, c.on, facesAlong(s, c.curve, c.stretch, c.box), c.stretch);

/** The surfaces of a carrier that have a face box round p and pass through it. */
export const surfacesAt = (s: Solid, on: readonly number[], p: Vec3): number[] => {
  const near = s.faceGrid.at(p[0], p[1], p[2]);
  return on.filter((id) => {
    const surface = s.surfaces[id] as Surface;
    if (isPartial(surface) && Math.abs(signedDistance(surface, p)) > s.tol.linear * 100) return false;
    return near.some((i) => {
      const f = s.faces[i] as Face;
      return f.surface === id && inBox(f.box, p, s.tol.linear * 4);
    });
  });
};
