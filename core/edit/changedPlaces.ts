import { sameData } from '../number/sameData.ts';

/**
 * Where two states of a drawing differ, as places from its root with what stands there afterwards (undefined where it is gone). Things in
 * a list are named by their id, name or letter, where each has one of its own; else the list is one place.
 */
export type ChangedPlaces = ReadonlyMap<string, unknown>;

type Data = Readonly<Record<string, unknown>>;
const isData = (value: unknown): value is Data =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What a thing of a list is called; undefined where it has no name of its own. */
const nameOf = (thing: unknown): string | undefined => {
  if (!isData(thing)) return undefined;
  const { id, name, trace } = thing;
  const own = id ?? name ?? (isData(trace) ? trace.name : undefined);
  return typeof own === 'string' ? own : undefined;
};

/** A list as its things by their names; undefined where one has none, or two have the same. */
const byName = (list: readonly unknown[]): ReadonlyMap<string, unknown> | undefined => {
  const out = new Map<string, unknown>();
  for (const thing of list) {
    const name = nameOf(thing);
    if (name === undefined || out.has(name)) return undefined;
    out.set(name, thing);
  }
  return out;
};

/** A name as a part of a place; a stroke in it does not part it. */
const asPart = (name: string): string => name.replaceAll('~', '~0').replaceAll('/', '~1');

const collect = (before: unknown, after: unknown, place: string, out: Map<string, unknown>): void => {
  if (sameData(before, after)) return;
  const each = (a: ReadonlyMap<string, unknown>, b: ReadonlyMap<string, unknown>): void => {
    for (const key of new Set([...a.keys(), ...b.keys()]))
      collect(a.get(key), b.get(key), `${place}/${asPart(key)}`, out);
  };
  if (isData(before) && isData(after)) {
    each(new Map(Object.entries(before)), new Map(Object.entries(after)));
    return;
  }
  const [a, b] = [Array.isArray(before) && byName(before), Array.isArray(after) && byName(after)];
  if (!a || !b) {
    out.set(place, after);
    return;
  }
  each(a, b);
  // things that are in both may stand in another order
  const common = (of: ReadonlyMap<string, unknown>, other: ReadonlyMap<string, unknown>): string[] =>
    [...of.keys()].filter((k) => other.has(k));
  const order = common(b, a);
  if (!sameData(common(a, b), order)) out.set(`${place}/order of its things`, order);
};

/** Where a state differs from the one before. */
export const changedPlaces = (before: unknown, after: unknown): ChangedPlaces => {
  const out = new Map<string, unknown>();
  collect(before, after, '', out);
  return out;
};

/** Whether one place is the other, or stands within it. */
const isWithin = (inner: string, outer: string): boolean => inner === outer || inner.startsWith(`${outer}/`);

/** Whether two changes of one state touch the same place, and do not agree on what stands there. */
export const doMeet = (a: ChangedPlaces, b: ChangedPlaces): boolean =>
  [...a].some(([place, value]) =>
    [...b].some(
      ([other, otherValue]) =>
        (isWithin(place, other) || isWithin(other, place)) &&
        !(place === other && sameData(value, otherValue)),
    ),
  );
