import { along, dot, type Vec3 } from '../geometry/vec.ts';
import type { EdgeOf, FaceOf, SurfaceOf, TrimmedSolid } from '../trimmed/trimmedSolid.ts';

/** An axis of the part as a solid's own frame has it, and what the gaps do to places along it. */
export type ShorteningSite = {
  /** the axis, unit */
  readonly axis: Vec3;
  /** where a point stands along it */
  readonly at: (p: Vec3) => number;
  /** how far a place moves; throws Refusal within a gap */
  readonly shift: (at: number) => number;
  /** throws Refusal where a stretch runs over a gap */
  readonly clear: (low: number, high: number) => void;
};

/** A direction runs along the axis, or square to it, within this share of its length. */
const ALONG = 1e-9;
/** Shifts that differ by less, as a share of the greater, are one. */
const SAME = 1e-9;

const moved = (s: ShorteningSite, p: Vec3): Vec3 => along(p, s.axis, s.shift(s.at(p)));

/** The places along the axis that an edge reaches between. */
const reachOf = (s: ShorteningSite, e: EdgeOf): readonly [number, number] => {
  const points = e.kind === 'line' ? e.ends : e.kind === 'meeting' ? e.through : [e.c];
  const places = points.map(s.at);
  const half = e.kind === 'ellipse' ? Math.hypot(dot(s.axis, e.u), dot(s.axis, e.v)) : 0;
  return [Math.min(...places) - half, Math.max(...places) + half];
};

const edgeShortened = (s: ShorteningSite, e: EdgeOf): EdgeOf => {
  if (e.kind === 'line') {
    const [a, b] = e.ends;
    const run: Vec3 = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
    const aside = Math.hypot(...along(run, s.axis, -dot(run, s.axis)));
    if (aside > ALONG * Math.hypot(...run)) s.clear(...reachOf(s, e));
    return { ...e, ends: [moved(s, a), moved(s, b)] };
  }
  s.clear(...reachOf(s, e));
  return e.kind === 'ellipse'
    ? { ...e, c: moved(s, e.c) }
    : { ...e, through: e.through.map((p) => moved(s, p)) };
};

const surfaceMoved = (surface: SurfaceOf, axis: Vec3, by: number): SurfaceOf =>
  surface.kind === 'plane'
    ? { ...surface, d: surface.d + by * dot(surface.n, axis) }
    : { ...surface, o: along(surface.o, axis, by) };

/** Whether a surface is the same wherever along the axis it is looked at. */
const runsAlong = (surface: SurfaceOf, axis: Vec3): boolean =>
  surface.kind === 'plane'
    ? Math.abs(dot(surface.n, axis)) <= ALONG
    : surface.kind === 'cylinder' && Math.abs(dot(surface.a, axis)) >= 1 - ALONG;

const faceShortened = (s: ShorteningSite, f: FaceOf, edges: readonly EdgeOf[]): FaceOf => {
  const { surface } = f;
  if (runsAlong(surface, s.axis)) return f;
  const reaches = f.edges.map(([n]) => reachOf(s, edges[n] as EdgeOf));
  // a whole ball or ring has no edges
  const round = surface.kind === 'sphere' || surface.kind === 'torus' ? surface : undefined;
  const half = round ? (round.kind === 'torus' ? round.R + round.r : round.r) : 0;
  if (round && !reaches.length) reaches.push([s.at(round.o) - half, s.at(round.o) + half]);
  const low = Math.min(...reaches.map((r) => r[0]));
  const high = Math.max(...reaches.map((r) => r[1]));
  const [a, b] = [s.shift(low), s.shift(high)];
  if (Math.abs(a - b) > SAME * Math.max(1, Math.abs(a))) s.clear(low, high);
  return { ...f, surface: surfaceMoved(surface, s.axis, a) };
};

/**
 * A solid of trimmed faces drawn shorter: what lies beyond a gap comes nearer, and faces that run along the axis go over it.
 * @throws Refusal by `site` where a face or an edge would have to bend
 */
export const trimmedShortened = (solid: TrimmedSolid, site: ShorteningSite): TrimmedSolid => ({
  ...solid,
  edges: solid.edges.map((e) => edgeShortened(site, e)),
  faces: solid.faces.map((f) => faceShortened(site, f, solid.edges)),
});
