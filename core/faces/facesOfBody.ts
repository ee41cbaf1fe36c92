import type { Box3 } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { type Curve3, pointOn } from '../geometry/curve3.ts';
import { IDENTITY } from '../geometry/rigid.ts';
import { boxOfStretch } from '../geometry/stretchBox3.ts';
import type { Sphere, Surface, Torus } from '../geometry/surface.ts';
import { distance, scale, type Vec3 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import type { Solid } from '../solid/body.ts';
import { type Edge, faceKeyAt } from '../solid/boundary.ts';
import { insideTrimmed, isOuterShell } from '../trimmed/insideTrimmed.ts';
import { type PreparedSolid, preparedFaces } from '../trimmed/preparedSolid.ts';
import type { BoundaryStretch, TrimmedFace } from '../trimmed/trimmedFace.ts';
import type { BodyEdge, BodyFace, BodyFaces, BodyPiece, EdgeUse } from './bodyFaces.ts';
import { groupedLoops } from './groupedLoops.ts';
import { joinedGroups } from './joinedGroups.ts';
import { loopsOf } from './loopsOfFaces.ts';
import { type PairedEdge, pairedEdges } from './pairedEdges.ts';

/** Ends of edges nearer than this many tolerances are one corner. */
const ONE_CORNER = 40;

/** The corners at which edges end, and the number of that of each end, in the order given. */
const cornersOf = (ends: readonly Vec3[], tol: number): { at: Vec3[]; of: number[] } => {
  const grid = boxGrid(
    ends.map((p): Box3 => [p[0], p[1], p[2], p[0], p[1], p[2]]),
    tol,
  );
  const of = ends.map(() => -1);
  const at: Vec3[] = [];
  ends.forEach((p, i) => {
    if ((of[i] as number) >= 0) return;
    for (const j of grid.at(p[0], p[1], p[2]))
      if ((of[j] as number) < 0 && distance(ends[j] as Vec3, p) <= tol) of[j] = at.length;
    at.push(p);
  });
  return { at, of };
};

/** Half of a coedge pair on one side of a surface: the use, with its surface and sense. */
type SidedUse = { readonly use: EdgeUse; readonly surface: number; readonly outward: 1 | -1 };

const usesOf = (paired: readonly PairedEdge[]): SidedUse[] =>
  paired.flatMap(({ coedges }, edge) =>
    coedges.map(({ surface, side, outward }) => ({
      use: { edge, sense: (side * outward) as 1 | -1 },
      surface,
      outward,
    })),
  );

const stretchOf = (edges: readonly BodyEdge[], { edge, sense }: EdgeUse): BoundaryStretch => {
  const { curve, from, to } = edges[edge] as BodyEdge;
  return {
    curve,
    from,
    to,
    sense: 1,
    run: sense,
    box: boxOfStretch(curve, from, to, IDENTITY),
    ends: [pointOn(curve, from), pointOn(curve, to)],
  };
};

/** Circles that part a whole sphere or ring into two faces, each an edge of both. */
const circlesRound = (s: Sphere | Torus): Curve3[] => {
  if (s.kind === 'sphere') return [{ type: 'ellipse', c: s.o, u: [s.r, 0, 0], v: [0, s.r, 0] }];
  return [s.R + s.r, s.R - s.r].map((rho) => ({
    type: 'ellipse',
    c: s.o,
    u: scale(s.e1, rho),
    v: scale(s.e2, rho),
  }));
};

/**
 * The faces of a body, from its edges: loops traced, loops of one face put together, faces of one shell, hollows in their pieces. Exact;
 * the curves are the engine's own.
 * @param edges all edges of the body, the smooth ones too
 */
export const facesOfBody = (s: Solid, edges: readonly Edge[]): BodyFaces => {
  const tol = s.tol.linear;
  const paired = pairedEdges(s, edges);
  const { at, of } = cornersOf(
    paired.flatMap(({ edge }) => [pointOn(edge.curve, edge.from), pointOn(edge.curve, edge.to)]),
    tol * ONE_CORNER,
  );
  const bodyEdges: BodyEdge[] = paired.map(({ edge }, i) => ({
    curve: edge.curve,
    from: edge.from,
    to: edge.to,
    start: of[2 * i] as number,
    end: of[2 * i + 1] as number,
  }));
  const vertices = [...at];
  const sides = new Map<string, SidedUse[]>();
  for (const u of usesOf(paired)) {
    const key = `${u.surface} ${u.outward}`;
    sides.set(key, [...(sides.get(key) ?? []), u]);
  }
  const faces: BodyFace[] = [];
  for (const uses of sides.values()) {
    const { surface: id, outward } = uses[0] as SidedUse;
    const surface = s.surfaces[id] as Surface;
    const loops = loopsOf(
      uses.map((u) => u.use),
      bodyEdges,
      vertices,
      surface,
      outward,
    );
    const stretches = loops.map((l) => l.map((u) => stretchOf(bodyEdges, u)));
    for (const group of groupedLoops(surface, outward, stretches, tol * 1e-2)) {
      const first = (stretches[group[0] as number] as BoundaryStretch[])[0] as BoundaryStretch;
      const key = faceKeyAt(s, id, pointOn(first.curve, (first.from + first.to) / 2));
      faces.push({ key, surface, outward, loops: group.map((i) => loops[i] as EdgeUse[]) });
    }
  }
  // a whole sphere or ring has no edge but its seam
  const bare = new Map<number, Edge>();
  for (const e of edges) {
    const id = e.coedges[0]?.surface as number;
    if (e.kind === 'seam' && ![...sides.keys()].some((k) => k.startsWith(`${id} `))) bare.set(id, e);
  }
  for (const [id, seam] of bare) {
    const surface = s.surfaces[id] as Sphere | Torus;
    const outward = (seam.coedges[0] as Edge['coedges'][number]).outward;
    const numbers = circlesRound(surface).map((curve) => {
      const vertex = vertices.push(pointOn(curve, 0)) - 1;
      return bodyEdges.push({ curve, from: 0, to: TAU, start: vertex, end: vertex }) - 1;
    });
    const key = faceKeyAt(s, id, pointOn(seam.curve, (seam.from + seam.to) / 2));
    // above its equator the face is to the left of a circle that is run about the axis; on a ring's inner circle the other way
    for (const half of [1, -1] as const)
      faces.push({
        key,
        surface,
        outward,
        loops: numbers.map((edge, i) => [{ edge, sense: (half * outward * (i === 0 ? 1 : -1)) as 1 | -1 }]),
      });
  }
  return piecesOfFaces({ vertices, edges: bodyEdges, faces, pieces: [] }, s);
};

/** The faces as the walk on them takes them. */
const trimmedOf = (b: BodyFaces, f: BodyFace, fine: number): TrimmedFace => ({
  name: f.key,
  surface: f.surface,
  outward: f.outward,
  boundary: f.loops.flat().map((u) => stretchOf(b.edges, u)),
  fine,
});

/** Puts faces that share edges together, and hollows into the piece of material that they are in; gives each shell vertices of its own. */
const piecesOfFaces = (b: BodyFaces, s: Solid): BodyFaces => {
  const { join, groupOf } = joinedGroups(b.faces.length);
  const first = new Map<number, number>();
  b.faces.forEach((f, i) => {
    for (const { edge } of f.loops.flat()) {
      const other = first.get(edge);
      if (other === undefined) first.set(edge, i);
      else join(i, other);
    }
  });
  const shells = new Map<number, number[]>();
  b.faces.forEach((_, i) => {
    shells.set(groupOf(i), [...(shells.get(groupOf(i)) ?? []), i]);
  });
  const all = [...shells.values()];
  const apart = withOwnVertices(b, all);
  if (all.length === 1) return { ...apart, pieces: [{ outer: all[0] as number[], hollows: [] }] };
  const prepared = all.map(
    (shell): PreparedSolid =>
      preparedFaces(
        shell.map((i) => trimmedOf(b, b.faces[i] as BodyFace, s.tol.size * 1e-10)),
        s.tol.size,
      ),
  );
  const isOuter = prepared.map(isOuterShell);
  const pieces: { outer: number[]; hollows: number[][]; at: PreparedSolid }[] = [];
  all.forEach((shell, i) => {
    if (isOuter[i]) pieces.push({ outer: shell, hollows: [], at: prepared[i] as PreparedSolid });
  });
  all.forEach((shell, i) => {
    if (isOuter[i]) return;
    const face = b.faces[shell[0] as number] as BodyFace;
    const use = face.loops[0]?.[0] as EdgeUse;
    const { curve, from, to } = b.edges[use.edge] as BodyEdge;
    const p = pointOn(curve, from + 0.4142 * (to - from));
    // the innermost piece around it: of two, the one that the other does not lie in has fewer around it
    const around = pieces.filter((x) => insideTrimmed(x.at, p));
    const home = around.reduce<(typeof pieces)[number] | undefined>((best, x) => {
      if (!best) return x;
      const inner = x.at.boxes[0] as Box3;
      return insideTrimmed(best.at, [inner[0], inner[1], inner[2]]) ? x : best;
    }, undefined);
    (home ?? (pieces[0] as (typeof pieces)[number])).hollows.push(shell);
  });
  return { ...apart, pieces: pieces.map(({ outer, hollows }): BodyPiece => ({ outer, hollows })) };
};

/** Shells that touch in a corner do not share it: each has one of its own in the same place. */
const withOwnVertices = (b: BodyFaces, shells: readonly (readonly number[])[]): BodyFaces => {
  if (shells.length === 1) return b;
  const vertices: Vec3[] = [];
  const edges = [...b.edges];
  for (const shell of shells) {
    const own = new Map<number, number>();
    const ownOf = (v: number): number => {
      const known = own.get(v);
      if (known !== undefined) return known;
      const made = vertices.push(b.vertices[v] as Vec3) - 1;
      own.set(v, made);
      return made;
    };
    const used = new Set(shell.flatMap((i) => (b.faces[i] as BodyFace).loops.flat().map((u) => u.edge)));
    for (const i of used) {
      const e = b.edges[i] as BodyEdge;
      edges[i] = { ...e, start: ownOf(e.start), end: ownOf(e.end) };
    }
  }
  return { ...b, vertices, edges };
};
