import { type Ellipse3, pointOn, velocityOn } from '../geometry/curve3.ts';
import { farFromStretch } from '../geometry/farFromStretch.ts';
import { WHOLE_TURN } from '../geometry/nearness.ts';
import { signChanges } from '../geometry/roots.ts';
import type { Cone, Cylinder } from '../geometry/surface.ts';
import { along, cross, distance, dot, length, sub, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { generatorsMet } from '../meeting/generators.ts';
import { faceInWords } from '../naming/keys.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import { insideSolid, type Solid } from '../solid/body.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { firstMetIn } from '../view/firstMet.ts';
import { flatten } from '../view/project.ts';
import type { View } from '../view/view.ts';
import { edgesBefore, type Posting } from './postings.ts';

/** A point of a round part that is no corner: it has accounts like one. Part units. */
export type RoundPoint = {
  readonly key: string;
  /** "O2" for a centre, "O2 left" for a point of its circle, "K1 top" for one of another curve, "V1" for an apex */
  readonly label: string;
  readonly kind: 'centre' | 'quadrant' | 'division' | 'extreme' | 'apex';
  /** what it is in words */
  readonly what: string;
  readonly body: string;
  readonly at: Vec3;
  /** keys of the faces that meet there, or of the round that it is the centre or apex of */
  readonly on: readonly string[];
  /** the edges on which it lies, or whose centre it is */
  readonly edges: readonly Edge[];
};

/** What the ends of the three axes are called, the low end first. */
const ENDS = [
  ['left', 'right'],
  ['front', 'back'],
  ['base', 'top'],
] as const;

/** The edges of one circle: cut in pieces it is still one. */
type Ring = { readonly curve: Ellipse3; readonly edges: Edge[] };

const isCircle = (e: Edge): e is Edge & { curve: Ellipse3 } => e.curve.type === 'ellipse';

/** @param tol how near is the same, part units */
const ringsOf = (edges: readonly Edge[], tol: number): Ring[] => {
  const rings: Ring[] = [];
  for (const e of edges.filter(isCircle)) {
    const { c, u, v } = e.curve;
    const n = cross(u, v);
    const ring = rings.find(({ curve: k }) => {
      const m = cross(k.u, k.v);
      const isParallel = length(cross(n, m)) <= tol * length(n) * length(m);
      return isParallel && distance(k.c, c) < tol && Math.abs(length(n) - length(m)) < tol * length(n);
    });
    if (ring) ring.edges.push(e);
    else rings.push({ curve: e.curve, edges: [e] });
  }
  return rings;
};

/** Where along an ellipse or circle a coordinate is greatest; nothing where it is the same all round. */
const greatestAlong = ({ u, v }: Ellipse3, axis: 0 | 1 | 2, tol: number): number | undefined =>
  Math.hypot(u[axis], v[axis]) <= tol ? undefined : Math.atan2(v[axis], u[axis]);

/** The edge of a ring that holds a place of it; nothing where that is cut away. */
const holding = (ring: Ring, at: Vec3, tol: number): Edge | undefined =>
  ring.edges.find((e) => {
    const { c, u, v } = e.curve as Ellipse3;
    const d = sub(at, c);
    const t = Math.atan2(dot(d, v) / dot(v, v), dot(d, u) / dot(u, u));
    if (e.to - e.from >= WHOLE_TURN) return true;
    const past = wrapAngle(t - e.from + tol / length(u));
    return past <= e.to - e.from + (2 * tol) / length(u);
  });

type Found = Omit<RoundPoint, 'key' | 'label' | 'body'> & { readonly name: string };

const onRing = (
  ring: Ring,
  tol: number,
  divisions: number | undefined,
  corners: readonly Vec3[],
): Found[] => {
  const { curve } = ring;
  const on = [...new Set(ring.edges.flatMap((e) => e.on))];
  const where = on.map(faceInWords).join(' and ');
  const out: Found[] = [
    {
      name: '',
      kind: 'centre',
      what: `the centre of the circle of ${where}`,
      at: curve.c,
      on,
      edges: ring.edges,
    },
  ];
  const note = (name: string, kind: Found['kind'], what: string, at: Vec3): void => {
    const edge = holding(ring, at, tol);
    if (!edge || [...out.map((x) => x.at), ...corners].some((q) => distance(q, at) < tol)) return;
    out.push({ name, kind, what: `${what} of the circle of ${where}`, at, on: edge.on, edges: [edge] });
  };
  for (const axis of [0, 1, 2] as const) {
    const t = greatestAlong(curve, axis, tol);
    if (t === undefined) continue;
    note(ENDS[axis][1], 'quadrant', `the ${ENDS[axis][1]} point`, pointOn(curve, t));
    note(ENDS[axis][0], 'quadrant', `the ${ENDS[axis][0]} point`, pointOn(curve, t + Math.PI));
  }
  if (divisions) {
    // counted from the rightmost point, or where there is none from the hindmost one
    const start = greatestAlong(curve, 0, tol) ?? (greatestAlong(curve, 1, tol) as number);
    for (let k = 0; k < divisions; k++) {
      const degrees = Math.round((3600 * k) / divisions) / 10;
      note(
        `${degrees}°`,
        'division',
        `the point at ${degrees} degrees`,
        pointOn(curve, start + (k * TAU) / divisions),
      );
    }
  }
  return out;
};

/** So many stretches of a curve are looked at for where a coordinate turns. */
const LOOKS = 48;

/** The round face whose generators a drafter takes to find a curve: of two the lesser cylinder, for its generators meet all of the curve. */
const dividedFace = (e: Edge, s: Solid): Cylinder | Cone | undefined => {
  const round = e.coedges.flatMap(({ surface }): (Cylinder | Cone)[] => {
    const own = s.surfaces[surface];
    return own?.kind === 'cylinder' || own?.kind === 'cone' ? [own] : [];
  });
  const size = (x: Cylinder | Cone): number => (x.kind === 'cylinder' ? x.r : Number.POSITIVE_INFINITY);
  return round.toSorted((a, b) => size(a) - size(b))[0];
};

/**
 * The points of a curve that is no circle: where a coordinate turns, such as the lowest points where two cylinders meet; and where generators are asked for,
 * the points in which it meets those of its lesser round face.
 */
const onCurve = (
  e: Edge,
  s: Solid,
  tol: number,
  corners: readonly Vec3[],
  divided: GeneratorsAsked | undefined,
): Found[] => {
  const out: Found[] = [];
  for (const axis of [0, 1, 2] as const) {
    const speed = (t: number): number => velocityOn(e.curve, t)[axis];
    for (const t of signChanges(speed, e.from, e.to, LOOKS)) {
      const at = pointOn(e.curve, t);
      if ([...out.map((x) => x.at), ...corners].some((q) => distance(q, at) < tol)) continue;
      const step = (e.to - e.from) / (4 * LOOKS);
      const beside = [t - step, t + step].map((x) => pointOn(e.curve, x)[axis]);
      const end = ENDS[axis][beside.every((x) => x < at[axis]) ? 1 : 0];
      out.push({
        name: end,
        kind: 'extreme',
        what: `the ${end} point of the curve where ${e.on.map(faceInWords).join(' meets ')}`,
        at,
        on: e.on,
        edges: [e],
      });
    }
  }
  const face = divided && dividedFace(e, s);
  if (!face) return out;
  for (const { t, generator } of generatorsMet(e, face, divided.count, divided.start, s.tol.linear)) {
    const at = pointOn(e.curve, t);
    if ([...out.map((x) => x.at), ...corners].some((q) => distance(q, at) < tol)) continue;
    out.push({
      name: `g${generator + 1}`,
      kind: 'division',
      what: `the point on generator ${generator + 1} of ${divided.count} of the curve where ${e.on.map(faceInWords).join(' meets ')}`,
      at,
      on: e.on,
      edges: [e],
    });
  }
  return out;
};

/** How many generators divide a round face, and the view that the first of them faces. */
export type GeneratorsAsked = { readonly count: number; readonly start: ViewName };

/** The apexes of cones that are still there: material on one side of them along the axis, and none on the other. */
const apexesOf = (s: Solid, corners: readonly Vec3[], tol: number): Found[] => {
  const step = s.tol.size * 1e-4;
  return s.surfaces.flatMap((surface, i): Found[] => {
    if (surface.kind !== 'cone') return [];
    const { o, a } = surface;
    const isThere = insideSolid(s, along(o, a, step)) !== insideSolid(s, along(o, a, -step));
    if (!isThere || corners.some((q) => distance(q, o) < tol)) return [];
    const face = s.faces[(s.facesOf[i] as number[])[0] as number]?.key as string;
    return [
      { name: '', kind: 'apex', what: `the apex of ${faceInWords(face)}`, at: o, on: [face], edges: [] },
    ];
  });
};

/** The centres of balls of which some is still there. */
const ballsOf = (s: Solid): Found[] =>
  s.surfaces.flatMap((surface, i): Found[] => {
    const face = s.faces[s.facesOf[i]?.[0] as number]?.key;
    if (surface.kind !== 'sphere' || !face) return [];
    const what = `the centre of ${faceInWords(face)}`;
    return [{ name: '', kind: 'centre', what, at: surface.o, on: [face], edges: [] }];
  });

/**
 * The points of round features that drafters name and carry over though they are no corners: centres of circles with their quadrant points, and
 * where asked for their equal divisions; the extreme points of curves in which round faces meet, and where asked for those on generators; apexes. Each once,
 * those that are corners left out.
 * @param divided into how many equal parts each circle and each round face is divided besides
 * @param corners the numbered corners, part units
 */
export const roundPoints = (
  part: BuiltPart,
  corners: readonly Vec3[],
  divided?: GeneratorsAsked,
): readonly RoundPoint[] => {
  const tol = part.tol.linear * 40;
  const counts = { O: 0, K: 0, V: 0 };
  return part.bodies.flatMap(({ solid, edges }) => {
    const drawn = edges.filter(isDrawn);
    const named = (letter: keyof typeof counts, found: readonly Found[]): RoundPoint[] => {
      if (!found.length) return [];
      const n = ++counts[letter];
      const names = found.map((f) => f.name);
      return found.map(({ name, ...f }, i): RoundPoint => {
        // a curve may have several lowest points
        const times = names.slice(0, i).filter((x) => x === name).length;
        const label = `${letter}${n}${name && ` ${name}`}${times ? ` ${times + 1}` : ''}`;
        return { ...f, label, key: `round ${solid.name} ${label}`, body: solid.name };
      });
    };
    return [
      ...ringsOf(drawn, tol)
        .sort(
          (a, b) => b.curve.c[2] - a.curve.c[2] || a.curve.c[0] - b.curve.c[0] || a.curve.c[1] - b.curve.c[1],
        )
        .flatMap((r) => named('O', onRing(r, tol, divided?.count, corners))),
      ...drawn
        .filter((e) => e.curve.type !== 'line' && !isCircle(e))
        .flatMap((e) => named('K', onCurve(e, solid, tol, corners, divided))),
      ...ballsOf(solid).flatMap((f) => named('O', [f])),
      ...apexesOf(solid, corners, tol).flatMap((f) => named('V', [f])),
    ];
  });
};

/** A ray may meet a cone beside its apex: by so much, as a share of the part's size. */
const ROUGHLY = 1e-6;

/**
 * How round points are posted in a view: as corners are, by the lines of their own edges that reach them there. An apex
 * with no line to it is seen where it is the first that an observer meets.
 */
const roundPostings = (
  view: View,
  points: readonly RoundPoint[],
  part: BuiltPart,
): ReadonlyMap<string, Posting> => {
  const near = part.tol.linear * 40;
  const isCovered = edgesBefore(
    view,
    part.bodies.flatMap((b) => b.edges),
    near,
  );
  const met = firstMetIn(part.bodies, view.frame, part.tol);
  const postingOf = (p: RoundPoint): Posting => {
    const keys = new Set(p.edges.map((e) => e.key));
    const at = flatten(view.frame, p.at);
    const own = view.lines.filter((l) =>
      p.edges.length ? l.sources.some((s) => keys.has(s)) : l.of.some((f) => p.on.includes(f)),
    );
    const reaching = p.kind === 'centre' ? own : own.filter((l) => farFromStretch(l, at) <= near);
    if (!reaching.length && p.kind === 'apex') {
      const first = met(at[0], at[1]);
      const depth = first ? Math.abs(dot(sub(first.at, p.at), view.frame.toward)) : Number.NaN;
      return depth <= part.tol.size * ROUGHLY ? 'seen' : 'hidden';
    }
    if (!reaching.length) return 'none';
    const isSeen = reaching.some((l) => l.class === 'visible') && (p.kind === 'centre' || !isCovered(p.at));
    return isSeen ? 'seen' : 'hidden';
  };
  const own = new Map(points.map((p) => [p.key, postingOf(p)] as const));
  // a centre is as well posted as the best of its circle's quadrant points
  const best = (postings: readonly Posting[]): Posting =>
    (['seen', 'hidden'] as const).find((x) => postings.includes(x)) ?? 'none';
  return new Map(
    points.map((p) => {
      const quadrants = points.filter(
        (q) => q.kind === 'quadrant' && q.edges.some((e) => p.edges.includes(e)),
      );
      const isByQuadrants = p.kind === 'centre' && quadrants.length > 0;
      return [
        p.key,
        isByQuadrants ? best(quadrants.map((q) => own.get(q.key) as Posting)) : (own.get(p.key) as Posting),
      ];
    }),
  );
};

/** A row of the ledger for a round point. */
export type RoundRow = RoundPoint & { readonly postings: Partial<Record<ViewName, Posting>> };

/** The round points of a part with their postings in some views. */
export const roundRows = (
  part: BuiltPart,
  points: readonly RoundPoint[],
  views: readonly { readonly name: ViewName; readonly view: View }[],
): readonly RoundRow[] => {
  const posted = views.map(({ name, view }) => ({ name, by: roundPostings(view, points, part) }));
  return points.map((p) => ({
    ...p,
    postings: Object.fromEntries(posted.map(({ name, by }) => [name, by.get(p.key) ?? 'none'])),
  }));
};
