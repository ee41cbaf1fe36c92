import type { DrawnAs } from '../../sheet/views/trueShape.ts';
import { degreesText } from './figures.ts';
import { edgeWords, lineWords, placeWords } from './places.ts';
import { done, doneIn, type Sentences, seenWord, whySeen } from './sentence.ts';

/** The line between views with a number: "X1Y1". */
const lineName = (line: number): string => `X${line}Y${line}`;
/** The line from which a shape is set off: X1Y1, or the light line of a section by itself. */
const baseName = (line: number | undefined): string => (line === undefined ? 'that line' : lineName(line));
/** What is drawn of a cut face: "the true shape of A", "the removed section A-A". */
const shapeName = (drawnAs: DrawnAs, cut: string): string =>
  drawnAs === 'true shape' ? `the true shape of ${cut}` : `the ${drawnAs} section ${cut}-${cut}`;

/** A cut point by its number; one without only serves a curve. */
const cutPointWords = (label: string): string => (label ? `cut point ${label}` : 'a point of the curve');

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
  | 'levelOfPlane'
  | 'edgeLine'
  | 'edgePoint'
  | 'edgeOfPlane'
  | 'traceOnGround'
  | 'levelOnWall'
  | 'traceOnWall'
  | 'edgeOutline'
  | 'outlineOnCircle'
  | 'edgeRest'
  | 'edgeCutPoint'
  | 'backToTop'
  | 'heightBack'
  | 'planeShapePoint'
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
  levelOfPlane: ({ cut, where }) => {
    const why =
      'Along a level line one sees the plane as an edge; in the top view that line has its true direction.';
    if (where === 'two points') {
      const clause = `join the two points of plane ${cut} that are equally high: a level line`;
      return { text: `In the top view ${clause}`, why, clause };
    }
    if (where === 'front') {
      const clause = `join the lowest and the highest point of plane ${cut}, and draw a level line through the third`;
      return { text: `In the front view ${clause}`, why, clause };
    }
    const clause = `project where they cross onto the line of the same two points, and join it to the third: a level line of plane ${cut}`;
    return { text: `In the top view ${clause}`, why, clause };
  },
  edgeLine: ({ line }) => ({
    text: `Draw ${lineName(line)} square to that level line, where there is room`,
    why: 'The auxiliary view looks along the level line.',
    brief: ['draw', `${lineName(line)} square to the level line`],
  }),
  edgePoint: ({ line, label }) => ({
    text: `Project ${label ? `point ${label}` : 'the point'} from the top view along the level line onto ${lineName(line)}; take its height from XY and set it off beyond`,
    why: 'Heights are the same in every view that stands on the top view.',
    brief: [
      `project along the level line onto ${lineName(line)}, each with its height from XY,`,
      label || 'the points',
    ],
  }),
  edgeOfPlane: ({ cut }) => ({
    ...done(`draw plane ${cut} through its points in the auxiliary view: there it is an edge`),
    why: 'Its three points lie in one line there.',
  }),
  traceOnGround: ({ cut, line }) => ({
    ...done(
      `draw HT of plane ${cut} along the level line through the place where its edge meets ${lineName(line)}`,
    ),
    why: `${lineName(line)} stands for the horizontal plane there, and HT is the level line in which the two meet.`,
  }),
  levelOnWall: ({ cut }) => ({
    ...done(
      `follow a level line of plane ${cut} in the top view to XY, and project from there to its height in the front view`,
    ),
    why: 'Where it meets XY in the top view it goes through the vertical plane: that is a point of VT.',
  }),
  traceOnWall: ({ cut, fromHT }) => ({
    ...done(
      fromHT
        ? `join that point to the place where HT meets XY: VT of plane ${cut}`
        : `join the two points: VT of plane ${cut}`,
    ),
    why: fromHT ? 'HT and VT meet on XY.' : 'VT is the line in which the plane meets the vertical plane.',
  }),
  edgeOutline: ({ seen, what }) => ({
    text:
      what === 'line'
        ? `Draw the ${seenWord(seen)} line in the auxiliary view between its two points`
        : `Draw the ${seenWord(seen)} curve in the auxiliary view through its points`,
    why: whySeen(seen),
  }),
  outlineOnCircle: ({ middle }, { view }, w) => {
    const about = view && placeWords(w, { view, at: middle });
    const circle = `the circle${about ? ` about ${about}` : ''}`;
    return {
      text: `Draw the diameter of ${circle} square to the level line in the ${view} view, and mark its end`,
      why: 'Seen along the level line the round face turns away there: its outline in the auxiliary view.',
      brief: [`mark the ends of the diameters square to the level line of`, circle],
    };
  },
  edgeRest: ({ lines }) => ({
    ...done(
      `draw the other ${lines === 1 ? 'line' : `${lines} lines`} of the auxiliary view in the same way, point by point`,
    ),
    why: 'Each of their points has its place in the top view and its height.',
  }),
  edgeCutPoint: ({ label, by }) => ({
    text: `Mark ${cutPointWords(label)} where the edge of the plane meets ${
      { projector: 'its projector', edge: 'its own edge', level: 'its level' }[by]
    } in the auxiliary view`,
    why: 'All of the plane is in that one line.',
    brief: ["mark on the plane's edge in the auxiliary view cut points", label || 'those of the curve'],
  }),
  backToTop: ({ label }) => ({
    text: `Project ${cutPointWords(label)} back until it meets its edge in the top view`,
    why: 'The point lies on its edge.',
    brief: ['project back to their edges cut points', label || 'those of the curve'],
  }),
  heightBack: ({ label, line }) => ({
    text: `Take the height of ${cutPointWords(label)} from ${lineName(line)} and set it off from XY on its projector in the front view`,
    why: 'Heights are the same in both views.',
    brief: [
      `set off on their projectors the heights from ${lineName(line)} of cut points`,
      label || 'those of the curve',
    ],
  }),
  planeShapePoint: ({ label, line, from, apart }) => {
    const name = cutPointWords(label);
    const distance = `distance from ${lineName(from)} in the top view`;
    return {
      text: apart
        ? `Set off ${name} along ${lineName(line)} as far on as along the plane's edge; take its ${distance} and set it off square to it`
        : `Project ${name} square to the plane's edge onto ${lineName(line)}; take its ${distance} and set it off`,
      why: 'Along its edge the plane shows its true length, across it the top view does.',
      brief: [`on ${lineName(line)} set off with its ${distance}`, label || 'those of the curve'],
    };
  },
  shapeLine: ({ line, drawnAs }) => {
    const name = line === undefined ? 'a light line' : lineName(line);
    return {
      text:
        drawnAs === 'true shape'
          ? `Draw ${name} parallel to the trace, where there is room`
          : `Draw ${name} parallel to the trace ${drawnAs === 'removed' ? 'where there is room for the section' : 'beside the view'}, to stand for XY`,
      why: 'The shape is seen square to the plane, so its base line runs along the trace.',
      brief: ['draw', `${name} parallel to the trace${line === undefined ? ', to stand for XY' : ''}`],
    };
  },
  shapePoint: ({ line, label, distances, apart }) => {
    const name = cutPointWords(label);
    const from = `distance from XY in the ${distances} view`;
    return {
      text: apart
        ? `Set off ${name} along ${baseName(line)} as far on as along the trace; take its ${from} and set it off square to it`
        : `Project ${name} square to the trace onto ${baseName(line)}; take its ${from} and set it off`,
      why: 'Along the trace the plane shows its true length, across it the other view does.',
      brief: [
        apart
          ? `along ${baseName(line)} set off as far on as along the trace, each with its ${from}, cut points`
          : `project square to the trace onto ${baseName(line)}, and set off its ${from}, of cut points`,
        label || 'those of the curve',
      ],
    };
  },
  joinShape: ({ cut, drawnAs, body, labels, straight }) => {
    const points = (between: string): string => labels?.join(between) ?? 'the points';
    return {
      text: `Join ${points(', ')} of ${shapeName(drawnAs, cut)}${body === undefined ? '' : `, ${body}`}${straight ? '' : ' with a curve'}`,
      why: 'In the order round the cut.',
      brief: straight ? ['join', points(' to ')] : ['join with a curve', points(', ')],
    };
  },
};
