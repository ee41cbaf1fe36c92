import type { Vec3 } from '../geometry/vec.ts';
import type { BuiltPart } from '../solid/build.ts';
import { bodyVertices } from '../solid/vertices.ts';

/** A numbered corner of the part. The number is kept against `key`, never against coordinates. */
export type NumberedPoint = {
  readonly label: string;
  readonly key: string;
  readonly body: string;
  readonly at: Vec3;
  readonly edges: readonly string[];
  /** keys of the faces that meet there */
  readonly on: readonly string[];
};

/**
 * Numbers the corners ring by ring from the top, clockwise as seen from above, starting at the left back
 * (drafting practice: nearer ring first). Corners of several bodies are numbered through.
 */
export const numberPoints = (part: BuiltPart): NumberedPoint[] => {
  const tol = part.tol.linear * 40;
  const all = part.bodies.flatMap(({ solid, edges }) =>
    bodyVertices(edges, part.tol.linear).map((v) => ({
      key: `${solid.name}: ${v.key}`,
      body: solid.name,
      at: v.at,
      edges: v.edges,
      on: v.on,
    })),
  );
  if (!all.length) return [];
  const rings: (typeof all)[] = [];
  for (const v of [...all].sort((a, b) => b.at[2] - a.at[2])) {
    const ring = rings.at(-1);
    if (ring && Math.abs((ring[0] as (typeof all)[number]).at[2] - v.at[2]) <= tol) ring.push(v);
    else rings.push([v]);
  }
  const sorted = rings.flatMap((ring) => {
    const reach = [0, 1].map((i) => ring.map((v) => v.at[i] as number));
    const span = (xs: readonly number[] = []): [number, number] => [Math.min(...xs), Math.max(...xs)];
    const [x0, x1] = span(reach[0]);
    const [y0, y1] = span(reach[1]);
    // clockwise from the direction of the ring's own left back corner, as seen from above
    const start = Math.atan2((y1 - y0) / 2, (x0 - x1) / 2);
    const turn = (p: Vec3): number =>
      (start - Math.atan2(p[1] - (y0 + y1) / 2, p[0] - (x0 + x1) / 2) + 4 * Math.PI + 1e-9) % (2 * Math.PI);
    return ring.sort((a, b) => {
      const gap = turn(a.at) - turn(b.at);
      return Math.abs(gap) > 1e-7 ? gap : a.key.localeCompare(b.key);
    });
  });
  return sorted.map((v, i) => ({ label: String(i + 1), ...v }));
};
