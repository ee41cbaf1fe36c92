import { degreesText, figureText } from './figures.ts';
import { done, doneIn, type Sentences } from './sentence.ts';

/** Features that are drawn on axes of their own: turned, leaned, copied round an axis, rounded. */
export const AXIS_SENTENCES: Sentences<
  | 'axis'
  | 'copyOnCircle'
  | 'setOffOnAxis'
  | 'squareToAxis'
  | 'parallelToAxis'
  | 'firstSide'
  | 'foldBack'
  | 'foldedDepth'
  | 'sharpSides'
  | 'roundedCorner'
> = {
  axis: ({ feature, of, angle }, { view }) => ({
    ...doneIn(
      view,
      `draw the axis of ${of === 'base' ? `the base of ${feature}` : feature} light at ${degreesText(angle, 6)}`,
    ),
    why: 'A turned feature is drawn on axes of its own, with its own sizes.',
  }),
  copyOnCircle: ({ feature, angle }, { view }) => ({
    ...doneIn(
      view,
      `draw the circle through the first ${feature} about its middle`,
      `, a ray ${degreesText(angle, 2)} on, and mark where it meets the circle`,
    ),
    why: 'Copies round an axis stand on one circle.',
  }),
  setOffOnAxis: ({ feature, figure, way }, { view }, w) => {
    const along = `along the axis of ${feature} from its own nought`;
    const where = way === 'along' ? along : `square to the axis of ${feature}`;
    return {
      ...doneIn(view, `set off ${figureText(w, figure)} ${where}`),
      why: `${way === 'along' ? 'Along its own' : 'Square to its'} axis it shows its own size.`,
    };
  },
  squareToAxis: ({ feature }) => ({
    ...done(`draw a light line square to the axis of ${feature} there`),
    why: 'Its other sizes run square to its axis.',
  }),
  parallelToAxis: ({ feature }, { view }) => ({
    ...doneIn(view, `draw a light parallel to the axis of ${feature} through that point`),
    why: 'Where its side meets other features their lines cross.',
  }),
  firstSide: ({ feature, angle }) => ({
    ...done(`draw the direction of the first side of ${feature} at ${degreesText(angle, 6)} to its base`),
    why: 'It was turned before it was leaned.',
  }),
  foldBack: ({ feature }, { view }) => ({
    ...doneIn(
      view,
      `from each corner draw a line square to the base of ${feature}: where it meets the base is the corner`,
    ),
    why: 'The polygon, folded up about its base line, is seen true; square lines fold it back.',
  }),
  foldedDepth: ({ feature, from }, { view }) => ({
    ...doneIn(
      view,
      `take the distance of a corner of ${feature} from its base in the ${from} view with the dividers, and set it off from the middle`,
    ),
    why: 'Folded up, the polygon shows how far each corner stands before or behind the middle.',
  }),
  sharpSides: ({ feature }, { view }) => ({
    text: `Draw the sides of ${feature} light from sharp corner to sharp corner in the ${view} view`,
    why: 'Corners are rounded when the sides are there.',
  }),
  roundedCorner: ({ feature, figure }, _s, w) => ({
    ...done(
      `draw parallels ${figureText(w, figure)} inside the two sides at a corner of ${feature}; they cross in the centre of its arc, and lines square to the sides find the arc's ends`,
    ),
    why: 'An arc that touches two lines has its centre a radius from each.',
  }),
};
