/**
 * Small vector algebra on plain tuples. Lengths are in the part's unit; frames are right-handed. Plain roots, not `Math.hypot`,
 * which guards against overflow that parts never come near and costs ten times as much.
 */
export type Vec2 = readonly [number, number];
export type Vec3 = readonly [number, number, number];

/** A step of one along x, along y and along z. */
export const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** a + b in space. */
export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
/** a - b in space. */
export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
/** k a in space. */
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
/** The scalar product in space. */
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
/** The length of a vector in space. */
export const length = (a: Vec3): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
/** The distance between two points in space. */
export const distance = (a: Vec3, b: Vec3): number => {
  const x = a[0] - b[0];
  const y = a[1] - b[1];
  const z = a[2] - b[2];
  return Math.sqrt(x * x + y * y + z * z);
};
/** The cross product a x b. */
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
/** a + k b */
export const along = (a: Vec3, b: Vec3, k: number): Vec3 => [
  a[0] + k * b[0],
  a[1] + k * b[1],
  a[2] + k * b[2],
];
/** The unit vector of a; a must not be zero. */
export const unit = (a: Vec3): Vec3 => scale(a, 1 / length(a));

/** Two unit vectors e1, e2 with e1 x e2 = a (a a unit vector), the same ones for the same a. */
export const perpendiculars = (a: Vec3): [Vec3, Vec3] => {
  const helper: Vec3 = Math.abs(a[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0];
  const e1 = unit(sub(helper, scale(a, dot(helper, a))));
  return [e1, cross(a, e1)];
};

/** a - b in the plane. */
export const sub2 = (a: Vec2, b: Vec2): Vec2 => [a[0] - b[0], a[1] - b[1]];
/** a + k b in the plane. */
export const along2 = (a: Vec2, b: Vec2, k: number): Vec2 => [a[0] + k * b[0], a[1] + k * b[1]];
/** The scalar product in the plane. */
export const dot2 = (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1];
/** The cross product in the plane: above zero where b lies to the left of a. */
export const cross2 = (a: Vec2, b: Vec2): number => a[0] * b[1] - a[1] * b[0];
/** The length of a vector in the plane. */
export const length2 = (a: Vec2): number => Math.sqrt(a[0] * a[0] + a[1] * a[1]);
/** The distance between two points in the plane. */
export const distance2 = (a: Vec2, b: Vec2): number => {
  const x = a[0] - b[0];
  const y = a[1] - b[1];
  return Math.sqrt(x * x + y * y);
};
