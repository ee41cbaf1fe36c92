import { facesOfBody } from '../core/faces/facesOfBody.ts';
import type { Mesh } from '../core/mesh/mesh.ts';
import { meshOfBody } from '../core/mesh/meshOfBody.ts';
import type { Result } from '../core/number/fault.ts';
import { says } from '../core/number/faultWords.ts';
import type { BuiltPart } from '../core/solid/build.ts';
import { objText } from './obj.ts';
import type { SolidFormat } from './solidFormats.ts';
import { writeStep } from './step/writeStep.ts';
import { stlBinary, stlText } from './stl.ts';
import { threeMf } from './threeMf.ts';

export type SolidFileWanted = {
  readonly format: SolidFormat;
  /** bodies by their names; all where it is left out */
  readonly bodies?: readonly string[];
  /** how far triangles may stray from the surfaces, a length in the part's unit */
  readonly deviation: number;
  /** STL as text */
  readonly text?: boolean;
  /** when it is written, ISO 8601 */
  readonly date: string;
};

const ROUND = ['cylinder', 'cone', 'sphere', 'torus'] as const;

/**
 * A part's bodies as a file in an open format: STEP with exact faces and edges, the others as closed nets of triangles.
 * @returns the file, or a fault naming a body of which no closed net was found
 */
export const solidFile = (part: BuiltPart, wanted: SolidFileWanted): Result<string | Uint8Array> => {
  const bodies = part.bodies.filter((b) => !wanted.bodies || wanted.bodies.includes(b.solid.name));
  if (wanted.format === 'step') {
    const faces = bodies.map((b) => ({
      name: b.solid.name,
      // spheres and rings in quarters, cones in halves: readers differ on where their poles, tips and seams are
      faces: facesOfBody(b.solid, b.edges, { parted: ['cone', 'sphere', 'torus'] }),
    }));
    return {
      ok: true,
      value: writeStep(
        { name: part.name, units: part.units, size: part.tol.size, bodies: faces },
        wanted.date,
      ),
    };
  }
  const meshes: { name: string; mesh: Mesh }[] = [];
  for (const b of bodies) {
    const { name } = b.solid;
    const mesh = meshOfBody(facesOfBody(b.solid, b.edges, { parted: ROUND }), wanted.deviation);
    if (!mesh)
      return {
        ok: false,
        faults: [{ path: ['bodies'], where: `body "${name}"`, ...says('net.none') }],
      };
    meshes.push({ name, mesh });
  }
  switch (wanted.format) {
    case 'stl':
      return { ok: true, value: wanted.text ? stlText(meshes) : stlBinary(meshes) };
    case 'obj':
      return { ok: true, value: objText(meshes, part.units) };
    case '3mf':
      return { ok: true, value: threeMf(part.name, meshes, part.units) };
  }
};
