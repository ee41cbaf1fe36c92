/**
 * How near counts as the same, for directions and for places on the paper. Lengths of a part have their own measure, which grows with the
 * part: the linear tolerance of core/solid/body.ts.
 */

/**
 * A plane or an axis counts as seen edge-on or end-on below this sine. Rounding of unit vectors is about 1e-16, of those turned several times
 * about 1e-12; no drawing states an angle as fine as a millionth of a degree (2e-8).
 */
export const EDGE_ON = 1e-9;

/** Coordinates on the paper that differ by less are one place, mm: sums of some ten figures of up to 3000 mm are off by less. */
export const SAME_PLACE = 1e-5;

/** A place this near a line, a circle or another place on the paper lies on it, mm. Finer than SAME_PLACE: both come from one sum. */
export const ON_LINE = 1e-6;

/** Figures that differ by less, as a share of the larger, are one figure: both were worked out by a few steps of arithmetic. */
export const SAME_FIGURE = 1e-9;

/** A sweep of at least this much is a whole turn, radians: the ends of a full circle differ from it by the rounding of their angles. */
export const WHOLE_TURN = 2 * Math.PI - 1e-9;
