import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, length } from '../method.ts';
import { crossedCentre, drawn, drawnRound, figureText, fromTo, lettered } from '../onBoard.ts';

/** The middle half of the sector that a pyramid of four equal sides takes, radians. */
const halfSector = (s: number, h: number): number => 4 * Math.asin(s / 2 / Math.hypot(s / Math.SQRT2, h));

/** A square pyramid cut level, laid flat. */
export const frustumOfPyramid: BoardMethod = {
  kind: 'board',
  slug: 'development-of-a-pyramid',
  title: 'Development of a cut pyramid',
  group: 'Developments',
  use: 'The pattern of a square hood: the true length of its edges is found by swinging one parallel to the front.',
  figures: [
    length('s', 'Base, side', 56, [10, 150]),
    length('h', 'Apex, high', 80, [10, 200]),
    length('k', 'Cut, high', 40, [2, 180]),
  ],
  refuses: ({ h = 0, k = 0 }) =>
    k < h ? undefined : 'The cut passes above the apex: give it less height than the pyramid has.',
  steps: ({ s = 0, h = 0, k = 0 }) => {
    const edge = Math.hypot(s / Math.SQRT2, h);
    return [
      {
        text: `Draw the top view: a square of ${figureText(s)} about O, with its diagonals.`,
        why: 'The diagonals are the slanting edges, seen from above.',
        tool: 'set squares',
        deeds: [
          ...crossedCentre('O', 0, 0),
          { do: 'setOff', point: 'right', along: 'O x', from: 'O', distance: s / 2, way: 1 },
          { do: 'setOff', point: 'left', along: 'O x', from: 'O', distance: s / 2, way: -1 },
          { do: 'upright', line: 'side right', through: 'right' },
          { do: 'upright', line: 'side left', through: 'left' },
          { do: 'slant', line: 'd1', through: 'O', angle: 45 },
          { do: 'slant', line: 'd2', through: 'O', angle: 135 },
          { do: 'cross', point: 'A', a: 'd1', b: 'side left' },
          { do: 'cross', point: 'B', a: 'd2', b: 'side right' },
          { do: 'cross', point: 'C', a: 'd1', b: 'side right' },
          { do: 'cross', point: 'D', a: 'd2', b: 'side left' },
          ...drawnRound('A', 'B', 'C', 'D'),
        ],
        names: lettered('O', 'A', 'B', 'C', 'D'),
      },
      {
        text: `Draw the front view: the base line, the apex S ${figureText(h)} above it, the sides to S, and the cut ${figureText(k)} above the base.`,
        why: 'The cut is level, so it is a line here.',
        tool: 'straight edge',
        deeds: [
          { do: 'setOff', point: 'base', along: 'O y', from: 'O', distance: s / 2 + 20, way: 1 },
          { do: 'level', line: 'base line', through: 'base' },
          { do: 'setOff', point: 'S', along: 'O y', from: 'base', distance: h, way: 1 },
          { do: 'cross', point: 'base left', a: 'side left', b: 'base line' },
          { do: 'cross', point: 'base right', a: 'side right', b: 'base line' },
          { do: 'join', line: 'left edge', a: 'S', b: 'base left' },
          { do: 'join', line: 'right edge', a: 'S', b: 'base right' },
          { do: 'setOff', point: 'K', along: 'O y', from: 'base', distance: k, way: 1 },
          { do: 'level', line: 'cut', through: 'K' },
          { do: 'cross', point: 'cut left', a: 'cut', b: 'left edge' },
          { do: 'cross', point: 'cut right', a: 'cut', b: 'right edge' },
          ...drawnRound('base left', 'base right', 'cut right', 'cut left'),
        ],
        names: lettered('S'),
      },
      {
        text: 'In the top view swing the edge OC onto the level centre line: C1. Bring C1 up to the base line and join it with S.',
        why: 'An edge that is parallel to the front is seen in its true length there. In neither view was it so before.',
        tool: 'compass',
        deeds: [
          { do: 'swing', point: 'C1', centre: 'O', from: 'C', onto: 'O x', way: 1 },
          { do: 'upright', line: 'up C1', through: 'C1' },
          { do: 'cross', point: 'T', a: 'up C1', b: 'base line' },
          { do: 'join', line: 'true edge', a: 'S', b: 'T' },
          { do: 'cross', point: 'Q', a: 'cut', b: 'true edge' },
        ],
        names: lettered('C1', 'T', 'Q'),
      },
      {
        text: 'Beside it draw an arc about S with the true length ST, and another with SQ.',
        why: 'All four edges are equally long, and so are their pieces above the cut.',
        tool: 'compass',
        deeds: [
          {
            do: 'place',
            point: 'S2',
            left: s / Math.SQRT2 + 20 + edge,
            bottom: s / 2 + 20 + h,
          },
          { do: 'protract', line: 'first', through: 'S2', angle: 270 - (halfSector(s, h) * 180) / Math.PI },
          { do: 'carry', point: 'A2', along: 'first', from: 'S2', span: ['S', 'T'], way: 1 },
          { do: 'circle', circle: 'outer', centre: 'S2', through: 'A2' },
          { do: 'carry', point: 'a0', along: 'first', from: 'S2', span: ['S', 'Q'], way: 1 },
          { do: 'circle', circle: 'inner', centre: 'S2', through: 'a0' },
        ],
        names: { S2: 'S', A2: 'A' },
      },
      {
        text: 'Step the side of the base four times along the outer arc, and join each point with S; the inner arc cuts these lines in the corners of the cut.',
        why: 'The sides of the base are true in the top view, as the base is level.',
        tool: 'dividers',
        deeds: [
          ...fromTo(1, 4).flatMap((i): Deed[] => [
            {
              do: 'step',
              point: `${'BCDA'[i - 1]}${i === 4 ? 3 : 2}`,
              circle: 'outer',
              from: `${'ABCD'[i - 1]}2`,
              span: ['A', 'B'],
            },
            { do: 'join', line: `e${i}`, a: 'S2', b: `${'BCDA'[i - 1]}${i === 4 ? 3 : 2}` },
            { do: 'meet', point: `a${i}`, line: `e${i}`, circle: 'inner', way: 1 },
          ]),
        ],
        names: { B2: 'B', C2: 'C', D2: 'D', A3: 'A' },
      },
      {
        text: 'Line in the four sides. The lines between them are bends.',
        why: 'A pyramid bends along its edges only, so all is straight.',
        tool: 'straight edge',
        deeds: [
          ...drawn('A2', 'B2', 'C2', 'D2', 'A3', 'a4', 'a3', 'a2', 'a1', 'a0', 'A2'),
          ...drawn('B2', 'a1'),
          ...drawn('C2', 'a2'),
          ...drawn('D2', 'a3'),
        ],
      },
    ];
  },
};
