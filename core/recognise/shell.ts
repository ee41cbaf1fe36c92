import type { BodyEdge, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { pointOn } from '../geometry/curve3.ts';
import { add, cross, distance, dot, length, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';

/** A whole circle. @property n square to its plane, unit, of either sense */
export type Circle = { readonly c: Vec3; readonly r: number; readonly n: Vec3 };

/** A loop of a face, by the face's number. */
export type Loop = {
  readonly face: number;
  readonly uses: readonly EdgeUse[];
  /** points along it in its sense, the ends of its edges among them */
  readonly points: readonly Vec3[];
  /** where all its edges together are one circle */
  readonly circle?: Circle;
  /** of a flat face: it goes round the outside of the face */
  readonly isOuter: boolean;
};

/** The faces of one piece of material with their loops; what is recognised is taken from it, face by face and loop by loop. */
export type Shell = {
  readonly body: BodyFaces;
  readonly loops: readonly Loop[];
  /** the loops that use an edge, by the edge's number */
  readonly loopsAt: readonly (readonly number[])[];
  /** lengths up to this are one place */
  readonly tol: number;
};

/** What of a shell is still there. */
export type Live = { readonly faces: ReadonlySet<number>; readonly loops: ReadonlySet<number> };

/** So many points stand for a curved edge. */
const STEPS = 16;

const pointsOf = (edges: readonly BodyEdge[], { edge, sense }: EdgeUse): Vec3[] => {
  const e = edges[edge] as BodyEdge;
  const n = e.curve.type === 'line' ? 1 : STEPS;
  return Array.from({ length: n }, (_, i) => {
    const share = i / n;
    return pointOn(e.curve, sense === 1 ? e.from + (e.to - e.from) * share : e.to - (e.to - e.from) * share);
  });
};

/** The area that a closed row of points goes round, as a vector along its normal. */
const areaOf = (points: readonly Vec3[]): Vec3 =>
  points.reduce<Vec3>(
    (sum, p, i) => add(sum, scale(cross(p, points[(i + 1) % points.length] as Vec3), 0.5)),
    [0, 0, 0],
  );

/** The circle that some edges make together; undefined where they make none. */
const circleOf = (edges: readonly BodyEdge[], uses: readonly EdgeUse[], tol: number): Circle | undefined => {
  let turned = 0;
  let found: Circle | undefined;
  for (const u of uses) {
    const e = edges[u.edge] as BodyEdge;
    if (e.curve.type !== 'ellipse') return undefined;
    const { c, u: major, v: minor } = e.curve;
    const r = length(major);
    if (Math.abs(r - length(minor)) > tol) return undefined;
    if (found && (distance(found.c, c) > tol || Math.abs(found.r - r) > tol)) return undefined;
    found ??= { c, r, n: unit(cross(major, minor)) };
    turned += e.to - e.from;
  }
  return Math.abs(turned - TAU) < 1e-6 ? found : undefined;
};

/** The direction out of the material on a flat face. */
export const outOf = (body: BodyFaces, face: number): Vec3 | undefined => {
  const f = body.faces[face];
  return f?.surface.kind === 'plane' ? scale(f.surface.n, f.outward) : undefined;
};

/** Prepares the faces of a body. @param tol lengths up to this are one place */
export const shellOf = (body: BodyFaces, tol: number): Shell => {
  const loops = body.faces.flatMap((f, face) =>
    f.loops.map((uses): Loop => {
      const points = uses.flatMap((u) => pointsOf(body.edges, u));
      const out = outOf(body, face);
      const middle = points[0] as Vec3;
      const area = areaOf(points.map((p) => sub(p, middle)));
      const circle = circleOf(body.edges, uses, tol);
      return { face, uses, points, ...(circle && { circle }), isOuter: out ? dot(area, out) > 0 : false };
    }),
  );
  const loopsAt: number[][] = body.edges.map(() => []);
  loops.forEach((l, i) => {
    for (const u of l.uses) loopsAt[u.edge]?.push(i);
  });
  return { body, loops, loopsAt, tol };
};

/** The live loops of a face, by their numbers. */
export const loopsOfFace = (s: Shell, live: Live, face: number): number[] =>
  [...live.loops].filter((i) => s.loops[i]?.face === face);

/** The loop on the other side of an edge of a loop; undefined where the edge has none of its own. */
export const across = (s: Shell, live: Live, loop: number, edge: number): number | undefined => {
  const others = (s.loopsAt[edge] ?? []).filter((i) => i !== loop && live.loops.has(i));
  return others.length === 1 ? others[0] : undefined;
};

/** A shell without some faces and loops. */
export const without = (live: Live, faces: readonly number[], loops: readonly number[]): Live => ({
  faces: new Set([...live.faces].filter((f) => !faces.includes(f))),
  loops: new Set([...live.loops].filter((l) => !loops.includes(l))),
});

/** What is still there of a shell, as the faces of a body. */
export const leftOf = (s: Shell, live: Live): BodyFaces => ({
  ...s.body,
  faces: s.body.faces.flatMap((f, face) =>
    live.faces.has(face)
      ? [{ ...f, loops: loopsOfFace(s, live, face).map((i) => s.loops[i]?.uses ?? []) }]
      : [],
  ),
});

/** All of a shell. */
export const wholeOf = (s: Shell): Live => ({
  faces: new Set(s.body.faces.keys()),
  loops: new Set(s.loops.keys()),
});
