import type { BodyEdge, BodyFace, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { plane } from '../geometry/surface.ts';
import { distance, dot, scale, sub, type Vec3 } from '../geometry/vec.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';

/** Uses in the order in which each begins where the one before ends. */
export const chained = (edges: readonly BodyEdge[], uses: readonly EdgeUse[]): EdgeUse[][] => {
  const start = ({ edge, sense }: EdgeUse): number =>
    (edges[edge] as BodyEdge)[sense === 1 ? 'start' : 'end'];
  const end = ({ edge, sense }: EdgeUse): number => (edges[edge] as BodyEdge)[sense === 1 ? 'end' : 'start'];
  const rest = [...uses];
  const loops: EdgeUse[][] = [];
  while (rest.length) {
    const loop = [rest.shift() as EdgeUse];
    for (;;) {
      const i = rest.findIndex((u) => start(u) === end(loop.at(-1) as EdgeUse));
      if (i < 0) break;
      loop.push(...rest.splice(i, 1));
    }
    loops.push(loop);
  }
  return loops;
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
    faces.push({
      key: f.name,
      surface,
      outward: dot(surface.n, f.surface.n) > 0 ? 1 : -1,
      loops: chained(
        edges,
        f.edges.map(([edge, sense]): EdgeUse => ({ edge, sense })),
      ),
    });
  }
  return { vertices, edges, faces, pieces: [] };
};
