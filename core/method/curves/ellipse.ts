import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, length } from '../method.ts';
import { crossedCentre, figureText, fromTo, lettered } from '../onBoard.ts';

/** Rays between the axes, by set squares. */
const RAYS = [30, 60, 120, 150] as const;

/** An ellipse by points, from the circles on its axes. */
export const ellipseByCircles: BoardMethod = {
  kind: 'board',
  slug: 'ellipse-by-two-circles',
  title: 'Ellipse by two circles',
  group: 'Curves',
  use: 'An ellipse whose two axes are known, as a round that is seen or cut aslant: as many true points as one wants.',
  figures: [length('long', 'Long axis', 90, [10, 200]), length('short', 'Short axis', 50, [5, 200])],
  refuses: ({ long = 0, short = 0 }) =>
    short < long
      ? undefined
      : 'The long axis must be longer than the short one: with equal axes the ellipse is a circle.',
  steps: ({ long = 0, short = 0 }) => [
    {
      text: 'Draw the axes through O, one level and one upright.',
      why: 'The ellipse is alike on both sides of each axis.',
      tool: 'tee square',
      deeds: crossedCentre('O', 0, 0),
      names: lettered('O'),
    },
    {
      text: `Draw two circles about O, on the long axis (⌀${figureText(long)}) and on the short one (⌀${figureText(short)}).`,
      why: 'An ellipse is the outer circle pressed flat, and the inner circle drawn out wide.',
      tool: 'compass',
      deeds: [
        { do: 'circle', circle: 'outer', centre: 'O', radius: long / 2 },
        { do: 'circle', circle: 'inner', centre: 'O', radius: short / 2 },
        { do: 'meet', point: '0', line: 'O x', circle: 'outer', way: 1 },
        { do: 'meet', point: '6', line: 'O x', circle: 'outer', way: -1 },
        { do: 'meet', point: '3', line: 'O y', circle: 'inner', way: 1 },
        { do: 'meet', point: '9', line: 'O y', circle: 'inner', way: -1 },
      ],
      names: lettered('0', '3', '6', '9'),
    },
    {
      text: 'Draw rays through O at 30 and 60 degrees, both ways.',
      why: 'With the axes they divide both circles into twelve; more rays give more points.',
      tool: 'set squares',
      deeds: RAYS.flatMap((angle): Deed[] => [
        { do: 'slant', line: `ray ${angle}`, through: 'O', angle },
        ...([1, -1] as const).flatMap((way): Deed[] => {
          const n = (angle / 30 + (way < 0 ? 6 : 0)) % 12;
          return [
            { do: 'meet', point: `outer ${n}`, line: `ray ${angle}`, circle: 'outer', way },
            { do: 'meet', point: `inner ${n}`, line: `ray ${angle}`, circle: 'inner', way },
          ];
        }),
      ]),
    },
    {
      text: 'From each point of the outer circle draw an upright line, from that of the inner one on the same ray a level line. They cross in a point of the ellipse.',
      why: 'Across it is as far from O as the outer circle says, upwards as far as the inner one says.',
      tool: 'set square',
      deeds: [1, 2, 4, 5, 7, 8, 10, 11].flatMap((n): Deed[] => [
        { do: 'upright', line: `u${n}`, through: `outer ${n}` },
        { do: 'level', line: `l${n}`, through: `inner ${n}` },
        { do: 'cross', point: String(n), a: `u${n}`, b: `l${n}` },
      ]),
      names: lettered('1', '2', '4', '5', '7', '8', '10', '11'),
    },
    {
      text: 'Draw the curve through the twelve points with a curve template.',
      why: 'At the ends of the axes it runs square to them.',
      tool: 'curve template',
      deeds: [{ do: 'curve', seen: true, through: fromTo(0, 11).map(String), closed: true }],
    },
  ],
};
