import { dot } from '../geometry/vec.ts';
import { facesOfMeeting, meetingKey } from '../naming/keys.ts';
import type { DimensionBooks } from './books.ts';
import { cornerAt } from './corner.ts';
import { type SizeKey, sizeNow } from './place.ts';
import { ALONG } from './stations.ts';

/** What may be said of an arc of an outline besides its radius: how far its ends are apart, and how long it is. */
export type ArcSizes = {
  readonly face: string;
  readonly chord: Extract<SizeKey, { what: 'chord' }>;
  readonly arc: Extract<SizeKey, { what: 'arc' }>;
};

/**
 * The chord and the length of each arc that ends in two corners. They are stated where one asks for them: a radius and where the ends stand are
 * what is proposed.
 */
export const arcSizes = (books: DimensionBooks): ArcSizes[] => {
  const keys = new Set(books.stations.flatMap((s) => s.of));
  const byArc = new Map<string, { readonly face: string; readonly corners: string[] }>();
  for (const key of keys) {
    const faces = facesOfMeeting(key);
    if (faces.length !== 3) continue;
    for (const face of faces)
      for (const end of faces) {
        const [s, t] = [face, end].map((f) => books.surfaces.get(f));
        // both ends of an arc lie in one face that is square to its axis
        if (s?.kind !== 'cylinder' || t?.kind !== 'plane' || 1 - Math.abs(dot(s.a, t.n)) > ALONG) continue;
        const id = meetingKey([face, end]);
        byArc.set(id, { face, corners: [...(byArc.get(id)?.corners ?? []), key] });
      }
  }
  const out = new Map<string, ArcSizes>();
  for (const { face, corners } of byArc.values()) {
    const [a, b, more] = corners;
    if (a === undefined || b === undefined || more !== undefined || out.has(face)) continue;
    const [p, q] = [cornerAt(a, books.surfaces), cornerAt(b, books.surfaces)];
    const arc = { what: 'arc', of: [face, a, b] } as const;
    if (p && q && sizeNow(arc, books.surfaces) !== undefined)
      out.set(face, { face, chord: { what: 'chord', of: [a, b] }, arc });
  }
  return [...out.values()];
};
