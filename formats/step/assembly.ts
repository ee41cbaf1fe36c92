import { compose, IDENTITY, type Rigid } from '../../core/geometry/rigid.ts';
import { dot, scale, type Vec3 } from '../../core/geometry/vec.ts';
import type { EntityReader, Placement } from './entityReader.ts';
import { refuseEntity } from './part21.ts';
import { stepSays } from './stepWords.ts';

/** A shape stands in another: a shape placed by a map, in the file's unit; the name is that of the product there. */
type Standing = { readonly child: number; readonly parent: number; readonly map: Rigid };

/** Where every shape of the file stands in the whole, as often as it does. */
export type Assembly = {
  /** the places of a shape representation, by the number of its entity */
  readonly placesOf: (representation: number) => readonly Rigid[];
  /** the name of the product that a shape representation belongs to, "" where it has none */
  readonly nameOf: (representation: number) => string;
};

const rigidOf = ({ o, x, y, z }: Placement): Rigid => ({ x, y, z, origin: o });
const inverseOf = (m: Rigid): Rigid => {
  const row = (i: 0 | 1 | 2): Vec3 => [m.x[i], m.y[i], m.z[i]];
  const back: Vec3 = [dot(m.origin, m.x), dot(m.origin, m.y), dot(m.origin, m.z)];
  return { x: row(0), y: row(1), z: row(2), origin: scale(back, -1) };
};

const MOST_DEEP = 32;
const MOST_PLACES = 1000;

/** Reads how the shapes of a file stand in one another. */
export const readAssembly = (read: EntityReader): Assembly => {
  // shape representations that are said to be the same stand together
  const same = new Map<number, number>();
  const root = (id: number): number => {
    let r = id;
    for (let up = same.get(r); up !== undefined && up !== r; up = same.get(r)) r = up;
    return r;
  };
  const products = new Map<number, string>();
  const shapeOf = new Map<number, number>();
  const definitionOf = new Map<number, number>();
  const transforms: { readonly a: number; readonly b: number; readonly map: Rigid; readonly id: number }[] =
    [];
  const childDefinitions = new Map<number, number>();
  const mapped: Standing[] = [];

  const productName = (definition: number): string => {
    const d = read.find(definition, 'PRODUCT_DEFINITION');
    if (!d) return '';
    const formation = read.ref(definition, d.items[2]);
    const items =
      read.find(formation, 'PRODUCT_DEFINITION_FORMATION')?.items ??
      read.find(formation, 'PRODUCT_DEFINITION_FORMATION_WITH_SPECIFIED_SOURCE')?.items;
    if (!items) return '';
    const product = read.find(read.ref(formation, items[2]), 'PRODUCT');
    return product ? read.text(product.items[1]) || read.text(product.items[0]) : '';
  };

  for (const [id, records] of read.entities) {
    for (const { name, items } of records) {
      if (name === 'SHAPE_DEFINITION_REPRESENTATION') {
        const shape = read.ref(id, items[0]);
        const representation = read.ref(id, items[1]);
        const pds = read.find(shape, 'PRODUCT_DEFINITION_SHAPE');
        if (pds) {
          const definition = read.ref(shape, pds.items[2]);
          shapeOf.set(definition, representation);
          definitionOf.set(representation, definition);
        }
      } else if (name === 'SHAPE_REPRESENTATION_RELATIONSHIP' || name === 'REPRESENTATION_RELATIONSHIP') {
        const whole = records.length > 1 ? read.record(id, 'REPRESENTATION_RELATIONSHIP').items : items;
        const placed = read.find(id, 'REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION');
        // of several records the one that names the two shapes counts
        if (records.length > 1 && name !== 'REPRESENTATION_RELATIONSHIP') continue;
        const [a, b] = [read.ref(id, whole[2]), read.ref(id, whole[3])];
        if (!placed) {
          const [x, y] = [root(a), root(b)];
          if (x !== y) same.set(x, y);
          continue;
        }
        const t = read.ref(id, placed.items[0]);
        const items2 = read.record(t, 'ITEM_DEFINED_TRANSFORMATION').items;
        const from = rigidOf(read.placement(read.ref(t, items2[2])));
        const to = rigidOf(read.placement(read.ref(t, items2[3])));
        transforms.push({ a, b, map: compose(to, inverseOf(from)), id });
      } else if (name === 'CONTEXT_DEPENDENT_SHAPE_REPRESENTATION') {
        const relation = read.ref(id, items[0]);
        const shape = read.find(read.ref(id, items[1]), 'PRODUCT_DEFINITION_SHAPE');
        if (!shape) continue;
        const usage = read.ref(id, shape.items[2]);
        const nauo = read.find(usage, 'NEXT_ASSEMBLY_USAGE_OCCURRENCE');
        if (nauo) childDefinitions.set(relation, read.ref(usage, nauo.items[4]));
      } else if (name.endsWith('SHAPE_REPRESENTATION')) {
        for (const item of items[1]?.is === 'list' ? read.refs(id, items[1]) : []) {
          const m = read.find(item, 'MAPPED_ITEM');
          if (!m) continue;
          const map = read.ref(item, m.items[1]);
          const source = read.record(map, 'REPRESENTATION_MAP').items;
          const from = rigidOf(read.placement(read.ref(map, source[0])));
          const to = rigidOf(read.placement(read.ref(item, m.items[2])));
          mapped.push({ child: read.ref(map, source[1]), parent: id, map: compose(to, inverseOf(from)) });
        }
      }
    }
  }
  const standings: Standing[] = [
    ...mapped,
    ...transforms.map(({ a, b, map, id }): Standing => {
      // the map leads from the first shape to the second; which of them is the part is told by the product that is used
      const definition = childDefinitions.get(id);
      const child = definition === undefined ? undefined : shapeOf.get(definition);
      return child !== undefined && root(child) === root(b) && root(child) !== root(a)
        ? { child: b, parent: a, map: inverseOf(map) }
        : { child: a, parent: b, map };
    }),
  ].map((s) => ({ ...s, child: root(s.child), parent: root(s.parent) }));
  for (const [representation, definition] of definitionOf) {
    const name = productName(definition);
    if (name) products.set(root(representation), name);
  }
  let count = 0;
  const placesOf = (representation: number, deep = 0): readonly Rigid[] => {
    const shape = root(representation);
    if (deep > MOST_DEEP) return refuseEntity(representation, stepSays('deep'));
    const over = standings.filter((s) => s.child === shape);
    if (!over.length) return [IDENTITY];
    return over.flatMap((s) =>
      placesOf(s.parent, deep + 1).map((p) => {
        count++;
        if (count > MOST_PLACES) refuseEntity(representation, stepSays('many-places', { most: MOST_PLACES }));
        return compose(p, s.map);
      }),
    );
  };
  return {
    placesOf: (representation) => {
      count = 0;
      return placesOf(representation);
    },
    nameOf: (representation) => products.get(root(representation)) ?? '',
  };
};
