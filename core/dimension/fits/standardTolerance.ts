/** The upper ends of the ranges of nominal sizes up to 500 mm. Source: ISO 286-1, table 1. */
const RANGES = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500] as const;

/** The number of the range that a nominal size in mm falls into; -1 beyond 500 mm or at nought. A size at an end belongs to the lower range. */
export const rangeOf = (size: number): number => (size > 0 ? RANGES.findIndex((end) => size <= end) : -1);

/**
 * Standard tolerances IT1 to IT11 in micrometres, a row for each grade, a column for each range. From IT6 on each fifth grade is ten times as
 * wide, which gives IT12 to IT18. Source: ISO 286-1, table 1, whose few roundings no rule gives (IT6 over 3 to 6 mm).
 */
const TABLE: readonly (readonly number[])[] = [
  [0.8, 1, 1, 1.2, 1.5, 1.5, 2, 2.5, 3.5, 4.5, 6, 7, 8],
  [1.2, 1.5, 1.5, 2, 2.5, 2.5, 3, 4, 5, 7, 8, 9, 10],
  [2, 2.5, 2.5, 3, 4, 4, 5, 6, 8, 10, 12, 13, 15],
  [3, 4, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20],
  [4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25, 27],
  [6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36, 40],
  [10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57, 63],
  [14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89, 97],
  [25, 30, 36, 43, 52, 62, 74, 87, 100, 115, 130, 140, 155],
  [40, 48, 58, 70, 84, 100, 120, 140, 160, 185, 210, 230, 250],
  [60, 75, 90, 110, 130, 160, 190, 220, 250, 290, 320, 360, 400],
];

/**
 * The width of a standard tolerance.
 * @param grade 1 to 18 @param range by `rangeOf`
 * @returns micrometres; undefined for another grade or range
 */
export const standardTolerance = (grade: number, range: number): number | undefined => {
  if (grade <= TABLE.length) return TABLE[grade - 1]?.[range];
  const fine = grade <= 16 ? TABLE[grade - 6]?.[range] : TABLE[grade - 11]?.[range];
  return grade > 18 || fine === undefined ? undefined : fine * (grade <= 16 ? 10 : 100);
};
