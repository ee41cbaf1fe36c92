import type { Rigid } from '../../core/geometry/rigid.ts';
import { DEGREE } from '../../core/number/angle.ts';
import { attempt, type Result } from '../../core/number/fault.ts';
import { mappedSolid } from '../../core/trimmed/mappedSolid.ts';
import { MOST_FACES, MOST_SOLIDS, type NamedSolid, type SolidsFile } from '../../core/trimmed/solidsFile.ts';
import type { TrimmedSolid } from '../../core/trimmed/trimmedSolid.ts';
import { withNames } from '../solidNames.ts';
import { readAssembly } from './assembly.ts';
import { type EntityReader, entityReader } from './entityReader.ts';
import { joinedSolid } from './joinFaces.ts';
import { readEntities, refuseEntity, refuseFile } from './part21.ts';
import { readSolid } from './readFaces.ts';
import { stepSays } from './stepWords.ts';

const PREFIXES: Readonly<Record<string, number>> = {
  KILO: 1e3,
  HECTO: 1e2,
  DECA: 10,
  DECI: 0.1,
  CENTI: 0.01,
  MILLI: 1e-3,
  MICRO: 1e-6,
};

type Unit = { readonly millimetres: number; readonly radians: number };

/** How much of a base unit an entity of a unit is: metres of a length, radians of an angle. */
const amountOf = (read: EntityReader, id: number, deep = 0): number => {
  if (deep > 8) return refuseEntity(id, stepSays('deep'));
  const si = read.find(id, 'SI_UNIT');
  if (si) {
    const prefix = si.items[0];
    return prefix?.is === 'word' ? (PREFIXES[prefix.value] ?? refuseEntity(id, stepSays('unit'))) : 1;
  }
  const other = read.record(id, 'CONVERSION_BASED_UNIT');
  const measure = read.ref(id, other.items[1]);
  const name = read.nameOf(measure);
  const own = read.find(measure, 'MEASURE_WITH_UNIT') ?? read.record(measure, name);
  return read.number(measure, own.items[0]) * amountOf(read, read.ref(measure, own.items[1]), deep + 1);
};

/** The units of a representation's context. */
const unitOf = (read: EntityReader, context: number): Unit => {
  const unit = { millimetres: 1, radians: 1 };
  const assigned = read.find(context, 'GLOBAL_UNIT_ASSIGNED_CONTEXT');
  if (!assigned) return unit;
  for (const id of read.refs(context, assigned.items[0])) {
    if (read.find(id, 'LENGTH_UNIT')) unit.millimetres = amountOf(read, id) * 1000;
    if (read.find(id, 'PLANE_ANGLE_UNIT')) unit.radians = amountOf(read, id);
  }
  // a degree is commonly written with few digits
  if (Math.abs(unit.radians / DEGREE - 1) < 1e-6) unit.radians = DEGREE;
  return unit;
};

const INCH = 25.4;

/**
 * Reads the solids of a STEP file (ISO 10303-21; AP203, AP214, AP242) whose faces are planes, cylinders, cones, spheres and tori.
 * @param text the whole file
 * @returns the solids, in mm where the file is neither in mm nor inches, or a fault that names the entity which is damaged, missing or of a kind that is not read
 */
export const readStep = (text: string): Result<SolidsFile> =>
  attempt(() => {
    const read = entityReader(readEntities(text));
    const assembly = readAssembly(read);
    const found: {
      name: string;
      body: string | undefined;
      solid: TrimmedSolid;
      places: readonly Rigid[];
      millimetres: number;
    }[] = [];
    let faces = 0;
    for (const [id, records] of read.entities)
      for (const { name, items } of records) {
        if (!name.endsWith('SHAPE_REPRESENTATION') || items[1]?.is !== 'list') continue;
        const all = read.refs(id, items[1]);
        const siblings = all.map((item) => read.text(read.entities.get(item)?.[0]?.items[0]));
        for (const item of all) {
          const kind = read.nameOf(item);
          if (kind === 'SHELL_BASED_SURFACE_MODEL') refuseEntity(item, stepSays('open'));
          if (!['MANIFOLD_SOLID_BREP', 'BREP_WITH_VOIDS', 'FACETED_BREP'].includes(kind)) continue;
          const unit = unitOf(read, read.ref(id, items[2]));
          const raw = readSolid(read, item, unit.radians);
          faces += raw.faces.length;
          if (faces > MOST_FACES) refuseFile(stepSays('many-faces', { most: MOST_FACES }));
          found.push({
            name: raw.name || assembly.nameOf(id),
            // solids of one shape that share a name are pieces of one body
            body:
              raw.name && siblings.filter((other) => other === raw.name).length > 1 ? raw.name : undefined,
            solid: joinedSolid(raw),
            places: assembly.placesOf(id),
            millimetres: unit.millimetres,
          });
        }
      }
    if (!found.length) refuseFile(stepSays('no-solid'));
    const inInches = found.every((f) => Math.abs(f.millimetres / INCH - 1) < 1e-9);
    const placed = found.flatMap((f) =>
      f.places.map((place, i): NamedSolid => {
        const factor = inInches ? 1 : f.millimetres;
        const moved = { ...place, origin: place.origin.map((x) => x * factor) as unknown as Rigid['origin'] };
        return {
          name: f.name,
          ...(f.body !== undefined && { body: f.places.length > 1 ? `${f.body} ${i + 1}` : f.body }),
          solid: mappedSolid(f.solid, moved, factor),
        };
      }),
    );
    if (placed.length > MOST_SOLIDS) refuseFile(stepSays('many-solids', { most: MOST_SOLIDS }));
    return { units: inInches ? 'in' : 'mm', solids: withNames(placed) };
  });
