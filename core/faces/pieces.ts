import type { Box3 } from '../geometry/box.ts';
import { pointOn } from '../geometry/curve3.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { insideTrimmed, isOuterShell } from '../trimmed/insideTrimmed.ts';
import { type PreparedSolid, preparedFaces } from '../trimmed/preparedSolid.ts';
import type { BodyEdge, BodyFace, BodyFaces, BodyPiece, EdgeUse } from './bodyFaces.ts';
import { joinedGroups } from './joinedGroups.ts';
import { trimmedFaceOf } from './trimmedFaceOf.ts';

/** Puts faces that share edges together, and hollows into the piece of material that they are in; gives each shell vertices of its own. */
export const withPieces = (b: BodyFaces, size: number): BodyFaces => {
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
        shell.map((i) => trimmedFaceOf(b, b.faces[i] as BodyFace, size)),
        size,
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
