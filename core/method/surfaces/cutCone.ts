import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, degrees, length } from '../method.ts';
import { DIVISION_NAMES, dividedCircle, drawn, figureText, fromTo, lettered, TWELVE } from '../onBoard.ts';

const RAD = Math.PI / 180;

/** A cone cut aslant, laid flat. */
export const cutCone: BoardMethod = {
  kind: 'board',
  slug: 'development-of-a-cone',
  title: 'Development of a cut cone',
  group: 'Developments',
  use: 'The pattern of a hood or a funnel: a sector, and on it the true lengths from the apex.',
  figures: [
    length('d', 'Base ⌀', 60, [10, 150]),
    length('h', 'Apex, high', 70, [10, 200]),
    length('k', 'Cut, at the axis', 32, [2, 180]),
    degrees('a', 'Cut to the base', 25, [0, 60]),
  ],
  refuses: ({ d = 0, h = 0, k = 0, a = 0 }) => {
    if (k >= h) return 'The cut passes above the apex: give it less height on the axis.';
    // where the trace meets the outer generators: it must be between base and apex on both sides
    const [r, t] = [d / 2, Math.tan(a * RAD)];
    if (t * r >= h)
      return 'The cut is as steep as the side and never leaves the cone: give it a smaller angle.';
    const low = (h * (k - t * r)) / (h - t * r);
    return low > 0
      ? undefined
      : 'The cut runs out through the base: give it more height, or a smaller angle.';
  },
  steps: ({ d = 0, h = 0, k = 0, a = 0 }) => {
    const r = d / 2;
    const slant = Math.hypot(r, h);
    const sector = (360 * r) / slant;
    const all = fromTo(0, TWELVE - 1);
    return [
      {
        text: `Draw the top view, ⌀${figureText(d)} about O, and divide it into twelve.`,
        why: 'The twelve points are the feet of twelve generators.',
        tool: 'set squares',
        deeds: dividedCircle(r),
        names: DIVISION_NAMES,
      },
      {
        text: `Draw the front view: the base line, the apex S ${figureText(h)} above it, and the generators to S from the points brought up to the base.`,
        why: 'All generators run through the apex.',
        tool: 'straight edge',
        deeds: [
          { do: 'setOff', point: 'base', along: 'O y', from: 'O', distance: r + 15, way: 1 },
          { do: 'level', line: 'base line', through: 'base' },
          { do: 'setOff', point: 'S', along: 'O y', from: 'base', distance: h, way: 1 },
          ...all.flatMap((i): Deed[] => [
            { do: 'upright', line: `u${i}`, through: `t${i}` },
            { do: 'cross', point: `b${i}`, a: `u${i}`, b: 'base line' },
            { do: 'join', line: `g${i}`, a: 'S', b: `b${i}` },
          ]),
          { do: 'draw', seen: true, from: 'b0', to: 'b6' },
        ],
        names: lettered('S'),
      },
      {
        text: `Draw the trace of the cut at ${figureText(a)} degrees through the point ${figureText(k)} above the base on the axis; it meets the generators in the cut points.`,
        why: 'The plane is seen edge-on in the front view.',
        tool: 'protractor',
        deeds: [
          { do: 'setOff', point: 'K', along: 'O y', from: 'base', distance: k, way: 1 },
          { do: 'protract', line: 'trace', through: 'K', angle: a },
          ...all.map((i): Deed => ({ do: 'cross', point: `k${i}`, a: 'trace', b: `g${i}` })),
          ...drawn('b0', 'k0', 'k6', 'b6'),
        ],
        names: Object.fromEntries(fromTo(0, 6).map((i) => [`k${i}`, String(i + 1)])),
      },
      {
        text: 'Bring each cut point level to the outer generator 1: there its distance from S is true.',
        why: 'Only the outer generators are parallel to the front. The cone turned about its axis brings each generator there, at the same height.',
        tool: 'tee square',
        deeds: all.flatMap((i): Deed[] => [
          { do: 'level', line: `h${i}`, through: `k${i}` },
          { do: 'cross', point: `q${i}`, a: `h${i}`, b: 'g0' },
        ]),
      },
      {
        text: `Beside it draw the sector: radius S1, ${figureText(slant)}, and its angle 360 x ${figureText(r)} / ${figureText(slant)} = ${figureText(sector)} degrees, in twelve parts of ${figureText(sector / TWELVE)} each.`,
        why: 'The arc is as long as the base is round. Chords stepped off would be too short.',
        tool: 'compass and protractor',
        deeds: [
          { do: 'place', point: 'S2', left: r + 20 + slant, bottom: r + 15 + h },
          { do: 'level', line: 'from S', through: 'S2' },
          { do: 'circle', circle: 'sector', centre: 'S2', radius: slant },
          ...fromTo(0, TWELVE).flatMap((i): Deed[] => [
            {
              do: 'protract',
              line: `e${i}`,
              through: 'S2',
              angle: 270 - sector / 2 + (sector * i) / TWELVE,
            },
            { do: 'meet', point: `f${i}`, line: `e${i}`, circle: 'sector', way: 1 },
          ]),
        ],
        names: {
          S2: 'S',
          ...Object.fromEntries(fromTo(0, TWELVE).map((i) => [`f${i}`, String((i % TWELVE) + 1)])),
        },
      },
      {
        text: 'Carry the true distances from S to the generators of the sector.',
        why: 'Along a generator nothing changes when the side is laid flat.',
        tool: 'dividers',
        deeds: fromTo(0, TWELVE).map(
          (i): Deed => ({
            do: 'carry',
            point: `p${i}`,
            along: `e${i}`,
            from: 'S2',
            span: ['S', `q${i % TWELVE}`],
            way: 1,
          }),
        ),
      },
      {
        text: 'Draw the curve through the points, the arc of the base and the two ends.',
        why: 'The ends are one generator: they meet when the pattern is rolled up. Add what the seam takes.',
        tool: 'curve template',
        deeds: [
          { do: 'curve', seen: true, through: fromTo(0, TWELVE).map((i) => `p${i}`), closed: false },
          { do: 'arc', seen: true, circle: 'sector', from: 'f0', to: `f${TWELVE}` },
          ...drawn('p0', 'f0'),
          ...drawn(`p${TWELVE}`, `f${TWELVE}`),
        ],
      },
    ];
  },
};
