import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, length } from '../method.ts';
import { equalSteps, figureText, fromTo, lettered } from '../onBoard.ts';

/** A line in equal parts without counting. */
export const dividedLine: BoardMethod = {
  kind: 'board',
  slug: 'divided-line',
  title: 'Line in equal parts',
  group: 'Shapes',
  use: 'A length that does not divide into even figures, such as 77 into 6: no sum is needed.',
  figures: [
    length('whole', 'Length', 77, [10, 250]),
    { key: 'parts', words: 'Equal parts', unit: '', value: 6, least: 2, most: 20, whole: true },
  ],
  steps: ({ whole = 0, parts = 0 }) => {
    const step = Math.ceil(whole / parts);
    return [
      {
        text: `Draw AB, ${figureText(whole)} long.`,
        why: 'It is to be divided.',
        tool: 'rule',
        deeds: [
          { do: 'place', point: 'A', left: 0, bottom: 0 },
          { do: 'level', line: 'ab', through: 'A' },
          { do: 'setOff', point: 'B', along: 'ab', from: 'A', distance: whole, way: 1 },
          { do: 'draw', seen: true, from: 'A', to: 'B' },
        ],
        names: lettered('A', 'B'),
      },
      {
        text: `Draw a line aslant through A and set off ${parts} equal steps on it, of any even length, here ${step}.`,
        why: 'These steps are as long as is handy; only that they are equal matters.',
        tool: 'dividers',
        deeds: [
          { do: 'slant', line: 'aid', through: 'A', angle: 30 },
          ...equalSteps('s', { along: 'aid', from: 'A', count: parts, length: step }),
        ],
        names: Object.fromEntries(fromTo(1, parts).map((i) => [`s${i}`, String(i)])),
      },
      {
        text: `Join the last step, ${parts}, with B.`,
        why: 'This line gives the direction of all others.',
        tool: 'straight edge',
        deeds: [{ do: 'join', line: 'last', a: `s${parts}`, b: 'B' }],
      },
      {
        text: 'Draw parallels to it through the other steps, down to AB.',
        why: 'Parallels divide both lines in the same shares.',
        tool: 'set squares',
        deeds: fromTo(1, parts - 1).flatMap((i): Deed[] => [
          { do: 'parallel', line: `p${i}`, to: 'last', through: `s${i}` },
          { do: 'cross', point: `d${i}`, a: `p${i}`, b: 'ab' },
        ]),
      },
    ];
  },
};
