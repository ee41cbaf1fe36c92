/**
 * The files that a sheet is saved as: one entry each, used by the menu, the route and the command line. To add one, give it an entry
 * here and its writer in writers.ts (the compiler asks for it).
 */
export const SHEET_EXPORTS = [
  { id: 'pdf', label: 'Save PDF', type: 'application/pdf', ending: 'pdf', format: 'pdf', space: undefined },
  { id: 'svg', label: 'Save SVG', type: 'image/svg+xml', ending: 'svg', format: 'svg', space: undefined },
  {
    id: 'dxf',
    label: 'Save DXF, on the paper',
    type: 'image/vnd.dxf',
    ending: 'dxf',
    format: 'dxf',
    space: 'paper',
  },
  {
    id: 'dxf-true',
    label: 'Save DXF, true size with layout',
    type: 'image/vnd.dxf',
    ending: 'dxf',
    format: 'dxf',
    space: 'true',
  },
  {
    id: 'dxf-dimensions',
    label: 'Save DXF, true size, dimensions that measure',
    type: 'image/vnd.dxf',
    ending: 'dxf',
    format: 'dxf',
    space: 'dimensions',
  },
  {
    id: 'dxf-blocks',
    label: 'Save DXF, true size, each view a block',
    type: 'image/vnd.dxf',
    ending: 'dxf',
    format: 'dxf',
    space: 'blocks',
  },
] as const;
export type SheetExport = (typeof SHEET_EXPORTS)[number];
export type SheetExportId = SheetExport['id'];

export const exportOf = (id: SheetExportId): SheetExport =>
  SHEET_EXPORTS.find((e) => e.id === id) as SheetExport;

/** The formats that the command line names, and the spaces of those that have several. */
export const EXPORT_FORMATS = [...new Set(SHEET_EXPORTS.map((e) => e.format))];

/**
 * The export that a format and a space name; the first of a format's where no space is named.
 * @returns undefined where there is none such
 */
export const exportNamed = (format: string | undefined, space: string | undefined): SheetExport | undefined =>
  SHEET_EXPORTS.find((e) => e.format === format && (space === undefined || e.space === space));
