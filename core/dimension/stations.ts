import type { Surface } from '../geometry/surface.ts';
import { cross, distance, length, scale, type Vec3 } from '../geometry/vec.ts';
import { copyOfFace, featureOfFace, meetingKey, readFaceKey } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import type { Solid } from '../solid/body.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { edgeExtent } from '../solid/extent.ts';
import { bodyVertices } from '../solid/vertices.ts';
import { cornerOf, meetingPoint } from './corner.ts';
import { type AxisNumber, type PlaceKey, placeAlong } from './place.ts';
import { rimOf } from './rim.ts';
import { keyWriter, type SurfacesByKey } from './surfacesByKey.ts';

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

/** How a station stands now. */
export const stationNow = (s: Pick<Station, 'of' | 'axis'>, surfaces: SurfacesByKey): number | undefined => {
  for (const key of s.of) {
    const at = placeAlong(key, s.axis, surfaces);
    if (at !== undefined) return at;
  }
  return undefined;
};

/** Directions within this slope of an axis run along it. */
export const ALONG = 1e-9;
/** The axes of the part: X, Y, Z. */
export const AXES = [0, 1, 2] as const;
const LETTER = ['x', 'y', 'z'] as const;

/** True for a direction that runs along an axis of the part. */
export const isAlong = (d: Vec3, axis: AxisNumber): boolean =>
  AXES.every((k) => k === axis || Math.abs(d[k]) <= ALONG);

/** The features that are profiles turned about an axis: what is stated of them is the rims in which their faces meet. */
export const turnedFeatures = (file: PartFile): ReadonlySet<string> =>
  new Set(file.bodies.flatMap((b) => b.features.flatMap((f) => (f.shape.kind === 'revolve' ? [f.id] : []))));

/** A rim: the circle in which two faces of one axis meet, and whether both are of one turned profile. */
export type Rim = {
  readonly faces: readonly [string, string];
  readonly axis: AxisNumber;
  readonly at: number;
  readonly radius: number;
  readonly isTurned: boolean;
};

/** The rims in which faces of one turned feature meet, and those in which a cone meets a cylinder of its axis, as a drilled end does. */
export const rimsOf = (part: BuiltPart, file: PartFile): Rim[] => {
  const turned = turnedFeatures(file);
  const written = keyWriter(file);
  const all = part.bodies.flatMap(({ solid, edges }) => {
    const surfaceOf = new Map(solid.faces.map((f) => [f.key, solid.surfaces[f.surface]]));
    return edges.filter(isDrawn).flatMap((e): Rim[] => {
      const [a, b] = e.on;
      if (e.curve.type !== 'ellipse' || !a || !b || e.on.length !== 2) return [];
      const [feature, other] = [featureOfFace(a), featureOfFace(b)];
      const kinds = [a, b].map((k) => surfaceOf.get(k)?.kind);
      const isTurned = other === feature && turned.has(feature);
      if (!isTurned && !(kinds.includes('cone') && kinds.includes('cylinder'))) return [];
      const n = cross(e.curve.u, e.curve.v);
      const axis = AXES.find((k) => isAlong(scale(n, 1 / length(n)), k));
      if (axis === undefined || Math.abs(length(e.curve.u) - length(e.curve.v)) > ALONG * length(e.curve.u))
        return [];
      const [radius, at] = [length(e.curve.u), e.curve.c[axis]];
      // an arc of the outline meets what is beside it in two places: the order of the names says in which
      const isHere = (first: string, second: string): boolean => {
        const rim = rimOf(surfaceOf.get(first), surfaceOf.get(second));
        const off = rim && Math.hypot(rim.r - radius, rim.z * Math.sign(rim.axis[axis]) - at);
        return off !== undefined && off <= solid.tol.linear * 40;
      };
      const order = isHere(a, b) || !isHere(b, a) ? [a, b] : [b, a];
      const faces = order.map((k) => written(solid.name, k, featureOfFace(k))) as [string, string];
      return [{ faces, axis, at, radius, isTurned }];
    });
  });
  // a cut that goes through a rim leaves several edges of it
  const found = [...all, ...roundedRims(part, file)];
  const known = [...found, ...rimsTakenOff(part, file, found)];
  return [...new Map(known.map((r) => [r.faces.join(), r])).values()];
};

/** Where two faces of an outline would meet that follow one another in it; nothing where they are gone or no line of the outline. */
const rimBetween = (
  [a, b]: readonly [string, string],
  solid: Solid,
  written: ReturnType<typeof keyWriter>,
): Rim | undefined => {
  const ends = [a, b].map((key) => solid.surfaces[solid.faces.find((f) => f.key === key)?.surface ?? -1]);
  // two arcs need not meet elsewhere
  if (ends.some((s) => s?.kind === 'torus' || s?.kind === 'sphere')) return undefined;
  const rim = rimOf(ends[0], ends[1]);
  const axis = rim && AXES.find((k) => isAlong(rim.axis, k));
  if (!rim || axis === undefined) return undefined;
  const faces = [a, b].map((key) => written(solid.name, key, featureOfFace(key))) as [string, string];
  return { faces, axis, at: rim.z * Math.sign(rim.axis[axis]), radius: rim.r, isTurned: true };
};

/**
 * The rims that other features have taken off a turned outline at both ends of a face, by a chamfer or a fillet of its own: what is left of the face is
 * stated as the outline has it.
 * @param found the rims that are there
 */
const rimsTakenOff = (part: BuiltPart, file: PartFile, found: readonly Rim[]): Rim[] => {
  const turned = turnedFeatures(file);
  const written = keyWriter(file);
  const withRim = new Set(found.flatMap((r) => (r.isTurned ? r.faces : [])));
  return part.bodies.flatMap(({ solid, edges }) => {
    const shown = new Set(edges.flatMap((e) => e.on));
    return solid.faces.flatMap(({ key, surface }): Rim[] => {
      const feature = featureOfFace(key);
      const kind = solid.surfaces[surface]?.kind;
      const side = /^side (\d+)$/.exec(readFaceKey(key).role)?.[1];
      const isLeft = turned.has(feature) && shown.has(key) && (kind === 'cylinder' || kind === 'plane');
      if (!isLeft || side === undefined || withRim.has(written(solid.name, key, feature))) return [];
      const [before, after] = [-1, 1].map((by) => key.replace(/side \d+$/, `side ${Number(side) + by}`)) as [
        string,
        string,
      ];
      return [rimBetween([before, key], solid, written), rimBetween([key, after], solid, written)].flatMap(
        (r) => r ?? [],
      );
    });
  });
};

/** Where two faces of a turned outline would meet that an arc joins smoothly: what is beside a rounding is measured to as if it were sharp. */
const roundedRims = (part: BuiltPart, file: PartFile): Rim[] => {
  const turned = turnedFeatures(file);
  const written = keyWriter(file);
  return part.bodies.flatMap(({ solid, edges }) => {
    const surfaceOf = new Map(solid.faces.map((f) => [f.key, solid.surfaces[f.surface]]));
    const beside = new Map<string, Set<string>>();
    for (const { kind, on } of edges)
      for (const [arc, other] of [on, on.toReversed()]) {
        if (kind !== 'smooth' || arc === undefined || other === undefined) continue;
        const feature = featureOfFace(arc);
        if (surfaceOf.get(arc)?.kind !== 'torus' || !turned.has(feature) || featureOfFace(other) !== feature)
          continue;
        beside.set(arc, (beside.get(arc) ?? new Set()).add(other));
      }
    return [...beside.values()].flatMap((faces): Rim[] => {
      const [a, b] = faces;
      if (a === undefined || b === undefined) return [];
      const rim = rimBetween([a, b], solid, written);
      return rim ? [rim] : [];
    });
  });
};

/** The keys of all faces that a body shows. */
export const facesShown = (part: BuiltPart, file: PartFile): Map<string, Surface> => {
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
export const apexesOf = (
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

/** A corner by the faces that meet in it, and where it is. */
type Corner = { readonly faces: readonly string[]; readonly at: Vec3 };
type FaceThere = { readonly key: string; readonly s: Surface };

/** Copies of features that are outlines given a height, as their sides are written: their corners are stated. */
const isOutlineSide = (file: PartFile): ((body: string, face: string) => boolean) => {
  const outlines = new Set(
    file.bodies.flatMap((b) =>
      b.features.flatMap((f) => (f.shape.kind === 'extrude' ? [`${b.name}/${f.id}`] : [])),
    ),
  );
  return (body, face) => {
    const { feature, role } = readFaceKey(face);
    return outlines.has(`${body}/${feature}`) && role.includes('side');
  };
};

/** The corner in which an arc of an outline and what comes before or after it meet at an angle, in a flat face: nothing where they run on smoothly. */
const arcCorner = (
  there: readonly FaceThere[],
  sides: readonly FaceThere[],
  isSmooth: (a: string, b: string) => boolean,
  at: Vec3,
  near: number,
): readonly string[] | undefined => {
  for (const arc of sides)
    for (const other of sides) {
      if (arc.s.kind !== 'cylinder' || other === arc || copyOfFace(arc.key) !== copyOfFace(other.key))
        continue;
      if (isSmooth(arc.key, other.key)) continue;
      for (const end of there) {
        if (end.s.kind !== 'plane' || end === other) continue;
        const orders =
          other.s.kind === 'plane'
            ? [
                [other, end, arc],
                [other, arc, end],
              ]
            : [[arc, other, end]];
        for (const order of orders) {
          const p = cornerOf(order.map((f) => f.s));
          if (p && distance(p, at) <= near) return order.map((f) => f.key);
        }
      }
    }
  return undefined;
};

/**
 * Corners that no station of a face gives: of flat faces of which one at least runs aslant, and those where an arc of an outline meets what is beside
 * it at an angle.
 */
export const cornersOf = (part: BuiltPart, file: PartFile): Corner[] => {
  const written = keyWriter(file);
  const isSide = isOutlineSide(file);
  return part.bodies.flatMap(({ solid, edges }) => {
    const surfaceOf = new Map(solid.faces.map((f) => [f.key, solid.surfaces[f.surface] as Surface]));
    const smooth = edges.filter((e) => e.kind === 'smooth');
    const isSmooth = (a: string, b: string): boolean =>
      smooth.some((e) => e.on.includes(a) && e.on.includes(b));
    return bodyVertices(edges.filter(isDrawn), solid.tol.linear).flatMap((v): Corner[] => {
      const there = v.on.flatMap((key) => {
        const s = surfaceOf.get(key);
        return s ? [{ key, s }] : [];
      });
      const planes = there.flatMap(({ key, s }) => (s.kind === 'plane' ? [{ key, s }] : []));
      // square faces first, so that a corner is known by as many of them as meet there
      planes.sort(
        (a, b) => Number(AXES.some((k) => isAlong(b.s.n, k))) - Number(AXES.some((k) => isAlong(a.s.n, k))),
      );
      const named = (faces: readonly string[]): Corner => ({
        faces: faces.map((key) => written(solid.name, key, featureOfFace(key))),
        at: v.at,
      });
      for (const [i, a] of planes.entries())
        for (const [j, b] of planes.entries())
          for (const [k, c] of planes.entries()) {
            if (!(i < j && j < k) || !meetingPoint(a.s, b.s, c.s)) continue;
            if ([a, b, c].every((p) => AXES.some((x) => isAlong(p.s.n, x)))) return [];
            return [named([a, b, c].map((p) => p.key))];
          }
      const sides = there.filter((f) => isSide(solid.name, f.key));
      const faces = arcCorner(there, sides, isSmooth, v.at, solid.tol.linear * 40);
      return faces ? [named(faces)] : [];
    });
  });
};

/** The stations of an axis from its low end. @param isByRims faces of profiles that are turned, with rims: those are stations, not they themselves */
export const stationsAlong = (
  axis: AxisNumber,
  shown: ReadonlyMap<string, Surface>,
  corners: ReturnType<typeof cornersOf>,
  rims: ReturnType<typeof rimsOf>,
  apexes: ReturnType<typeof apexesOf>,
  isByRims: (face: string) => boolean,
  order: (key: string) => number,
  tol: number,
): Station[] => {
  const items: Item[] = [];
  for (const [key, s] of shown) {
    const feature = featureOfFace(key);
    // where the faces of a turned profile stand is said by its rims; its axis is one
    if (isByRims(key) && s.kind === 'plane') continue;
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
