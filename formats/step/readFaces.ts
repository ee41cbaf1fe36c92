import { along, dot, scale, type Vec3 } from '../../core/geometry/vec.ts';
import { MOST_FACES } from '../../core/trimmed/solidsFile.ts';
import type { EdgeOf, SurfaceOf } from '../../core/trimmed/trimmedSolid.ts';
import type { EntityReader } from './entityReader.ts';
import { refuseEntity } from './part21.ts';
import { readCurve } from './readCurve.ts';
import { stepSays } from './stepWords.ts';

/** A face as a file has it; `uses` are its edges by the number of their entity, each with the sense that has the face to the left. */
export type RawFace = {
  readonly id: number;
  readonly surface: SurfaceOf;
  readonly uses: readonly { readonly edge: number; readonly sense: 1 | -1 }[];
};

/** What is read of one solid, before its faces are joined. */
export type RawSolid = {
  readonly id: number;
  readonly name: string;
  readonly faces: readonly RawFace[];
  readonly edges: ReadonlyMap<number, EdgeOf>;
};

/** How an angle in the file is told: so many radians are one of its units. */
export type AngleUnit = number;

/** @param same the surface's own normal leads out of the material */
const readSurface = (read: EntityReader, id: number, same: boolean, angle: AngleUnit): SurfaceOf => {
  const name = read.nameOf(id);
  const items = read.record(id, name).items;
  const size = (n: number): number => {
    const r = read.number(id, items[n]);
    return r > 0 ? r : refuseEntity(id, stepSays('wrong'));
  };
  const place = () => read.placement(read.ref(id, items[1]));
  switch (name) {
    case 'PLANE': {
      const { o, z } = place();
      const n = scale(z, same ? 1 : -1);
      return { kind: 'plane', n, d: dot(n, o) };
    }
    case 'CYLINDRICAL_SURFACE': {
      const { o, z } = place();
      return { kind: 'cylinder', o, a: z, r: size(2), filled: same };
    }
    case 'CONICAL_SURFACE': {
      const { o, z } = place();
      const r = read.number(id, items[2]);
      const half = read.number(id, items[3]) * angle;
      if (!(r >= 0 && half > 1e-6 && half < Math.PI / 2 - 1e-6)) return refuseEntity(id, stepSays('wrong'));
      return { kind: 'cone', o: along(o, z, -r / Math.tan(half)), a: z, half, filled: same };
    }
    case 'SPHERICAL_SURFACE':
      return { kind: 'sphere', o: place().o, r: size(2), filled: same };
    case 'TOROIDAL_SURFACE': {
      const { o, z } = place();
      return { kind: 'torus', o, a: z, R: size(2), r: size(3), filled: same };
    }
    case 'DEGENERATE_TOROIDAL_SURFACE': {
      const { o, z } = place();
      const outer = read.isTrue(id, items[4]);
      return { kind: 'torus', o, a: z, R: outer ? size(2) : -size(2), r: size(3), filled: same };
    }
    default:
      return refuseEntity(id, stepSays('surface', { is: name }));
  }
};

const readEdge = (read: EntityReader, id: number): EdgeOf => {
  const { items } = read.record(id, 'EDGE_CURVE');
  const end = (n: number): Vec3 => {
    const v = read.ref(id, items[n]);
    return read.point(read.ref(v, read.record(v, 'VERTEX_POINT').items[1]));
  };
  return readCurve(read, read.ref(id, items[3]), end(1), end(2), read.isTrue(id, items[4]));
};

const readFace = (
  read: EntityReader,
  id: number,
  flipped: boolean,
  angle: AngleUnit,
  edges: Map<number, EdgeOf>,
): RawFace => {
  const { items } = read.record(id, 'ADVANCED_FACE', 'FACE_SURFACE');
  const same = read.isTrue(id, items[3]) !== flipped;
  const uses: { edge: number; sense: 1 | -1 }[] = [];
  for (const bound of read.refs(id, items[1])) {
    const b = read.record(bound, 'FACE_BOUND', 'FACE_OUTER_BOUND').items;
    const loop = read.ref(bound, b[1]);
    // a loop of one vertex is the apex of a cone or the pole of a sphere: no edge
    if (read.find(loop, 'VERTEX_LOOP')) continue;
    const along = read.isTrue(bound, b[2]) !== flipped;
    for (const use of read.refs(loop, read.record(loop, 'EDGE_LOOP').items[1])) {
      const u = read.record(use, 'ORIENTED_EDGE').items;
      const edge = read.ref(use, u[3]);
      if (!edges.has(edge)) edges.set(edge, readEdge(read, edge));
      uses.push({ edge, sense: read.isTrue(use, u[4]) === along ? 1 : -1 });
    }
  }
  return { id, surface: readSurface(read, read.ref(id, items[2]), same, angle), uses };
};

/**
 * The faces and edges of a solid.
 * @param id the number of a MANIFOLD_SOLID_BREP or BREP_WITH_VOIDS
 * @throws Refusal naming the entity that is not read here
 */
export const readSolid = (read: EntityReader, id: number, angle: AngleUnit): RawSolid => {
  const { items } = read.record(id, 'MANIFOLD_SOLID_BREP', 'BREP_WITH_VOIDS', 'FACETED_BREP');
  const edges = new Map<number, EdgeOf>();
  const shells: { readonly id: number; readonly flipped: boolean }[] = [
    { id: read.ref(id, items[1]), flipped: false },
    ...(items[2] ? read.refs(id, items[2]) : []).map((v) => {
      const oriented = read.find(v, 'ORIENTED_CLOSED_SHELL');
      if (!oriented) return { id: v, flipped: false };
      return { id: read.ref(v, oriented.items[2]), flipped: !read.isTrue(v, oriented.items[3]) };
    }),
  ];
  const faces = shells.flatMap((shell) => {
    if (read.find(shell.id, 'OPEN_SHELL')) refuseEntity(shell.id, stepSays('open'));
    const ids = read.refs(shell.id, read.record(shell.id, 'CLOSED_SHELL').items[1]);
    if (ids.length > MOST_FACES) refuseEntity(shell.id, stepSays('many-faces', { most: MOST_FACES }));
    return ids.map((f) => readFace(read, f, shell.flipped, angle, edges));
  });
  return { id, name: read.text(items[0]), faces, edges };
};
