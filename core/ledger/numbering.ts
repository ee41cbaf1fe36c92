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
  const middle = [0, 1].map((i) => {
    const xs = all.map((v) => v.at[i] as number);
    return (Math.min(...xs) + Math.max(...xs)) / 2;
  }) as [number, number];
  // angle clockwise from the direction to the left back corner
  const turn = (p: Vec3): number => {
    const a = Math.atan2(p[1] - middle[1], p[0] - middle[0]);
    const t = (0.75 * Math.PI - a + 4 * Math.PI + 1e-9) % (2 * Math.PI);
    return t;
  };
  const sorted = [...all].sort((a, b) => {
    const dz = b.at[2] - a.at[2];
    if (Math.abs(dz) > tol) return dz;
    const dt = turn(a.at) - turn(b.at);
    return Math.abs(dt) > 1e-7 ? dt : a.key.localeCompare(b.key);
  });
  return sorted.map((v, i) => ({ label: String(i + 1), ...v }));
};
