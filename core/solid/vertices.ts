import type { Box3 } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { pointOn } from '../geometry/curve3.ts';
import { distance, type Vec3 } from '../geometry/vec.ts';
import { meetingKey } from '../naming/keys.ts';
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
  const ends = edges.flatMap((e) =>
    e.closed || !isDrawn(e) ? [] : [e.from, e.to].map((t) => ({ e, at: pointOn(e.curve, t) })),
  );
  const grid = boxGrid(
    ends.map(({ at: [x, y, z] }): Box3 => [x, y, z, x, y, z]),
    tol * 40,
  );
  const found: { at: Vec3; on: Set<string>; edges: Set<string> }[] = [];
  const taken = new Set<number>();
  ends.forEach(({ at }, i) => {
    if (taken.has(i)) return;
    const v = { at, on: new Set<string>(), edges: new Set<string>() };
    found.push(v);
    for (const j of grid.at(at[0], at[1], at[2])) {
      const other = ends[j] as (typeof ends)[number];
      if (taken.has(j) || distance(other.at, at) > tol * 40) continue;
      taken.add(j);
      for (const k of other.e.on) v.on.add(k);
      v.edges.add(other.e.key);
    }
  });
  const counts = new Map<string, number>();
  // an ordinal in a fixed order of place, where one set of faces meets more than once
  const ranked = found
    .map((v) => ({ ...v, name: meetingKey([...v.on].sort()) }))
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
