import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, length } from '../method.ts';
import { crossedCentre, figureText, lettered } from '../onBoard.ts';

/** Stations along the diameter, as angles of the circle. */
const STATIONS = [30, 60, 90, 120, 150] as const;

/** A circle on the top face of an isometric cube, by its ordinates. */
export const isometricCircle: BoardMethod = {
  kind: 'board',
  slug: 'circle-in-a-square',
  title: 'Circle in an isometric square',
  group: 'Curves',
  use: 'A round on a face of an isometric drawing: its true points are carried from the circle, so that the curve touches all four sides where it should.',
  figures: [length('round', 'Diameter', 60, [10, 150])],
  steps: ({ round = 0 }) => {
    const r = round / 2;
    return [
      {
        text: `Draw the circle in its true shape, ⌀${figureText(round)}, with a level and an upright centre line.`,
        why: 'It shows how far each point stands from the diameter.',
        tool: 'compass',
        deeds: [
          ...crossedCentre('O', 0, 0),
          { do: 'circle', circle: 'c', centre: 'O', radius: r },
          { do: 'meet', point: 'right', line: 'O x', circle: 'c', way: 1 },
          { do: 'meet', point: 'left', line: 'O x', circle: 'c', way: -1 },
        ],
        names: lettered('O'),
      },
      {
        text: 'Draw upright lines across it at some stations, here through every 30 degrees.',
        why: 'Each gives two points, at equal distances above and below the diameter.',
        tool: 'set squares',
        deeds: STATIONS.flatMap((angle, i): Deed[] => [
          { do: 'slant', line: `ray ${angle}`, through: 'O', angle },
          { do: 'meet', point: `p${i + 1}`, line: `ray ${angle}`, circle: 'c', way: 1 },
          { do: 'upright', line: `u${i + 1}`, through: `p${i + 1}` },
          { do: 'cross', point: `s${i + 1}`, a: `u${i + 1}`, b: 'O x' },
        ]),
        names: { p1: '1', p2: '2', p3: '3', p4: '4', p5: '5' },
      },
      {
        text: 'Draw the isometric axes through the centre P, at 30 degrees both ways, and the sides of the square parallel to them, half the diameter away.',
        why: 'Along these two directions lengths are true in the drawing.',
        tool: 'set squares',
        deeds: [
          { do: 'place', point: 'P', left: 3.4 * r, bottom: 0 },
          { do: 'slant', line: 'a', through: 'P', angle: 30 },
          { do: 'slant', line: 'b', through: 'P', angle: 150 },
          ...(['a', 'b'] as const).flatMap((line): Deed[] => [
            { do: 'carry', point: `${line}+`, along: line, from: 'P', span: ['O', 'right'], way: 1 },
            { do: 'carry', point: `${line}-`, along: line, from: 'P', span: ['O', 'right'], way: -1 },
          ]),
          { do: 'parallel', line: 'side a+', to: 'b', through: 'a+' },
          { do: 'parallel', line: 'side a-', to: 'b', through: 'a-' },
          { do: 'parallel', line: 'side b+', to: 'a', through: 'b+' },
          { do: 'parallel', line: 'side b-', to: 'a', through: 'b-' },
          { do: 'cross', point: 'k1', a: 'side a+', b: 'side b+' },
          { do: 'cross', point: 'k2', a: 'side a-', b: 'side b+' },
          { do: 'cross', point: 'k3', a: 'side a-', b: 'side b-' },
          { do: 'cross', point: 'k4', a: 'side a+', b: 'side b-' },
        ],
        names: lettered('P'),
      },
      {
        text: 'Carry the stations from O to one axis with the dividers, and draw parallels to the other axis through them.',
        why: 'The stations are where the upright lines stand on the diameter.',
        tool: 'dividers',
        deeds: STATIONS.flatMap((angle, i): Deed[] => [
          angle === 90
            ? { do: 'carry', point: `t${i + 1}`, along: 'a', from: 'P', span: ['O', 'O'], way: 1 }
            : {
                do: 'carry',
                point: `t${i + 1}`,
                along: 'a',
                from: 'P',
                span: ['O', `s${i + 1}`],
                way: angle < 90 ? 1 : -1,
              },
          { do: 'parallel', line: `v${i + 1}`, to: 'b', through: `t${i + 1}` },
        ]),
      },
      {
        text: 'On each parallel set off both ways what the circle stands from its diameter there.',
        why: 'That distance is true along the other axis as well.',
        tool: 'dividers',
        deeds: STATIONS.flatMap((_angle, i): Deed[] =>
          ([1, -1] as const).map((way) => ({
            do: 'carry',
            point: `q${i + 1}${way > 0 ? '+' : '-'}`,
            along: `v${i + 1}`,
            from: `t${i + 1}`,
            span: [`s${i + 1}`, `p${i + 1}`],
            way,
          })),
        ),
        names: { 'q1+': '1', 'q2+': '2', 'q3+': '3', 'q4+': '4', 'q5+': '5' },
      },
      {
        text: 'Draw the curve through the points and the two ends of the first axis.',
        why: 'It touches each side of the square in its middle.',
        tool: 'curve template',
        deeds: [
          {
            do: 'curve',
            seen: true,
            through: ['a+', 'q1+', 'q2+', 'q3+', 'q4+', 'q5+', 'a-', 'q5-', 'q4-', 'q3-', 'q2-', 'q1-'],
            closed: true,
          },
          { do: 'draw', seen: true, from: 'k1', to: 'k2' },
          { do: 'draw', seen: true, from: 'k2', to: 'k3' },
          { do: 'draw', seen: true, from: 'k3', to: 'k4' },
          { do: 'draw', seen: true, from: 'k4', to: 'k1' },
        ],
      },
    ];
  },
};
