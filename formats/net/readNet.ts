import { attempt, type Result } from '../../core/number/fault.ts';
import type { SolidsFile } from '../../core/trimmed/solidsFile.ts';
import { LARGEST_SOLID_FILE } from '../solidFormats.ts';
import { withNames } from '../solidNames.ts';
import { flatFaced } from './flatFaces.ts';
import { refuseNet } from './netWords.ts';
import { readObjTriangles, readStlTriangles } from './readTriangles.ts';

/**
 * Reads an STL or OBJ file as solids with flat faces. Such files do not say their unit: their figures are taken for millimetres.
 * @returns the solids, or a fault with the place where the net is open or the file is damaged
 */
export const readNet = (kind: 'stl' | 'obj', bytes: Uint8Array): Result<SolidsFile> =>
  attempt(() => {
    if (bytes.length > LARGEST_SOLID_FILE) refuseNet('large');
    const found =
      kind === 'stl' ? readStlTriangles(bytes) : readObjTriangles(new TextDecoder().decode(bytes));
    if (!found.some((x) => x.triangles.length)) refuseNet('empty');
    return {
      units: 'mm',
      solids: withNames(
        found.flatMap((x) =>
          x.triangles.length ? flatFaced(x).map((solid) => ({ name: x.name, solid })) : [],
        ),
      ),
    };
  });
