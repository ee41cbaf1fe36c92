import { degreesText, figureText } from './figures.ts';
import { done, doneIn, type Sentences } from './sentence.ts';

const SPAN = {
  radius: {
    what: 'step the radius round the circle',
    why: () => 'The radius goes six times into its circle.',
  },
  found: {
    what: 'step that distance round the circle',
    why: () => 'It goes five times into the circle (Ptolemy).',
  },
  side: {
    what: 'take the side with the dividers and step it round the circle',
    why: (sides: number) => `The side goes ${sides} times into the circle.`,
  },
} as const;

/** The constructions of regular polygons. */
export const POLYGON_SENTENCES: Sentences<
  | 'polygonCircle'
  | 'stepCorners'
  | 'cornerRay'
  | 'pentagonSide'
  | 'halfSides'
  | 'sideRay'
  | 'circleThroughCorners'
  | 'tangents'
  | 'tangentCrossings'
> = {
  polygonCircle: ({ feature, figure, through, sides }, { view }, w) => ({
    ...doneIn(view, `draw a light circle of radius ${figureText(w, figure)} about the middle of ${feature}`),
    why:
      through === 'corners'
        ? `The corners of a regular polygon lie on a circle${sides === 6 ? '; of a hexagon its radius is the side' : ''}.`
        : 'The sides of a regular polygon touch a circle; across flats is its diameter.',
  }),
  stepCorners: ({ feature, span, sides }) => ({
    ...done(`${SPAN[span].what} for the corners of ${feature}`),
    why: SPAN[span].why(sides),
  }),
  cornerRay: ({ feature, angle, sides, bySetSquares }) => ({
    ...done(`draw a ray at ${degreesText(angle, 2)} to find a corner of ${feature}`),
    why: bySetSquares
      ? 'Two set squares give every 15 degrees.'
      : `The corners lie 360/${sides} degrees apart.`,
  }),
  pentagonSide: ({ feature }) => ({
    ...done(
      `draw a radius square to that of the first corner of ${feature}, halve it, and swing the corner about its middle onto it: from there to the corner is the side`,
    ),
    why: 'The side of a pentagon in a circle, without a figure.',
  }),
  halfSides: ({ feature, figure }, { view }, w) => ({
    ...doneIn(
      view,
      `set off half a side, ${figureText(w, figure)}, each way from the middle of ${feature}`,
      `, with light lines square to it`,
    ),
    why: 'Half a side lies each side of the axis.',
  }),
  sideRay: ({ feature, angle, sides }) => ({
    ...done(
      `draw a ray at ${degreesText(angle, 2)} from the middle of ${feature}; where it meets that line is a corner`,
    ),
    why: `Seen from the middle a side takes 360/${sides} degrees, half of them each side of the axis.`,
  }),
  circleThroughCorners: ({ feature }) => ({
    ...done(`draw a light circle about the middle of ${feature} through these corners`),
    why: 'All corners of a regular polygon lie on one circle.',
  }),
  tangents: ({ feature, sides, bySetSquares }) => ({
    ...done(
      `draw rays 360/${sides} degrees apart from the middle of ${feature}, and square to each a line that touches the circle`,
    ),
    why: bySetSquares
      ? 'Two set squares give every 15 degrees; a tangent is square to its radius.'
      : 'A tangent is square to its radius.',
  }),
  tangentCrossings: ({ feature, sides }) => ({
    text: `Mark the ${sides} corners of ${feature} where neighbouring lines cross`,
    why: 'Two sides meet in a corner.',
  }),
};
