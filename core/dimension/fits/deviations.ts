/**
 * Fundamental deviations of shafts up to 500 mm in micrometres, without their sign: a to g lie below the nominal size, k to zc above it.
 * Source: ISO 286-1, tables 2 and 3. Where the standard parts a range in two, so do the rows of those letters.
 */

/** The upper ends of the parted ranges, mm. */
const PARTED = [
  3, 6, 10, 14, 18, 24, 30, 40, 50, 65, 80, 100, 120, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450,
  500,
] as const;

/** A row that begins at a later range has no deviation before it. */
type Row = { readonly from: number; readonly values: readonly number[] };
const row = (from: number, ...values: number[]): Row => ({ from, values });

/** By the thirteen main ranges. */
const MAIN: Readonly<Record<string, Row>> = {
  cd: row(0, 34, 46, 56),
  d: row(0, 20, 30, 40, 50, 65, 80, 100, 120, 145, 170, 190, 210, 230),
  e: row(0, 14, 20, 25, 32, 40, 50, 60, 72, 85, 100, 110, 125, 135),
  ef: row(0, 10, 14, 18),
  f: row(0, 6, 10, 13, 16, 20, 25, 30, 36, 43, 50, 56, 62, 68),
  fg: row(0, 4, 6, 8),
  g: row(0, 2, 4, 5, 6, 7, 9, 10, 12, 14, 15, 17, 18, 20),
  h: row(0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0),
  k: row(0, 0, 1, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4, 5),
  m: row(0, 2, 4, 6, 7, 8, 9, 11, 13, 15, 17, 20, 21, 23),
  n: row(0, 4, 8, 10, 12, 15, 17, 20, 23, 27, 31, 34, 37, 40),
  p: row(0, 6, 12, 15, 18, 22, 26, 32, 37, 43, 50, 56, 62, 68),
};

/** By the parted ranges. */
const FINE: Readonly<Record<string, Row>> = {
  a: row(
    0,
    ...[270, 270, 280, 290, 290, 300, 300, 310, 320, 340, 360, 380, 410, 460, 520, 580, 660, 740, 820],
    ...[920, 1050, 1200, 1350, 1500, 1650],
  ),
  b: row(
    0,
    ...[140, 140, 150, 150, 150, 160, 160, 170, 180, 190, 200, 220, 240, 260, 280, 310, 340, 380, 420],
    ...[480, 540, 600, 680, 760, 840],
  ),
  c: row(
    0,
    ...[60, 70, 80, 95, 95, 110, 110, 120, 130, 140, 150, 170, 180, 200, 210, 230, 240, 260, 280],
    ...[300, 330, 360, 400, 440, 480],
  ),
  r: row(
    0,
    ...[10, 15, 19, 23, 23, 28, 28, 34, 34, 41, 43, 51, 54, 63, 65, 68, 77, 80, 84],
    ...[94, 98, 108, 114, 126, 132],
  ),
  s: row(
    0,
    ...[14, 19, 23, 28, 28, 35, 35, 43, 43, 53, 59, 71, 79, 92, 100, 108, 122, 130, 140],
    ...[158, 170, 190, 208, 232, 252],
  ),
  t: row(6, ...[41, 48, 54, 66, 75, 91, 104, 122, 134, 146, 166, 180, 196, 218, 240, 268, 294, 330, 360]),
  u: row(
    0,
    ...[18, 23, 28, 33, 33, 41, 48, 60, 70, 87, 102, 124, 144, 170, 190, 210, 236, 258, 284],
    ...[315, 350, 390, 435, 490, 540],
  ),
  v: row(
    4,
    ...[39, 47, 55, 68, 81, 102, 120, 146, 172, 202, 228, 252, 284, 310, 340],
    ...[385, 425, 475, 530, 595, 660],
  ),
  x: row(
    0,
    ...[20, 28, 34, 40, 45, 54, 64, 80, 97, 122, 146, 178, 210, 248, 280, 310, 350, 385, 425],
    ...[475, 525, 590, 660, 740, 820],
  ),
  y: row(
    5,
    ...[63, 75, 94, 114, 144, 174, 214, 254, 300, 340, 380, 425, 470, 520],
    ...[580, 650, 730, 820, 920, 1000],
  ),
  z: row(
    0,
    ...[26, 35, 42, 50, 60, 73, 88, 112, 136, 172, 210, 258, 310, 365, 415, 465, 520, 575, 640],
    ...[710, 790, 900, 1000, 1100, 1250],
  ),
  za: row(
    0,
    ...[32, 42, 52, 64, 77, 98, 118, 148, 180, 226, 274, 335, 400, 470, 535, 600, 670, 740, 820],
    ...[920, 1000, 1150, 1300, 1450, 1600],
  ),
  zb: row(
    0,
    ...[40, 50, 67, 90, 108, 136, 160, 200, 242, 300, 360, 445, 525, 620, 700, 780, 880, 960, 1050],
    ...[1200, 1300, 1500, 1650, 1850, 2100],
  ),
  zc: row(
    0,
    ...[60, 80, 97, 130, 150, 188, 218, 274, 325, 405, 480, 585, 690, 800, 900, 1000, 1150, 1250, 1350],
    ...[1550, 1700, 1900, 2100, 2400, 2600],
  ),
};

/**
 * The distance of the nearer limit of a shaft from its nominal size, for all letters but j and js.
 * @param size mm @param range by `rangeOf`
 * @returns micrometres without a sign; undefined where the standard gives none
 */
export const deviationOf = (letter: string, size: number, range: number): number | undefined => {
  const main = Object.hasOwn(MAIN, letter) ? MAIN[letter] : undefined;
  const fine = Object.hasOwn(FINE, letter) ? FINE[letter] : undefined;
  if (main) return main.values[range - main.from];
  return fine?.values[PARTED.findIndex((end) => size <= end) - fine.from];
};

/** The deviations of j, which lie on both sides of the nominal size: the lower ones of shafts j5 to j8, the upper ones of holes J6 to J8. */
const SHAFT_J: Readonly<Record<number, readonly number[]>> = {
  5: [-2, -2, -2, -3, -4, -5, -7, -9, -11, -13, -16, -18, -20],
  6: [-2, -2, -2, -3, -4, -5, -7, -9, -11, -13, -16, -18, -20],
  7: [-4, -4, -5, -6, -8, -10, -12, -15, -18, -21, -26, -28, -32],
  8: [-6],
};
const HOLE_J: Readonly<Record<number, readonly number[]>> = {
  6: [2, 5, 5, 6, 8, 10, 13, 16, 18, 22, 25, 29, 33],
  7: [4, 6, 8, 10, 12, 14, 18, 22, 26, 30, 36, 39, 43],
  8: [6, 10, 12, 15, 20, 24, 28, 34, 41, 47, 55, 60, 66],
};
/** @returns micrometres: ei of a shaft, ES of a hole; undefined where the standard gives none */
export const deviationOfJ = (isHole: boolean, grade: number, range: number): number | undefined =>
  (isHole ? HOLE_J : SHAFT_J)[grade]?.[range];
