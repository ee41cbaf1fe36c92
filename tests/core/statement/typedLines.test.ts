import { describe, expect, test } from '@jest/globals';
import { partModel, readPartFile } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { sizeReader } from '../../../core/part/sizes.ts';
import { enteredSentences } from '../../../core/statement/typed/enter.ts';
import type { TypedContext } from '../../../core/statement/typed/placing.ts';
import { completionsOf, readTypedLine } from '../../../core/statement/typed/typedLine.ts';
import { feature, partOf } from '../balance/given.ts';

/** The part that the lines are typed for: a plate 90 x 40 x 10 with named sizes and squares of 5 mm. */
const plate: PartFile = {
  ...partOf(feature('add', { kind: 'block', width: 'L', depth: 40, height: 't' })),
  dims: { L: 90, t: 10, sq: 5 },
};
const contextOf = (file: PartFile): TypedContext => {
  const sizes = sizeReader(file);
  return {
    units: file.units,
    names: new Set(Object.keys(file.dims ?? {})),
    box: [0, 0, 0, 90, 40, 10],
    used: ['block 1'],
    worth: (text) => {
      try {
        return sizes.length(text, []);
      } catch {
        return undefined;
      }
    },
  };
};
const context = contextOf(plate);
const nothing: PartFile = { ...plate, bodies: [] };
const empty: TypedContext = { ...context, box: undefined };

/** Lines as people write them on the plate, and how the statement says them. */
const UNDERSTOOD: readonly (readonly [line: string, sentences: readonly string[]])[] = [
  ['12mm hole in the middle', ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up']],
  [
    'hole 1/2" dia thru 3/4 from left 5/8 from front',
    ['cut a hole, 1/2 in across, through, 3/4 in from the left, 5/8 in from the front, 10 up'],
  ],
  [
    '1/2 inch hole in the middle',
    ['cut a hole, 1/2 in across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'blind hole 10 dia 15 dp in the middle',
    ['cut a hole, 10 across, 15 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    '6 off hole 5 pcd 30',
    [
      'cut a hole, 5 across, through, 45 + 30/2 from the left, 20 from the front, 10 up, 6 times about z through [45, 20, 10]',
    ],
  ],
  [
    '3 holes 6 dia at 20 centres from 15 left in the middle',
    [
      'cut a hole, 6 across, through, 15 from the left, 20 from the front, 10 up, 3 times, stepping [20, 0, 0]',
    ],
  ],
  [
    'pocket 30 square 6 deep in the middle',
    ['cut a block, 30 wide, 30 deep, 6 high, 30 from the left, 5 from the front, 10 - 6 up'],
  ],
  [
    'square hole 10 through in the middle',
    ['cut a prism, 4 sides, 10 a side, 10 high, 45 from the left, 20 from the front, 0 up'],
  ],
  [
    'remove a box 20 wide 10 deep 5 high from the top right in the middle',
    ['cut a block, 20 wide, 10 deep, 5 high, 90 - 20 from the left, 15 from the front, 10 - 5 up'],
  ],
  [
    '4 holes 6 dia in the top 20 pitch 15 from left 20 from front',
    [
      'cut a hole, 6 across, through, 15 from the left, 20 from the front, 10 up, 4 times, stepping [20, 0, 0]',
    ],
  ],
  [
    'hole 12 thru, 45 from left & 20 from front',
    ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole of diameter 12 going right through, 45mm from the left side and 20mm from the front face',
    ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'drill a 10mm hole 15mm deep in the front, 30 from the left and 5 up',
    ['cut a hole, 10 across, 15 deep, drawn from the front, 30 from the left, 0 from the front, 5 up'],
  ],
  [
    'hole 12, depth 8, position 45,20',
    ['cut a hole, 12 across, 8 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  ['hole at (45, 20) dia 12', ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up']],
  [
    'slot 60x10 thru on the front in the middle',
    [
      'cut a slot, 60 between centres, 10 wide, through, drawn from the front, 45 from the left, 0 from the front, 5 up',
    ],
  ],
  [
    'block 20x10x5 on the left in the middle',
    ['add a block, 20 wide, 10 deep, 5 high, -20 from the left, 15 from the front, 2.5 up'],
  ],
  [
    'cylinder diameter 24 length 30 on the front at 20 5',
    ['add a cylinder, 24 across, 30 high, drawn from the front, 20 from the left, 0 from the front, 5 up'],
  ],
  [
    'hex hole 12 a/f thru at 45 20',
    ['cut a prism, 6 sides, 12 across flats, 10 high, 45 from the left, 20 from the front, 0 up'],
  ],
  [
    'hole 1 1/4 dia thru in the middle',
    ['cut a hole, 1 1/4 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    "hole 12mm dia. thro' centre of top",
    ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'spigot ø24 x 30 long on right in the middle',
    ['add a cylinder, 24 across, 30 high, drawn from the right, 90 from the left, 20 from the front, 5 up'],
  ],
  [
    'slot 8 wide 30 long 4 deep at 45 20',
    ['cut a slot, 30 - 8 between centres, 8 wide, 4 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole 12 through top 45 20',
    ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  ['hole 12 in the middle', ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up']],
  [
    '12 dia hole thru in the middle',
    ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole ø12 20 deep in the middle',
    ['cut a hole, 12 across, 20 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    '⌀12 hole, through, 45 from left, 20 from front',
    ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'drill 8 right through from the front at 20 5',
    ['cut a hole, 8 across, through, drawn from the front, 20 from the left, 0 from the front, 5 up'],
  ],
  [
    'hole r6 through in the middle',
    ['cut a hole, 2*6 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole 12 x 20 in the middle',
    ['cut a hole, 12 across, 20 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole 12 dia x 20 deep top 45 20',
    ['cut a hole, 12 across, 20 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole for M8 in the middle',
    ['cut a hole, 9 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'M10 clearance hole 20 from right 10 from back',
    ['cut a hole, 11 across, through, 90 - 20 from the left, 40 - 10 from the front, 10 up'],
  ],
  [
    '4 holes 7 dia on 30 pcd',
    [
      'cut a hole, 7 across, through, 45 + 30/2 from the left, 20 from the front, 10 up, 4 times about z through [45, 20, 10]',
    ],
  ],
  [
    '4 x 7 dia holes on a 30 pitch circle',
    [
      'cut a hole, 7 across, through, 45 + 30/2 from the left, 20 from the front, 10 up, 4 times about z through [45, 20, 10]',
    ],
  ],
  [
    'row of 3 holes 6 dia pitch 20, 15 from left, 20 from front',
    [
      'cut a hole, 6 across, through, 15 from the left, 20 from the front, 10 up, 3 times, stepping [20, 0, 0]',
    ],
  ],
  [
    'hole 12 counterbored 20 x 4 at 45 20',
    ['cut a hole, 12 across, through, counterbored 20 by 4 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    "c'bore hole 8 thru cbore 14 by 5 deep in the middle",
    ['cut a hole, 8 across, through, counterbored 14 by 5 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole 6 through countersunk 12 at 90 degrees in the middle',
    [
      'cut a hole, 6 across, through, countersunk 12 at 90 degrees, 45 from the left, 20 from the front, 10 up',
    ],
  ],
  [
    'csk hole 6 dia csk 12 in the middle',
    [
      'cut a hole, 6 across, through, countersunk 12 at 90 degrees, 45 from the left, 20 from the front, 10 up',
    ],
  ],
  [
    'hole 10 dia 20 deep 118 degrees in the middle',
    ['cut a hole, 10 across, 20 deep, drilled to 118 degrees, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'slot 40 long 10 wide through in the middle',
    ['cut a slot, 40 - 10 between centres, 10 wide, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'slot 30 x 8 in the middle',
    ['cut a slot, 30 between centres, 8 wide, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'slot 30 centres 8 wide 5 deep in the middle',
    ['cut a slot, 30 between centres, 8 wide, 5 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'slot 20 between centres, 8 wide, through, front to back in the middle',
    [
      'cut a slot, 20 between centres, 8 wide, through, turned 90 about z, 45 from the left, 20 from the front, 10 up',
    ],
  ],
  [
    'groove 12 wide 5 deep 20 from left',
    ['cut a block, 12 wide, 40 deep, 5 high, 20 from the left, 0 from the front, 10 - 5 up'],
  ],
  [
    'groove 8 x 4 left to right in the middle',
    ['cut a block, 90 wide, 8 deep, 4 high, 0 from the left, 16 from the front, 10 - 4 up'],
  ],
  [
    'notch 20 x 6 in the right side in the middle',
    ['cut a block, 6 wide, 20 deep, 10 high, 90 - 6 from the left, 10 from the front, 0 up'],
  ],
  [
    'notch 10 wide 15 deep front centre',
    ['cut a block, 10 wide, 15 deep, 10 high, 40 from the left, 0 from the front, 0 up'],
  ],
  [
    'step left 20 wide 4 high',
    ['cut a block, 20 wide, 40 deep, 4 high, 0 from the left, 0 from the front, 10 - 4 up'],
  ],
  [
    'rebate front 10 x 5',
    ['cut a block, 90 wide, 10 deep, 5 high, 0 from the left, 0 from the front, 10 - 5 up'],
  ],
  [
    'pocket 30 x 20 x 5 deep in the middle',
    ['cut a block, 30 wide, 20 deep, 5 high, 30 from the left, 10 from the front, 10 - 5 up'],
  ],
  [
    'recess 30 dia 5 deep in the top in the middle',
    ['cut a hole, 30 across, 5 deep, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'window 20 x 6 through front in the middle',
    ['cut a block, 20 wide, 40 deep, 6 high, 35 from the left, 0 from the front, 2 up'],
  ],
  [
    'cylinder 24 x 30 on top 45 20',
    ['add a cylinder, 24 across, 30 high, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'boss 20 dia 8 high on the right in the middle',
    ['add a cylinder, 20 across, 8 high, drawn from the right, 90 from the left, 20 from the front, 5 up'],
  ],
  [
    'pin 10 dia 60 long left to right in the middle',
    ['add a cylinder, 10 across, 60 high, drawn from the right, 0 from the left, 20 from the front, 5 up'],
  ],
  [
    'rod r5 80 long front to back in the middle',
    ['add a cylinder, 2*5 across, 80 high, drawn from the back, 45 from the left, 0 from the front, 5 up'],
  ],
  ['ball r15 at 10 20 30', ['add a sphere, 2*15 across, 10 from the left, 20 from the front, 30 up']],
  [
    'triangular prism side 30 length 60 left to right in the middle',
    [
      'add a prism, 3 sides, 30 a side, 60 high, drawn from the right, 0 from the left, 20 from the front, 5 up',
    ],
  ],
  [
    'hex hole 12 af 8 deep in the middle',
    ['cut a prism, 6 sides, 12 across flats, 8 high, 45 from the left, 20 from the front, 10 - 8 up'],
  ],
  [
    'hole L/4 dia through at L/2 20',
    ['cut a hole, L/4 across, through, L/2 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole 2*t through in the middle',
    ['cut a hole, 2*t across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'hole 3 sq dia 4 sq from left in the middle',
    ['cut a hole, 3 sq across, through, 4 sq from the left, 20 from the front, 10 up'],
  ],
  [
    'cut block 20 x 10 x 5 at 0 0 5',
    ['cut a block, 20 wide, 10 deep, 5 high, 0 from the left, 0 from the front, 5 up'],
  ],
  [
    'hoel 12 throgh top 45 20',
    ['cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'boss: cylinder 20 dia 8 high on top in the middle',
    ['add a cylinder, 20 across, 8 high, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    'add a cylinder, 24 across, 30 high, 0 from the left, 0 from the front, 0 up',
    ['add a cylinder, 24 across, 30 high, 0 from the left, 0 from the front, 0 up'],
  ],
  [
    'slot 2" long 3/8" wide in the middle',
    [
      'cut a slot, 50.8 - 9.525 between centres, 3/8 in wide, through, 45 from the left, 20 from the front, 10 up',
    ],
  ],
  [
    'hole radius 1/4" in the middle',
    ['cut a hole, 2*(1/4) in across, through, 45 from the left, 20 from the front, 10 up'],
  ],
  [
    '4 holes 1/4" dia on 1 1/2" pcd',
    [
      'cut a hole, 1/4 in across, through, 45 + 38.1/2 from the left, 20 from the front, 10 up, 4 times about z through [45, 20, 10]',
    ],
  ],
  [
    '2 bosses 20 dia 8 high 50 pitch on top, in the middle',
    [
      'add a cylinder, 20 across, 8 high, 45 - 1*50/2 from the left, 20 from the front, 10 up, 2 times, stepping [50, 0, 0]',
    ],
  ],
  [
    'three holes 6 dia 20 apart, in the middle',
    [
      'cut a hole, 6 across, through, 45 - 2*20/2 from the left, 20 from the front, 10 up, 3 times, stepping [20, 0, 0]',
    ],
  ],
  [
    'step right 34 x 6',
    ['cut a block, 34 wide, 40 deep, 6 high, 90 - 34 from the left, 0 from the front, 10 - 6 up'],
  ],
  [
    'keyway 6 wide 3 deep, front to back, in the middle',
    ['cut a block, 6 wide, 40 deep, 3 high, 42 from the left, 0 from the front, 10 - 3 up'],
  ],
];

/** Lines that begin an empty statement: what they state stands at the origin. */
const BEGUN: readonly (readonly [line: string, sentences: readonly string[]])[] = [
  ['block w 60 d 40 h 30', ['add a block, 60 wide, 40 deep, 30 high']],
  ['slab 2 1/2" x 1 3/4" x 3/8"', ['add a block, 2 1/2 in wide, 1 3/4 in deep, 3/8 in high']],
  ['bar 20 square 60 long', ['add a block, 60 wide, 20 deep, 20 high']],
  ['20 sq bar 60 long', ['add a block, 60 wide, 20 deep, 20 high']],
  ['cube 40', ['add a block, 40 wide, 40 deep, 40 high']],
  [
    'plate 90 x 60 x 8 with rounded corners r6',
    ['add a profile, rectangle 90 by 60, corners rounded 6, 8 thick, 45 to the right, 30 to the back, 0 up'],
  ],
  ['cone 40 dia 50 high', ['add a cone, 40 across, 50 high']],
  ['cone 40 base 20 top 30 high', ['add a cone, 40 across, top 20 across, 30 high']],
  ['frustum bottom 40 top 20 height 30', ['add a cone, 40 across, top 20 across, 30 high']],
  [
    'wedge 60 x 30 x 20',
    [
      'add a profile, corners [0, 0] [60, 0] [0, 20], 30 thick, drawn from the front, 0 from the left, 30 from the front, 0 up',
    ],
  ],
  [
    'wedge 60 long 30 wide 20 high',
    [
      'add a profile, corners [0, 0] [60, 0] [0, 20], 30 thick, drawn from the front, 0 from the left, 30 from the front, 0 up',
    ],
  ],
  ['block 2.5 cm x 40 x 3cm', ['add a block, 25 wide, 40 deep, 30 high']],
  ['cone 40 to 20, 30 high', ['add a cone, 40 across, top 20 across, 30 high']],
  ['keep cylinder 60 dia 40 high', ['keep only a cylinder, 60 across, 40 high']],
  ['hexagon 22 side 58 height', ['add a prism, 6 sides, 22 a side, 58 high']],
  ['prism 8 sides side 20 height 50', ['add a prism, 8 sides, 20 a side, 50 high']],
  ['3 sq wide 2 sq deep 4 sq high block', ['add a block, 3 sq wide, 2 sq deep, 4 sq high']],
  ['plate 6" x 4" x 1/4"', ['add a block, 6 in wide, 4 in deep, 1/4 in high']],
  ['hexagon prism side 22 height 58', ['add a prism, 6 sides, 22 a side, 58 high']],
  ['block 60 x 40 x 30', ['add a block, 60 wide, 40 deep, 30 high']],
  ['60 by 40 by 30 block', ['add a block, 60 wide, 40 deep, 30 high']],
  ['box 60 wide 40 deep 30 high', ['add a block, 60 wide, 40 deep, 30 high']],
  ['plate 90 x 40 x 10 thk', ['add a block, 90 wide, 40 deep, 10 high']],
  ['plate 90x40, 10 thick', ['add a block, 90 wide, 40 deep, 10 high']],
  [
    'plate 90 x 60 x 8 thk, corners R10',
    ['add a profile, rectangle 90 by 60, corners rounded 10, 8 thick, 45 to the right, 30 to the back, 0 up'],
  ],
  ['cylinder 24 dia 30 high', ['add a cylinder, 24 across, 30 high']],
  ['disc 50 dia 6 thick', ['add a cylinder, 50 across, 6 high']],
  [
    'tube 40 od 30 id 60 long',
    [
      'add a cylinder, 40 across, 60 high',
      'cut a hole, 30 across, 60 deep, 0 to the right, 0 to the back, 60 up',
    ],
  ],
  [
    'pipe 40 x 30 x 60',
    [
      'add a cylinder, 40 across, 60 high',
      'cut a hole, 30 across, 60 deep, 0 to the right, 0 to the back, 60 up',
    ],
  ],
  ['sphere 30', ['add a sphere, 30 across']],
  ['ring 60 dia section 8', ['add a ring, 60 across, tube 8 across']],
  ['octagon prism 30 across flats 40 high', ['add a prism, 8 sides, 30 across flats, 40 high']],
  ['hex bar 24 a/f 60 long', ['add a prism, 6 sides, 24 across flats, 60 high']],
  ['square prism 30 x 50', ['add a prism, 4 sides, 30 a side, 50 high']],
  ['pentagonal pyramid side 25 height 60', ['add a pyramid, 5 sides, 25 a side, 60 high']],
  ['square pyramid 40 side 50 high', ['add a pyramid, 4 sides, 40 a side, 50 high']],
  [
    'hexagonal pyramid 30 af 40 high top 12',
    ['add a pyramid, 6 sides, 30 across flats, 40 high, top 12 across flats'],
  ],
  [
    'L profile 60 x 40 x 8 thick 30 long',
    [
      'add a profile, corners [0, 0] [60, 0] [60, 8] [8, 8] [8, 40] [0, 40], 30 thick, drawn from the front, 0 from the left, 30 from the front, 0 up',
    ],
  ],
  [
    'l-section 60 wide 40 high 8 thk 30 deep',
    [
      'add a profile, corners [0, 0] [60, 0] [60, 8] [8, 8] [8, 40] [0, 40], 30 thick, drawn from the front, 0 from the left, 30 from the front, 0 up',
    ],
  ],
  [
    'T section 60 x 40 x 8, 50 long',
    [
      'add a profile, corners [0, 40 - 8] [(60 - 8)/2, 40 - 8] [(60 - 8)/2, 0] [(60 + 8)/2, 0] [(60 + 8)/2, 40 - 8] [60, 40 - 8] [60, 40] [0, 40], 50 thick, drawn from the front, 0 from the left, 50 from the front, 0 up',
    ],
  ],
  [
    'channel 50 x 30 x 5 thk 80 long',
    [
      'add a profile, corners [0, 0] [50, 0] [50, 30] [50 - 5, 30] [50 - 5, 5] [5, 5] [5, 30] [0, 30], 80 thick, drawn from the front, 0 from the left, 80 from the front, 0 up',
    ],
  ],
  ['block L x 40 x t', ['add a block, L wide, 40 deep, t high']],
  ['cilinder 24 daimeter 30 hihg', ['add a cylinder, 24 across, 30 high']],
  [
    'plate 90 x 40 x 10 with a 12 hole in the middle',
    [
      'add a block, 90 wide, 40 deep, 10 high',
      'cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up',
    ],
  ],
  [
    'plate 90 x 40 x 10 and 4 holes 6 dia on 30 pcd',
    [
      'add a block, 90 wide, 40 deep, 10 high',
      'cut a hole, 6 across, through, 45 + 30/2 from the left, 20 from the front, 10 up, 4 times about z through [45, 20, 10]',
    ],
  ],
  ['base plate 120 long 80 wide 15 thick', ['add a block, 120 wide, 80 deep, 15 high']],
  [
    'tube od 40 wall 3 thk 60 long',
    [
      'add a cylinder, 40 across, 60 high',
      'cut a hole, 40 - 2*3 across, 60 deep, 0 to the right, 0 to the back, 60 up',
    ],
  ],
  [
    'turned 52, 72 x 30, overall 100',
    [
      'add a turned profile, corners [0, 0] [52/2, 0] [52/2, 100 - 30] [72/2, 100 - 30] [72/2, (100 - 30) + 30] [0, (100 - 30) + 30], drawn from the right',
    ],
  ],
  [
    'turned 20 x 15, 32 x 25, 16, overall 95',
    [
      'add a turned profile, corners [0, 0] [20/2, 0] [20/2, 15] [32/2, 15] [32/2, 15 + 25] [16/2, 15 + 25] [16/2, 95] [0, 95], drawn from the right',
    ],
  ],
  [
    'turned 20, 15, 32, 25',
    [
      'add a turned profile, corners [0, 0] [20/2, 0] [20/2, 15] [32/2, 15] [32/2, 15 + 25] [0, 15 + 25], drawn from the right',
    ],
  ],
  [
    'tube 1 1/2" od, wall 1/8" thk, 3" long',
    [
      'add a cylinder, 1 1/2 in across, 3 in high',
      'cut a hole, 38.1 - 2*3.175 across, 3 in deep, 0 to the right, 0 to the back, 3 in up',
    ],
  ],
];

/** Lines on the plate whose words stand in another order than usual, each with the sentence of what it adds. */
const REORDERED: readonly (readonly [line: string, sentence: string])[] = [
  [
    'hole 12 through with 20 dia counterbore 6 deep at 30 20',
    'cut a hole, 12 across, through, counterbored 20 by 6 deep, 30 from the left, 20 from the front, 10 up',
  ],
  [
    'keyway 8 wide 4 deep 30 long in the middle of the top',
    'cut a slot, 30 - 8 between centres, 8 wide, 4 deep, 45 from the left, 20 from the front, 10 up',
  ],
  [
    'chamfer 3 x 45 top right edge',
    'cut a profile, corners [0, 0] [-3, 0] [0, -3], 40 thick, drawn from the front, 90 from the left, 40 from the front, 10 up',
  ],
  [
    'chamfer 3 x 5 top right edge',
    'cut a profile, corners [0, 0] [-3, 0] [0, -5], 40 thick, drawn from the front, 90 from the left, 40 from the front, 10 up',
  ],
  [
    'row of 5 holes 6 dia at 15 pitch, first 10 from left, 20 from front',
    'cut a hole, 6 across, through, 10 from the left, 20 from the front, 10 up, 5 times, stepping [15, 0, 0]',
  ],
  [
    'M8 tapped hole 6 deep, thread 5, in the middle',
    'cut a hole, 6 deep, threaded M8, thread 5 long, 45 from the left, 20 from the front, 10 up',
  ],
];

/** Lines that leave something open, and the one question they are answered with. */
const ASKED: readonly (readonly [line: string, question: string])[] = [
  ['tube 40 od 30 id wall 8, 60 long', 'A wall of 8 leaves 24 inside, and 30 is stated. Which is right?'],
  ['blind hole M10 6 deep in the middle', 'Is the blind hole tapped M10, or one that M10 passes?'],
  [
    'hole 12 H7 through in the middle',
    'A fit such as "H7" belongs to the dimension. State the size without it, and give it the fit at Dimension.',
  ],
  ['turned 20', 'How long is the part of 20 diameter?'],
  ['turned 20, 30, 25 x 10, overall 95', 'How long is the part of 30 diameter?'],
  [
    'turned 20 x 15, 32 x 25, 16 x 40, overall 95',
    'The lengths come to 80, and 95 is stated overall. Which is right?',
  ],
  ['gizmo 40', 'I don\'t know "gizmo". What is it?'],
  ['tapped hole 8 dia at 45 20', 'Which thread does the hole get?'],
  ['a block sixty wide', 'How deep is the block, from front to back?'],
  ['chamfer 5', 'Which edge gets the chamfer? Name its two faces, or several edges at once.'],
  ['fillet r5', 'Which edge gets the fillet? Name its two faces, or several edges at once.'],
  ['hole 5 dia 20 20 in the middle', 'I could not use "in the middle": what is it?'],
  ['hole 5 through 4 deep at 20 20', 'Is the hole 4 deep, or right through?'],
  ['hole 5 through the top at 20 20, 4 from bottom', 'I could not use "4 from bottom": what is it?'],
  ['hole 5 through 20 from left 4 from bottom', 'In which face is the hole?'],
  ['notch in a corner 20 x 10 x 5', 'Which corner is it? Name its three faces.'],
  [
    'L profile 60 x 40 x 50 thick 30 long at 0 0 10',
    'The L profile is 60 wide and 40 high, so it cannot be 50 thick. How thick is it?',
  ],
  [
    '3 holes 5 dia 50 apart, 10 from left, 10 from front',
    'The last of the 3 holes would be at 110, beside the part. Where is the first?',
  ],
  ['hexagon prism 30 x 50 at 0 0 10', 'What is 30 of the prism: a side, or across flats or corners?'],
  ['hole 12 through through at 20 20', '"through" stands twice. Is one of them another word?'],
  ['two blocks 20 x 10 x 5 at 0 0 10', 'How far apart are the 2?'],
  ['block 20x10x5 on top 30 back in the middle', 'I could not use "30": what is it?'],
  ['hole 12', 'Where on the top is the hole?'],
  ['hole 12 through 20 from left', 'How far from the front or back is the hole?'],
  ['keyway 6 wide 3 deep', 'Which way does the groove run?'],
  ['cylinder 24 dia 30 high', 'Where on the top is the cylinder?'],
  ['block 20 x 10 x 5', 'Where does the block go?'],
  ['step right 34 x 12', 'The step would be 12 high, and the part is only 10. Which size is it?'],
  ['block 60 wide 40 deep', 'How high is the block?'],
  ['blind hole 10 dia', 'How deep is the blind hole?'],
  ['4 holes 7 dia in the middle', 'How are the 4 holes spaced?'],
  ['step 20 x 5', 'On which side is the step?'],
  ['thing 40 x 30', 'I don\'t know "thing". What is it?'],
  ['40 x 30 x 20', 'What should be added?'],
  ['hole', 'What is the diameter of the hole?'],
];

describe('typed lines', () => {
  test('there are more than a hundred of them', () => {
    expect(UNDERSTOOD.length + BEGUN.length + ASKED.length).toBeGreaterThan(100);
  });

  test.each([
    ...UNDERSTOOD.map(([line, sentences]) => [line, sentences, context] as const),
    ...BEGUN.map(([line, sentences]) => [line, sentences, empty] as const),
  ])('%s', (line, sentences, c) => {
    const read = readTypedLine(line, c);
    if (read.kind !== 'understood') throw new Error(JSON.stringify(read));
    expect(enteredSentences(c === empty ? nothing : plate, read)).toEqual(sentences);
    // and it can be drawn
    const file = {
      ...plate,
      bodies: plate.bodies.map((b) => ({ ...b, features: [...b.features, ...read.features] })),
    };
    const model = readPartFile(file);
    if (!model.ok) throw new Error(JSON.stringify(model.faults));
    const built = partModel(model.value);
    expect(built.ok ? [] : built.faults).toEqual([]);
  });

  test.each(REORDERED)('%s', (line, sentence) => {
    const read = readTypedLine(line, context);
    if (read.kind !== 'understood') throw new Error(JSON.stringify(read));
    expect(enteredSentences(plate, read)).toEqual([sentence]);
  });

  test.each(ASKED)('%s?', (line, question) => {
    expect(readTypedLine(line, context)).toMatchObject({ kind: 'asks', question });
  });

  test('what is taken for granted is told', () => {
    const read = readTypedLine('hole 12 in the middle', context);
    expect(read).toMatchObject({ assumed: ['from the top', 'right through'] });
    expect(readTypedLine('4 holes 7 dia on 30 pcd', context)).toMatchObject({
      assumed: ['from the top', 'right through', 'about the middle of the top'],
    });
    expect(readTypedLine('hoel 12 throgh top 45 20', context)).toMatchObject({
      assumed: ['"hoel" read as hole', '"throgh" read as through'],
    });
    expect(readTypedLine('hole 12 through top 45 20', context)).toMatchObject({ assumed: [] });
  });

  test('a name before a colon is kept, others are numbered', () => {
    const used = { ...context, used: ['hole', 'hole 2'] };
    expect(readTypedLine('pilot: hole 5 at 20 20', used)).toMatchObject({ features: [{ id: 'pilot' }] });
    expect(readTypedLine('hole 5 at 20 20', used)).toMatchObject({ features: [{ id: 'hole 3' }] });
  });

  test('in an empty statement things begin at the origin', () => {
    const read = readTypedLine('cylinder 20 x 30', empty);
    expect(read).toMatchObject({ features: [{ shape: { kind: 'cylinder' } }], assumed: [] });
    // nothing need be said of its place
    expect(read.kind === 'understood' && read.features[0]?.at).toBeUndefined();
    expect(readTypedLine('step right 10 x 5', empty)).toMatchObject({ kind: 'asks' });
  });

  test("inches are the part's own in an inch part", () => {
    const inches = contextOf({ ...plate, units: 'in' });
    expect(readTypedLine('hole 1/2" through at 1 1', inches)).toMatchObject({
      features: [{ shape: { diameter: '1/2' } }],
    });
    expect(readTypedLine('hole 12 mm through at 1 1', inches)).toMatchObject({
      features: [{ shape: { diameter: '12 mm' } }],
    });
  });

  test('a word begun is completed', () => {
    expect(completionsOf('hole 12 thr')).toEqual(['through']);
    expect(completionsOf('hex')).toContain('hexagon');
    expect(completionsOf('hole 12 ')).toEqual([]);
  });
});
