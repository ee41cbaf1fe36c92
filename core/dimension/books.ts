import { featureOfFace } from '../naming/keys.ts';
import { partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import type { Path } from '../part/sizeReading.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { type PartMove, partMoves, plainPart } from './figures.ts';
import { type MovedFace, movedFaces } from './movedFaces.ts';
import { pitchCircles } from './pitchCircles.ts';
import type { SizeKey } from './place.ts';
import { type Relation, relationsOf, relationsOfPitch } from './relations.ts';
import { sameRounds } from './sameRounds.ts';
import { leaningSizes, pitchSizes, sizesOf } from './sizes.ts';
import {
  AXES,
  apexesOf,
  cornersOf,
  facesShown,
  rimsOf,
  type Station,
  stationsAlong,
  turnedFeatures,
} from './stations.ts';
import { keyWriter, type SurfacesByKey, surfacesByKey } from './surfacesByKey.ts';
import { threadEndOf, threadFaceOf } from './threadKeys.ts';
import { threadSizes } from './threadSizes.ts';

/** All that a part's drawing may have to state, and what moves it. */
export type DimensionBooks = {
  readonly plain: PartFile;
  readonly part: BuiltPart;
  readonly surfaces: SurfacesByKey;
  readonly stations: readonly Station[];
  readonly sizes: readonly SizeKey[];
  readonly relations: readonly Relation[];
  /** The figure of the statement behind each place of a row; nothing where it takes several together. */
  readonly figures: readonly (Path | undefined)[];
  /** Features with figures that cannot be moved at all, as they are written. */
  readonly held: () => readonly string[];
  /** How something that is worked out from the surfaces changes with each way in which the part may be other. */
  readonly rowOf: (value: (surfaces: SurfacesByKey) => number | undefined) => readonly number[];
};

/** A figure is moved by this share of the part's size, to both sides. */
const STEP = 1e-5;

/** The surfaces with each way in which the part may be other taken a little up and a little down; what cannot go one way goes the other way only. */
const movedSurfaces = (moves: readonly PartMove[], size: number) =>
  moves.map(({ ways }) => {
    const by = STEP * size;
    for (const way of ways) {
      const [up, down] = [surfacesByKey(way(by)), surfacesByKey(way(-by))];
      if (up || down) return { by, up, down };
    }
    return { by, up: undefined, down: undefined };
  });

/** The feature that a figure belongs to, as its faces are written. */
const featureAt = (file: PartFile, [, body, , feature]: Path): string[] => {
  const b = file.bodies[Number(body)];
  const f = b?.features[Number(feature)];
  return b && f ? [keyWriter(file)(b.name, f.id, f.id)] : [];
};

const builtFrom = (plain: PartFile): BuiltPart | undefined => {
  const model = partModel(plain);
  const built = model.ok ? buildPart(model.value) : undefined;
  return built?.ok ? built.value : undefined;
};

/**
 * Opens the books of a part: its stations along the three axes, the sizes of what is round or aslant, what the drawing shows by itself, and how all
 * of that changes with each figure of the statement. The last is worked out when it is asked for first.
 * @param known the part as it is built, where it is already
 * @param open flat ends that run on: where they stand is no size
 * @returns undefined where the part cannot be built
 */
export const openBooks = (
  file: PartFile,
  known?: BuiltPart,
  open: readonly { readonly body: string; readonly face: string }[] = [],
): DimensionBooks | undefined => {
  const plain = plainPart(file);
  const whole = known ?? builtFrom(plain);
  const part = whole && {
    ...whole,
    bodies: whole.bodies.filter((b) => plain.bodies.some((x) => x.name === b.solid.name)),
  };
  const surfaces = surfacesByKey(plain);
  if (!part || !surfaces) return undefined;
  const written = keyWriter(plain);
  const isOpen = new Set(open.map((e) => written(e.body, e.face, featureOfFace(e.face))));
  const shown = new Map([...facesShown(part, plain)].filter(([key]) => !isOpen.has(key)));
  const carriers = [...shown.keys()].filter((key) => surfaces.has(threadFaceOf(key)));
  for (const key of carriers) {
    const end = surfaces.get(threadEndOf(key));
    if (end) shown.set(threadEndOf(key), end);
  }
  const corners = cornersOf(part, plain);
  const features = plain.bodies.flatMap((b) => b.features.map((f) => f.id));
  const order = (feature: string): number => features.indexOf(feature);
  const tol = part.tol.linear * 40;
  const rims = rimsOf(part, plain).filter((r) => !r.faces.some((f) => isOpen.has(f)));
  const turned = turnedFeatures(plain);
  const isTurned = (face: string): boolean => turned.has(featureOfFace(face));
  const apexes = apexesOf(part, plain);
  const stations = AXES.flatMap((axis) =>
    stationsAlong(axis, shown, corners, rims, apexes, isTurned, order, tol),
  );
  let moved: ReturnType<typeof movedSurfaces> | undefined;
  const pitches = pitchCircles(shown, tol);
  const sizes = [
    ...threadSizes(plain.bodies, written, carriers),
    ...sizesOf(shown, rims, isTurned, part, plain),
    ...leaningSizes(shown, corners),
    ...pitchSizes(pitches),
  ];
  const moves = partMoves(plain);
  let faces: readonly MovedFace[] | undefined;
  const rowOf: DimensionBooks['rowOf'] = (value) => {
    moved ??= movedSurfaces(moves, part.tol.size);
    faces ??= movedFaces(plain, surfaces, STEP * part.tol.size, part.tol.linear);
    const now = value(surfaces) ?? Number.NaN;
    return [...moved, ...faces].map(({ by, up, down }) => {
      const [a, b] = [up && value(up), down && value(down)];
      const slope =
        a !== undefined && b !== undefined
          ? (a - b) / (2 * by)
          : a !== undefined
            ? (a - now) / by
            : b !== undefined
              ? (now - b) / by
              : 0;
      return Number.isFinite(slope) ? slope : 0;
    });
  };
  return {
    plain,
    part,
    surfaces,
    stations,
    sizes,
    figures: moves.map((m) => m.figure),
    held: () => {
      moved ??= movedSurfaces(moves, part.tol.size);
      return [
        ...new Set(
          moved.flatMap(({ up, down }, i) =>
            up || down ? [] : featureAt(plain, (moves[i] as PartMove).feature),
          ),
        ),
      ];
    },
    relations: [
      ...relationsOf(stations, shown, rims, part, plain),
      ...pitches.flatMap(relationsOfPitch),
      ...sameRounds(part, plain, tol).map((of): Relation => ({ kind: 'same', of })),
    ],
    rowOf,
  };
};
