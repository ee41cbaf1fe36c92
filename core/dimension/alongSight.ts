import { copyOfFace, featureOfFace, readFaceKey } from '../naming/keys.ts';
import type { DimensionBooks } from './books.ts';
import { placeAlong } from './place.ts';
import type { Tie } from './propose.ts';
import type { Station } from './stations.ts';
import { keyWriter } from './surfacesByKey.ts';

type Linear = Extract<Tie, { kind: 'linear' }>;

/**
 * A distance that a note can say where one looks along it: how thick a feature is that is added, or how deep one goes that is cut. The note is led
 * to the first of its faces that the view shows.
 */
export type AlongSight = { readonly what: 'thickness' | 'depth'; readonly faces: readonly string[] };

/** How near two places are one, as a share of the part's size. */
const SAME = 1e-7;

/** Whether features add material, by the names with which their faces are written; worked out once for the books of a part. */
const known = new WeakMap<DimensionBooks, ReadonlyMap<string, boolean>>();
const addedOf = (books: DimensionBooks): ReadonlyMap<string, boolean> => {
  const before = known.get(books);
  if (before) return before;
  const written = keyWriter(books.plain);
  const out = new Map(
    books.plain.bodies.flatMap((b) =>
      b.features.map((f) => [written(b.name, f.id, f.id), f.op === 'add'] as const),
    ),
  );
  known.set(books, out);
  return out;
};

const facesAt = (s: Station): readonly string[] =>
  s.kind === 'face' ? s.of.map((k) => k.split(' | ')[0] as string) : [];

/** What a note says of a distance in a view along whose line of sight it runs; nothing where no note says it plainly. */
export const alongSight = (books: DimensionBooks, { from, to }: Linear): AlongSight | undefined => {
  const added = addedOf(books);
  const isAdded = (face: string): boolean | undefined => added.get(featureOfFace(face));
  const [a, b] = [facesAt(from), facesAt(to)];
  for (const p of a)
    for (const q of b)
      if (isAdded(p) && featureOfFace(p) === featureOfFace(q)) return { what: 'thickness', faces: [q, p] };
  // the floor of what is cut, from a face in which it is open
  for (const [floors, mouth] of [
    [b, from],
    [a, to],
  ] as const) {
    const floor = floors.find((f) => isAdded(f) === false && !readFaceKey(f).role.startsWith('side'));
    if (floor && facesAt(mouth).some(isAdded) && isCutTowards(books, floor, mouth))
      return { what: 'depth', faces: [floor] };
  }
  return undefined;
};

/** Whether what is cut reaches from its floor to a place along an axis or past it: from there it is so deep. */
const isCutTowards = (books: DimensionBooks, floor: string, { axis, at }: Station): boolean => {
  const foot = placeAlong(floor, axis, books.surfaces);
  const near = SAME * books.part.tol.size;
  if (foot === undefined) return false;
  return [...books.surfaces.keys()].some((key) => {
    if (key === floor || copyOfFace(key) !== copyOfFace(floor)) return false;
    if (books.surfaces.get(key)?.kind !== 'plane') return false;
    const end = placeAlong(key, axis, books.surfaces);
    return (
      end !== undefined &&
      (at - foot) * Math.sign(end - foot) > near &&
      Math.abs(at - foot) <= Math.abs(end - foot) + near
    );
  });
};

/** All distances of a part of which a note can say how thick or how deep, each with what it says. */
export const allAlongSight = (books: DimensionBooks): { readonly tie: Linear; readonly says: AlongSight }[] =>
  books.stations.flatMap((from, i) =>
    books.stations.slice(i + 1).flatMap((to) => {
      if (from.axis !== to.axis || from.at === to.at) return [];
      const tie: Linear = { kind: 'linear', from, to };
      const says = alongSight(books, tie);
      return says ? [{ tie, says }] : [];
    }),
  );
