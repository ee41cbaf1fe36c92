import type { NamedMesh } from './namedMesh.ts';

/** Bodies as an OBJ file, each an object by its name; the unit stands in a comment. */
export const objText = (meshes: readonly NamedMesh[], units: 'mm' | 'in'): string => {
  let before = 1;
  const objects = meshes.map(({ name, mesh }) => {
    const first = before;
    before += mesh.points.length;
    return [
      `o ${name.replace(/\s+/g, '_')}`,
      ...mesh.points.map((p) => `v ${p.map((x) => (Object.is(x, -0) ? 0 : x)).join(' ')}`),
      ...mesh.triangles.map((t) => `f ${t.map((i) => i + first).join(' ')}`),
    ].join('\n');
  });
  return `# lengths in ${units === 'mm' ? 'millimetres' : 'inches'}\n${objects.join('\n')}\n`;
};
