import type { BodyEdge, BodyFace, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { loopsOf } from '../faces/loopsOfFaces.ts';
import { plane } from '../geometry/surface.ts';
import { distance, dot, scale, sub, type Vec3 } from '../geometry/vec.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';

/** The faces that use each edge, by their numbers. */
export const facesByEdge = (body: BodyFaces): readonly (readonly number[])[] => {
  const out: number[][] = body.edges.map(() => []);
  body.faces.forEach((f, i) => {
    for (const u of f.loops.flat()) out[u.edge]?.push(i);
  });
  return out;
};

/** The corners of a run of edges in its sense. */
export const cornersOf = (body: BodyFaces, run: readonly EdgeUse[]): Vec3[] => {
  const at = ({ edge, sense }: EdgeUse, isEnd: boolean): Vec3 => {
    const e = body.edges[edge] as BodyEdge;
    return body.vertices[isEnd === (sense === 1) ? e.end : e.start] as Vec3;
  };
  return [at(run[0] as EdgeUse, false), ...run.map((u) => at(u, true))];
};

/** A solid of flat faces between straight edges as the faces of a body; undefined where it has other faces or edges. */
export const flatBodyFaces = (solid: TrimmedSolid): BodyFaces | undefined => {
  const numbers = new Map<string, number>();
  const vertices: Vec3[] = [];
  const numberOf = (p: Vec3): number => {
    const key = p.join();
    const known = numbers.get(key);
    if (known !== undefined) return known;
    numbers.set(key, vertices.length);
    vertices.push(p);
    return vertices.length - 1;
  };
  const edges: BodyEdge[] = [];
  for (const e of solid.edges) {
    if (e.kind !== 'line') return undefined;
    const [p, q] = e.ends;
    const to = distance(p, q);
    if (to === 0) return undefined;
    const curve = { type: 'line' as const, p, d: scale(sub(q, p), 1 / to) };
    edges.push({ curve, from: 0, to, start: numberOf(p), end: numberOf(q) });
  }
  const faces: BodyFace[] = [];
  for (const f of solid.faces) {
    if (f.surface.kind !== 'plane') return undefined;
    const surface = plane(f.surface.n, f.surface.d);
    const outward = dot(surface.n, f.surface.n) > 0 ? 1 : -1;
    const uses = f.edges.map(([edge, sense]): EdgeUse => ({ edge, sense }));
    const loops = loopsOf(uses, edges, vertices, surface, outward);
    faces.push({ key: f.name, surface, outward, loops });
  }
  return { vertices, edges, faces, pieces: [] };
};
