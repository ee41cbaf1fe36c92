import { type Box3, boxesMeet, joinBoxes, meetOfBoxes } from '../geometry/box.ts';
import { type Curve3, curveBox, domainOf, type Line3, pointOn, sameCurve } from '../geometry/curve3.ts';
import { isPartial, type Surface } from '../geometry/surface.ts';
import { dot, scale, sub } from '../geometry/vec.ts';
import { surfaceMeeting } from '../meeting/surfaceMeeting.ts';
import type { Face, Solid } from './body.ts';
import {
  askedOver,
  facesAlong,
  type Piece,
  piecesOf,
  stretchBox,
  stretchesIn,
  surfacesUnder,
} from './carriers.ts';
import { type Change, isAway } from './change.ts';

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
