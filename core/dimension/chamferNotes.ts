import { faceKey, facesOfMeeting, featureOfFace, readFaceKey } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import type { DimensionBooks } from './books.ts';
import { sizeNow } from './place.ts';
import type { Tie } from './propose.ts';
import { keyWriter } from './surfacesByKey.ts';

/**
 * A chamfer of 45 degrees, along an edge or round a rim, written in one note: its width from the edge that it takes off, and its angle; of one round a
 * rim that is the angle of its cone, twice as much.
 */
export type ChamferNote = {
  readonly width: Extract<Tie, { kind: 'linear' }>;
  readonly angle: Extract<Tie, { kind: 'size' }>;
  /** its own face, to which the note is led */
  readonly face: string;
};

/** Lengths and angles agree within this share. */
const SAME = 1e-7;

type Shape = PartFile['bodies'][number]['features'][number]['shape'];
/** How long the equal legs are of the right-angled triangle that a chamfer cuts away; nothing for any other shape. */
const equalLegs = (shape: Shape): number | undefined => {
  if ((shape.kind !== 'extrude' && shape.kind !== 'revolve') || !('polygon' in shape.profile))
    return undefined;
  const p = shape.profile.polygon.map((at) => at.map(Number)) as [number, number][];
  if (p.length !== 3 || p.flat().some(Number.isNaN)) return undefined;
  const legs = p.flatMap(([x, y], i) => {
    const [a, b] = [p[(i + 1) % 3], p[(i + 2) % 3]] as [[number, number], [number, number]];
    const [u, v] = [
      [a[0] - x, a[1] - y],
      [b[0] - x, b[1] - y],
    ] as [[number, number], [number, number]];
    const [lu, lv] = [Math.hypot(...u), Math.hypot(...v)];
    const near = SAME * Math.max(lu, lv);
    const isRight = Math.abs(u[0] * v[0] + u[1] * v[1]) <= near * lu;
    return lu > 0 && Math.abs(lu - lv) <= near && isRight ? [lu] : [];
  });
  return legs[0];
};

/** The faces with which the chamfers of a part end, by the names they are written with. */
const chamferFaces = (books: DimensionBooks): { readonly face: string; readonly leg: number }[] => {
  const written = keyWriter(books.plain);
  const legs = new Map(
    books.plain.bodies.flatMap((b) =>
      b.features.flatMap((f) => {
        const leg = f.op === 'cut' ? equalLegs(f.shape) : undefined;
        return leg === undefined ? [] : [[written(b.name, f.id, f.id), leg] as const];
      }),
    ),
  );
  const seen = new Set<string>();
  return books.sizes.flatMap(({ of: [key] }) => {
    const { feature, role } = readFaceKey(key);
    const bare = faceKey(feature, role);
    const leg = legs.get(featureOfFace(key));
    // copies are counted in one note
    if (leg === undefined || seen.has(bare)) return [];
    seen.add(bare);
    return [{ face: key, leg }];
  });
};

/** The notes of the chamfers of a part, "2 x 45°": one for each chamfer of the statement; copies are counted in it. */
export const chamferNotes = (books: DimensionBooks): ChamferNote[] =>
  chamferFaces(books).flatMap(({ face, leg }): ChamferNote[] => {
    const own = books.sizes.find(
      (s) =>
        (s.what === 'angle' || s.what === 'lean' || s.what === 'cone') &&
        s.of[0] === face &&
        Math.abs((sizeNow(s, books.surfaces) ?? 0) - (s.what === 'cone' ? 90 : 45)) <= 45 * SAME,
    );
    // it ends in a corner of its own, or in a rim of its own
    const ends = own?.what === 'cone' ? 2 : 3;
    const near = SAME * books.part.tol.size;
    for (const to of books.stations) {
      const key = to.of.find((k) => facesOfMeeting(k).length === ends && facesOfMeeting(k).includes(face));
      if (key === undefined || !own) continue;
      // the corner lies on one of the faces that met in the edge; the other one is as far from it as the chamfer is wide
      const from = books.stations.find(
        (x) => x.axis === to.axis && x.kind === 'face' && Math.abs(Math.abs(x.at - to.at) - leg) <= near,
      );
      if (!from) continue;
      return [
        {
          width: { kind: 'linear', from, to: { ...to, of: [key] } },
          angle: { kind: 'size', size: own },
          face,
        },
      ];
    }
    return [];
  });
