import type { Vec3 } from '../core/geometry/vec.ts';
import type { Mesh } from '../core/mesh/mesh.ts';
import { normalOfTriangle } from '../core/mesh/meshOfBody.ts';
import type { NamedMesh } from './namedMesh.ts';

const cornersOf = ({ points }: Mesh, t: Mesh['triangles'][number]): [Vec3, Vec3, Vec3] =>
  t.map((i) => points[i]) as [Vec3, Vec3, Vec3];

/** All bodies as one binary STL file: triangles with their normals, 32-bit figures, in the part's unit (which STL does not say). */
export const stlBinary = (meshes: readonly NamedMesh[]): Uint8Array => {
  const count = meshes.reduce((n, m) => n + m.mesh.triangles.length, 0);
  const bytes = new Uint8Array(84 + 50 * count);
  const view = new DataView(bytes.buffer);
  view.setUint32(80, count, true);
  let at = 84;
  for (const { mesh } of meshes)
    for (const t of mesh.triangles) {
      const [p, q, r] = cornersOf(mesh, t);
      for (const v of [normalOfTriangle(p, q, r), p, q, r])
        for (const x of v) {
          view.setFloat32(at, x, true);
          at += 4;
        }
      at += 2;
    }
  return bytes;
};

const words = (v: Vec3): string => v.map((x) => (Object.is(x, -0) ? 0 : x)).join(' ');

/** All bodies as a text STL file, one solid for each, in the part's unit (which STL does not say). */
export const stlText = (meshes: readonly NamedMesh[]): string =>
  meshes
    .map(({ name, mesh }) => {
      const plain = name.replace(/\s+/g, '-');
      const facets = mesh.triangles.map((t) => {
        const [p, q, r] = cornersOf(mesh, t);
        return `facet normal ${words(normalOfTriangle(p, q, r))}\nouter loop\n${[p, q, r]
          .map((v) => `vertex ${words(v)}\n`)
          .join('')}endloop\nendfacet\n`;
      });
      return `solid ${plain}\n${facets.join('')}endsolid ${plain}\n`;
    })
    .join('');
