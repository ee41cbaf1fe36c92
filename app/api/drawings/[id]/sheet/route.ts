import * as z from 'zod';
import { exportOf, SHEET_EXPORTS, type SheetExportId } from '../../../../../formats/exports.ts';
import { SOLID_EXPORTS } from '../../../../../formats/solidFormats.ts';
import { compute } from '../../../../../server/compute.ts';
import { readKept } from '../../../../../server/store.ts';
import { file, fileName, letteringFont, sheetTitle } from '../../../fileReply.ts';
import { printHow } from '../../../printHow.ts';
import { Refused, refusedFaults, replyOn } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

const FORMATS = [
  ...SHEET_EXPORTS.map((e) => e.id),
  ...SOLID_EXPORTS.map((e) => e.id),
  'part',
  'drawing',
] as const;
const formatParameter = z.enum(FORMATS);

/** The stored drawing as a file: ?as=svg, pdf, dxf (on the paper), dxf-true (at true size), step, stl, obj, 3mf, part or drawing. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  replyOn(request, params, 'read', async (id, { db }) => {
    const query = new URL(request.url).searchParams;
    const format = formatParameter.safeParse(query.get('as'));
    if (!format.success) throw new Refused(400, `Ask for ?as= one of ${FORMATS.join(', ')}.`);
    const { drawing } = await readKept(db, id);
    const title = sheetTitle(drawing);
    const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
    if (format.data === 'drawing')
      return file(json(drawing), 'application/json', fileName(title, 'drawing.json'));
    if (format.data === 'part')
      return file(json(drawing.part), 'application/json', fileName(title, 'part.json'));
    const solid = SOLID_EXPORTS.find((e) => e.id === format.data);
    if (solid) {
      const made = await compute({ kind: 'solid', drawing, as: solid.id });
      if (!made.ok) throw refusedFaults(made.faults);
      return file(made.value, solid.type, fileName(title, solid.id));
    }
    const as = format.data as SheetExportId;
    const { type, ending } = exportOf(as);
    const made = await compute({
      kind: 'file',
      as,
      drawings: [drawing],
      title,
      lettering: await letteringFont(),
      how: as === 'pdf' ? await printHow(query) : undefined,
    });
    if (!made.ok) throw refusedFaults(made.faults);
    const answer = file(made.content, type, fileName(title, ending), query.has('inline'));
    // the small pictures of the register name the revision they are of, which never changes
    if (query.has('revision')) answer.headers.set('cache-control', 'private, max-age=31536000, immutable');
    return answer;
  });
