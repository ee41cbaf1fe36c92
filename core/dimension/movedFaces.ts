import { type Surface, sameSurface } from '../geometry/surface.ts';
import { AXES, along } from '../geometry/vec.ts';
import { featureOfFace } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import { keyWriter, type SurfacesByKey } from './surfacesByKey.ts';

/** The surfaces with one figure moved a little up and a little down. */
export type MovedFace = { readonly by: number; readonly up: SurfacesByKey; readonly down: SurfacesByKey };

/** The ways in which a surface may stand or be larger, each as what becomes of it when it is moved by a length. */
const waysOf = (s: Surface): ((by: number) => Surface)[] => {
  switch (s.kind) {
    case 'plane':
      return [(by) => ({ ...s, d: s.d + by })];
    case 'cylinder':
      return [
        (by) => ({ ...s, r: s.r + by }),
        ...[s.e1, s.e2].map(
          (e) =>
            (by: number): Surface => ({ ...s, o: along(s.o, e, by) }),
        ),
      ];
    case 'sphere':
      return [
        (by) => ({ ...s, r: s.r + by }),
        ...AXES.map(
          (e) =>
            (by: number): Surface => ({ ...s, o: along(s.o, e, by) }),
        ),
      ];
    case 'torus':
      return [
        (by) => ({ ...s, r: s.r + by }),
        (by) => ({ ...s, R: s.R + by }),
        ...AXES.map(
          (e) =>
            (by: number): Surface => ({ ...s, o: along(s.o, e, by) }),
        ),
      ];
    case 'cone':
      return [
        ...AXES.map(
          (e) =>
            (by: number): Surface => ({ ...s, o: along(s.o, e, by) }),
        ),
        // opened so that it is by so much wider at its own distance of one from the apex
        (by) => {
          const half = Math.atan2(s.sin + by, s.cos);
          return { ...s, sin: Math.sin(half), cos: Math.cos(half) };
        },
      ];
  }
};

/**
 * What may be other on solids that were read from files: no figure of the statement says where their faces stand, so each face can be
 * moved and made larger by itself. Directions stay.
 * @param surfaces all surfaces of the part, by the keys of their faces
 * @param by how far each is moved, part units
 * @param tol surfaces nearer than this are one, part units
 */
export const movedFaces = (part: PartFile, surfaces: SurfacesByKey, by: number, tol: number): MovedFace[] => {
  const written = keyWriter(part);
  const solids = new Set(
    part.bodies.flatMap((b) =>
      b.features.flatMap((f) => (f.shape.kind === 'solid' ? [written(b.name, f.id, f.id)] : [])),
    ),
  );
  if (!solids.size) return [];
  // faces that a cut has parted lie on one surface still, and move with it
  const groups: { readonly surface: Surface; readonly keys: string[] }[] = [];
  for (const [key, surface] of surfaces) {
    if (!solids.has(featureOfFace(key))) continue;
    const group = groups.find((g) => sameSurface(g.surface, surface, tol));
    if (group) group.keys.push(key);
    else groups.push({ surface, keys: [key] });
  }
  const withMoved = (keys: readonly string[], moved: Surface): SurfacesByKey => {
    const all = new Map(surfaces);
    for (const key of keys) all.set(key, moved);
    return all;
  };
  return groups.flatMap(({ surface, keys }) =>
    waysOf(surface).map((way) => ({ by, up: withMoved(keys, way(by)), down: withMoved(keys, way(-by)) })),
  );
};
