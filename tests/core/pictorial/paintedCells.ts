import type { FeatureFile } from '../../../core/part/schema.ts';

/** Unit cells that are solid, as "x y z" of their lower corners. Written without any code of the product. */
export type Cells = ReadonlySet<string>;

/** Lines of sight are followed so far. */
const FAR = 20;

type Triangle = { readonly column: number; readonly height: number; readonly isLeft: boolean };

/** What is seen in one small triangle of isometric paper from the right, the front and above: a plane, or nothing. */
const seenIn = (cells: Cells, { column, height, isLeft }: Triangle): string => {
  const u = column + (isLeft ? 1 / 3 : 2 / 3) + 0.011;
  const v = height + 0.007;
  // points of the line of sight: (u - y, y, (v + u) / 2 - y); y grows away from the observer
  const at = (y: number): number[] => [u - y, y, (v + u) / 2 - y].map(Math.floor);
  const met = [0, u, (v + u) / 2].flatMap((from, axis) =>
    Array.from({ length: 2 * FAR }, (_, i) => {
      const n = i - FAR;
      return { axis, y: axis === 0 ? n : from - n };
    }),
  );
  met.sort((a, b) => a.y - b.y);
  for (const [i, { axis, y }] of met.entries()) {
    const next = met[i + 1];
    if (!next) break;
    const p = at((y + next.y) / 2);
    if (!cells.has(p.join(' '))) continue;
    // the plane that was passed last, by its axis and place: y is passed upwards, x and z downwards
    return axis === 0 ? `y ${p[1]}` : axis === 1 ? `x ${(p[0] as number) + 1}` : `z ${(p[2] as number) + 1}`;
  }
  return 'nothing';
};

/** The pictorial of some cells: every unit line of the paper between two triangles in which different planes are seen. */
export const paintedLines = (cells: Cells, reach: number) => {
  const seen = new Map<string, string>();
  const at = (t: Triangle): string => {
    const key = `${t.column} ${t.height} ${t.isLeft}`;
    const known = seen.get(key) ?? seenIn(cells, t);
    seen.set(key, known);
    return known;
  };
  const lines: { from: [number, number]; to: [number, number] }[] = [];
  for (let c = -reach; c < reach; c++)
    for (let h = -2 * reach; h < 3 * reach; h++) {
      // the triangle at height h of a column has its upright side to the left where h - 1 and the column are both even or both odd
      const isLeft = (h - 1 - c) % 2 === 0;
      const own = at({ column: c, height: h, isLeft });
      const above = at({ column: c, height: h + 1, isLeft: !isLeft });
      // between it and the one above in its column: a sloping line
      if (own !== above)
        lines.push(isLeft ? { from: [c, h + 1], to: [c + 1, h] } : { from: [c, h], to: [c + 1, h + 1] });
      // between it and the one to its left: an upright line
      if (isLeft && own !== at({ column: c - 1, height: h, isLeft: false }))
        lines.push({ from: [c, h - 1], to: [c, h + 1] });
    }
  return lines;
};

const isIn = (feature: FeatureFile, p: readonly [number, number, number]): boolean => {
  const at = (feature.at ?? [0, 0, 0]) as readonly number[];
  const q = p.map((x, k) => x - (at[k] as number)) as [number, number, number];
  const { shape } = feature as unknown as {
    shape:
      | { kind: 'block'; width: number; depth: number; height: number }
      | { kind: 'extrude'; height: number; profile: { polygon: [number, number][] } };
  };
  if (shape.kind === 'block')
    return [shape.width, shape.depth, shape.height].every(
      (s, k) => 0 < (q[k] as number) && (q[k] as number) < s,
    );
  const [u, v, out] = { front: [q[0], q[2], -q[1]], right: [q[1], q[2], q[0]], top: [q[0], q[1], q[2]] }[
    (feature as { plane: 'front' | 'right' | 'top' }).plane
  ] as [number, number, number];
  if (out < 0 || out > shape.height) return false;
  let inside = false;
  shape.profile.polygon.forEach(([x0, y0], i, all) => {
    const [x1, y1] = all[(i + 1) % all.length] as [number, number];
    if (y0 > v !== y1 > v && u < x0 + ((v - y0) / (y1 - y0)) * (x1 - x0)) inside = !inside;
  });
  return inside;
};

/** The unit cells that stated features fill, over a range of places. */
export const cellsOf = (features: readonly FeatureFile[], reach: number): Cells => {
  const out = new Set<string>();
  for (let x = -reach; x < reach; x++)
    for (let y = -reach; y < reach; y++)
      for (let z = -reach; z < reach; z++) {
        let full = false;
        for (const f of features) if (isIn(f, [x + 0.5, y + 0.5, z + 0.5])) full = f.op === 'add';
        if (full) out.add(`${x} ${y} ${z}`);
      }
  return out;
};
