import type { Vec2 } from '../../geometry/vec.ts';
import { cosDegrees, sinDegrees, TAU } from '../../number/angle.ts';
import type { Sweep, Turned } from '../../solid/cell.ts';
import type { LoopSegment } from '../../solid/loop.ts';

/** Solids that shapes are made of: outlines grown along z, and half outlines turned about it. */

export const polygonLoop = (corners: readonly Vec2[], role: (i: number) => string): LoopSegment[] =>
  corners.map((a, i) => ({ a, b: corners[(i + 1) % corners.length] as Vec2, role: role(i) }));

/** Regular polygon about the origin, one edge parallel to x at the smallest y. */
export const regularCorners = (sides: number, circumradius: number): Vec2[] =>
  Array.from({ length: sides }, (_, i) => {
    const angle = -90 + 180 / sides + (360 * (i - 1)) / sides;
    return [circumradius * cosDegrees(angle), circumradius * sinDegrees(angle)];
  });

export const sweep = (loop: LoopSegment[], z0: number, z1: number, low: string, high: string): Sweep => ({
  kind: 'sweep',
  loop,
  z0,
  z1,
  roles: { low, high },
});

/** How near the axis counts as on it, as a share of a turned shape's size. */
const AXIS_SHARE = 1e-11;

export const turned = (loop: LoopSegment[], angle: number): Turned => {
  const spread = loop.reduce((m, { a }) => Math.max(m, Math.abs(a[0]), Math.abs(a[1])), 0);
  return { kind: 'turned', loop, angle, snap: spread * AXIS_SHARE };
};

/** A frustum about z from radius r0 at z0 to radius r1 at z1. */
export const frustum = (
  [z0, r0]: readonly [number, number],
  [z1, r1]: readonly [number, number],
  roles: readonly [string, string, string],
): Turned => {
  const corners: [Vec2, string][] = [
    [[0, z0], roles[0]],
    [[r0, z0], roles[1]],
    [[r1, z1], roles[2]],
    [[0, z1], 'axis'],
  ];
  const kept = corners.filter(([p], i) => {
    const next = corners[(i + 1) % 4]![0];
    return p[0] !== next[0] || p[1] !== next[1];
  });
  return turned(
    kept.map(([a, role], i) => ({ a, b: kept[(i + 1) % kept.length]![0], role })),
    TAU,
  );
};
