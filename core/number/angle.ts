/** A full turn in radians. */
export const TAU = 2 * Math.PI;
/** One degree in radians. */
export const DEGREE = Math.PI / 180;

const QUARTERS = [0, 1, 0, -1] as const;

/** The sine of an angle in degrees; exact where it is 0, a half or 1, so that square turns stay square. */
export const sinDegrees = (angle: number): number => {
  const turn = ((angle % 360) + 360) % 360;
  if (turn % 90 === 0) return QUARTERS[turn / 90] as number;
  if (turn % 30 === 0 && turn % 180 !== 60 && turn % 180 !== 120) return turn < 180 ? 0.5 : -0.5;
  return Math.sin(angle * DEGREE);
};
/** The cosine of an angle in degrees; exact where it is 0, a half or 1. */
export const cosDegrees = (angle: number): number => sinDegrees(angle + 90);

/** The angle moved by whole turns into [0, 2 pi). */
export const wrapAngle = (t: number): number => {
  const w = t % TAU;
  return w < 0 ? w + TAU : w;
};
