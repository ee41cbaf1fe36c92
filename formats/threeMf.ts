import { strToU8, zipSync } from 'fflate';
import type { NamedMesh } from './namedMesh.ts';

const CONTENT_TYPES =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>';
const RELATIONS =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="model" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';

/** Colours that neighbouring bodies are told apart by. */
const COLOURS = ['#8FA3B8', '#C2A46B', '#7FA58A', '#B58484', '#8C86B0', '#A8A8A8'];

const quoted = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** Bodies as a 3MF file (3MF Core Specification): each an object by its name, with a colour, in the part's unit. */
export const threeMf = (title: string, meshes: readonly NamedMesh[], units: 'mm' | 'in'): Uint8Array => {
  const materials = meshes
    .map((m, i) => `<base name="${quoted(m.name)}" displaycolor="${COLOURS[i % COLOURS.length]}"/>`)
    .join('');
  const objects = meshes
    .map(({ name, mesh }, i) => {
      const vertices = mesh.points.map(([x, y, z]) => `<vertex x="${x}" y="${y}" z="${z}"/>`).join('');
      const triangles = mesh.triangles
        .map(([a, b, c]) => `<triangle v1="${a}" v2="${b}" v3="${c}"/>`)
        .join('');
      return `<object id="${i + 2}" type="model" name="${quoted(name)}" pid="1" pindex="${i}"><mesh><vertices>${vertices}</vertices><triangles>${triangles}</triangles></mesh></object>`;
    })
    .join('');
  const items = meshes.map((_, i) => `<item objectid="${i + 2}"/>`).join('');
  const model = `<?xml version="1.0" encoding="UTF-8"?>\n<model unit="${units === 'mm' ? 'millimeter' : 'inch'}" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><metadata name="Title">${quoted(title)}</metadata><resources><basematerials id="1">${materials}</basematerials>${objects}</resources><build>${items}</build></model>`;
  return zipSync(
    {
      '[Content_Types].xml': strToU8(CONTENT_TYPES),
      '_rels/.rels': strToU8(RELATIONS),
      '3D/3dmodel.model': strToU8(model),
    },
    // always the same bytes for the same part
    { mtime: new Date('2000-01-01T00:00:00') },
  );
};
