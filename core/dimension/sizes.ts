import { type Surface, signedDistance } from '../geometry/surface.ts';
import { dot } from '../geometry/vec.ts';
import { copyOfFace, featureOfFace, meetingKey, readFaceKey } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { Pitch } from './pitchCircles.ts';
import type { SizeKey } from './place.ts';
import { ALONG, AXES, type cornersOf, isAlong, type rimsOf } from './stations.ts';
import { keyWriter } from './surfacesByKey.ts';

/** The sizes of round faces, and of cones with the rims they meet; of each pair of parallel aslant faces of a feature the distance; angles. */
export const sizesOf = (
  shown: ReadonlyMap<string, Surface>,
  rims: ReturnType<typeof rimsOf>,
  isByRims: (face: string) => boolean,
  part: BuiltPart,
  file: PartFile,
): SizeKey[] => {
  const written = keyWriter(file);
  const out: SizeKey[] = rims.flatMap((r) => (r.isTurned ? [{ what: 'rim', of: r.faces } as const] : []));
  for (const [key, s] of shown) {
    // of a turned outline the arcs are stated, by their radius; of all else its rims
    if (isByRims(key) && s.kind !== 'sphere' && s.kind !== 'torus') continue;
    if (s.kind === 'cylinder' || s.kind === 'sphere') out.push({ what: 'diameter', of: [key] });
    if (s.kind === 'torus') out.push({ what: 'diameter', of: [key] }, { what: 'tube', of: [key] });
  }
  for (const { solid, edges } of part.bodies)
    for (const e of edges.filter(isDrawn)) {
      const keys = e.on.map((k) => written(solid.name, k, featureOfFace(k)));
      for (const cone of keys)
        for (const plane of keys) {
          const [c, p] = [shown.get(cone), shown.get(plane)];
          if (
            isByRims(cone) ||
            c?.kind !== 'cone' ||
            p?.kind !== 'plane' ||
            1 - Math.abs(dot(c.a, p.n)) > ALONG
          )
            continue;
          if (!out.some((x) => x.what === 'rim' && x.of[0] === cone && x.of[1] === plane))
            out.push({ what: 'rim', of: [cone, plane] });
        }
    }
  for (const [key, s] of shown)
    if (s.kind === 'cone' && !isByRims(key)) out.push({ what: 'cone', of: [key] });
  const aslant = [...shown].flatMap(([key, s]) =>
    s.kind === 'plane' && !AXES.some((k) => isAlong(s.n, k)) ? [{ key, s }] : [],
  );
  for (const [i, a] of aslant.entries())
    for (const b of aslant.slice(i + 1))
      if (copyOfFace(a.key) === copyOfFace(b.key) && 1 - Math.abs(dot(a.s.n, b.s.n)) < ALONG)
        out.push({ what: 'across', of: [a.key, b.key] });
  // an aslant face against the first square one that it is not square to
  const squares = [...shown].flatMap(([key, s]) =>
    s.kind === 'plane' && AXES.some((k) => isAlong(s.n, k)) ? [{ key, s }] : [],
  );
  for (const a of aslant) {
    const b = squares.find((x) => Math.abs(dot(x.s.n, a.s.n)) > ALONG);
    if (b) out.push({ what: 'angle', of: [a.key, b.key] });
    for (const other of aslant) {
      if (other === a || featureOfFace(other.key) !== featureOfFace(a.key)) continue;
      if (a.key < other.key && 1 - Math.abs(dot(a.s.n, other.s.n)) > 1e-6)
        out.push({ what: 'angle', of: [a.key, other.key] });
    }
  }
  return out;
};

/**
 * The features of which no flat face is square to an axis, and those of which no end is: their sizes are stated along their own edges, and by how
 * they lean.
 */
const leaningFeatures = (shown: ReadonlyMap<string, Surface>): ReadonlySet<string> => {
  const flat = [...shown].flatMap(([key, s]) =>
    s.kind === 'plane' ? [{ feature: featureOfFace(key), role: readFaceKey(key).role, s }] : [],
  );
  const isSquare = ({ s }: (typeof flat)[number]): boolean => AXES.some((k) => isAlong(s.n, k));
  const square = new Set(flat.filter(isSquare).map((x) => x.feature));
  const ends = flat.filter((x) => !x.role.startsWith('side'));
  const [withEnds, withSquareEnd] = [ends, ends.filter(isSquare)].map(
    (all) => new Set(all.map((x) => x.feature)),
  ) as [Set<string>, Set<string>];
  return new Set(
    flat.map((x) => x.feature).filter((f) => !square.has(f) || (withEnds.has(f) && !withSquareEnd.has(f))),
  );
};

/** Sizes of leaning features: along their edges, of their corners above their faces, and how their faces lean. @param tol lengths up to this are none */
export const leaningSizes = (
  shown: ReadonlyMap<string, Surface>,
  corners: ReturnType<typeof cornersOf>,
  tol: number,
): SizeKey[] => {
  const leaning = leaningFeatures(shown);
  const out: SizeKey[] = [];
  const own = corners.filter((c) => leaning.has(featureOfFace(c.faces[0] as string)));
  for (const [i, a] of own.entries())
    for (const b of own.slice(i + 1))
      if (a.faces.filter((f) => b.faces.includes(f)).length === 2)
        out.push({ what: 'chord', of: [meetingKey(a.faces), meetingKey(b.faces)] });
  for (const [key, s] of shown) {
    if (s.kind !== 'plane' || !leaning.has(featureOfFace(key))) continue;
    for (const c of own)
      if (
        featureOfFace(c.faces[0] as string) === featureOfFace(key) &&
        !c.faces.includes(key) &&
        // a corner where more than three faces meet lies on the others too
        Math.abs(signedDistance(s, c.at)) > tol
      )
        out.push({ what: 'height', of: [key, meetingKey(c.faces)] });
    for (const axis of AXES) out.push({ what: 'lean', of: [key], axis });
  }
  return out;
};

/** Sizes of copies on a pitch circle: its diameter, and at which angle they begin where none stands on a centre line. */
export const pitchSizes = (pitches: readonly Pitch[]): SizeKey[] =>
  pitches.flatMap(({ of, axis, isOnCentreLine }): SizeKey[] => [
    { what: 'pitch', of },
    ...(isOnCentreLine ? [] : [{ what: 'bearing', of, axis: axis === 0 ? 1 : 0 } as const]),
  ]);
