import { dot } from '../geometry/vec.ts';
import { copyOfFace, featureOfFace, readFaceKey } from '../naming/keys.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { DimensionBooks } from './books.ts';
import type { AxisNumber } from './place.ts';
import type { Tie } from './propose.ts';
import type { Station } from './stations.ts';
import { keyWriter } from './surfacesByKey.ts';

/** The sizes of a drilled hole that are written beside its diameter, and whether it goes right through. */
export type HoleNote = {
  readonly diameter: Extract<Tie, { kind: 'size' }>;
  /** depth; then the diameter and the depth of a counterbore; then the rim and the angle of a countersink */
  readonly joined: readonly Tie[];
  readonly isThrough: boolean;
};

type HoleShape = { readonly depth: unknown; readonly diameter?: unknown };
/** The holes of the statement, by the names with which their faces are written. */
const holesOf = (books: DimensionBooks): Map<string, HoleShape> => {
  const written = keyWriter(books.plain);
  return new Map(
    books.plain.bodies.flatMap((b) =>
      b.features.flatMap((f) =>
        f.shape.kind === 'hole' ? [[written(b.name, f.id, f.id), f.shape] as const] : [],
      ),
    ),
  );
};

/** The faces of other features in which the mouth of each copy of a hole stands: flat ones that its widest wall ends in. */
const mouths = (books: DimensionBooks): Map<string, string[]> => {
  const written = keyWriter(books.plain);
  const out = new Map<string, string[]>();
  for (const { solid, edges } of books.part.bodies)
    for (const e of edges.filter(isDrawn)) {
      const keys = e.on.map((k) => written(solid.name, k, featureOfFace(k)));
      for (const own of keys)
        for (const other of keys)
          if (featureOfFace(own) !== featureOfFace(other) && books.surfaces.get(other)?.kind === 'plane')
            out.set(copyOfFace(own), [...(out.get(copyOfFace(own)) ?? []), other]);
    }
  return out;
};

/** The distance between two flat faces that are square to one axis; nothing where no station stands for one of them. */
const between = (books: DimensionBooks, from: string, to: string): Tie | undefined => {
  for (const axis of [0, 1, 2] as const) {
    const [a, b] = [from, to].map((key) => stationWith(books, axis, key));
    if (a && b && a.at !== b.at)
      return {
        kind: 'linear',
        from: { ...a, of: [from] },
        to: { ...b, of: [b.of.find((k) => holds(k, to)) ?? to] },
      };
  }
  return undefined;
};
/** True where a face lies in the plane of the hole's own mouth: a through hole ends in another face as well. */
const isInPlane = (books: DimensionBooks, a: string, b: string): boolean => {
  const [s, t] = [a, b].map((key) => books.surfaces.get(key));
  if (s?.kind !== 'plane' || t?.kind !== 'plane') return false;
  const along = dot(s.n, t.n);
  const { size, linear } = books.part.tol;
  return Math.abs(along) > 1 - linear / size && Math.abs(s.d - t.d * Math.sign(along)) <= linear * 40;
};
const holds = (key: string, face: string): boolean => key === face || key.startsWith(`${face} |`);
const stationWith = (books: DimensionBooks, axis: AxisNumber, face: string): Station | undefined =>
  books.stations.find((s) => s.axis === axis && s.kind === 'face' && s.of.includes(face));

/**
 * What is written beside the diameters of drilled holes: depth, counterbore and countersink stand in one note with the diameter, as they are
 * drilled from one side. One note for each hole of the statement; copies are counted in it.
 */
export const holeNotes = (books: DimensionBooks): HoleNote[] => {
  const holes = holesOf(books);
  const mouthOf = mouths(books);
  const done = new Set<string>();
  return books.sizes.flatMap((size): HoleNote[] => {
    const [wall] = size.of;
    const feature = featureOfFace(wall);
    const shape = holes.get(feature);
    if (!shape || size.what !== 'diameter' || readFaceKey(wall).role !== 'wall' || done.has(feature))
      return [];
    done.add(feature);
    const face = (role: string): string => `${feature}/${role}${readFaceKey(wall).copy}`;
    const own = (what: string, role: string): Tie[] =>
      books.sizes.flatMap((s): Tie[] =>
        s.what === what && s.of[0] === face(role) ? [{ kind: 'size', size: s }] : [],
      );
    const deep = (role: string): Tie[] => {
      if (!books.surfaces.has(face(role))) return [];
      for (const mouth of mouthOf.get(copyOfFace(wall)) ?? []) {
        if (!isInPlane(books, mouth, face('mouth'))) continue;
        const tie = between(books, mouth, face(role));
        if (tie) return [tie];
      }
      return [];
    };
    // a hole that is drilled for its thread is called by the thread
    const thread = books.sizes.find((s) => s.what === 'thread' && s.of[0] === wall);
    const called = thread && shape.diameter === undefined ? thread : size;
    return [
      {
        diameter: { kind: 'size', size: called },
        joined: [
          ...(shape.depth === 'through' ? [] : deep('floor')),
          ...own('diameter', 'counterbore wall'),
          ...deep('counterbore floor'),
          ...own('rim', 'countersink'),
          ...own('cone', 'countersink'),
        ],
        isThrough: shape.depth === 'through',
      },
    ];
  });
};
