import { type BoardMethod, type BoardStep, length } from '../method.ts';
import { bisector, crossedCentre, drawnRound, figureText, lettered } from '../onBoard.ts';

const CENTRE_LINES: BoardStep = {
  text: 'Draw a level and an upright centre line; they cross in O.',
  why: 'All is measured from the centre.',
  tool: 'tee square',
  deeds: crossedCentre('O', 0, 0),
  names: lettered('O'),
};

/** A hexagon by the compass alone. */
export const hexagonInCircle: BoardMethod = {
  kind: 'board',
  slug: 'hexagon-across-corners',
  title: 'Hexagon, across corners',
  group: 'Shapes',
  use: 'Where the distance across corners is given: the radius goes round the circle six times.',
  figures: [length('across', 'Across corners', 60, [10, 200])],
  steps: ({ across = 0 }) => [
    CENTRE_LINES,
    {
      text: `Draw the circle about O, ⌀${figureText(across)}.`,
      why: 'All corners lie on it: its diameter is the distance across corners.',
      tool: 'compass',
      deeds: [
        { do: 'circle', circle: 'c', centre: 'O', radius: across / 2 },
        { do: 'meet', point: 'A', line: 'O x', circle: 'c', way: 1 },
      ],
      names: lettered('A'),
    },
    {
      text: 'From A step the radius round the circle: B, C, D, E, F.',
      why: 'Six equal triangles with the radius as their sides fill the circle.',
      tool: 'compass',
      deeds: ['A', 'B', 'C', 'D', 'E'].map((from, i) => ({
        do: 'step',
        point: 'BCDEF'[i] as string,
        circle: 'c',
        from,
        span: ['O', 'A'],
      })),
      names: lettered('B', 'C', 'D', 'E', 'F'),
    },
    {
      text: 'Join the corners.',
      why: 'Each side is as long as the radius.',
      tool: 'straight edge',
      deeds: drawnRound('A', 'B', 'C', 'D', 'E', 'F'),
    },
  ],
};

/** A hexagon by tangents of 30 degrees. */
export const hexagonOnFlats: BoardMethod = {
  kind: 'board',
  slug: 'hexagon-across-flats',
  title: 'Hexagon, across flats',
  group: 'Shapes',
  use: 'Where the distance across flats is given, as for bolts and nuts: the sides touch a circle.',
  figures: [length('across', 'Across flats', 52, [10, 200])],
  steps: ({ across = 0 }) => [
    CENTRE_LINES,
    {
      text: `Draw the circle about O, ⌀${figureText(across)}.`,
      why: 'All sides touch it: its diameter is the distance across flats.',
      tool: 'compass',
      deeds: [
        { do: 'circle', circle: 'c', centre: 'O', radius: across / 2 },
        { do: 'meet', point: 'top', line: 'O y', circle: 'c', way: 1 },
        { do: 'meet', point: 'bottom', line: 'O y', circle: 'c', way: -1 },
      ],
    },
    {
      text: 'Draw the level sides through the highest and the lowest point of the circle.',
      why: 'A side touches the circle square to the radius.',
      tool: 'tee square',
      deeds: [
        { do: 'level', line: 'side 1', through: 'top' },
        { do: 'level', line: 'side 4', through: 'bottom' },
      ],
    },
    {
      text: 'Draw lines at 30 degrees both ways through O, and through their points on the circle the sides square to them.',
      why: 'The radii to the middles of the sides are 60 degrees apart.',
      tool: 'set squares',
      deeds: [
        { do: 'slant', line: 'r30', through: 'O', angle: 30 },
        { do: 'slant', line: 'r150', through: 'O', angle: 150 },
        ...(
          [
            ['r30', 1, 'side 6'],
            ['r30', -1, 'side 3'],
            ['r150', 1, 'side 2'],
            ['r150', -1, 'side 5'],
          ] as const
        ).flatMap(([line, way, side]) => [
          { do: 'meet', point: `middle of ${side}`, line, circle: 'c', way } as const,
          { do: 'square', line: side, to: line, through: `middle of ${side}` } as const,
        ]),
      ],
    },
    {
      text: 'The sides cross in the corners A to F.',
      why: 'Neighbouring sides meet in a corner.',
      tool: 'pencil',
      deeds: 'ABCDEF'.split('').map((point, i) => ({
        do: 'cross',
        point,
        a: `side ${i + 1}`,
        b: `side ${((i + 1) % 6) + 1}`,
      })),
      names: lettered('A', 'B', 'C', 'D', 'E', 'F'),
    },
    {
      text: 'Line the sides in from corner to corner.',
      why: 'The rest of the light lines is not part of the hexagon.',
      tool: 'straight edge',
      deeds: drawnRound('A', 'B', 'C', 'D', 'E', 'F'),
    },
  ],
};

/** A pentagon by compass and straight edge, exact. */
export const pentagon: BoardMethod = {
  kind: 'board',
  slug: 'pentagon',
  title: 'Pentagon in a circle',
  group: 'Shapes',
  use: 'A regular pentagon by compass and straight edge, without dividing 360 degrees by five.',
  figures: [length('round', 'Circle ⌀', 70, [10, 200])],
  steps: ({ round = 0 }) => [
    {
      text: `Draw crossed centre lines through O and the circle about it, ⌀${figureText(round)}. It meets them in A at the right and B at the top.`,
      why: 'All corners lie on the circle; B is the first of them.',
      tool: 'compass',
      deeds: [
        ...crossedCentre('O', 0, 0),
        { do: 'circle', circle: 'c', centre: 'O', radius: round / 2 },
        { do: 'meet', point: 'A', line: 'O x', circle: 'c', way: 1 },
        { do: 'meet', point: 'B', line: 'O y', circle: 'c', way: 1 },
      ],
      names: lettered('O', 'A', 'B'),
    },
    {
      text: 'Halve the radius OA: equal arcs about O and A, and the line through where they cross. It meets OA in M.',
      why: 'The side of a pentagon is found from the middle of a radius.',
      tool: 'compass',
      deeds: [...bisector('half', 'O', 'A'), { do: 'cross', point: 'M', a: 'half', b: 'O x' }],
      names: lettered('M'),
    },
    {
      text: 'Swing B about M down to the level centre line: N.',
      why: 'BN is as long as a side of the pentagon.',
      tool: 'compass',
      deeds: [{ do: 'swing', point: 'N', centre: 'M', from: 'B', onto: 'O x', way: -1 }],
      names: lettered('N'),
    },
    {
      text: 'Take BN in the compass and step it round the circle from B: C, D, E, F.',
      why: 'Five such sides close.',
      tool: 'compass',
      deeds: ['B', 'C', 'D', 'E'].map((from, i) => ({
        do: 'step',
        point: 'CDEF'[i] as string,
        circle: 'c',
        from,
        span: ['B', 'N'],
      })),
      names: lettered('C', 'D', 'E', 'F'),
    },
    {
      text: 'Join the corners.',
      why: 'All five sides are equal.',
      tool: 'straight edge',
      deeds: drawnRound('B', 'C', 'D', 'E', 'F'),
    },
  ],
};
