import type { Surface } from '../geometry/surface.ts';
import { cross, dot, length, type Vec3 } from '../geometry/vec.ts';
import { facesOfMeeting, featureOfFace, meetingKey } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import type { BuiltPart } from '../solid/build.ts';
import { forward } from './corner.ts';
import type { Pitch } from './pitchCircles.ts';
import {
  type AxisNumber,
  directionOf,
  leanOf,
  pitchCircleNow,
  placeAlong,
  sizeNow,
  tangentGap,
  turnBetween,
} from './place.ts';
import { ALONG, AXES, isAlong, type rimsOf, type Station } from './stations.ts';
import { keyWriter, type SurfacesByKey } from './surfacesByKey.ts';

/**
 * What a drawing shows without a figure.
 * even: a round face drawn with parallel sides is as wide at its one end as at the other.
 * straight: the same of a face of a turned outline that has one rim or none, as beside an arc; flat ones are drawn square to the axis.
 * same: rounds of two bodies that go on in one another are drawn as one round; the centre of an arc of a turned outline is drawn as far from the axis
 * as one of its ends is, as that of half a circle.
 * pitch: copies that are drawn on a circle about a round in its middle: the first, the second, the last, and that round.
 * spaced: such copies are drawn evenly round their circle.
 */
export type RelationKind =
  | 'flush'
  | 'coaxial'
  | 'tangent'
  | 'square'
  | 'parallel'
  | 'even'
  | 'straight'
  | 'same'
  | 'pitch'
  | 'spaced'
  | 'symmetrical';
export type Relation = {
  readonly kind: RelationKind;
  readonly of: readonly string[];
  /** along which axis things are in line, or square and parallel to which */
  readonly axis?: AxisNumber;
  /** towards which axis one could lean */
  readonly towards?: AxisNumber;
};

/** The diameter of a round face, or of the rim in which two of them meet. */
const diameterOf = (key: string, surfaces: SurfacesByKey): number | undefined => {
  const [face, other] = facesOfMeeting(key) as [string, string | undefined];
  const size = other === undefined ? ({ what: 'diameter', of: [face] } as const) : undefined;
  return sizeNow(size ?? { what: 'rim', of: [face, other as string] }, surfaces);
};

/** By how much a turned face leans from its axis, or from being square to it, whichever is less: as a cone it is a little of one of them. */
const leanOfTurned = (s: Surface | undefined): number | undefined => {
  if (s?.kind === 'cylinder' || s?.kind === 'plane') return 0;
  if (s?.kind !== 'cone') return undefined;
  // a cone opens one way or the other as its one end or its other one is the wider
  const way = dot(s.a, forward(s.a));
  return way * (s.sin < s.cos ? s.sin / s.cos : s.cos / s.sin);
};

/** By how much a relation fails to hold, part units or a slope; nothing where its faces are gone. */
export const relationNow = (r: Relation, surfaces: SurfacesByKey): number | undefined => {
  const [a, b] = r.of as [string, string];
  switch (r.kind) {
    case 'flush':
    case 'coaxial': {
      const [x, y] = [a, b].map((k) => placeAlong(k, r.axis as AxisNumber, surfaces));
      return x === undefined || y === undefined ? undefined : y - x;
    }
    case 'symmetrical': {
      // the two sides of what is drawn equal about a centre line
      const [x, y, m] = r.of.map((k) => placeAlong(k, r.axis as AxisNumber, surfaces));
      return x === undefined || y === undefined || m === undefined ? undefined : x + y - 2 * m;
    }
    case 'tangent':
      return tangentGap(a, b, surfaces);
    case 'straight':
      return leanOfTurned(surfaces.get(a));
    case 'even':
    case 'same': {
      const [p, q] = [a, b].map((k) => diameterOf(k, surfaces));
      return p === undefined || q === undefined ? undefined : (q - p) / 2;
    }
    case 'pitch': {
      const axis = r.axis as AxisNumber;
      const centre = pitchCircleNow(r.of.slice(0, 3), surfaces)?.centre[axis];
      const middle = placeAlong(r.of[3] as string, axis, surfaces);
      return centre === undefined || middle === undefined ? undefined : centre - middle;
    }
    case 'spaced': {
      const circle = pitchCircleNow(r.of, surfaces);
      if (!circle) return undefined;
      const [first, second, last] = circle.spokes;
      const [step, rest] = [turnBetween(first, second, circle.axis), turnBetween(last, first, circle.axis)];
      // copies that follow one another against the axis' turn
      const isBack = step > Math.PI;
      return isBack ? rest - step : step - rest;
    }
    case 'square':
    case 'parallel':
      return leanOf(a, r.axis as AxisNumber, r.towards as AxisNumber, surfaces);
  }
};

/**
 * Whether a relation is part of the shape of a turned arc: that it runs on smoothly, where its centre lies, and that the lines beside it are straight. Any
 * drawing shows these by the arc itself, so that they are counted and not listed among what ties one thing to another.
 */
export const isOfTurnedArc = ({ kind, of }: Relation, surfaces: SurfacesByKey): boolean =>
  kind === 'straight' ||
  ((kind === 'tangent' || kind === 'same') &&
    of.some((key) => ['torus', 'sphere'].includes(surfaces.get(key)?.kind ?? '')));

/** The faces of rounded edges: cylinders that run on smoothly into two flat faces, which are not parallel as those of a round end are. */
const roundingsOf = (
  shown: ReadonlyMap<string, Surface>,
  part: BuiltPart,
  file: PartFile,
): ReadonlySet<string> => {
  const written = keyWriter(file);
  const beside = new Map<string, Vec3[]>();
  for (const { solid, edges } of part.bodies)
    for (const e of edges) {
      if (e.kind !== 'smooth' || e.on.length !== 2) continue;
      const faces = e.on.map((k) => written(solid.name, k, featureOfFace(k)));
      for (const [face, other] of [faces, faces.toReversed()] as [string, string][]) {
        const [s, t] = [shown.get(face), shown.get(other)];
        if (s?.kind === 'cylinder' && t?.kind === 'plane')
          beside.set(face, [...(beside.get(face) ?? []), t.n]);
      }
    }
  return new Set(
    [...beside].flatMap(([face, [a, b]]) => (a && b && length(cross(a, b)) > ALONG ? [face] : [])),
  );
};

/** The flat and cylindrical faces of turned outlines that meet an arc of their outline, or run on smoothly into it. */
const facesBesideArcs = (
  shown: ReadonlyMap<string, Surface>,
  isTurned: (face: string) => boolean,
  part: BuiltPart,
  written: ReturnType<typeof keyWriter>,
): ReadonlySet<string> => {
  const kindOf = (key: string): Surface['kind'] | undefined => shown.get(key)?.kind;
  const isArc = (key: string): boolean => kindOf(key) === 'torus' || kindOf(key) === 'sphere';
  return new Set(
    part.bodies.flatMap(({ solid, edges }) =>
      edges.flatMap((e) => {
        const faces = e.on.map((k) => written(solid.name, k, featureOfFace(k)));
        if (!faces.every(isTurned) || !faces.some(isArc)) return [];
        return faces.filter((key) => kindOf(key) === 'plane' || kindOf(key) === 'cylinder');
      }),
    ),
  );
};

/** What the drawing shows to be in line, tangent, square and parallel. */
export const relationsOf = (
  stations: readonly Station[],
  shown: ReadonlyMap<string, Surface>,
  rims: ReturnType<typeof rimsOf>,
  isTurned: (face: string) => boolean,
  part: BuiltPart,
  file: PartFile,
): Relation[] => {
  const written = keyWriter(file);
  const out: Relation[] = [];
  for (const [key, s] of shown) {
    if (s.kind !== 'torus' || !isTurned(key)) continue;
    const level = rims.find((r) => r.faces.includes(key) && Math.abs(r.radius - s.R) <= part.tol.linear * 40);
    if (level) out.push({ kind: 'same', of: [meetingKey(level.faces), key] });
  }
  const besideArcs = facesBesideArcs(shown, isTurned, part, written);
  for (const [key, s] of shown) {
    const [first, ...others] = rims.filter(
      (r) => r.isTurned && s.kind === 'cylinder' && r.faces.includes(key),
    );
    // that a shoulder is flat is seen whatever else ends at it, and so it is of a shaft whose other end was taken off
    const isLine = isTurned(key) && (s.kind === 'plane' || (s.kind === 'cylinder' && !others.length));
    if (isLine || besideArcs.has(key)) {
      out.push({ kind: 'straight', of: [key] });
      continue;
    }
    for (const other of others)
      out.push({ kind: 'even', of: [meetingKey((first as typeof other).faces), meetingKey(other.faces)] });
  }
  const roundings = roundingsOf(shown, part, file);
  for (const s of stations) {
    const [first, ...others] = s.of as [string, ...string[]];
    for (const other of others) {
      // no centre line is drawn at a rounded edge: two of them are not seen to be in line
      if (roundings.has(first) && roundings.has(other)) continue;
      const isRound = [first, other].every((k) => (shown.get(k)?.kind ?? 'plane') !== 'plane');
      out.push({ kind: isRound ? 'coaxial' : 'flush', axis: s.axis, of: [first, other] });
    }
  }
  for (const { solid, edges } of part.bodies)
    for (const e of edges) {
      if (e.kind !== 'smooth' || e.on.length !== 2) continue;
      const of = e.on.map((k) => written(solid.name, k, featureOfFace(k)));
      if (out.some((r) => r.kind === 'tangent' && r.of.join() === of.join())) continue;
      out.push({ kind: 'tangent', of });
    }
  for (const [key, s] of shown) {
    const d = directionOf(s);
    if (!d) continue;
    const own = AXES.find((k) => isAlong(d, k));
    for (const towards of AXES) {
      if (own !== undefined && towards !== own)
        out.push({ kind: s.kind === 'plane' ? 'square' : 'parallel', of: [key], axis: own, towards });
      // an aslant face that runs along an axis
      if (own === undefined && Math.abs(d[towards]) <= ALONG) {
        const most = AXES.reduce((a, b) => (Math.abs(d[b]) > Math.abs(d[a]) ? b : a));
        out.push({ kind: 'parallel', of: [key], axis: most, towards });
      }
    }
  }
  return out;
};

/** What a drawing shows of copies on a pitch circle: that its centre is the middle of the round within, and that they stand evenly on it. */
export const relationsOfPitch = ({ of, about, axis }: Pitch): Relation[] => [
  ...(about === undefined
    ? []
    : AXES.filter((k) => k !== axis).map((k): Relation => ({ kind: 'pitch', of: [...of, about], axis: k }))),
  { kind: 'spaced', of: [...of] },
];
