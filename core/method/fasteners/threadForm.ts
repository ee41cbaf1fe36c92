import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, length } from '../method.ts';
import { drawn, equalSteps, figureText, fromTo } from '../onBoard.ts';

/** So many ridges of the thread are drawn. */
const RIDGES = 3;
/** The sharp form is divided into eighths of its height. */
const EIGHTHS = 8;

/** The 60-degree form of a metric or unified thread, and the two lines that a drawing has of it. Source: ISO 68-1. */
export const threadForm: BoardMethod = {
  kind: 'board',
  slug: 'thread-form',
  title: 'Thread: its form, its outside and its root',
  group: 'Fasteners',
  use: 'Why the narrow root line of a thread stands where it does, many times enlarged. On a drawing only the outside, wide, and the root, narrow, are shown.',
  figures: [length('pitch', 'Pitch, as it is drawn', 40, [10, 80])],
  steps: ({ pitch = 0 }) => {
    const ridges = fromTo(1, RIDGES);
    const height = (pitch * Math.sqrt(3)) / 2;
    return [
      {
        text: `On a light level line set off the pitch, ${figureText(pitch)}, from A as often as ridges are to be drawn.`,
        why: 'The pitch is the way from one ridge to the next.',
        tool: 'dividers',
        deeds: [
          { do: 'place', point: 'v0', left: 0, bottom: 0 },
          { do: 'level', line: 'sharp roots', through: 'v0' },
          ...equalSteps('v', { along: 'sharp roots', from: 'v0', count: RIDGES, length: pitch }),
        ],
        names: { v0: 'A', v1: 'B' },
      },
      {
        text: 'Through each of these points draw light lines at 60 degrees both ways, and mark where they cross above.',
        why: 'The flanks of metric and unified threads stand at 60 degrees to one another: sharp, the form is a row of equilateral triangles.',
        tool: 'set square',
        deeds: [
          ...fromTo(0, RIDGES).flatMap((i): Deed[] => [
            ...(i < RIDGES ? [{ do: 'slant', line: `up ${i}`, through: `v${i}`, angle: 60 } as const] : []),
            ...(i > 0 ? [{ do: 'slant', line: `down ${i}`, through: `v${i}`, angle: 120 } as const] : []),
          ]),
          ...ridges.map((i): Deed => ({ do: 'cross', point: `s${i}`, a: `up ${i - 1}`, b: `down ${i}` })),
        ],
        names: { s1: 'C' },
      },
      {
        text: 'Divide the height of a triangle into eight equal parts: eight equal steps on a line aslant through C, the last joined with the foot of the height, and parallels through the others.',
        why: 'The sharp form is cut off by an eighth of its height at the outside and by a quarter at the root.',
        tool: 'dividers',
        deeds: [
          { do: 'upright', line: 'height', through: 's1' },
          { do: 'cross', point: 'foot', a: 'height', b: 'sharp roots' },
          { do: 'slant', line: 'aid', through: 's1', angle: -30 },
          ...equalSteps('e', {
            along: 'aid',
            from: 's1',
            count: EIGHTHS,
            length: Math.max(1, Math.round(height / EIGHTHS)),
          }),
          { do: 'join', line: 'last', a: `e${EIGHTHS}`, b: 'foot' },
          ...[1, 6].flatMap((i): Deed[] => [
            { do: 'parallel', line: `by ${i}`, to: 'last', through: `e${i}` },
            { do: 'cross', point: `h${i}`, a: `by ${i}`, b: 'height' },
          ]),
        ],
        names: { h1: '1', h6: '6' },
      },
      {
        text: 'Draw level lines through 1 and 6: the outside and the root of the thread. Mark where they meet the flanks.',
        why: `From the outside to the root are five eighths of the height, here ${figureText((height * 5) / EIGHTHS)}: 1.0825 of the pitch for both sides of a screw together.`,
        tool: 'tee square',
        deeds: [
          { do: 'level', line: 'outside', through: 'h1' },
          { do: 'level', line: 'root', through: 'h6' },
          ...ridges.flatMap((i): Deed[] => [
            { do: 'cross', point: `a${i}`, a: `up ${i - 1}`, b: 'root' },
            { do: 'cross', point: `b${i}`, a: `up ${i - 1}`, b: 'outside' },
            { do: 'cross', point: `c${i}`, a: `down ${i}`, b: 'outside' },
            { do: 'cross', point: `d${i}`, a: `down ${i}`, b: 'root' },
          ]),
        ],
      },
      {
        text: 'Line in the form: flanks, ridges and the flat roots between them.',
        why: 'What stands beyond the two lines is cut off; at the root of a real thread the corner is rounded.',
        tool: 'straight edge',
        deeds: drawn(...ridges.flatMap((i) => [`a${i}`, `b${i}`, `c${i}`, `d${i}`])),
      },
    ];
  },
};
