import { add, dot, scale, sub, type Vec2 } from '../geometry/vec.ts';
import type { FeatureFile } from '../part/schema.ts';
import type { Axis, LaidViews } from './aligned.ts';
import type { FlatPlane } from './candidatePlanes.ts';

/** For each axis the observer whom a profile across it grows towards, and what his view's u and v are. */
export const ACROSS = [
  { plane: 'right', u: 1, v: 2, sign: 1 },
  { plane: 'front', u: 0, v: 2, sign: -1 },
  { plane: 'top', u: 0, v: 1, sign: 1 },
] as const;

/** Figures are written to twelve places, so that 8 is not 8.000000000000002. */
export const figure = (x: number): number => Number(x.toPrecision(12)) + 0;

/** The box that a solid fills, and what is nearer than `tol` in it is at one place. */
export type Bounds = Pick<LaidViews, 'min' | 'max' | 'tol'>;

/** A feature without its name. `called` is what its name begins with. */
export type Unnamed = Omit<FeatureFile, 'id'> & { readonly called: string };

/** A closed way grown along an axis between two levels. */
export const grown = (
  loop: readonly Vec2[],
  axis: Axis,
  lo: number,
  hi: number,
  op: 'add' | 'cut',
): Unnamed => {
  const { plane, u, v, sign } = ACROSS[axis];
  const us = loop.map((p) => p[0]);
  const vs = loop.map((p) => p[1]);
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
  const isRectangle =
    loop.length === 4 && loop.every((p) => [u0, u1].includes(p[0]) && [v0, v1].includes(p[1]));
  if (isRectangle) {
    const at: [number, number, number] = [0, 0, 0];
    const size: [number, number, number] = [0, 0, 0];
    at[u] = figure(u0);
    at[v] = figure(v0);
    at[axis] = figure(lo);
    size[u] = figure(u1 - u0);
    size[v] = figure(v1 - v0);
    size[axis] = figure(hi - lo);
    return {
      called: op === 'add' ? 'block' : 'recess',
      op,
      at,
      shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] },
    };
  }
  const at: [number, number, number] = [0, 0, 0];
  at[axis] = figure(sign > 0 ? lo : hi);
  return {
    called: op === 'add' ? 'profile' : 'opening',
    op,
    plane,
    at,
    shape: {
      kind: 'extrude',
      profile: { polygon: loop.map((p): [number, number] => [figure(p[0]), figure(p[1])]) },
      height: figure(hi - lo),
    },
  };
};

/** Everything beyond a plane taken away. */
export const cutBeyond = (plane: FlatPlane, side: number, laid: Bounds): Unnamed => {
  const n = scale(plane.n, -side);
  const middle = scale(add(laid.min, laid.max), 0.5);
  const size = Math.hypot(...sub(laid.max, laid.min));
  const foot = add(middle, scale(plane.n, plane.d - dot(plane.n, middle)));
  const deg = 180 / Math.PI;
  const tilt = Math.acos(Math.max(-1, Math.min(1, n[2]))) * deg;
  const swing = Math.atan2(n[1], n[0]) * deg;
  return {
    called: 'slope',
    op: 'cut',
    turn: [
      { axis: 'y', angle: figure(tilt) },
      { axis: 'z', angle: figure(swing) },
    ],
    at: [figure(foot[0]), figure(foot[1]), figure(foot[2])],
    shape: {
      kind: 'extrude',
      profile: { rectangle: [figure(4 * size), figure(4 * size)] },
      height: figure(2 * size),
    },
  };
};

/** The block that the views enclose. */
export const wholeBox = ({ min, max }: Bounds): Unnamed => ({
  called: 'block',
  op: 'add',
  at: [figure(min[0]), figure(min[1]), figure(min[2])],
  shape: {
    kind: 'block',
    width: figure(max[0] - min[0]),
    depth: figure(max[1] - min[1]),
    height: figure(max[2] - min[2]),
  },
});
