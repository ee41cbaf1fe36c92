import { EDGE_ON, SAME_FIGURE } from '../geometry/nearness.ts';
import { cross, dot, length, type Vec3 } from '../geometry/vec.ts';
import { copyOfFace } from '../naming/keys.ts';
import type { SizeChain } from './sizeChain.ts';
import type { StatedPlace } from './statedPlaces.ts';

export type AxisIndex = 0 | 1 | 2;
const AXES: readonly AxisIndex[] = [0, 1, 2];

/** A stated place in some frame, with the sums of sizes that its coordinates are there. */
export type PlaceWithSums = Pick<StatedPlace, 'body' | 'at' | 'faces' | 'looks' | 'chains'>;

type FaceBook<T> = {
  readonly places: T[];
  /** the place that stands for all of a face square to the axis, once it is asked for; undefined where there is none */
  readonly square: (T | undefined)[];
};

/** Stated places by the bodies and faces they lie on. */
export type PlacesByFace<T extends PlaceWithSums> = ReadonlyMap<string, FaceBook<T>>;

const keyOf = (body: string, face: string): string => `${body}: ${face}`;

/** Sorts stated places by the faces they lie on, bodies apart. */
export const byFace = <T extends PlaceWithSums>(places: readonly T[]): PlacesByFace<T> => {
  const found = new Map<string, FaceBook<T>>();
  for (const p of places)
    for (const face of new Set(p.faces)) {
      const key = keyOf(p.body, face);
      const book = found.get(key);
      if (book) book.places.push(p);
      else found.set(key, { places: [p], square: [] });
    }
  return found;
};

const near = (a: number, b: number): boolean =>
  Math.abs(a - b) <= SAME_FIGURE * 10 * Math.max(1, Math.abs(a));

const sumKey = (chain: SizeChain | undefined): string =>
  chain
    ? chain
        .map((t) => `${t.path.join('/')} ${t.times}`)
        .sort()
        .join(' | ')
    : 'none';

/**
 * A place of a face that has its coordinate along an axis from the same sizes everywhere. A face that stands square to the axis only because two
 * sizes are equal has none.
 */
const squarePlace = <T extends PlaceWithSums>(
  book: FaceBook<T>,
  face: string,
  k: AxisIndex,
): T | undefined => {
  if (k in book.square) return book.square[k];
  const isSquare = book.places.some((p) =>
    p.looks.some((f) => f.flat && f.face === face && 1 - Math.abs(f.n[k]) < SAME_FIGURE),
  );
  const one = isSquare && new Set(book.places.map((p) => sumKey(p.chains()[k]))).size === 1;
  const found = one ? book.places.find((p) => p.chains()[k]) : undefined;
  book.square[k] = found;
  return found;
};

/**
 * A place of a face that stands square to an axis and has its coordinate there from the same sizes everywhere, whatever body the face belongs to.
 * @param face its key
 */
export const squareFace = <T extends PlaceWithSums>(
  places: PlacesByFace<T>,
  bodies: readonly string[],
  face: string,
  k: AxisIndex,
): T | undefined => {
  for (const body of bodies) {
    const book = places.get(keyOf(body, face));
    const found = book && squarePlace(book, face, k);
    if (found) return found;
  }
  return undefined;
};

/** A corner of the part: where it is, its body, and the keys of the faces that meet there. */
export type CornerOfFaces = { readonly at: Vec3; readonly body: string; readonly on: readonly string[] };

/** Whether an axis lies in the plane of two directions, or along one: then faces that look so leave no play along it. */
const spans = (directions: readonly Vec3[], k: AxisIndex): boolean =>
  directions.some((a) => 1 - Math.abs(a[k]) < SAME_FIGURE) ||
  directions.some((a, i) =>
    directions.slice(i + 1).some((b) => {
      const c = cross(a, b);
      const size = length(c);
      return size > EDGE_ON && Math.abs(c[k]) < SAME_FIGURE * size;
    }),
  ) ||
  directions.some((a, i) =>
    directions
      .slice(i + 1)
      .some((b, j) => directions.slice(i + j + 2).some((c) => Math.abs(dot(cross(a, b), c)) > EDGE_ON)),
  );

/**
 * Whether a place is the corner itself as far as an axis goes: it lies on all faces that its own feature has there, and they leave no play along
 * the axis.
 */
const isCorner = (
  p: PlaceWithSums,
  corner: CornerOfFaces,
  ownFaces: readonly string[],
  k: AxisIndex,
): boolean =>
  ownFaces.every((f) => p.faces.includes(f)) &&
  AXES.every((j) => near(p.at[j], corner.at[j])) &&
  (ownFaces.length === corner.on.length ||
    (ownFaces.length > 1 &&
      // along a round face a point may slide, however it looks there
      spans(
        p.looks.filter((x) => x.flat && ownFaces.includes(x.face)).map((x) => x.n),
        k,
      )));

/**
 * The stated places from which a corner of the part has one of its coordinates: those that are the corner itself, and one on each face of the
 * corner that lies square to the axis. Another place that happens to have the same coordinate is none of them.
 * @param corner in the frame of the places
 */
export const fixingCorner = <T extends PlaceWithSums>(
  places: PlacesByFace<T>,
  corner: CornerOfFaces,
  k: AxisIndex,
): T[] => {
  const features = new Set(corner.on.map(copyOfFace));
  const itself = [...features].flatMap((feature) => {
    const ownFaces = corner.on.filter((f) => copyOfFace(f) === feature);
    const book = places.get(keyOf(corner.body, ownFaces[0] as string));
    const found = book?.places.find((p) => isCorner(p, corner, ownFaces, k) && p.chains()[k]);
    return found ? [found] : [];
  });
  const square = corner.on.flatMap((face) => {
    const book = places.get(keyOf(corner.body, face));
    const found = book && squarePlace(book, face, k);
    return found ? [found] : [];
  });
  return [...new Set([...itself, ...square])];
};
