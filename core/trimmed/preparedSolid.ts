import { type Box3, boxOf, EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import { type BoxTree, boxTree } from '../geometry/boxTree.ts';
import { pointOn } from '../geometry/curve3.ts';
import { IDENTITY, type Rigid } from '../geometry/rigid.ts';
import { boxOfStretch } from '../geometry/stretchBox3.ts';
import { cone, cylinder, plane, type Surface, sphere, torus } from '../geometry/surface.ts';
import { along, dot, perpendiculars, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { curveOfEdge, type EdgeCurve } from './edgeCurve.ts';
import { sideOfFace } from './sideOfFace.ts';
import { sizeOfSolid } from './solidSize.ts';
import type { TrimmedFace } from './trimmedFace.ts';
import type { FaceOf, SurfaceOf, TrimmedSolid } from './trimmedSolid.ts';

export type PreparedSolid = {
  readonly faces: readonly TrimmedFace[];
  readonly boxes: readonly Box3[];
  readonly tree: BoxTree;
  readonly size: number;
};

/** The engine's surface with the sense in which its normal leads out of the material. */
export const surfaceWithSense = (s: SurfaceOf): { readonly surface: Surface; readonly outward: 1 | -1 } => {
  if (s.kind === 'plane') {
    const surface = plane(s.n, s.d);
    return { surface, outward: dot(surface.n, s.n) > 0 ? 1 : -1 };
  }
  const outward = s.filled ? 1 : -1;
  switch (s.kind) {
    case 'cylinder':
      return { surface: cylinder(s.o, s.a, s.r), outward };
    case 'cone':
      return { surface: cone(s.o, s.a, s.half), outward };
    case 'sphere':
      return { surface: sphere(s.o, s.r), outward };
    case 'torus':
      return { surface: torus(s.o, s.a, s.R, s.r), outward };
  }
};

/** The places of a face besides its boundary that may lie furthest out along the axes of a frame. */
const bulges = (s: Surface, frame: Rigid): Vec3[] => {
  const axes = [frame.x, frame.y, frame.z].flatMap((v) => [v, scale(v, -1)]);
  switch (s.kind) {
    case 'plane':
    case 'cylinder':
      // every straight line on it ends at the boundary
      return [];
    case 'cone':
      return [s.o];
    case 'sphere':
      return axes.map((v) => along(s.o, v, s.r));
    case 'torus':
      return axes.map((v) => {
        const flat = along(v, s.a, -dot(v, s.a));
        const e = dot(flat, flat) > 1e-18 ? unit(flat) : s.e1;
        return along(along(s.o, e, s.R), v, s.r);
      });
  }
};

/** The box of a face in a frame: of its boundary, and of its surface where that bulges beyond it. */
export const boxOfFace = (f: TrimmedFace, frame: Rigid): Box3 => {
  const rim = f.boundary.map((b) => boxOfStretch(b.curve, b.from, b.to, frame)).reduce(joinBoxes, EMPTY_BOX);
  const out = bulges(f.surface, frame).filter((p) => sideOfFace(f, p) !== 'out');
  if (!out.length) return rim;
  return joinBoxes(
    rim,
    boxOf(
      out.map((p) => {
        const q = sub(p, frame.origin);
        return [dot(q, frame.x), dot(q, frame.y), dot(q, frame.z)];
      }),
    ),
  );
};

/** A frame along a surface's own axis, in which its faces have the closest boxes. */
export const frameOfSurface = (s: Surface): Rigid => {
  if (s.kind === 'sphere') return { ...IDENTITY, origin: s.o };
  const a = s.kind === 'plane' ? s.n : s.a;
  const [x, y] = perpendiculars(a);
  return { x, y, z: a, origin: s.kind === 'plane' ? scale(a, s.d) : s.o };
};

/** Nearer than this share of the solid's size, a place and a boundary are one. */
const FINE = 1e-10;

const faceWith = (f: FaceOf, curves: readonly (EdgeCurve | undefined)[], size: number): TrimmedFace => ({
  name: f.name,
  ...surfaceWithSense(f.surface),
  fine: size * FINE,
  boundary: f.edges.flatMap(([i, sense]) => {
    const e = curves[i];
    if (!e) return [];
    return [
      {
        ...e,
        run: (sense * e.sense) as 1 | -1,
        box: boxOfStretch(e.curve, e.from, e.to, IDENTITY),
        ends: [pointOn(e.curve, e.from), pointOn(e.curve, e.to)] as const,
      },
    ];
  }),
});

/** What was worked out of solids before. */
const curvesOf = new WeakMap<TrimmedSolid, readonly (EdgeCurve | undefined)[]>();

/** The exact curve of every edge of a solid; undefined where its two surfaces do not meet along it. */
export const edgeCurves = (s: TrimmedSolid): readonly (EdgeCurve | undefined)[] => {
  const before = curvesOf.get(s);
  if (before) return before;
  const size = sizeOfSolid(s);
  const users: number[][] = s.edges.map(() => []);
  s.faces.forEach((f, i) => {
    for (const [e] of f.edges) users[e]?.push(i);
  });
  const surfaces = s.faces.map((f) => surfaceWithSense(f.surface).surface);
  const curves = s.edges.map((e, i) => {
    const [a, b] = users[i] as number[];
    if (a === undefined || b === undefined) return undefined;
    return curveOfEdge(e, surfaces[a] as Surface, surfaces[b] as Surface, size);
  });
  curvesOf.set(s, curves);
  return curves;
};

/** What questions about faces need that together bound a solid. @param size how large it is, a length */
export const preparedFaces = (faces: readonly TrimmedFace[], size: number): PreparedSolid => {
  const boxes = faces.map((f) => boxOfFace(f, IDENTITY));
  return { faces, boxes, tree: boxTree(boxes, size * 1e-9), size };
};

const known = new WeakMap<TrimmedSolid, PreparedSolid>();

/** Works out what questions about a solid need, once for each solid. The cost grows about as its faces do. */
export const preparedSolid = (s: TrimmedSolid): PreparedSolid => {
  const before = known.get(s);
  if (before) return before;
  const size = sizeOfSolid(s);
  const curves = edgeCurves(s);
  const faces = s.faces.map((f) => faceWith(f, curves, size));
  const made = preparedFaces(faces, size);
  known.set(s, made);
  return made;
};
