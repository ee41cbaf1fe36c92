import { pointOn, within } from '../geometry/curve3.ts';
import { along, distance, dot, length, sub, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { crossings } from '../meeting/crossings.ts';
import { firstRadius, generatorsMet } from '../meeting/generators.ts';
import { featureOfFace, meetingKey } from '../naming/keys.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import { turningsOn } from '../view/turning.ts';
import type { CutFace } from './cutFace.ts';
import { STRIP } from './region.ts';
import { type RimPiece, startOf } from './rim.ts';
import { type CuttingPlane, cutterOf, type Leg, shapePoint } from './trace.ts';

/** A point of a cut face's outline that a drafter finds, numbers and carries over. */
export type CutPoint = {
  readonly label: string;
  /** on an edge of the body (or a bend of the cut), on a generator of a curved face, or on its outline in a view */
  readonly kind: 'edge' | 'generator' | 'outline';
  readonly edge: string;
  readonly on: readonly string[];
  readonly at: Vec3;
  readonly along: number;
  readonly across: number;
  /** which loop of the cut face's outline it is on */
  readonly loop: number;
};

/** What a cut point is known by: its cut and its label there. */
export const cutPointKey = (cut: string, label: string): string => `cut ${cut} ${label}`;

/**
 * Curved faces are divided by generators, evenly from the one that faces `start`. Outline points in the given views are taken in
 * as well, for there the curve passes from seen to hidden.
 */
export type Divisions = {
  readonly count: 8 | 12 | 24;
  readonly start: ViewName;
  readonly outlinesIn: readonly ViewName[];
};

/** Parameters at which a stretch of the rim meets the generators. */
const generatorsOn = (p: RimPiece, { count, start }: Divisions, tol: number): number[] =>
  p.skin.kind === 'cylinder' || p.skin.kind === 'cone'
    ? generatorsMet(p, p.skin, count, start, tol).map((g) => g.t)
    : [];

/** The body's own faces among those of a rim, sorted; the ends of a strip are none. */
const ownFaces = (keys: readonly string[]): string[] =>
  [...new Set(keys.filter((k) => featureOfFace(k) !== STRIP))].sort();

type Found = Omit<CutPoint, 'label'>;

const RANK: readonly CutPoint['kind'][] = ['edge', 'generator', 'outline'];

/** Nearer than this many tolerances two points are one. */
const ONE = 40;

type Crossed = { readonly tol: number; readonly points: readonly Vec3[] };
/** Where planes cross edges: the same plane is asked for again where more points are found on its cut. */
const crossedBy = new WeakMap<CuttingPlane, WeakMap<Edge, Crossed>>();

/** Where a cut crosses an edge that is drawn. */
const crossedOn = (e: Edge, c: CuttingPlane, tol: number): readonly Vec3[] => {
  const known = crossedBy.get(c) ?? new WeakMap<Edge, Crossed>();
  crossedBy.set(c, known);
  const before = known.get(e);
  if (before?.tol === tol) return before.points;
  const points = isDrawn(e)
    ? c.legs.flatMap((leg) =>
        within(e.curve, crossings(e.curve, cutterOf(leg), tol), e.from, e.to, 1e-9).map((t) =>
          pointOn(e.curve, t),
        ),
      )
    : [];
  known.set(e, { tol, points });
  return points;
};

/**
 * The cut points of a face: where its outline passes from one face of the body to the next, each on the edge it came from, where it
 * turns from one leg of the cut into the next and, if divisions are asked for, on the generators and outlines of curved faces. They run
 * round each loop in order, outer loops first, from the point with the least s (then t); round a loop on one curved face from
 * its first generator.
 * @param first the number of the first point
 */
export const cutPointsOf = (
  face: CutFace,
  edges: readonly Edge[],
  c: CuttingPlane,
  tol: number,
  first: number,
  divisions?: Divisions,
): CutPoint[] => {
  const crossed = edges.flatMap((e) => crossedOn(e, c, tol).map((p) => ({ e, p })));
  const corner = (p: RimPiece, before: RimPiece, loop: number): Found => {
    const at = startOf(p);
    const hit = crossed.find((x) => distance(x.p, at) <= tol * ONE);
    const on = hit ? hit.e.on : ownFaces([before.face, p.face]);
    const place = hit ? hit.p : at;
    const [s, t] = shapePoint(c.legs[p.leg] as Leg, place);
    return { kind: 'edge', at: place, on, edge: hit?.e.key ?? meetingKey(on), along: s, across: t, loop };
  };
  /** Points within a stretch of the rim, in the order in which it runs. */
  const inner = (p: RimPiece, loop: number): Found[] => {
    if (!divisions) return [];
    const stretch = { curve: p.curve, from: Math.min(p.from, p.to), to: Math.max(p.from, p.to) };
    const outlines = divisions.outlinesIn.flatMap((v) =>
      turningsOn(p.skin, stretch, VIEW_FRAMES[v].toward, tol),
    );
    const all = [
      ...generatorsOn(p, divisions, tol).map((t) => ({ t, kind: 'generator' as const })),
      ...outlines.map((t) => ({ t, kind: 'outline' as const })),
    ];
    const sense = p.to > p.from ? 1 : -1;
    return all
      .sort((x, y) => sense * (x.t - y.t) || (x.kind === 'generator' ? -1 : 1))
      .map(({ t, kind }): Found => {
        const at = pointOn(p.curve, t);
        const [along0, across] = shapePoint(c.legs[p.leg] as Leg, at);
        return { kind, at, on: [p.face], edge: p.face, along: along0, across, loop };
      });
  };
  const points: CutPoint[] = [];
  const order = face.outline.map((l, i) => ({ l, i })).sort((x, y) => Number(y.l.outer) - Number(x.l.outer));
  for (const { l, i } of order) {
    const single = l.pieces.length < 2;
    const round = l.pieces.flatMap((p, k) => {
      const before = l.pieces[(k + l.pieces.length - 1) % l.pieces.length] as RimPiece;
      return [...(single ? [] : [corner(p, before, i)]), ...inner(p, i)];
    });
    // a corner says more than what falls on it
    const apart = round.filter(
      (x, k) =>
        !round.some(
          (y, j) =>
            j !== k &&
            distance(x.at, y.at) <= tol * ONE &&
            (x.kind === y.kind ? j < k : RANK.indexOf(y.kind) < RANK.indexOf(x.kind)),
        ),
    );
    if (!apart.length) continue;
    const start = single
      ? firstOf(apart, (x) => firstOnFace(x, l.pieces[0] as RimPiece, divisions))
      : firstOf(
          apart,
          (x) => x.along,
          (x) => x.across,
          tol * ONE,
        );
    apart.forEach((_, k) => {
      points.push({ label: String(first + points.length), ...(apart[(start + k) % apart.length] as Found) });
    });
  }
  return points;
};

/** How far round a curved face a point lies from its first generator, as a share of a turn. */
const firstOnFace = (x: Found, p: RimPiece, divisions: Divisions | undefined): number => {
  const s = p.skin;
  if (!divisions || (s.kind !== 'cylinder' && s.kind !== 'cone')) return x.along;
  const e1 = firstRadius(s, divisions.start);
  const q = sub(x.at, s.o);
  return 1 - dot(along(q, s.a, -dot(q, s.a)), e1) / Math.max(1e-300, length(along(q, s.a, -dot(q, s.a))));
};

/** The index of the least by a measure, then by another where the first differs by less than `slack`. */
const firstOf = (
  list: readonly Found[],
  measure: (x: Found) => number,
  then: (x: Found) => number = () => 0,
  slack = 0,
): number =>
  list.reduce((b, x, i) => {
    const best = list[b] as Found;
    const gap = measure(x) - measure(best);
    return gap < -slack || (Math.abs(gap) <= slack && then(x) < then(best)) ? i : b;
  }, 0);
