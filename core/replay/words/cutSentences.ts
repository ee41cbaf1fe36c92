import { degreesText } from './figures.ts';
import { edgeWords, lineWords } from './places.ts';
import { doneIn, type Sentences, seenWord } from './sentence.ts';

/** The line between views with a number: "X1Y1". */
const lineName = (line: number): string => `X${line}Y${line}`;

/** Cutting planes, the points in which they meet edges, and true shapes. */
export const CUT_SENTENCES: Sentences<
  | 'trace'
  | 'wholeEdge'
  | 'cutPoint'
  | 'cutPointOnLevel'
  | 'levelCircle'
  | 'levelOnProfile'
  | 'circleOfCut'
  | 'joinCut'
  | 'shapeLine'
  | 'shapePoint'
  | 'joinShape'
> = {
  trace: ({ cut, leg, angle }, { view }) => {
    const which = leg === undefined ? `cut ${cut}` : `leg ${leg} of cut ${cut}`;
    const how = angle === undefined ? 'through its two points' : `at ${degreesText(angle, 6)}`;
    return {
      text: `Draw the trace of ${which} ${how} in the ${view} view`,
      why: 'The plane is seen edge-on there.',
      brief: ['draw', `${which} ${how}`],
    };
  },
  wholeEdge: ({ what, on }, { view }) => ({
    text: `Draw the whole ${what} light in the ${view} view${edgeWords(on)}`,
    why: 'A cut point lies on its edge: it is found where the edge is met.',
  }),
  cutPoint: ({ label, where }, { view }) => ({
    text: label
      ? `Mark cut point ${label} where the line meets its edge in the ${view} view`
      : `Mark a point of the curve where the line meets its generator in the ${view} view`,
    why:
      where === 'trace'
        ? 'The plane meets the edge where the trace crosses it.'
        : 'Its projector is followed until it meets the edge.',
  }),
  cutPointOnLevel: (_i, { view }) => ({
    text: `Mark where the trace meets that circle in the ${view} view`,
    why: 'The point lies on the circle of its level and in the cutting plane.',
  }),
  levelCircle: ({ profile }, { view }) => ({
    ...doneIn(
      view,
      'draw the circle of that level',
      `, as far from the axis as the outline in the ${profile} view`,
    ),
    why: 'A face of revolution is cut by a level plane in a circle; the point lies on it.',
  }),
  levelOnProfile: (_i, { view }) => ({
    text: `Mark where the light line meets the outline of the round face in the ${view} view`,
    why: 'There one sees how far the face stands from its axis at this level.',
  }),
  circleOfCut: (_i, { view }) => ({
    ...doneIn(view, 'draw a light circle about the middle of the cut through a point of it'),
    why: 'A ball is cut in a circle; one point of it gives its size.',
  }),
  joinCut: ({ seen, line }, { view }) => ({
    text: `Join the points of the cut with a ${seenWord(seen)} curve in the ${view} view${lineWords(line)}`,
    why: 'The points on the generators lie on the curve; it is drawn through them by eye.',
  }),
  shapeLine: ({ line }) => ({
    text: `Draw ${lineName(line)} parallel to the trace, where there is room`,
    why: 'The shape is seen square to the plane, so its base line runs along the trace.',
    brief: ['draw', `${lineName(line)} parallel to the trace`],
  }),
  shapePoint: ({ line, label, distances, apart }) => {
    const name = label ? `cut point ${label}` : 'a point of the curve';
    const from = `distance from XY in the ${distances} view`;
    return {
      text: apart
        ? `Set off ${name} along ${lineName(line)} as far on as along the trace; take its ${from} and set it off square to it`
        : `Project ${name} square to the trace onto ${lineName(line)}; take its ${from} and set it off`,
      why: 'Along the trace the plane shows its true length, across it the other view does.',
      brief: [
        apart
          ? `along ${lineName(line)} set off as far on as along the trace, each with its ${from}, cut points`
          : `project square to the trace onto ${lineName(line)}, and set off its ${from}, of cut points`,
        label || 'those of the curve',
      ],
    };
  },
  joinShape: ({ cut, body, labels, straight }) => {
    const points = (between: string): string => labels?.join(between) ?? 'the points';
    return {
      text: `Join ${points(', ')} of the true shape of ${cut}${body === undefined ? '' : `, ${body}`}${straight ? '' : ' with a curve'}`,
      why: 'In the order round the cut.',
      brief: straight ? ['join', points(' to ')] : ['join with a curve', points(', ')],
    };
  },
};
