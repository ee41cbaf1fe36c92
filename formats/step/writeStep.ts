import type { BodyEdge, BodyFace, BodyFaces } from '../../core/faces/bodyFaces.ts';
import { pointOn } from '../../core/geometry/curve3.ts';
import { along, type Vec3 } from '../../core/geometry/vec.ts';
import { type EntityWriter, entityWriter, listOf, quoted, real } from './part21Text.ts';
import { writeCurve, writePlacement, writePoint, writeSurface } from './writeGeometry.ts';

/** A body to be written, by its name. */
export type BodyToWrite = { readonly name: string; readonly faces: BodyFaces };
export type PartToWrite = {
  readonly name: string;
  readonly units: 'mm' | 'in';
  /** the size of the whole part, a length */
  readonly size: number;
  readonly bodies: readonly BodyToWrite[];
};

const bool = (x: boolean): string => (x ? '.T.' : '.F.');

/** The mean of the middles of a face's edges. */
const middleOf = (b: BodyFaces, f: BodyFace): Vec3 => {
  const uses = f.loops.flat();
  return uses.reduce<Vec3>(
    (sum, u) => {
      const { curve, from, to } = b.edges[u.edge] as BodyEdge;
      return along(sum, pointOn(curve, (from + to) / 2), 1 / uses.length);
    },
    [0, 0, 0],
  );
};

/** The edges and faces of one body; answers with the solids of its pieces. */
const writeBody = (w: EntityWriter, { name, faces: b }: BodyToWrite, size: number): string[] => {
  const vertices = b.vertices.map(() => '');
  const vertex = (i: number): string => {
    if (!vertices[i]) vertices[i] = w.add(`VERTEX_POINT('',${writePoint(w, b.vertices[i] as Vec3)})`);
    return vertices[i] as string;
  };
  const edges = b.edges.map(() => '');
  const edge = (i: number): string => {
    if (!edges[i]) {
      const e = b.edges[i] as BodyEdge;
      const curve = writeCurve(w, e.curve, e.from, e.to, size);
      edges[i] = w.add(`EDGE_CURVE('',${vertex(e.start)},${vertex(e.end)},${curve},.T.)`);
    }
    return edges[i] as string;
  };
  const face = (f: BodyFace): string => {
    const bounds = f.loops.map((loop) => {
      const uses = loop.map((u) => w.add(`ORIENTED_EDGE('',*,*,${edge(u.edge)},${bool(u.sense === 1)})`));
      return w.add(`FACE_BOUND('',${w.add(`EDGE_LOOP('',${listOf(uses)})`)},.T.)`);
    });
    return w.add(
      `ADVANCED_FACE(${quoted(f.key)},${listOf(bounds)},${writeSurface(w, f.surface, middleOf(b, f), size)},${bool(f.outward === 1)})`,
    );
  };
  const shell = (ids: readonly number[]): string =>
    w.add(`CLOSED_SHELL('',${listOf(ids.map((i) => face(b.faces[i] as BodyFace)))})`);
  return b.pieces.map((p) => {
    const outer = shell(p.outer);
    if (!p.hollows.length) return w.add(`MANIFOLD_SOLID_BREP(${quoted(name)},${outer})`);
    // the faces of a hollow look out of the material as they are
    const hollows = p.hollows.map((h) => w.add(`ORIENTED_CLOSED_SHELL('',*,${shell(h)},.T.)`));
    return w.add(`BREP_WITH_VOIDS(${quoted(name)},${outer},${listOf(hollows)})`);
  });
};

/** The context of representations: the unit, and how near places are one. */
const writeContext = (w: EntityWriter, units: 'mm' | 'in', size: number): string => {
  const metric = w.add('(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))');
  const inch = (): string => {
    const exponents = w.add('DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.)');
    const measure = w.add(`LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),${metric})`);
    return w.add(`(CONVERSION_BASED_UNIT('INCH',${measure})LENGTH_UNIT()NAMED_UNIT(${exponents}))`);
  };
  const long = units === 'mm' ? metric : inch();
  const angle = w.add('(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))');
  const solidAngle = w.add('(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())');
  const near = w.add(
    `UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(${real(size * 1e-7)}),${long},'distance_accuracy_value','how near places are one')`,
  );
  return w.add(
    `(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((${near}))GLOBAL_UNIT_ASSIGNED_CONTEXT((${long},${angle},${solidAngle}))REPRESENTATION_CONTEXT('','3D'))`,
  );
};

type Product = { readonly definition: string; readonly shape: string };

const writeProduct = (
  w: EntityWriter,
  name: string,
  context: { readonly product: string; readonly definition: string },
): Product => {
  const product = w.add(`PRODUCT(${quoted(name)},${quoted(name)},'',(${context.product}))`);
  w.add(`PRODUCT_RELATED_PRODUCT_CATEGORY('part',$,(${product}))`);
  const formation = w.add(`PRODUCT_DEFINITION_FORMATION('','',${product})`);
  const definition = w.add(`PRODUCT_DEFINITION('design','',${formation},${context.definition})`);
  return { definition, shape: w.add(`PRODUCT_DEFINITION_SHAPE('','',${definition})`) };
};

/**
 * Writes a part as a STEP file (ISO 10303-21, AP214): exact faces and edges, the names of bodies and faces, its unit; several bodies as an
 * assembly.
 * @param date when it was written, ISO 8601
 */
export const writeStep = (part: PartToWrite, date: string): string => {
  const w = entityWriter();
  const application = w.add("APPLICATION_CONTEXT('core data for automotive mechanical design processes')");
  w.add(`APPLICATION_PROTOCOL_DEFINITION('international standard','automotive_design',2000,${application})`);
  const context = {
    product: w.add(`PRODUCT_CONTEXT('',${application},'mechanical')`),
    definition: w.add(`PRODUCT_DEFINITION_CONTEXT('part definition',${application},'design')`),
  };
  const units = writeContext(w, part.units, part.size);
  const origin = writePlacement(w, [0, 0, 0], [0, 0, 1], [1, 0, 0]);
  const single = part.bodies.length === 1;
  const shapes = part.bodies.map((b) => {
    const product = writeProduct(w, single ? part.name : b.name, context);
    const solids = writeBody(w, b, part.size);
    const shape = w.add(
      `ADVANCED_BREP_SHAPE_REPRESENTATION(${quoted(b.name)},${listOf([origin, ...solids])},${units})`,
    );
    w.add(`SHAPE_DEFINITION_REPRESENTATION(${product.shape},${shape})`);
    return { name: b.name, shape, product };
  });
  if (!single) {
    const whole = writeProduct(w, part.name, context);
    const places = shapes.map(() => writePlacement(w, [0, 0, 0], [0, 0, 1], [1, 0, 0]));
    const shape = w.add(`SHAPE_REPRESENTATION(${quoted(part.name)},${listOf([origin, ...places])},${units})`);
    w.add(`SHAPE_DEFINITION_REPRESENTATION(${whole.shape},${shape})`);
    shapes.forEach((s, i) => {
      const use = w.add(
        `NEXT_ASSEMBLY_USAGE_OCCURRENCE(${quoted(String(i + 1))},${quoted(s.name)},'',${whole.definition},${s.product.definition},$)`,
      );
      const placed = w.add(`PRODUCT_DEFINITION_SHAPE('','',${use})`);
      const map = w.add(`ITEM_DEFINED_TRANSFORMATION('','',${origin},${places[i]})`);
      const relation = w.add(
        `(REPRESENTATION_RELATIONSHIP('','',${s.shape},${shape})REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION(${map})SHAPE_REPRESENTATION_RELATIONSHIP())`,
      );
      w.add(`CONTEXT_DEPENDENT_SHAPE_REPRESENTATION(${relation},${placed})`);
    });
  }
  return `${[
    'ISO-10303-21;',
    'HEADER;',
    "FILE_DESCRIPTION((''),'2;1');",
    `FILE_NAME(${quoted(part.name)},${quoted(date)},(''),(''),'','Blue Ledger','');`,
    "FILE_SCHEMA(('AUTOMOTIVE_DESIGN { 1 0 10303 214 1 1 1 1 }'));",
    'ENDSEC;',
    'DATA;',
    ...w.lines,
    'ENDSEC;',
    'END-ISO-10303-21;',
  ].join('\n')}\n`;
};
