import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, type BoardStep, length } from '../method.ts';
import { bisector, crossedCentre, drawn, drawnRound, figureText, lettered } from '../onBoard.ts';

const FRONT = ['A', 'B', 'C', 'D'] as const;

/** From the right: the corners of the front half, in the top view and on the head's base. */
const headSteps = (d: number, high: number, isNut: boolean): readonly BoardStep[] => {
  const what = isNut ? 'nut' : 'head';
  const share = high / d;
  /** the side faces: where they begin and end, and their middle */
  const sides = [
    { name: 'right', from: 'A', to: 'B', angle: 150 },
    { name: 'left', from: 'D', to: 'C', angle: 30 },
  ] as const;
  return [
    {
      text: `Draw the top view's centre lines through O and a circle about it, ⌀${figureText(2 * d)}: twice the thread's ⌀${figureText(d)}.`,
      why: 'In drafting proportions a hexagon is twice the thread across its corners.',
      tool: 'compass',
      deeds: [
        ...crossedCentre('O', 0, 0),
        { do: 'circle', circle: 'corners', centre: 'O', radius: d },
        { do: 'meet', point: 'A', line: 'O x', circle: 'corners', way: 1 },
      ],
      names: lettered('O'),
    },
    {
      text: 'Step the radius round the circle from A and join the corners.',
      why: 'Two corners lie on the level centre line, so that three faces are seen from the front.',
      tool: 'compass',
      deeds: [
        ...['A', 'B', 'C', 'D', 'E'].map(
          (from, i): Deed => ({
            do: 'step',
            point: 'BCDEF'[i] as string,
            circle: 'corners',
            from,
            span: ['O', 'A'],
          }),
        ),
        ...drawnRound('A', 'B', 'C', 'D', 'E', 'F'),
        ...(isNut
          ? ([
              { do: 'circle', circle: 'thread', centre: 'O', radius: d / 2 },
              { do: 'arc', seen: true, circle: 'thread' },
            ] as const)
          : []),
      ],
      names: lettered('A', 'B', 'C', 'D'),
    },
    {
      text: `Draw the ${what}'s base line in the front view, and its top line ${figureText(share)} times the thread, ${figureText(high)}, above it.`,
      why: `The ${what} is ${figureText(share)} d high in drafting proportions.`,
      tool: 'tee square',
      deeds: [
        { do: 'setOff', point: 'base', along: 'O y', from: 'O', distance: 1.6 * d, way: 1 },
        { do: 'level', line: 'base line', through: 'base' },
        { do: 'setOff', point: 'T', along: 'O y', from: 'base', distance: high, way: 1 },
        { do: 'level', line: 'top line', through: 'T' },
      ],
      names: lettered('T'),
    },
    {
      text: 'Bring the corners A, B, C and D up by projectors.',
      why: 'The edges of the hexagon stand over its corners.',
      tool: 'set square',
      deeds: FRONT.flatMap((k): Deed[] => [
        { do: 'upright', line: `edge ${k}`, through: k },
        { do: 'cross', point: `${k} base`, a: `edge ${k}`, b: 'base line' },
      ]),
    },
    {
      text: `Draw the arc of the middle face: its centre is 1.5 d, ${figureText(1.5 * d)}, below T on the axis, so that it touches the top line. It ends on the edges over B and C.`,
      why: 'The chamfer takes the corners off along this curve.',
      tool: 'compass',
      deeds: [
        { do: 'setOff', point: 'M', along: 'O y', from: 'T', distance: 1.5 * d, way: -1 },
        { do: 'circle', circle: 'middle', centre: 'M', through: 'T' },
        { do: 'meet', point: 'B top', line: 'edge B', circle: 'middle', way: 1 },
        { do: 'meet', point: 'C top', line: 'edge C', circle: 'middle', way: 1 },
        { do: 'arc', seen: true, circle: 'middle', from: 'B top', to: 'C top' },
      ],
      names: lettered('M'),
    },
    {
      text: 'Bring the height of its ends across to the edges over A and D.',
      why: 'The chamfer is a cone: it meets all six edges at one height.',
      tool: 'tee square',
      deeds: [
        { do: 'level', line: 'ends', through: 'B top' },
        { do: 'cross', point: 'A top', a: 'ends', b: 'edge A' },
        { do: 'cross', point: 'D top', a: 'ends', b: 'edge D' },
      ],
    },
    ...sides.map(
      ({ name, from, to }): BoardStep => ({
        text: `${name === 'right' ? 'Right' : 'Left'} face: halve the way between its edges, and draw the arc through its two ends and the place over its middle on the top line, its centre found by equal arcs.`,
        why: 'Three points of the arc are known: both ends, and where it touches the top line.',
        tool: 'compass',
        deeds: [
          ...bisector(`${name} axis`, `${from} top`, `${to} top`),
          { do: 'cross', point: `${name} high`, a: `${name} axis`, b: 'top line' },
          ...bisector(`${name} bisector`, `${from} top`, `${name} high`),
          { do: 'cross', point: `${name} centre`, a: `${name} bisector`, b: `${name} axis` },
          { do: 'circle', circle: name, centre: `${name} centre`, through: `${name} high` },
          {
            do: 'arc',
            seen: true,
            circle: name,
            ...(name === 'right'
              ? { from: `${from} top`, to: `${to} top` }
              : { from: `${to} top`, to: `${from} top` }),
          },
        ],
      }),
    ),
    {
      text: 'Draw the chamfer at both sides at 30 degrees, up to the top line.',
      why: 'Seen from the side, the cone is straight.',
      tool: 'set square',
      deeds: sides.flatMap(({ name, from, angle }): Deed[] => [
        { do: 'slant', line: `chamfer ${name}`, through: `${from} top`, angle },
        { do: 'cross', point: `${name} chamfered`, a: `chamfer ${name}`, b: 'top line' },
        { do: 'draw', seen: true, from: `${from} top`, to: `${name} chamfered` },
      ]),
    },
    {
      text: 'Line in the base, the edges and the top line between the chamfers.',
      why: 'The light lines beyond are not part of it.',
      tool: 'straight edge',
      deeds: [
        ...drawn('A base', 'D base'),
        ...FRONT.flatMap((k) => drawn(`${k} base`, `${k} top`)),
        ...drawn('right chamfered', 'left chamfered'),
      ],
    },
  ];
};

const THREAD = length('d', 'Thread d', 24, [6, 64]);

/** The head of a hexagon bolt in drafting proportions, from its top view. */
export const boltHead: BoardMethod = {
  kind: 'board',
  slug: 'bolt-head',
  title: 'Hexagon bolt head',
  group: 'Fasteners',
  use: 'The head of a bolt with its chamfer arcs, from its top view. The proportions are for drawing; sizes for making stand in the standards.',
  figures: [THREAD],
  steps: ({ d = 0 }) => headSteps(d, 0.7 * d, false),
};

/** A hexagon nut in drafting proportions, from its top view. */
export const hexagonNut: BoardMethod = {
  kind: 'board',
  slug: 'hexagon-nut',
  title: 'Hexagon nut',
  group: 'Fasteners',
  use: 'A nut with its chamfer arcs, from its top view: as the bolt head, and 0.8 of the thread high. The proportions are for drawing.',
  figures: [THREAD],
  steps: ({ d = 0 }) => headSteps(d, 0.8 * d, true),
};
