import type { Surface } from '../geometry/surface.ts';
import { cross, dot, length, scale, type Vec3 } from '../geometry/vec.ts';
import {
  copyOfFace,
  faceKey,
  facesOfMeeting,
  featureOfFace,
  meetingKey,
  readFaceKey,
} from '../naming/keys.ts';
import { partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import type { Path } from '../part/sizeReading.ts';
import { isDrawn } from '../solid/boundary.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { edgeExtent } from '../solid/extent.ts';
import { bodyVertices } from '../solid/vertices.ts';
import { figuresOf, movedPart, plainPart } from './figures.ts';
import { type MovedFace, movedFaces } from './movedFaces.ts';
import {
  type AxisNumber,
  directionOf,
  leanOf,
  meetingPoint,
  type PlaceKey,
  placeAlong,
  type SizeKey,
  sizeNow,
  tangentGap,
} from './place.ts';
import { sameRounds } from './sameRounds.ts';
import { isStill } from './span.ts';
import { keyWriter, type SurfacesByKey, surfacesByKey } from './surfacesByKey.ts';

/** Places along an axis that a drawing ties: flat faces square to it, axes and centres of rounds, corners of aslant faces. Part units. */
export type Station = {
  /** "x1", "x2" … from the low end */
  readonly name: string;
  readonly axis: AxisNumber;
  readonly at: number;
  /** what stands there; of several the first is the one that is measured to */
  readonly of: readonly PlaceKey[];
  /** faces and axes are tied before corners */
  readonly kind: 'face' | 'axis' | 'corner';
};

/** What a drawing shows without a figure. */
/**
 * even: a round face drawn with parallel sides is as wide at its one end as at the other.
 * same: rounds of two bodies that go on in one another are drawn as one round.
 */
export type RelationKind =
  | 'flush'
  | 'coaxial'
  | 'tangent'
  | 'square'
  | 'parallel'
  | 'even'
  | 'same'
  | 'symmetrical';
export type Relation = {
  readonly kind: RelationKind;
  readonly of: readonly string[];
  /** along which axis things are in line, or square and parallel to which */
  readonly axis?: AxisNumber;
  /** towards which axis one could lean */
  readonly towards?: AxisNumber;
};

/** By how much a relation fails to hold, part units or a slope; nothing where its faces are gone. */
export const relationNow = (r: Relation, surfaces: SurfacesByKey): number | undefined => {
  const [a, b] = r.of as [string, string];
  switch (r.kind) {
    case 'flush':
    case 'coaxial': {
      const [x, y] = [a, b].map((k) => placeAlong(k, r.axis as AxisNumber, surfaces));
      return x === undefined || y === undefined ? undefined : y - x;
    }
    case 'symmetrical': {
      // the two sides of what is drawn equal about a centre line
      const [x, y, m] = r.of.map((k) => placeAlong(k, r.axis as AxisNumber, surfaces));
      return x === undefined || y === undefined || m === undefined ? undefined : x + y - 2 * m;
    }
    case 'tangent':
      return tangentGap(a, b, surfaces);
    case 'even': {
      const [p, q] = [a, b].map((k) =>
        sizeNow({ what: 'rim', of: facesOfMeeting(k) as [string, string] }, surfaces),
      );
      return p === undefined || q === undefined ? undefined : (q - p) / 2;
    }
    case 'same': {
      const [p, q] = [a, b].map((k) => sizeNow({ what: 'diameter', of: [k] }, surfaces));
      return p === undefined || q === undefined ? undefined : (q - p) / 2;
    }
    case 'square':
    case 'parallel':
      return leanOf(a, r.axis as AxisNumber, r.towards as AxisNumber, surfaces);
  }
};

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

/** Directions within this slope of an axis run along it. */
const ALONG = 1e-9;
const AXES = [0, 1, 2] as const;
const LETTER = ['x', 'y', 'z'] as const;

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

const isAlong = (d: Vec3, axis: AxisNumber): boolean =>
  AXES.every((k) => k === axis || Math.abs(d[k]) <= ALONG);

/** The features that are profiles turned about an axis: what is stated of them is the rims in which their faces meet. */
const turnedFeatures = (file: PartFile): ReadonlySet<string> =>
  new Set(file.bodies.flatMap((b) => b.features.flatMap((f) => (f.shape.kind === 'revolve' ? [f.id] : []))));

/** A rim: the circle in which two faces of one axis meet, and whether both are of one turned profile. */
type Rim = {
  readonly faces: readonly [string, string];
  readonly axis: AxisNumber;
  readonly at: number;
  readonly isTurned: boolean;
};

/** The rims in which faces of one turned feature meet, and those in which a cone meets a cylinder of its axis, as a drilled end does. */
const rimsOf = (part: BuiltPart, file: PartFile): Rim[] => {
  const turned = turnedFeatures(file);
  const written = keyWriter(file);
  return part.bodies.flatMap(({ solid, edges }) => {
    const kindOf = new Map(solid.faces.map((f) => [f.key, solid.surfaces[f.surface]?.kind]));
    return edges.filter(isDrawn).flatMap((e): Rim[] => {
      const [a, b] = e.on;
      if (e.curve.type !== 'ellipse' || !a || !b || e.on.length !== 2) return [];
      const [feature, other] = [featureOfFace(a), featureOfFace(b)];
      const kinds = [a, b].map((k) => kindOf.get(k));
      const isTurned = other === feature && turned.has(feature);
      if (!isTurned && !(kinds.includes('cone') && kinds.includes('cylinder'))) return [];
      const n = cross(e.curve.u, e.curve.v);
      const axis = AXES.find((k) => isAlong(scale(n, 1 / length(n)), k));
      if (axis === undefined || Math.abs(length(e.curve.u) - length(e.curve.v)) > ALONG * length(e.curve.u))
        return [];
      const faces = [written(solid.name, a, feature), written(solid.name, b, other)] as const;
      return [{ faces, axis, at: e.curve.c[axis], isTurned }];
    });
  });
};

/** The keys of all faces that a body shows. */
const facesShown = (part: BuiltPart, file: PartFile): Map<string, Surface> => {
  const written = keyWriter(file);
  const out = new Map<string, Surface>();
  for (const { solid, edges } of part.bodies) {
    const onEdges = new Set(edges.flatMap((e) => e.on));
    for (const f of solid.faces) {
      const surface = solid.surfaces[f.surface] as Surface;
      // a ball or ring may have no edge at all
      if (!onEdges.has(f.key) && surface.kind !== 'sphere' && surface.kind !== 'torus') continue;
      out.set(written(solid.name, f.key, featureOfFace(f.key)), surface);
    }
  }
  return out;
};

/** Cones that the statement adds, that run on to their tip: it stands along their axis, and is measured to as a corner is. */
const apexesOf = (
  part: BuiltPart,
  file: PartFile,
): { readonly key: string; readonly at: Vec3; readonly a: Vec3 }[] => {
  const written = keyWriter(file);
  const added = new Set(
    file.bodies.flatMap((b) => b.features.flatMap((f) => (f.op === 'add' ? [`${b.name}/${f.id}`] : []))),
  );
  return part.bodies.flatMap(({ solid, edges }) =>
    solid.faces.flatMap((f) => {
      const s = solid.surfaces[f.surface];
      const feature = featureOfFace(f.key);
      // the drilled end of a hole is measured to where its full width ends
      if (s?.kind !== 'cone' || !added.has(`${solid.name}/${feature}`)) return [];
      const heights = edges
        .filter((e) => isDrawn(e) && e.on.includes(f.key))
        .flatMap((e) => edgeExtent(e, s.a));
      const [low, high] = [Math.min(...heights), Math.max(...heights)];
      // a second rim above the first one cuts the tip off
      return high - low <= solid.tol.linear * 40
        ? [{ key: written(solid.name, f.key, feature), at: s.o, a: s.a }]
        : [];
    }),
  );
};

type Item = {
  readonly key: PlaceKey;
  readonly at: number;
  readonly kind: Station['kind'];
  readonly feature: string;
};

/** Corners of flat faces of which one at least runs aslant: what no station of a face gives. */
const cornersOf = (
  part: BuiltPart,
  file: PartFile,
): { readonly faces: readonly string[]; readonly at: Vec3 }[] => {
  const written = keyWriter(file);
  return part.bodies.flatMap(({ solid, edges }) => {
    const surfaceOf = new Map(solid.faces.map((f) => [f.key, solid.surfaces[f.surface] as Surface]));
    return bodyVertices(edges.filter(isDrawn), solid.tol.linear).flatMap((v) => {
      const planes = v.on.flatMap((key) => {
        const s = surfaceOf.get(key);
        return s?.kind === 'plane' ? [{ key, s }] : [];
      });
      // square faces first, so that a corner is known by as many of them as meet there
      planes.sort(
        (a, b) => Number(AXES.some((k) => isAlong(b.s.n, k))) - Number(AXES.some((k) => isAlong(a.s.n, k))),
      );
      for (const [i, a] of planes.entries())
        for (const [j, b] of planes.entries())
          for (const [k, c] of planes.entries()) {
            if (!(i < j && j < k) || !meetingPoint(a.s, b.s, c.s)) continue;
            if ([a, b, c].every((p) => AXES.some((x) => isAlong(p.s.n, x)))) return [];
            const faces = [a, b, c].map((p) => written(solid.name, p.key, featureOfFace(p.key)));
            return [{ faces, at: v.at }];
          }
      return [];
    });
  });
};

const stationsAlong = (
  axis: AxisNumber,
  shown: ReadonlyMap<string, Surface>,
  corners: ReturnType<typeof cornersOf>,
  rims: ReturnType<typeof rimsOf>,
  apexes: ReturnType<typeof apexesOf>,
  isTurned: (face: string) => boolean,
  order: (key: string) => number,
  tol: number,
): Station[] => {
  const items: Item[] = [];
  for (const [key, s] of shown) {
    const feature = featureOfFace(key);
    // where the faces of a turned profile stand is said by its rims; its axis is one
    if (isTurned(key) && s.kind === 'plane') continue;
    if (s.kind === 'plane') {
      if (isAlong(s.n, axis)) items.push({ key, at: s.d / s.n[axis], kind: 'face', feature });
    } else if (s.kind === 'sphere' || s.kind === 'torus' || Math.abs(s.a[axis]) <= ALONG)
      items.push({ key, at: s.o[axis], kind: 'axis', feature });
  }
  for (const c of corners) {
    // a corner that lies in a face square to the axis stands where that does
    if (c.faces.some((f) => isSquareTo(shown.get(f), axis))) continue;
    items.push({
      key: meetingKey(c.faces),
      at: c.at[axis],
      kind: 'corner',
      feature: featureOfFace(c.faces[0] as string),
    });
  }
  for (const r of rims)
    if (r.axis === axis)
      items.push({ key: meetingKey(r.faces), at: r.at, kind: 'face', feature: featureOfFace(r.faces[0]) });
  for (const { key, at, a } of apexes)
    if (isAlong(a, axis)) items.push({ key, at: at[axis], kind: 'corner', feature: featureOfFace(key) });
  const rank = { face: 0, axis: 1, corner: 2 } as const;
  items.sort((a, b) => a.at - b.at);
  const groups: Item[][] = [];
  for (const item of items) {
    const last = groups.at(-1);
    if (last && item.at - (last[0] as Item).at <= tol) last.push(item);
    else groups.push([item]);
  }
  return groups.map((group, i): Station => {
    const own = [...group].sort((a, b) => rank[a.kind] - rank[b.kind] || order(a.feature) - order(b.feature));
    const [first] = own as [Item];
    return {
      name: `${LETTER[axis]}${i + 1}`,
      axis,
      at: first.at,
      of: own.map((x) => x.key),
      kind: first.kind,
    };
  });
};
const isSquareTo = (s: Surface | undefined, axis: AxisNumber): boolean =>
  s?.kind === 'plane' && isAlong(s.n, axis);

/** The sizes of round faces, and of cones with the rims they meet; of each pair of parallel aslant faces of a feature the distance; angles. */
const sizesOf = (
  shown: ReadonlyMap<string, Surface>,
  rims: ReturnType<typeof rimsOf>,
  isTurned: (face: string) => boolean,
  part: BuiltPart,
  file: PartFile,
): SizeKey[] => {
  const written = keyWriter(file);
  const out: SizeKey[] = rims.flatMap((r) => (r.isTurned ? [{ what: 'rim', of: r.faces } as const] : []));
  for (const [key, s] of shown) {
    if (isTurned(key)) continue;
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
            isTurned(cone) ||
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
    if (s.kind === 'cone' && !isTurned(key)) out.push({ what: 'cone', of: [key] });
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

/** Sizes of leaning features: along their edges, of their corners above their faces, and how their faces lean. */
const leaningSizes = (
  shown: ReadonlyMap<string, Surface>,
  corners: ReturnType<typeof cornersOf>,
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
      if (featureOfFace(c.faces[0] as string) === featureOfFace(key) && !c.faces.includes(key))
        out.push({ what: 'height', of: [key, meetingKey(c.faces)] });
    for (const axis of AXES) out.push({ what: 'lean', of: [key], axis });
  }
  return out;
};

/** What the drawing shows to be in line, tangent, square and parallel. */
const relationsOf = (
  stations: readonly Station[],
  shown: ReadonlyMap<string, Surface>,
  rims: ReturnType<typeof rimsOf>,
  part: BuiltPart,
  file: PartFile,
): Relation[] => {
  const written = keyWriter(file);
  const out: Relation[] = [];
  for (const [key, s] of shown) {
    const [first, ...others] = rims.filter(
      (r) => r.isTurned && s.kind === 'cylinder' && r.faces.includes(key),
    );
    for (const other of others)
      out.push({ kind: 'even', of: [meetingKey((first as typeof other).faces), meetingKey(other.faces)] });
  }
  for (const s of stations) {
    const [first, ...others] = s.of as [string, ...string[]];
    for (const other of others) {
      const isRound = [first, other].every((k) => (shown.get(k)?.kind ?? 'plane') !== 'plane');
      out.push({ kind: isRound ? 'coaxial' : 'flush', axis: s.axis, of: [first, other] });
    }
  }
  for (const { solid, edges } of part.bodies)
    for (const e of edges) {
      if (e.kind !== 'smooth' || e.on.length !== 2) continue;
      const of = e.on.map((k) => written(solid.name, k, featureOfFace(k)));
      if (out.some((r) => r.kind === 'tangent' && r.of.join() === of.join())) continue;
      out.push({ kind: 'tangent', of });
    }
  for (const [key, s] of shown) {
    const d = directionOf(s);
    if (!d) continue;
    const own = AXES.find((k) => isAlong(d, k));
    for (const towards of AXES) {
      if (own !== undefined && towards !== own)
        out.push({ kind: s.kind === 'plane' ? 'square' : 'parallel', of: [key], axis: own, towards });
      // an aslant face that runs along an axis
      if (own === undefined && Math.abs(d[towards]) <= ALONG) {
        const most = AXES.reduce((a, b) => (Math.abs(d[b]) > Math.abs(d[a]) ? b : a));
        out.push({ kind: 'parallel', of: [key], axis: most, towards });
      }
    }
  }
  return out;
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
 * @returns undefined where the part cannot be built
 */
export const openBooks = (file: PartFile, known?: BuiltPart): DimensionBooks | undefined => {
  const plain = plainPart(file);
  const whole = known ?? builtFrom(plain);
  const part = whole && {
    ...whole,
    bodies: whole.bodies.filter((b) => plain.bodies.some((x) => x.name === b.solid.name)),
  };
  const surfaces = surfacesByKey(plain);
  if (!part || !surfaces) return undefined;
  const shown = facesShown(part, plain);
  const corners = cornersOf(part, plain);
  const features = plain.bodies.flatMap((b) => b.features.map((f) => f.id));
  const order = (feature: string): number => features.indexOf(feature);
  const tol = part.tol.linear * 40;
  const rims = rimsOf(part, plain);
  const turned = turnedFeatures(plain);
  const isTurned = (face: string): boolean => turned.has(featureOfFace(face));
  const apexes = apexesOf(part, plain);
  const stations = AXES.flatMap((axis) =>
    stationsAlong(axis, shown, corners, rims, apexes, isTurned, order, tol),
  );
  let moved: ReturnType<typeof movedSurfaces> | undefined;
  const sizes = [...sizesOf(shown, rims, isTurned, part, plain), ...leaningSizes(shown, corners)];
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

/** How a station stands now. */
export const stationNow = (s: Pick<Station, 'of' | 'axis'>, surfaces: SurfacesByKey): number | undefined => {
  for (const key of s.of) {
    const at = placeAlong(key, s.axis, surfaces);
    if (at !== undefined) return at;
  }
  return undefined;
};
