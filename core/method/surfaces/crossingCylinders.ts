import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, length } from '../method.ts';
import { crossedCentre, drawn, figureText, fromTo, lettered } from '../onBoard.ts';

/** The curve where a level branch enters an upright pipe. */
export const crossingCylinders: BoardMethod = {
  kind: 'board',
  slug: 'intersection-of-cylinders',
  title: 'Intersection of two cylinders',
  group: 'Intersections',
  use: 'Where a branch pipe enters a main pipe: level cutting planes cut both in straight lines that meet in points of the curve.',
  figures: [
    length('main', 'Main pipe ⌀', 60, [10, 120]),
    length('branch', 'Branch ⌀', 40, [6, 120]),
    length('out', 'Axis to its end', 60, [10, 150]),
  ],
  refuses: ({ main = 0, branch = 0, out = 0 }) => {
    if (branch > main)
      return 'The branch is thicker than the main pipe: then the main pipe enters the branch. Give it at most the diameter of the main pipe.';
    return out > main / 2 ? undefined : 'The branch ends inside the main pipe: give it more length.';
  },
  steps: ({ main = 0, branch = 0, out = 0 }) => {
    const [R, r] = [main / 2, branch / 2];
    const high = branch + 24;
    const side = out + R + 30;
    // of the branch's circle, from its highest point over the front to its lowest
    const front = fromTo(0, 6);
    return [
      {
        text: `Draw the top view: the main pipe's circle, ⌀${figureText(main)} about O.`,
        why: 'All points of the main pipe lie on this circle, seen from above.',
        tool: 'compass',
        deeds: [
          ...crossedCentre('O', 0, 0),
          { do: 'circle', circle: 'pipe', centre: 'O', radius: R },
          { do: 'arc', seen: true, circle: 'pipe' },
        ],
        names: lettered('O'),
      },
      {
        text: `Draw the front view above it: the main pipe's sides, and the branch's axis through P with its end ${figureText(out)} from the main axis.`,
        why: 'The curve is to be found here.',
        tool: 'set square',
        deeds: [
          { do: 'setOff', point: 'P', along: 'O y', from: 'O', distance: R + 15 + high / 2, way: 1 },
          { do: 'level', line: 'axis', through: 'P' },
          { do: 'setOff', point: 'foot', along: 'O y', from: 'P', distance: high / 2, way: -1 },
          { do: 'setOff', point: 'head', along: 'O y', from: 'P', distance: high / 2, way: 1 },
          { do: 'level', line: 'foot line', through: 'foot' },
          { do: 'level', line: 'head line', through: 'head' },
          { do: 'meet', point: 'west', line: 'O x', circle: 'pipe', way: -1 },
          { do: 'meet', point: 'east', line: 'O x', circle: 'pipe', way: 1 },
          { do: 'upright', line: 'west side', through: 'west' },
          { do: 'upright', line: 'east side', through: 'east' },
          { do: 'cross', point: 'nw', a: 'west side', b: 'head line' },
          { do: 'cross', point: 'sw', a: 'west side', b: 'foot line' },
          { do: 'cross', point: 'ne', a: 'east side', b: 'head line' },
          { do: 'cross', point: 'se', a: 'east side', b: 'foot line' },
          { do: 'setOff', point: 'end', along: 'axis', from: 'P', distance: out, way: 1 },
          { do: 'upright', line: 'end line', through: 'end' },
        ],
        names: lettered('P'),
      },
      {
        text: `Draw the branch's circle, ⌀${figureText(branch)}, in the side view about Q, and divide it into twelve. Its front half, 1 to 7, is enough: the back lies behind it.`,
        why: 'All points of the branch lie on this circle, seen from its end.',
        tool: 'set squares',
        deeds: [
          { do: 'setOff', point: 'Q', along: 'axis', from: 'P', distance: side, way: 1 },
          { do: 'upright', line: 'Q y', through: 'Q' },
          { do: 'circle', circle: 'branch', centre: 'Q', radius: r },
          { do: 'arc', seen: true, circle: 'branch' },
          ...front.flatMap((i): Deed[] => [
            { do: 'slant', line: `ray ${i}`, through: 'Q', angle: 90 - 30 * i },
            { do: 'meet', point: `s${i}`, line: `ray ${i}`, circle: 'branch', way: 1 },
          ]),
        ],
        names: { Q: 'Q', ...Object.fromEntries(front.map((i) => [`s${i}`, String(i + 1)])) },
      },
      {
        text: 'Through each of these points draw a level line over to the front view: the generators of the branch.',
        why: 'A level plane cuts the branch in these lines and the main pipe in its circle.',
        tool: 'tee square',
        deeds: [
          ...front.map((i): Deed => ({ do: 'level', line: `g${i}`, through: `s${i}` })),
          ...front.flatMap((i): Deed[] => [
            { do: 'upright', line: `depth ${i}`, through: `s${i}` },
            { do: 'cross', point: `z${i}`, a: `depth ${i}`, b: 'axis' },
          ]),
          { do: 'cross', point: 'e0', a: 'g0', b: 'end line' },
          { do: 'cross', point: 'e6', a: 'g6', b: 'end line' },
        ],
      },
      {
        text: 'Carry how far each point stands before the axis from the side view to the top view, and draw its generator there: it meets the main circle.',
        why: 'Depths are equal in side and top view.',
        tool: 'dividers',
        deeds: front.flatMap((i): Deed[] => [
          { do: 'carry', point: `d${i}`, along: 'O y', from: 'O', span: ['Q', `z${i}`], way: -1 },
          { do: 'level', line: `t${i}`, through: `d${i}` },
          { do: 'meet', point: `m${i}`, line: `t${i}`, circle: 'pipe', way: 1 },
        ]),
        names: Object.fromEntries(fromTo(0, 3).map((i) => [`m${i}`, i === 3 ? '4' : `${i + 1},${7 - i}`])),
      },
      {
        text: 'Bring these meeting points up to the same generators in the front view: points of the curve.',
        why: 'Each lies on the branch and on the main pipe.',
        tool: 'set square',
        deeds: front.flatMap((i): Deed[] => [
          { do: 'upright', line: `u${i}`, through: `m${i}` },
          { do: 'cross', point: `p${i}`, a: `u${i}`, b: `g${i}` },
        ]),
        names: Object.fromEntries(front.map((i) => [`p${i}`, String(i + 1)])),
      },
      {
        text: 'Draw the curve through the points and line in both pipes.',
        why: 'The nearer both diameters are, the deeper the curve; equal pipes meet in straight lines.',
        tool: 'curve template',
        deeds: [
          { do: 'curve', seen: true, through: front.map((i) => `p${i}`), closed: false },
          ...drawn('p0', 'e0', 'e6', 'p6'),
          ...drawn('sw', 'nw', 'ne'),
          ...drawn('se', 'sw'),
          ...drawn('ne', 'p0'),
          ...drawn('p6', 'se'),
        ],
      },
    ];
  },
};
