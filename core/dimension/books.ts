import { featureOfFace } from '../naming/keys.ts';
import { sameData } from '../number/sameData.ts';
import { type ModelledPart, modelledPart, partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import type { Path } from '../part/sizeReading.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { type PartMove, partMoves, plainPart } from './figures.ts';
import { movedFaces } from './movedFaces.ts';
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
import { keyWriter, type SurfacesByKey, surfacesOfModel } from './surfacesByKey.ts';
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
const STEP = 1e-6;

/** The surfaces once a figure is a little more, and a little less; and the keys of those that are other then. */
type Moved = {
  readonly by: number;
  readonly up: SurfacesByKey | undefined;
  readonly down: SurfacesByKey | undefined;
  readonly touched: ReadonlySet<string>;
};

/** The keys whose surfaces are other than before in one of two states. */
const touchedIn = (
  before: SurfacesByKey,
  ...states: readonly (SurfacesByKey | undefined)[]
): ReadonlySet<string> => {
  const out = new Set<string>();
  for (const state of states)
    for (const [key, s] of state ?? []) {
      const was = before.get(key);
      if (s !== was && !sameData(s, was)) out.add(key);
    }
  return out;
};

/** The surfaces with each way in which the part may be other taken a little up and a little down; what cannot go one way goes the other way only. */
const movedSurfaces = (
  moves: readonly PartMove[],
  size: number,
  before: ModelledPart,
  surfaces: SurfacesByKey,
): Moved[] => {
  // features that a figure does not touch are taken over
  const surfacesAt = (file: PartFile): SurfacesByKey | undefined => {
    const modelled = modelledPart(file, before);
    return modelled.ok ? surfacesOfModel(file, modelled.value.model) : undefined;
  };
  const by = STEP * size;
  return moves.map(({ ways }) => {
    for (const way of ways) {
      const [up, down] = [surfacesAt(way(by)), surfacesAt(way(-by))];
      if (up || down) return { by, up, down, touched: touchedIn(surfaces, up, down) };
    }
    return { by, up: undefined, down: undefined, touched: new Set() };
  });
};

/** Surfaces that remember which of them were asked for. */
const remembering = (surfaces: SurfacesByKey) => {
  const asked = new Set<string>();
  let isWhole = false;
  const all = (): SurfacesByKey => {
    isWhole = true;
    return surfaces;
  };
  const own: SurfacesByKey = {
    get: (key) => {
      asked.add(key);
      return surfaces.get(key);
    },
    has: (key) => {
      asked.add(key);
      return surfaces.has(key);
    },
    get size() {
      return all().size;
    },
    forEach: (call) => all().forEach(call),
    entries: () => all().entries(),
    keys: () => all().keys(),
    values: () => all().values(),
    [Symbol.iterator]: () => all()[Symbol.iterator](),
  };
  /** Whether what was asked for is other once some keys are. */
  const isTouched = (touched: ReadonlySet<string>): boolean => {
    if (isWhole) return touched.size > 0;
    for (const key of asked) if (touched.has(key)) return true;
    return false;
  };
  return { own, isTouched };
};

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
  const modelled = modelledPart(plain);
  if (!part || !modelled.ok) return undefined;
  const surfaces = surfacesOfModel(plain, modelled.value.model);
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
  // what has no rim, as it is rounded at both ends, is stated by itself
  const withRim = new Set(rims.flatMap((r) => (r.isTurned ? r.faces : [])));
  const isByRims = (face: string): boolean => isTurned(face) && withRim.has(face);
  const apexes = apexesOf(part, plain);
  const stations = AXES.flatMap((axis) =>
    stationsAlong(axis, shown, corners, rims, apexes, isByRims, order, tol),
  );
  let moved: ReturnType<typeof movedSurfaces> | undefined;
  const pitches = pitchCircles(shown, tol);
  const sizes = [
    ...threadSizes(plain.bodies, written, carriers),
    ...sizesOf(shown, rims, isByRims, part, plain),
    ...leaningSizes(shown, corners, tol),
    ...pitchSizes(pitches),
  ];
  const moves = partMoves(plain);
  let all: readonly Moved[] | undefined;
  const movedAll = (): Moved[] => {
    moved ??= movedSurfaces(moves, part.tol.size, modelled.value, surfaces);
    return moved;
  };
  const rowOf: DimensionBooks['rowOf'] = (value) => {
    all ??= [
      ...movedAll(),
      ...movedFaces(plain, surfaces, STEP * part.tol.size, part.tol.linear).map((m) => ({
        ...m,
        touched: touchedIn(surfaces, m.up, m.down),
      })),
    ];
    const { own, isTouched } = remembering(surfaces);
    const found = value(own);
    const now = found ?? Number.NaN;
    return all.map(({ by, up, down, touched }) => {
      if (found !== undefined && !isTouched(touched)) return 0;
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
      return [
        ...new Set(
          movedAll().flatMap(({ up, down }, i) =>
            up || down ? [] : featureAt(plain, (moves[i] as PartMove).feature),
          ),
        ),
      ];
    },
    relations: [
      ...relationsOf(stations, shown, rims, isTurned, part, plain),
      ...pitches.flatMap(relationsOfPitch),
      ...sameRounds(part, plain, tol).map((of): Relation => ({ kind: 'same', of })),
    ],
    rowOf,
  };
};
