import { IDENTITY, mapPoint, type Rigid, turnVector } from '../geometry/rigid.ts';
import { dot, scale, type Vec3 } from '../geometry/vec.ts';
import { sameData } from '../number/sameData.ts';
import type { EdgeOf, FaceOf, SurfaceOf, TrimmedSolid } from './trimmedSolid.ts';

/**
 * A solid made `factor` times as large about its origin, and then moved and turned by a rigid map (not mirrored).
 * @param factor above zero; 1 leaves the size, 1 / 25.4 makes inches of millimetres
 */
export const mappedSolid = (s: TrimmedSolid, m: Rigid, factor = 1): TrimmedSolid => {
  if (factor === 1 && sameData(m, IDENTITY)) return s;
  const point = (p: Vec3): Vec3 => mapPoint(m, scale(p, factor));
  const arm = (v: Vec3): Vec3 => turnVector(m, scale(v, factor));
  const surface = (f: SurfaceOf): SurfaceOf => {
    switch (f.kind) {
      case 'plane': {
        const n = turnVector(m, f.n);
        return { kind: 'plane', n, d: f.d * factor + dot(n, m.origin) };
      }
      case 'cylinder':
        return { ...f, o: point(f.o), a: turnVector(m, f.a), r: f.r * factor };
      case 'cone':
        return { ...f, o: point(f.o), a: turnVector(m, f.a) };
      case 'sphere':
        return { ...f, o: point(f.o), r: f.r * factor };
      case 'torus':
        return { ...f, o: point(f.o), a: turnVector(m, f.a), R: f.R * factor, r: f.r * factor };
    }
  };
  const edge = (e: EdgeOf): EdgeOf => {
    switch (e.kind) {
      case 'line':
        return { kind: 'line', ends: [point(e.ends[0]), point(e.ends[1])] };
      case 'ellipse':
        return { ...e, c: point(e.c), u: arm(e.u), v: arm(e.v) };
      case 'meeting':
        return { kind: 'meeting', through: e.through.map(point) };
    }
  };
  return {
    kind: 'trimmed',
    edges: s.edges.map(edge),
    faces: s.faces.map((f): FaceOf => ({ ...f, surface: surface(f.surface) })),
  };
};

const scaled = new WeakMap<TrimmedSolid, { readonly factor: number; readonly solid: TrimmedSolid }>();

/** A solid made `factor` times as large about its origin: the very same object each time, so that what was worked out of it holds. */
export const scaledSolid = (s: TrimmedSolid, factor: number): TrimmedSolid => {
  if (factor === 1) return s;
  const before = scaled.get(s);
  if (before?.factor === factor) return before.solid;
  const solid = mappedSolid(s, IDENTITY, factor);
  scaled.set(s, { factor, solid });
  return solid;
};
