import { type BoardMethod, length } from '../method.ts';
import { drawnRound, figureText, lettered } from '../onBoard.ts';

/** A key with one sloping side, from its ratio: no width is calculated. */
export const taperByRatio: BoardMethod = {
  kind: 'board',
  slug: 'taper-by-ratio',
  title: 'Taper by its ratio',
  group: 'Shapes',
  use: 'A key, a cotter or a pin whose taper is stated as 1:n: the width at the other end is drawn and not calculated.',
  figures: [
    length('long', 'Length', 120, [20, 300]),
    length('wide', 'Width at the large end', 40, [10, 120]),
    { key: 'n', words: 'Taper 1 in', unit: '', value: 12, least: 4, most: 100, whole: true },
  ],
  refuses: ({ long = 0, wide = 0, n = 1 }) =>
    long / n < wide
      ? undefined
      : `A taper 1:${n} leaves no width at the far end. Make the width larger than ${figureText(long / n)}, or the ratio smaller.`,
  steps: ({ long = 0, wide = 0, n = 1 }) => {
    // over a good part of the length, so that the line is true, in halves of a millimetre
    const unit = Math.max(0.5, Math.floor((1.4 * long) / n) / 2);
    return [
      {
        text: `Draw the straight side AB, ${figureText(long)} long, and a line square to it at each end.`,
        why: 'It is the side that does not slope.',
        tool: 'tee square',
        deeds: [
          { do: 'place', point: 'A', left: 0, bottom: 0 },
          { do: 'level', line: 'side', through: 'A' },
          { do: 'setOff', point: 'B', along: 'side', from: 'A', distance: long, way: 1 },
          { do: 'upright', line: 'large end', through: 'A' },
          { do: 'upright', line: 'small end', through: 'B' },
        ],
        names: lettered('A', 'B'),
      },
      {
        text: `Set off the width, ${figureText(wide)}, from A to C.`,
        why: 'The width is stated at this end.',
        tool: 'rule',
        deeds: [{ do: 'setOff', point: 'C', along: 'large end', from: 'A', distance: wide, way: 1 }],
        names: lettered('C'),
      },
      {
        text: `From C set off ${n} units of ${figureText(unit)} along the key to D, and one unit from D towards the straight side to E.`,
        why: `A taper 1:${n} narrows by one in ${n}. The unit is any handy length; the longer, the truer the line.`,
        tool: 'rule',
        deeds: [
          { do: 'level', line: 'run', through: 'C' },
          { do: 'setOff', point: 'D', along: 'run', from: 'C', distance: n * unit, way: 1 },
          { do: 'upright', line: 'rise', through: 'D' },
          { do: 'setOff', point: 'E', along: 'rise', from: 'D', distance: unit, way: -1 },
        ],
        names: lettered('D', 'E'),
      },
      {
        text: 'Draw the slope through C and E, and mark where it meets the far end, F.',
        why: 'FB is the width there. With both sides sloping each takes half a unit.',
        tool: 'straight edge',
        deeds: [
          { do: 'join', line: 'slope', a: 'C', b: 'E' },
          { do: 'cross', point: 'F', a: 'slope', b: 'small end' },
        ],
        names: lettered('F'),
      },
      {
        text: 'Line in the key.',
        why: 'The light lines beyond are not part of it.',
        tool: 'straight edge',
        deeds: drawnRound('A', 'B', 'F', 'C'),
      },
    ];
  },
};
