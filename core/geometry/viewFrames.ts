import type { Vec3 } from './vec.ts';

/** The six principal views by name. */
export const VIEW_NAMES = ['front', 'back', 'top', 'bottom', 'left', 'right'] as const;
export type ViewName = (typeof VIEW_NAMES)[number];

/** A view's own plane: u to the right, v up, and the direction towards its observer (u x v = toward). */
export type ViewFrame = { readonly u: Vec3; readonly v: Vec3; readonly toward: Vec3 };

/** The six principal views (part-format: "Space"). */
export const VIEW_FRAMES: Record<ViewName, ViewFrame> = {
  front: { u: [1, 0, 0], v: [0, 0, 1], toward: [0, -1, 0] },
  back: { u: [-1, 0, 0], v: [0, 0, 1], toward: [0, 1, 0] },
  top: { u: [1, 0, 0], v: [0, 1, 0], toward: [0, 0, 1] },
  bottom: { u: [1, 0, 0], v: [0, -1, 0], toward: [0, 0, -1] },
  left: { u: [0, -1, 0], v: [0, 0, 1], toward: [-1, 0, 0] },
  right: { u: [0, 1, 0], v: [0, 0, 1], toward: [1, 0, 0] },
};

/** A view along a free direction n (to the observer): u = Z x n made a unit, v = n x u; straight up or down as top or bottom. */
export const frameToward = (toward: Vec3): ViewFrame => {
  const size = Math.hypot(...toward);
  const n: Vec3 = [toward[0] / size, toward[1] / size, toward[2] / size];
  const flat = Math.hypot(n[0], n[1]);
  if (flat < 1e-12) return VIEW_FRAMES[n[2] > 0 ? 'top' : 'bottom'];
  const u: Vec3 = [-n[1] / flat, n[0] / flat, 0];
  return {
    u,
    v: [n[1] * u[2] - n[2] * u[1], n[2] * u[0] - n[0] * u[2], n[0] * u[1] - n[1] * u[0]],
    toward: n,
  };
};

/** Which quadrant the part stands in: rules where its views stand on the sheet, never how they look. */
export type ProjectionAngle = 'first' | 'third';
