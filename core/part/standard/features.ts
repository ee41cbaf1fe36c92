import { says } from '../../number/faultWords.ts';
import type { Quantity } from '../quantity.ts';
import type { FeatureFile } from '../schema.ts';
import type { Path, SizeReader } from '../sizeReading.ts';
import type { StandardFile } from './schema.ts';
import { SCREW_SIZES, type ScrewSize, screwSize, screwSizeAcross } from './sizes.ts';
import { taperFeatures } from './taper.ts';
import { inUnitsOf, usualThread } from './thread.ts';

/** Chamfers of heads and nuts fall at 30 degrees to the end face: so far out for each length down. */
const OUT_PER_DOWN = Math.sqrt(3);
/** A hexagon by drawing proportions: its corners lie on a circle of so many nominal diameters. */
const CORNERS_PROPORTION = 2;

type Of<K extends StandardFile['kind']> = Extract<StandardFile, { kind: K }>;
type Point = [number, number, number];

const cylinder = (id: string, at: Point, diameter: number, height: number): FeatureFile => ({
  id,
  op: 'add',
  at,
  shape: { kind: 'cylinder', diameter, height },
});

/** How wide a hexagon is stated: by the tables across its flats, by drawing proportions across its corners. */
type Across = { readonly acrossFlats: number } | { readonly acrossCorners: number };

/** A hexagon from z = 0 up, its corners cut off by cones that meet an end face in the circle inscribed there. */
const hexagon = (id: string, across: Across, height: number, below: boolean): FeatureFile[] => {
  const acrossFlats =
    'acrossFlats' in across ? across.acrossFlats : (across.acrossCorners * Math.sqrt(3)) / 2;
  const wide = acrossFlats + 2 * OUT_PER_DOWN * height;
  const cone = (name: string, diameter: number, topDiameter: number): FeatureFile => ({
    id: name,
    op: 'keep',
    shape: { kind: 'cone', diameter, topDiameter, height },
  });
  return [
    { id, op: 'add', shape: { kind: 'prism', sides: 6, ...across, height } },
    cone('chamfer', wide, acrossFlats),
    ...(below ? [cone('chamfer below', acrossFlats, wide)] : []),
  ];
};

/** The sizes of a screw in the part's unit. */
type Screw = { readonly size: ScrewSize; readonly d: number; readonly of: (x: number) => number };

/** Finds the size in the tables. @throws Refusal that lists the sizes known, where there is none of this name that will do */
const screwOf = (
  standard: { readonly size: string | number; readonly by?: 'sizes' | 'proportions' | undefined },
  read: SizeReader,
  path: Path,
  has: (size: ScrewSize) => boolean = () => true,
): Screw => {
  const size =
    typeof standard.size === 'number' ? screwSizeAcross(standard.size, read.units) : screwSize(standard.size);
  if (!size || !(standard.by === 'proportions' || has(size)))
    return read.refuse(
      [...path, 'size'],
      says('standard.size-unknown', {
        size: standard.size,
        known: SCREW_SIZES.filter(has)
          .map((s) => s.name)
          .join(', '),
      }),
    );
  const of = (x: number): number => inUnitsOf(read, size, x);
  return { size, d: of(size.d), of };
};

const lengthOf = (read: SizeReader, q: Quantity, path: Path, key: string): number =>
  read.size(q, [...path, key]);

/** The shank of a screw from under its head down, with its thread at the end. */
const shank = (
  screw: Screw,
  length: number,
  thread: number,
  by: 'sizes' | 'proportions' | undefined,
): FeatureFile => ({
  id: 'shank',
  op: 'add',
  at: [0, 0, -length],
  shape: {
    kind: 'cylinder',
    diameter: screw.d,
    height: length,
    thread: { size: screw.size.name, length: thread, from: 'bottom', ...(by && { by }) },
  },
});

/** How long the thread is, as stated or as usual. @throws Refusal where it is longer than what carries it */
const threadOf = (
  screw: Screw,
  stated: Quantity | undefined,
  most: number,
  read: SizeReader,
  path: Path,
  key: string,
): number => {
  if (stated === undefined) return screw.of(usualThread(screw.size, most / screw.of(1)));
  const thread = lengthOf(read, stated, path, key);
  if (thread > most * (1 + 1e-12)) read.refuse([...path, key], says('thread.long', { thread, most }));
  return thread;
};

const bolt = (s: Of<'hexagonBolt'> | Of<'hexagonScrew'>, read: SizeReader, path: Path): FeatureFile[] => {
  const screw = screwOf(s, read, path);
  const length = lengthOf(read, s.length, path, 'length');
  const thread = s.kind === 'hexagonScrew' ? length : threadOf(screw, s.thread, length, read, path, 'thread');
  const [across, high]: readonly [Across, number] =
    s.by === 'proportions'
      ? [{ acrossCorners: CORNERS_PROPORTION * screw.d }, 0.7 * screw.d]
      : [{ acrossFlats: screw.of(screw.size.acrossFlats) }, screw.of(screw.size.headHeight)];
  return [...hexagon('head', across, high, false), shank(screw, length, thread, s.by)];
};

const nut = (s: Of<'hexagonNut'>, read: SizeReader, path: Path): FeatureFile[] => {
  const screw = screwOf(s, read, path);
  const [across, high]: readonly [Across, number] =
    s.by === 'proportions'
      ? [{ acrossCorners: CORNERS_PROPORTION * screw.d }, (s.thin ? 0.5 : 0.8) * screw.d]
      : [
          { acrossFlats: screw.of(screw.size.nutAcrossFlats) },
          screw.of(s.thin ? screw.size.thinNutHeight : screw.size.nutHeight),
        ];
  return [
    ...hexagon('nut', across, high, true),
    { id: 'bore', op: 'cut', at: [0, 0, high], shape: { kind: 'hole', diameter: screw.d, depth: 'through' } },
  ];
};

/** What a washer by proportions is wider than two diameters, mm. */
const WASHER_MORE = 3;

const washer = (s: Of<'washer'>, read: SizeReader, path: Path): FeatureFile[] => {
  const screw = screwOf(s, read, path, (x) => x.washer !== undefined);
  const listed = screw.size.washer?.map(screw.of);
  const more = inUnitsOf(read, { unit: 'mm' }, WASHER_MORE);
  const [inside, outside, thick] =
    s.by === 'proportions'
      ? [listed?.[0] ?? screw.d, 2 * screw.d + more, 0.15 * screw.d]
      : (listed as [number, number, number]);
  return [
    cylinder('washer', [0, 0, 0], outside, thick),
    { id: 'bore', op: 'cut', at: [0, 0, thick], shape: { kind: 'hole', diameter: inside, depth: 'through' } },
  ];
};

/** The socket of a screw head by proportions, as a share of the nominal diameter across its flats. */
const SOCKET_PROPORTION = 0.8;

const socketScrew = (s: Of<'socketScrew'>, read: SizeReader, path: Path): FeatureFile[] => {
  const screw = screwOf(s, read, path, (x) => x.socketHead !== undefined);
  const length = lengthOf(read, s.length, path, 'length');
  const [across, flats] =
    s.by === 'proportions'
      ? [1.5 * screw.d, SOCKET_PROPORTION * screw.d]
      : (screw.size.socketHead as [number, number]).map(screw.of);
  return [
    cylinder('head', [0, 0, 0], across as number, screw.d),
    {
      id: 'socket',
      op: 'cut',
      at: [0, 0, screw.d / 2],
      shape: { kind: 'prism', sides: 6, acrossFlats: flats as number, height: screw.d / 2 },
    },
    shank(screw, length, threadOf(screw, s.thread, length, read, path, 'thread'), s.by),
  ];
};

const countersunk = (s: Of<'countersunkScrew'>, read: SizeReader, path: Path): FeatureFile[] => {
  const screw = screwOf(s, read, path);
  const length = lengthOf(read, s.length, path, 'length');
  const head = screw.d / 2;
  if (length <= head)
    read.refuse([...path, 'length'], says('standard.length-short', { length, least: head }));
  return [
    shank(screw, length, threadOf(screw, undefined, length - head, read, path, 'length'), s.by),
    {
      id: 'head',
      op: 'add',
      at: [0, 0, -head],
      shape: { kind: 'cone', diameter: screw.d, topDiameter: 2 * screw.d, height: head },
    },
  ];
};

const stud = (s: Of<'stud'>, read: SizeReader, path: Path): FeatureFile[] => {
  const screw = screwOf(s, read, path);
  const length = lengthOf(read, s.length, path, 'length');
  const above = threadOf(screw, s.thread, length, read, path, 'thread');
  const below =
    s.threadBelow === undefined
      ? Math.min(screw.d, length - above)
      : threadOf(screw, s.threadBelow, length, read, path, 'threadBelow');
  if (above + below > length * (1 + 1e-12))
    read.refuse([...path, 'threadBelow'], says('thread.long', { thread: above + below, most: length }));
  // each end is a feature of its own, for a feature has one thread
  const end = (
    id: string,
    at: number,
    height: number,
    thread: number,
    from: 'top' | 'bottom',
  ): FeatureFile => ({
    id,
    op: 'add',
    at: [0, 0, at],
    shape: {
      kind: 'cylinder',
      diameter: screw.d,
      height,
      thread: { size: screw.size.name, length: thread, from, ...(s.by && { by: s.by }) },
    },
  });
  if (below <= 0) return [end('shank', -length, length, above, 'top')];
  return [
    end('shank', below - length, length - below, above, 'top'),
    // they overlap between the threads, so that the end of each lies within its feature
    end('shank below', -length, length - above, below, 'bottom'),
  ];
};

const parallelKey = (s: Of<'parallelKey'>, read: SizeReader, path: Path): FeatureFile[] => {
  const width = lengthOf(read, s.width, path, 'width');
  const height = lengthOf(read, s.height, path, 'height');
  const length = lengthOf(read, s.length, path, 'length');
  const straight = s.ends === 'square' ? length : length - width;
  if (straight <= 0)
    read.refuse([...path, 'length'], says('standard.length-short', { length, least: width }));
  const block: FeatureFile = {
    id: 'key',
    op: 'add',
    at: [-straight / 2, -width / 2, 0],
    shape: { kind: 'block', width: straight, depth: width, height },
  };
  if (s.ends === 'square') return [block];
  return [
    block,
    cylinder('right end', [straight / 2, 0, 0], width, height),
    cylinder('left end', [-straight / 2, 0, 0], width, height),
  ];
};

/** The diameter of a pin: a plain figure, or a screw's. */
const pinAcross = (size: string | number, read: SizeReader, path: Path): number => {
  const screw = typeof size === 'string' ? screwSize(size) : undefined;
  return screw ? inUnitsOf(read, screw, screw.d) : read.size(size, [...path, 'size']);
};

const pin = (s: Of<'dowel'> | Of<'splitPin'>, read: SizeReader, path: Path): FeatureFile[] => {
  const length = lengthOf(read, s.length, path, 'length');
  return [cylinder('pin', [0, 0, -length], pinAcross(s.size, read, path), length)];
};

const rivet = (s: Of<'rivet'>, read: SizeReader, path: Path): FeatureFile[] => {
  const d = pinAcross(s.size, read, path);
  const length = lengthOf(read, s.length, path, 'length');
  // a cap 1.6d across and 0.6d high is cut from a ball of this radius about a point this far below its flat side
  const [half, high] = [0.8 * d, 0.6 * d];
  const radius = (half * half + high * high) / (2 * high);
  return [
    cylinder('head', [0, 0, 0], 4 * half, high * 1.5),
    { id: 'dome', op: 'keep', at: [0, 0, high - radius], shape: { kind: 'sphere', diameter: 2 * radius } },
    cylinder('shank', [0, 0, -length], d, length),
  ];
};

/**
 * The features of a standard body in its own frame: origin under the head (screws: where the head bears), axis z, shank along -z; nuts and
 * washers grow from the origin along +z. Lengths in the part's unit.
 * @throws Refusal for a size that is not in the tables, or lengths that do not go together
 */
export const standardFeatures = (s: StandardFile, read: SizeReader, path: Path): FeatureFile[] => {
  switch (s.kind) {
    case 'hexagonBolt':
    case 'hexagonScrew':
      return bolt(s, read, path);
    case 'hexagonNut':
      return nut(s, read, path);
    case 'washer':
      return washer(s, read, path);
    case 'socketScrew':
      return socketScrew(s, read, path);
    case 'countersunkScrew':
      return countersunk(s, read, path);
    case 'stud':
      return stud(s, read, path);
    case 'parallelKey':
      return parallelKey(s, read, path);
    case 'taperKey':
    case 'cotter':
      return taperFeatures(s, read, path);
    case 'dowel':
    case 'splitPin':
      return pin(s, read, path);
    case 'rivet':
      return rivet(s, read, path);
  }
};
