import * as z from 'zod';
import { DEGREE } from '../../number/angle.ts';
import { says } from '../../number/faultWords.ts';
import type { LocalSolid } from '../../solid/cell.ts';
import { circleLoop } from '../../solid/loop.ts';
import { angle, depthClauses, length, maybe, threadClauses } from '../clauses.ts';
import { type Quantity, quantity } from '../quantity.ts';
import type { Path, SizeReader } from '../sizeReading.ts';
import { threadSchema } from '../threadSchema.ts';
import { insideThread, tappingDiameter } from '../threads.ts';
import { defineShape, THROUGH } from './definition.ts';
import { frustum, sweep } from './sweeps.ts';

const keys = {
  diameter: quantity.optional(),
  depth: quantity,
  counterbore: z.strictObject({ diameter: quantity, depth: quantity }).optional(),
  countersink: z.strictObject({ diameter: quantity, angle: quantity }).optional(),
  tip: quantity.optional(),
  thread: threadSchema.optional(),
};
type HoleFile = z.infer<z.ZodObject<typeof keys>>;

/** What is drilled: the diameter that is given, or else the one for tapping the thread. @throws Refusal */
export const holeDiameter = (shape: HoleFile, read: SizeReader, path: Path): number =>
  shape.diameter === undefined
    ? tappingDiameter(shape.thread, read, [...path, 'thread'])
    : read.size(shape.diameter, [...path, 'diameter']);

/** A drilled hole, with what widens its mouth and the drill's tip below. */
const holeSolids = (shape: HoleFile, diameter: number, read: SizeReader, path: Path): LocalSolid[] => {
  const r = diameter / 2;
  const through = shape.depth === 'through';
  const depth = through ? 0 : read.size(shape.depth as Quantity, [...path, 'depth']);
  const wider = (key: 'counterbore' | 'countersink', diameter: Quantity): number => {
    const at = [...path, key, 'diameter'];
    const wide = read.size(diameter, at) / 2;
    if (wide <= r) read.refuse(at, says('hole.not-wider', { what: key, wide: wide * 2, hole: r * 2 }));
    return wide;
  };
  /** Half an included angle, in radians. */
  const halfOf = (angle: Quantity, at: Path): number => {
    const full = read.angle(angle, at);
    if (!(full > 0 && full < 180)) read.refuse(at, says('cone.angle', { degrees: full }));
    return (full / 2) * DEGREE;
  };
  const solids: LocalSolid[] = [
    sweep(circleLoop([0, 0], r, 'wall'), through ? THROUGH : -depth, 0, 'floor', 'mouth'),
  ];
  if (shape.tip !== undefined && !through) {
    const half = halfOf(shape.tip, [...path, 'tip']);
    solids.push(frustum([-depth - r / Math.tan(half), 0], [-depth, r], ['tip', 'tip', 'floor']));
  }
  if (shape.counterbore) {
    const wide = wider('counterbore', shape.counterbore.diameter);
    const deep = read.size(shape.counterbore.depth, [...path, 'counterbore', 'depth']);
    solids.push(sweep(circleLoop([0, 0], wide, 'counterbore wall'), -deep, 0, 'counterbore floor', 'mouth'));
  }
  if (shape.countersink) {
    const wide = wider('countersink', shape.countersink.diameter);
    const half = halfOf(shape.countersink.angle, [...path, 'countersink', 'angle']);
    solids.push(
      frustum([-(wide - r) / Math.tan(half), r], [0, wide], ['countersink floor', 'countersink', 'mouth']),
    );
  }
  return solids;
};

/** Mouth centred on the origin in z = 0, drilled along -z. */
export const hole = defineShape({
  kind: 'hole',
  keys,
  name: 'hole',
  clauses: [
    maybe(length('diameter'), ' across'),
    ...depthClauses,
    maybe(
      'counterbored ',
      length('counterbore', 'diameter'),
      ' by ',
      length('counterbore', 'depth'),
      ' deep',
    ),
    maybe(
      'countersunk ',
      length('countersink', 'diameter'),
      ' at ',
      angle('countersink', 'angle'),
      ' degrees',
    ),
    maybe('drilled to ', angle('tip'), ' degrees'),
    ...threadClauses,
  ],
  isCentred: true,
  under: 'Cut out',
  examples: [
    { name: 'Hole, through', line: 'hole 12 through top' },
    { name: 'Hole, blind', line: 'hole 12 dia 15 deep top' },
    { name: 'Hole, counterbored', line: 'hole 9 through, counterbore 15 x 5' },
    { name: 'Hole, countersunk', line: 'hole 6 through, countersunk 12 at 90 degrees' },
    { name: 'Holes on a pitch circle', line: '4 holes 7 dia on 40 pcd' },
    { name: 'Row of holes', line: '3 holes 6 dia 20 apart, 15 from left' },
    { name: 'Hexagonal hole', line: 'hex hole 12 across flats through' },
  ],
  solids: (shape, read, path) => {
    const at = [...path, 'thread'];
    const diameter = holeDiameter(shape, read, path);
    const through = shape.depth === 'through';
    const low = through ? THROUGH : -read.size(shape.depth, [...path, 'depth']);
    const carrier = { role: 'wall', diameter, low, high: 0 };
    return {
      solids: holeSolids(shape, diameter, read, path),
      through,
      threads: insideThread(shape.thread, carrier, read, at),
    };
  },
});
