import { pointOn } from '../geometry/curve3.ts';
import { distance, type Vec3 } from '../geometry/vec.ts';
import { type Edge, isDrawn } from './boundary.ts';

/** A corner: where sharp edges end, keyed by the faces that meet there. */
export type Vertex = {
  readonly key: string;
  readonly at: Vec3;
  readonly on: readonly string[];
  readonly edges: readonly string[];
};

/** The corners of a body; ends of edges nearer than `tol` are one. Keys hold when sizes change. */
export const bodyVertices = (edges: readonly Edge[], tol: number): Vertex[] => {
  const found: { at: Vec3; on: Set<string>; edges: Set<string> }[] = [];
  for (const e of edges) {
    if (e.closed || !isDrawn(e)) continue;
    for (const t of [e.from, e.to]) {
      const at = pointOn(e.curve, t);
      let v = found.find((x) => distance(x.at, at) <= tol * 40);
      if (!v) {
        v = { at, on: new Set(), edges: new Set() };
        found.push(v);
      }
      for (const k of e.on) v.on.add(k);
      v.edges.add(e.key);
    }
  }
  const counts = new Map<string, number>();
  // an ordinal in a fixed order of place, where one set of faces meets more than once
  const ranked = found
    .map((v) => ({ ...v, name: [...v.on].sort().join(' | ') }))
    .sort(
      (a, b) =>
        a.name.localeCompare(b.name) ||
        a.at[0] + 0.61 * a.at[1] + 0.37 * a.at[2] - (b.at[0] + 0.61 * b.at[1] + 0.37 * b.at[2]),
    );
  return ranked.map((v) => {
    const n = (counts.get(v.name) ?? 0) + 1;
    counts.set(v.name, n);
    return { key: `${v.name} | ${n}`, at: v.at, on: [...v.on].sort(), edges: [...v.edges].sort() };
  });
};
