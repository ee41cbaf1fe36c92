import type { Vec3 } from '../../core/geometry/vec.ts';
import { along, cross, dot, length, scale, unit } from '../../core/geometry/vec.ts';
import { type Entities, type Record21, refuseEntity, type Value } from './part21.ts';
import { stepSays } from './stepWords.ts';

/** A placement's frame: origin, and its three axes, unit and mutually square. */
export type Placement = { readonly o: Vec3; readonly x: Vec3; readonly y: Vec3; readonly z: Vec3 };

/** Reads the arguments of entities by what they should be; whatever is not so is refused by the entity's number. */
export type EntityReader = {
  readonly entities: Entities;
  /** the record of an entity by one of the names it should have */
  readonly record: (id: number, ...names: string[]) => Record21;
  /** the entity's record by that name, if it has one */
  readonly find: (id: number, name: string) => Record21 | undefined;
  readonly nameOf: (id: number) => string;
  readonly number: (id: number, v: Value | undefined) => number;
  /** the number of the entity that is referred to */
  readonly ref: (id: number, v: Value | undefined) => number;
  readonly refs: (id: number, v: Value | undefined) => number[];
  readonly list: (id: number, v: Value | undefined) => readonly Value[];
  readonly isTrue: (id: number, v: Value | undefined) => boolean;
  readonly text: (v: Value | undefined) => string;
  readonly point: (id: number) => Vec3;
  readonly direction: (id: number) => Vec3;
  readonly placement: (id: number) => Placement;
};

export const entityReader = (entities: Entities): EntityReader => {
  const recordsOf = (id: number): readonly Record21[] =>
    entities.get(id) ?? refuseEntity(id, stepSays('missing'));
  const wrong = (id: number): never => refuseEntity(id, stepSays('wrong'));
  const find = (id: number, name: string): Record21 | undefined => recordsOf(id).find((r) => r.name === name);
  const record = (id: number, ...names: string[]): Record21 => {
    for (const name of names) {
      const found = find(id, name);
      if (found) return found;
    }
    return refuseEntity(
      id,
      stepSays('other', { is: recordsOf(id)[0]?.name ?? '', needs: names[0] as string }),
    );
  };
  const number = (id: number, v: Value | undefined): number => {
    if (v?.is === 'typed' && v.items.length === 1) return number(id, v.items[0]);
    return v?.is === 'number' && Number.isFinite(v.value) && Math.abs(v.value) < 1e12 ? v.value : wrong(id);
  };
  const ref = (id: number, v: Value | undefined): number => (v?.is === 'entity' ? v.id : wrong(id));
  const list = (id: number, v: Value | undefined): readonly Value[] =>
    v?.is === 'list' ? v.items : wrong(id);
  const triple = (id: number, name: string): Vec3 => {
    const xs = list(id, record(id, name).items[1]).map((v) => number(id, v));
    return xs.length === 3 ? (xs as unknown as Vec3) : wrong(id);
  };
  const direction = (id: number): Vec3 => {
    const v = triple(id, 'DIRECTION');
    return length(v) > 1e-9 ? unit(v) : wrong(id);
  };
  return {
    entities,
    record,
    find,
    nameOf: (id) => recordsOf(id)[0]?.name ?? '',
    number,
    ref,
    refs: (id, v) => list(id, v).map((x) => ref(id, x)),
    list,
    isTrue: (id, v) => (v?.is === 'word' ? v.value === 'T' : wrong(id)),
    text: (v) => (v?.is === 'text' ? v.value.trim() : ''),
    point: (id) => triple(id, 'CARTESIAN_POINT'),
    direction,
    placement: (id) => {
      const r = record(id, 'AXIS2_PLACEMENT_3D');
      const o = triple(ref(id, r.items[1]), 'CARTESIAN_POINT');
      const z: Vec3 = r.items[2]?.is === 'entity' ? direction(r.items[2].id) : [0, 0, 1];
      const given: Vec3 =
        r.items[3]?.is === 'entity' ? direction(r.items[3].id) : Math.abs(z[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0];
      const flat = along(given, z, -dot(given, z));
      if (length(flat) < 1e-9) return wrong(id);
      // a reference direction that is square to within rounding is left as it was written
      const x = Math.abs(dot(given, z)) < 1e-11 ? scale(given, 1) : unit(flat);
      return { o, x, y: cross(z, x), z };
    },
  };
};
