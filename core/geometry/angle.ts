/** Sine and cosine of degrees, exact at the multiples of 90 so that square turns stay square. */
export const TAU = 2 * Math.PI;
export const DEGREE = Math.PI / 180;

const QUARTERS = [0, 1, 0, -1] as const;

export const sinDegrees = (angle: number): number => {
  const quarter = angle / 90;
  if (Number.isInteger(quarter)) return QUARTERS[((quarter % 4) + 4) % 4] as number;
  if (Math.abs(angle % 180) === 30)
    return 0.5 * Math.sign(angle % 360 > 180 ? -1 : angle % 360 < -180 ? 1 : angle);
  return Math.sin(angle * DEGREE);
};
export const cosDegrees = (angle: number): number => sinDegrees(angle + 90);

/** The angle moved by whole turns into [0, 2 pi). */
export const wrapAngle = (t: number): number => {
  const w = t % TAU;
  return w < 0 ? w + TAU : w;
};
