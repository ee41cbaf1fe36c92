import { faceKey, featureOfFace, readFaceKey } from '../naming/keys.ts';
import { partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import type { Path } from '../part/sizeReading.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { figuresOf, movedPart, plainPart } from './figures.ts';
import { type MovedFace, movedFaces } from './movedFaces.ts';
import { pitchCircles } from './pitchCircles.ts';
import { type SizeKey, sizeNow } from './place.ts';
import { type Relation, relationsOf, relationsOfPitch } from './relations.ts';
import { sameRounds } from './sameRounds.ts';
import { leaningSizes, pitchSizes, sizesOf } from './sizes.ts';
import { isStill } from './span.ts';
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

/** All that a part's drawing may have to state, and what moves it. */
export type DimensionBooks = {
  readonly plain: PartFile;
  readonly part: BuiltPart;
  readonly surfaces: SurfacesByKey;
  readonly stations: readonly Station[];
  readonly sizes: readonly SizeKey[];
  readonly relations: readonly Relation[];
  /**
   * Rounds that no figure of the statement moves by itself: arcs of an outline that is stated by its points, where no point can be moved alone.
   * Each counts as an unknown of its own. By the keys of their faces, all copies as one.
   */
  readonly arcs: () => readonly string[];
  /** Features with points that cannot be moved alone, as they are written. */
  readonly held: () => readonly string[];
  /** How something that is worked out from the surfaces changes with each figure of the statement, and with each of the arcs (not at all). */
  readonly rowOf: (value: (surfaces: SurfacesByKey) => number | undefined) => readonly number[];
};

/** A figure is moved by this share of the part's size, to both sides. */
const STEP = 1e-5;

/** The surfaces with each figure moved a little up and a little down; a figure that cannot be moved one way is moved the other way only. */
const movedSurfaces = (plain: PartFile, size: number) =>
  figuresOf(plain).map((path) => {
    const by = STEP * size;
    return {
      by,
      path,
      up: surfacesByKey(movedPart(plain, path, by)),
      down: surfacesByKey(movedPart(plain, path, -by)),
    };
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
    ...sizesOf(shown, rims, isTurned, part, plain),
    ...leaningSizes(shown, corners),
    ...pitchSizes(pitches),
  ];
  let arcs: readonly string[] | undefined;
  const arcsOf = (): readonly string[] => {
    arcs ??= [
      ...new Set(
        sizes.flatMap((s) =>
          s.what === 'diameter' && isStill(slopes((now) => sizeNow(s, now)))
            ? [faceOfAllCopies(s.of[0])]
            : [],
        ),
      ),
    ];
    return arcs;
  };
  const rowOf: DimensionBooks['rowOf'] = (value) => [...slopes(value), ...arcsOf().map(() => 0)];
  let faces: readonly MovedFace[] | undefined;
  const slopes: DimensionBooks['rowOf'] = (value) => {
    moved ??= movedSurfaces(plain, part.tol.size);
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
    arcs: arcsOf,
    held: () => {
      moved ??= movedSurfaces(plain, part.tol.size);
      return [...new Set(moved.flatMap(({ up, down, path }) => (up || down ? [] : featureAt(plain, path))))];
    },
    relations: [
      ...relationsOf(stations, shown, rims, part, plain),
      ...pitches.flatMap(relationsOfPitch),
      ...sameRounds(part, plain, tol).map((of): Relation => ({ kind: 'same', of })),
    ],
    rowOf,
  };
};

/** A face by its feature and role, all copies alike. */
export const faceOfAllCopies = (key: string): string => {
  const { feature, role } = readFaceKey(key);
  return faceKey(feature, role);
};
