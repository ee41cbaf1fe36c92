import { describe, expect, test } from '@jest/globals';
import type { PartFile } from '../../../core/part/schema.ts';
import { enterReading, typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine } from '../../../core/statement/typed/typedLine.ts';
import { built, measured } from '../balance/given.ts';

const { PI, SQRT2 } = Math;

/** Whole parts from an empty statement, line by line as one types them, with their volumes worked out by hand. */
const PARTS: readonly {
  readonly name: string;
  readonly units?: 'in';
  readonly lines: readonly string[];
  readonly volume: number;
}[] = [
  {
    name: 'stepped block',
    lines: ['block 80 x 40 x 50', 'step right 50 x 30'],
    volume: 80 * 40 * 50 - 50 * 40 * 30,
  },
  {
    name: 'slotted bracket with holes',
    lines: [
      'L profile 80 x 60 x 10 thick, 40 long',
      'slot 30 long 10 wide through top at 50 20 10',
      '2 holes 8 dia through right 20 pitch at 10 10 45',
    ],
    volume: (80 * 10 + 50 * 10) * 40 - (20 * 10 + PI * 25) * 10 - 2 * PI * 16 * 10,
  },
  {
    name: 'eight-sided prism with a pyramid-shaped hollow',
    lines: ['octagon prism side 20 height 60', 'cut square pyramid side 24 height 40 at 0 0 0'],
    volume: 2 * (1 + SQRT2) * 400 * 60 - (24 * 24 * 40) / 3,
  },
  {
    name: 'turned pin with shoulder',
    lines: ['turned 20 x 15, 32 x 25, 16 x 40'],
    volume: PI * (100 * 15 + 256 * 25 + 64 * 40),
  },
  { name: 'tapered wedge', lines: ['wedge 100 long 40 wide 30 high'], volume: (100 * 40 * 30) / 2 },
  {
    name: 'box with wall thickness and windows',
    lines: [
      'block 80 x 60 x 40',
      'pocket 70 x 50 x 35 deep in the middle',
      'window 30 x 15 through front, in the middle',
    ],
    volume: 80 * 60 * 40 - 70 * 50 * 35 - 2 * 30 * 15 * 5,
  },
  {
    name: 'plate with rounded corners and a bolt circle',
    lines: ['plate 120 x 90 x 10, corners 12', '6 holes 9 dia on 60 pcd'],
    volume: (120 * 90 - (4 - PI) * 144 - 6 * PI * 4.5 ** 2) * 10,
  },
  {
    name: 'leaning pyramid',
    lines: ['square pyramid side 40 height 60 leaning 20 degrees right'],
    volume: (40 * 40 * 60) / 3,
  },
  {
    name: 'two-part clamp',
    lines: [
      'body lower: block 80 x 30 x 20',
      'hole 24 through front 40 20',
      'body upper: block 80 x 30 x 20 at 0 0 20',
      'hole 24 through front at 40 0 20',
    ],
    volume: 2 * (80 * 30 * 20 - (PI * 144 * 30) / 2),
  },
  {
    name: 'panel in inches',
    units: 'in',
    lines: [
      'plate 24 x 16 x 3/4',
      '2 holes 3/8 dia 20 pitch, 2 from left, 2 from front',
      '2 holes 3/8 dia 20 pitch, 2 from left, 2 from back',
    ],
    volume: (24 * 16 - 4 * PI * (3 / 16) ** 2) * 0.75,
  },
];

describe('ten parts of different kinds, typed', () => {
  test.each(PARTS)('$name', ({ name, units, lines, volume }) => {
    let part: PartFile = { format: 'blue-ledger/part@1', name, units: units ?? 'mm', bodies: [] };
    for (const line of lines) {
      const read = readTypedLine(line, typedContext(part, part.bodies.length ? built(part).box : undefined));
      if (read.kind === 'asks') throw new Error(`${line}: ${read.question}`);
      part = enterReading(part, read);
    }
    expect(Math.abs(measured(built(part)).volume / volume - 1)).toBeLessThan(1e-9);
    // a key a character and Enter, from the keyboard alone
    expect(lines.reduce((n, l) => n + l.length + 1, 0)).toBeLessThan(140);
  });
});
