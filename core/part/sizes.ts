import {
  type Amount,
  amountOf,
  convertLength,
  evaluateExpression,
  type Lookup,
  RESERVED_NAMES,
  type Units,
} from '../number/expression.ts';
import { type Fault, Refusal } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import type { Extremes, PlacedLength } from '../solid/partModel.ts';
import { scaledSolid } from '../trimmed/mappedSolid.ts';
import { sizeOfSolid } from '../trimmed/solidSize.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';
import type { Quantity } from './quantity.ts';
import { type PartFile, placeOf } from './schema.ts';
import type { Path, SizeReader } from './sizeReading.ts';

/** What a length may measure, in millimetres: finer than any shop works, and longer than any part. */
export const SMALLEST_SIZE = 1e-6;
export const LARGEST_LENGTH = 1e7;
const MM: Record<Units, number> = { mm: 1, in: 25.4 };

/** Beyond ten turns an angle is a slip of the keys, degrees. */
const LARGEST_ANGLE = 3600;

const lesser = (a: PlacedLength | undefined, b: PlacedLength | undefined): PlacedLength | undefined =>
  !a || (b && b.value < a.value) ? b : a;
const greater = (a: PlacedLength | undefined, b: PlacedLength | undefined): PlacedLength | undefined =>
  !a || (b && b.value > a.value) ? b : a;

const NAME = /^[\p{L}_][\p{L}\p{N}_]*$/u;

/**
 * Prepares the named sizes of a part. They may use one another in any order; a cycle is refused when a name in it is
 * asked for.
 * @param file the part (for units, dims and the names of places)
 * @param into the unit that lengths are answered in, where the part is brought into one of another unit
 */
export const sizeReader = (file: PartFile, into: Units = file.units): SizeReader => {
  const dims = file.dims ?? {};
  const known = new Map<string, Amount>();
  const open: string[] = [];

  const fail = (path: Path, said: Said, position?: number): never => {
    const fault: Fault = { path, where: placeOf(file, path), ...said };
    throw new Refusal(position === undefined ? fault : { ...fault, position });
  };

  const lookup: Lookup = (name) => {
    if (!Object.hasOwn(dims, name)) {
      const names = Object.keys(dims);
      return { position: 0, ...says('name.unknown', { name, known: names.join(', ') }) };
    }
    const ready = known.get(name);
    if (ready) return ready;
    if (open.includes(name)) {
      const ring = [...open.slice(open.indexOf(name)), name];
      return fail(['dims', name], says('names.circle', { ring: ring.join(' -> ') }));
    }
    open.push(name);
    const a = amount(dims[name] as Quantity, ['dims', name]);
    open.pop();
    known.set(name, a);
    return a;
  };

  const read = (q: Quantity, path: Path): { amount: Amount; unit?: Units } => {
    if (typeof q === 'number') {
      if (!Number.isFinite(q)) fail(path, says('figure.endless'));
      return { amount: amountOf(q) };
    }
    const r = evaluateExpression(q, lookup);
    if (!r.ok) return fail(path, { ...r.fault, what: `"${q}": ${r.fault.what}` }, r.fault.position);
    return r.unit ? { amount: r.amount, unit: r.unit } : { amount: r.amount };
  };
  const amount = (q: Quantity, path: Path): Amount => {
    const r = read(q, path);
    return r.unit ? convertLength(r.amount, r.unit, file.units) : r.amount;
  };
  let seen: Extremes = { least: undefined, greatest: undefined };
  const inMillimetres = MM[into];
  const length = (q: Quantity, path: Path): number => {
    // a plain figure needs no exact fraction beside it
    const own = typeof q === 'number' && Number.isFinite(q) ? q : amount(q, path).value;
    const v = into === file.units ? own : (own * MM[file.units]) / inMillimetres;
    const long = Math.abs(v);
    if (long * inMillimetres > LARGEST_LENGTH)
      fail(path, says('length.beyond', { value: v, unit: into, most: LARGEST_LENGTH / inMillimetres }));
    if (!seen.greatest || long > seen.greatest.value) seen = { ...seen, greatest: { value: long, path } };
    return v;
  };

  for (const name of Object.keys(dims)) {
    if (!NAME.test(name) || (RESERVED_NAMES as readonly string[]).includes(name))
      fail(['dims', name], says('name.unusable', { name }));
    lookup(name);
  }

  return {
    units: into,
    amount,
    length,
    size: (q, path) => {
      const v = length(q, path);
      if (v === 0) fail(path, says('size.zero'));
      if (v < 0) fail(path, says('size.negative', { value: v }));
      if (v * inMillimetres < SMALLEST_SIZE)
        fail(path, says('size.below', { value: v, unit: into, least: SMALLEST_SIZE / inMillimetres }));
      if (!seen.least || v < seen.least.value) seen = { ...seen, least: { value: v, path } };
      return v;
    },
    angle: (q, path) => {
      const r = typeof q === 'number' && Number.isFinite(q) ? undefined : read(q, path);
      if (r?.unit) fail(path, says('angle.with-unit'));
      const v = r ? r.amount.value : (q as number);
      if (Math.abs(v) > LARGEST_ANGLE) fail(path, says('angle.turns', { value: v }));
      return v;
    },
    count: (q, path, fewest, most) => {
      const v = typeof q === 'number' ? q : read(q, path).amount.value;
      if (!Number.isInteger(v) || v < fewest) fail(path, says('count.below', { value: v, least: fewest }));
      if (v > most) fail(path, says('count.above', { value: v, most }));
      return v;
    },
    extremes: (work) => {
      const outer = seen;
      seen = { least: undefined, greatest: undefined };
      const value = work();
      const extremes = seen;
      seen = {
        least: lesser(outer.least, extremes.least),
        greatest: greater(outer.greatest, extremes.greatest),
      };
      return { value, extremes };
    },
    solidOf: (name, which, path) => {
      const held = file.solids && Object.hasOwn(file.solids, name) ? file.solids[name] : undefined;
      if (!held) return fail([...path, 'file'], says('solidfile.absent', { file: name }));
      const names = held.solids.map((s) => s.name).join(', ');
      if (which === undefined && held.solids.length > 1)
        return fail(path, says('solidfile.which', { file: name, known: names }));
      const found = which === undefined ? held.solids[0] : held.solids.find((s) => s.name === which);
      if (!found)
        return fail(
          [...path, 'solid'],
          says('solidfile.no-such', { file: name, solid: which ?? '', known: names }),
        );
      const solid = scaledSolid(found.solid as TrimmedSolid, MM[held.units] / inMillimetres);
      const long = sizeOfSolid(solid);
      if (long * inMillimetres > LARGEST_LENGTH)
        fail(path, says('length.beyond', { value: long, unit: into, most: LARGEST_LENGTH / inMillimetres }));
      if (!seen.greatest || long > seen.greatest.value) seen = { ...seen, greatest: { value: long, path } };
      return solid;
    },
    refuse: (path, said) => fail(path, said),
  };
};
