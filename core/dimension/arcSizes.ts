import type { Surface } from '../geometry/surface.ts';
import { dot } from '../geometry/vec.ts';
import { facesOfMeeting, featureOfFace, meetingKey, readFaceKey } from '../naming/keys.ts';
import type { DimensionBooks } from './books.ts';
import { type PlaceKey, type SizeKey, sizeNow } from './place.ts';
import { ALONG } from './stations.ts';
import { keyWriter } from './surfacesByKey.ts';

/** What may be said of an arc of an outline besides its radius: how far its ends are apart, and how long it is. */
export type ArcSizes = {
  readonly face: string;
  /** it runs on smoothly at one end at least */
  readonly isSmooth: boolean;
  readonly chord: Extract<SizeKey, { what: 'chord' }>;
  readonly arc: Extract<SizeKey, { what: 'arc' }>;
};

/** A place where an arc ends, with the flat face in which it lies. */
type ArcEnd = {
  readonly face: string;
  readonly end: string;
  readonly key: PlaceKey;
  readonly isSmooth: boolean;
};

/** Whether a flat face ends an arc: it is square to its axis. */
const isEndOf = (arc: Surface | undefined, end: Surface | undefined): boolean =>
  arc?.kind === 'cylinder' && end?.kind === 'plane' && 1 - Math.abs(dot(arc.a, end.n)) <= ALONG;

/** The points in which the arcs of outlines run on smoothly; roundings of corners are stated by their radius. */
const smoothEnds = ({ part, plain, surfaces }: DimensionBooks): ArcEnd[] => {
  const written = keyWriter(plain);
  return part.bodies.flatMap(({ solid, edges }) => {
    const on = edges.map((e) => ({
      isSmooth: e.kind === 'smooth',
      keys: e.on.map((key) => written(solid.name, key, featureOfFace(key))),
    }));
    return on.flatMap(({ isSmooth, keys }) =>
      keys.flatMap((face, i): ArcEnd[] => {
        const next = keys[1 - i];
        if (!isSmooth || next === undefined || !readFaceKey(face).role.startsWith('side')) return [];
        const beside = new Set(on.flatMap((x) => (x.keys.includes(face) ? x.keys : [])));
        return [...beside]
          .filter((end) => isEndOf(surfaces.get(face), surfaces.get(end)))
          .map((end) => ({ face, end, key: meetingKey([face, end, next]), isSmooth: true }));
      }),
    );
  });
};

/** The corners in which arcs meet what is beside them at an angle. */
const sharpEnds = ({ stations, surfaces }: DimensionBooks): ArcEnd[] =>
  [...new Set(stations.flatMap((s) => s.of))].flatMap((key) => {
    const faces = facesOfMeeting(key);
    if (faces.length !== 3) return [];
    return faces.flatMap((face) =>
      faces
        .filter((end) => isEndOf(surfaces.get(face), surfaces.get(end)))
        .map((end) => ({ face, end, key, isSmooth: false })),
    );
  });

/**
 * The chord and the length of each arc that ends in two places: corners, or points in which it runs on smoothly. They are stated where one asks for
 * them: a radius and where the ends stand are what is proposed.
 */
export const arcSizes = (books: DimensionBooks): ArcSizes[] => {
  const byArc = new Map<string, { readonly face: string; places: Set<string>; isSmooth: boolean }>();
  for (const { face, end, key, isSmooth } of [...sharpEnds(books), ...smoothEnds(books)]) {
    // both ends of an arc lie in one face that is square to its axis
    const id = meetingKey([face, end]);
    const own = byArc.get(id) ?? { face, places: new Set(), isSmooth: false };
    own.places.add(key);
    own.isSmooth ||= isSmooth;
    byArc.set(id, own);
  }
  const out = new Map<string, ArcSizes>();
  for (const { face, places, isSmooth } of byArc.values()) {
    const [a, b, more] = places;
    if (a === undefined || b === undefined || more !== undefined || out.has(face)) continue;
    const arc = { what: 'arc', of: [face, a, b] } as const;
    if (sizeNow(arc, books.surfaces) !== undefined)
      out.set(face, { face, isSmooth, chord: { what: 'chord', of: [a, b] }, arc });
  }
  return [...out.values()];
};
