import { says } from '../number/faultWords.ts';
import type { LocalThread } from '../solid/thread.ts';
import type { Path, SizeReader } from './sizeReading.ts';
import { SCREW_SIZES, type ScrewSize, screwSize, screwSizeAcross } from './standard/sizes.ts';
import { inUnitsOf, ROOT_PROPORTION, ROOT_SHARE } from './standard/thread.ts';
import type { ThreadFile } from './threadSchema.ts';

/** The face that carries threads: its diameter and its stretch along z. */
type Carrier = {
  readonly role: string;
  readonly diameter: number;
  readonly low: number;
  readonly high: number;
};

type Measures = { readonly d: number; readonly pitch: number };

/** How much a stated nominal diameter and the face it stands on may differ, as a share. */
const SAME_DIAMETER = 1e-6;

/** @throws Refusal where neither the size nor the pitch says how deep the thread is */
const measuresOf = (t: ThreadFile, d: number | undefined, read: SizeReader, path: Path): Measures => {
  const at = [...path, 'size'];
  const named = typeof t.size === 'string' ? screwSize(t.size) : undefined;
  const across = named
    ? inUnitsOf(read, named, named.d)
    : t.size === undefined
      ? (d as number)
      : read.size(t.size, at);
  const known = (): ScrewSize =>
    named ??
    screwSizeAcross(across, read.units) ??
    read.refuse(
      at,
      says('thread.size-unknown', {
        size: t.size ?? across,
        known: SCREW_SIZES.map((s) => s.name).join(', '),
      }),
    );
  let pitch: number;
  if (t.pitch !== undefined) pitch = read.size(t.pitch, [...path, 'pitch']);
  else {
    const size = known();
    pitch = inUnitsOf(read, size, size.pitch);
  }
  if (ROOT_SHARE * pitch >= across)
    read.refuse([...path, 'pitch'], says('thread.deep', { pitch, size: across }));
  return { d: across, pitch };
};

/**
 * The nominal diameter and the pitch of a thread whose figures are plain numbers, in the part's unit.
 * @param d the diameter of the face, for a thread without a size of its own
 * @returns undefined where its size is in no table
 */
export const threadMeasures = (t: ThreadFile, d: number, units: 'mm' | 'in'): Measures | undefined => {
  const named = typeof t.size === 'string' ? screwSize(t.size) : undefined;
  const across = named ? inUnitsOf({ units }, named, named.d) : Number(t.size ?? d);
  const size = named ?? screwSizeAcross(across, units);
  const pitch = t.pitch !== undefined ? Number(t.pitch) : size && inUnitsOf({ units }, size, size.pitch);
  return Number.isFinite(across) && pitch !== undefined && Number.isFinite(pitch)
    ? { d: across, pitch }
    : undefined;
};

/** Where a thread lies on its face, low to high, and where full thread ends within it. */
const stretchOf = (
  t: ThreadFile,
  { low, high }: Carrier,
  read: SizeReader,
  path: Path,
): Pick<LocalThread, 'low' | 'high' | 'end'> => {
  if (t.length === undefined) return { low, high };
  const at = [...path, 'length'];
  const length = read.size(t.length, at);
  const most = high - low;
  if (length > most * (1 + 1e-12)) read.refuse(at, says('thread.long', { thread: length, most }));
  if (length >= most * (1 - 1e-12)) return { low, high };
  if (t.from === 'bottom') {
    if (low === Number.NEGATIVE_INFINITY) read.refuse([...path, 'from'], says('thread.from-open'));
    return { low, high: low + length, end: low + length };
  }
  return { low: high - length, high, end: high - length };
};

/** A thread of a face, with the radius of its other line. */
const threadOn = (
  t: ThreadFile,
  carrier: Carrier,
  other: number,
  isInside: boolean,
  read: SizeReader,
  path: Path,
): LocalThread[] => [
  { role: carrier.role, radius: carrier.diameter / 2, other, isInside, ...stretchOf(t, carrier, read, path) },
];

/** The thread of a screw's shank. @throws Refusal */
export const outsideThread = (
  t: ThreadFile | undefined,
  carrier: Carrier,
  read: SizeReader,
  path: Path,
): LocalThread[] => {
  if (!t) return [];
  const { d, pitch } = measuresOf(t, carrier.diameter, read, path);
  if (Math.abs(d - carrier.diameter) > SAME_DIAMETER * d)
    read.refuse([...path, 'size'], says('thread.other', { shape: carrier.diameter, thread: d }));
  const root = t.by === 'proportions' ? ROOT_PROPORTION * d : d - ROOT_SHARE * pitch;
  return threadOn(t, carrier, root / 2, false, read, path);
};

/** The diameter to drill for a thread: its nominal diameter less the pitch. @throws Refusal */
export const tappingDiameter = (t: ThreadFile | undefined, read: SizeReader, path: Path): number => {
  if (t?.size === undefined) return read.refuse([...path, 'size'], says('thread.size-missing'));
  const { d, pitch } = measuresOf(t, undefined, read, path);
  return d - pitch;
};

/** The thread of a tapped hole. @throws Refusal */
export const insideThread = (
  t: ThreadFile | undefined,
  carrier: Carrier,
  read: SizeReader,
  path: Path,
): LocalThread[] => {
  if (!t) return [];
  // a hole whose thread has no size of its own is drilled for it: its thread is one pitch wider
  const { d, pitch } = measuresOf(t, carrier.diameter, read, path);
  const across = t.size === undefined ? carrier.diameter + pitch : d;
  if (across <= carrier.diameter)
    read.refuse(path, says('thread.narrow', { hole: carrier.diameter, thread: across }));
  return threadOn(t, carrier, across / 2, true, read, path);
};
