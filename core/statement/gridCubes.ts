import type { Vec3 } from '../geometry/vec.ts';
import type { Quantity } from '../part/quantity.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import { squaresSize } from './squares.ts';
import { workedBody } from './workedBody.ts';

/**
 * Reading a part by counting squares on its pictorial: each square pointed at adds a cube there, or takes one away. Cubes that run on from
 * the line before in one direction make that line's block longer, so that a row counted off square by square is one line.
 */
export type CountedCube = {
  /** the cube's least corner, in squares from the origin */
  readonly cell: readonly [number, number, number];
  readonly op: 'add' | 'cut';
};

/** The cube that a pointed face stands for: in front of it where one is added, behind it where one is taken away. */
export const cubeAt = (at: Vec3, normal: Vec3, side: number, op: CountedCube['op']): CountedCube => {
  const inward = op === 'add' ? 0.5 : -0.5;
  const cell = at.map((x, i) => {
    const n = Math.round(normal[i] as number);
    return Math.floor((x + n * inward * side) / side + 1e-6);
  });
  return { cell: [cell[0] as number, cell[1] as number, cell[2] as number], op };
};

/** A line made by counting: its block in squares. */
const countedBlock = (f: FeatureFile, side: number, worth: (q: Quantity) => number | undefined) => {
  if (
    f.shape.kind !== 'block' ||
    f.op === 'keep' ||
    f.plane ||
    f.turn ||
    f.repeat ||
    f.mirror ||
    !/^square/.test(f.id)
  )
    return undefined;
  const figures = [...(f.at ?? [0, 0, 0]), f.shape.width, f.shape.depth, f.shape.height].map((q) => {
    const x = worth(q);
    return x === undefined ? Number.NaN : x / side;
  });
  if (figures.some((x) => Math.abs(x - Math.round(x)) > 1e-6 || Number.isNaN(x))) return undefined;
  const [x, y, z, w, d, h] = figures.map(Math.round) as [number, number, number, number, number, number];
  return { at: [x, y, z] as const, size: [w, d, h] as const };
};

/** The part with one cube more: the last counted line grown, or a line of its own. */
export const withCube = (
  part: PartFile,
  cube: CountedCube,
  side: number,
  worth: (q: Quantity) => number | undefined,
): PartFile => {
  const named = part.dims?.sq;
  const size = (n: number): Quantity => squaresSize(n, named, side);
  const block = (id: string, at: readonly number[], by: readonly number[]): FeatureFile => ({
    id,
    op: cube.op,
    at: at.map(size) as [Quantity, Quantity, Quantity],
    shape: {
      kind: 'block',
      width: size(by[0] as number),
      depth: size(by[1] as number),
      height: size(by[2] as number),
    },
  });
  const home = workedBody(part);
  const features = home?.features ?? [];
  const last = features.at(-1);
  const counted = last?.op === cube.op ? countedBlock(last, side, worth) : undefined;
  const put = (next: FeatureFile[]): PartFile => ({
    ...part,
    bodies: home
      ? part.bodies.map((b) => (b === home ? { ...b, features: next } : b))
      : [{ name: 'part', features: next }],
  });
  if (last && counted) {
    for (const axis of [0, 1, 2] as const) {
      const others = [0, 1, 2].filter((i) => i !== axis) as (0 | 1 | 2)[];
      if (!others.every((i) => counted.size[i] === 1 && counted.at[i] === cube.cell[i])) continue;
      const ahead = cube.cell[axis] === counted.at[axis] + counted.size[axis];
      const before = cube.cell[axis] === counted.at[axis] - 1;
      if (!ahead && !before) continue;
      const at = counted.at.map((x, i) => (i === axis && before ? x - 1 : x));
      const by = counted.size.map((x, i) => (i === axis ? x + 1 : x));
      return put([...features.slice(0, -1), block(last.id, at, by)]);
    }
  }
  const used = new Set(features.map((f) => f.id));
  let n = 1;
  while (used.has(`square ${n}`)) n++;
  return put([...features, block(`square ${n}`, cube.cell, [1, 1, 1])]);
};
