import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, degrees, length } from '../method.ts';
import { DIVISION_NAMES, dividedCircle, drawn, figureText, fromTo, TWELVE } from '../onBoard.ts';

const RAD = Math.PI / 180;

/** A cylinder cut aslant, laid flat. */
export const cutCylinder: BoardMethod = {
  kind: 'board',
  slug: 'development-of-a-cylinder',
  title: 'Development of a cut cylinder',
  group: 'Developments',
  use: 'The pattern of a pipe that ends aslant, by twelve generators.',
  figures: [
    length('d', 'Diameter', 44, [10, 120]),
    length('h', 'Cut, at the axis', 50, [10, 150]),
    degrees('a', 'Cut to the base', 30, [5, 60]),
  ],
  refuses: ({ d = 0, h = 0, a = 0 }) =>
    (d / 2) * Math.tan(a * RAD) < h
      ? undefined
      : 'The cut runs out through the base: give it more height on the axis, or a smaller angle.',
  steps: ({ d = 0, h = 0, a = 0 }) => {
    const r = d / 2;
    const all = fromTo(0, TWELVE - 1);
    return [
      {
        text: `Draw the top view, a circle of ⌀${figureText(d)} about O, and divide it into twelve by 30 and 60 degrees.`,
        why: 'The twelve points are the ends of twelve generators.',
        tool: 'set squares',
        deeds: dividedCircle(r),
        names: DIVISION_NAMES,
      },
      {
        text: 'Draw the base line of the front view above it and bring the points up: the generators.',
        why: 'Front and back generators stand in one line in the front view.',
        tool: 'set square',
        deeds: [
          { do: 'setOff', point: 'base', along: 'O y', from: 'O', distance: r + 15, way: 1 },
          { do: 'level', line: 'base line', through: 'base' },
          ...all.flatMap((i): Deed[] => [
            { do: 'upright', line: `g${i}`, through: `t${i}` },
            { do: 'cross', point: `b${i}`, a: `g${i}`, b: 'base line' },
          ]),
          { do: 'draw', seen: true, from: 'b0', to: 'b6' },
        ],
      },
      {
        text: `Draw the trace of the cut at ${figureText(a)} degrees through the point ${figureText(h)} above the base on the axis. It meets the generators in the cut points.`,
        why: 'The plane is seen edge-on in the front view, so its points are found there.',
        tool: 'protractor',
        deeds: [
          { do: 'setOff', point: 'K', along: 'O y', from: 'base', distance: h, way: 1 },
          { do: 'protract', line: 'trace', through: 'K', angle: a },
          ...all.map((i): Deed => ({ do: 'cross', point: `k${i}`, a: 'trace', b: `g${i}` })),
          ...drawn('b0', 'k0', 'k6', 'b6'),
        ],
        names: Object.fromEntries(fromTo(0, 6).map((i) => [`k${i}`, String(i + 1)])),
      },
      {
        text: `Carry the base line on to the right and set off the circumference, ${figureText(Math.PI * d)}, in twelve parts of ${figureText((Math.PI * d) / TWELVE)} each, from the shortest generator.`,
        why: 'The base edge rolls off as long as it is round: π times the diameter. Chords of the circle would be too short.',
        tool: 'rule',
        deeds: [
          { do: 'setOff', point: 'f0', along: 'base line', from: 'b6', distance: 20, way: 1 },
          ...fromTo(1, TWELVE).map(
            (i): Deed => ({
              do: 'setOff',
              point: `f${i}`,
              along: 'base line',
              from: `f${i - 1}`,
              distance: (Math.PI * d) / TWELVE,
              way: 1,
            }),
          ),
        ],
        names: Object.fromEntries(fromTo(0, TWELVE).map((i) => [`f${i}`, String((i % TWELVE) + 1)])),
      },
      {
        text: 'Draw the generators upright there, and bring each cut point across to its generator.',
        why: 'Generators are parallel to the front, so their lengths are true in the front view.',
        tool: 'set square',
        deeds: [
          ...all.map((i): Deed => ({ do: 'level', line: `h${i}`, through: `k${i}` })),
          ...fromTo(0, TWELVE).flatMap((i): Deed[] => [
            { do: 'upright', line: `e${i}`, through: `f${i}` },
            { do: 'cross', point: `p${i}`, a: `e${i}`, b: `h${i % TWELVE}` },
          ]),
        ],
      },
      {
        text: 'Draw the curve through the points, the base and the two ends.',
        why: 'The ends are one generator: they meet when the pattern is rolled up. Add what the seam takes.',
        tool: 'curve template',
        deeds: [
          { do: 'curve', seen: true, through: fromTo(0, TWELVE).map((i) => `p${i}`), closed: false },
          ...drawn('p0', 'f0', `f${TWELVE}`, `p${TWELVE}`),
        ],
      },
    ];
  },
};
