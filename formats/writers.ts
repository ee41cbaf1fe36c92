import type { InkedPaper, Sheet } from '../core/sheet/drawnSheet.ts';
import type { SheetExportId } from './exports.ts';
import type { Lettering } from './lettering.ts';
import { sheetDxf } from './sheetDxf.ts';
import type { PrintHow } from './sheetPdf.ts';
import { sheetSvg } from './sheetSvg.ts';

/** What a file says of itself besides the sheet. */
export type FileFacts = {
  readonly title: string;
  readonly lettering: Lettering;
  readonly date: Date;
  readonly author?: string;
  /** of a PDF: pages before the sheets, such as a list of them */
  readonly before?: readonly InkedPaper[] | undefined;
  /** of a PDF: over small paper, or for a printer that does not print true */
  readonly how?: PrintHow | undefined;
};

type Writer = (sheets: readonly [Sheet, ...Sheet[]], facts: FileFacts) => Promise<string | Uint8Array>;

/** Writes sheets as a file. Only a PDF takes several, a page each; the others take the first. */
export const WRITERS: Readonly<Record<SheetExportId, Writer>> = {
  // loaded only when it is asked for: the PDF library is larger than all the rest
  pdf: async (sheets, facts) =>
    (await import('./sheetPdf.ts')).sheetPdf([...(facts.before ?? []), ...sheets], facts, facts.how),
  svg: async ([sheet], { title, lettering }) =>
    sheetSvg(sheet, title, Buffer.from(lettering.usual).toString('base64')),
  dxf: async ([sheet]) => sheetDxf(sheet, 'paper'),
  'dxf-true': async ([sheet]) => sheetDxf(sheet, 'true'),
  'dxf-dimensions': async ([sheet]) => sheetDxf(sheet, 'true', 'entities'),
  'dxf-blocks': async ([sheet]) => sheetDxf(sheet, 'true', 'entities', 'blocks'),
};
