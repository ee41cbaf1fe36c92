import { z } from 'zod';
import { compute } from '../../../../../server/compute.ts';
import { database } from '../../../../../server/context.ts';
import { readKept } from '../../../../../server/store.ts';
import { file, fileName, letteringFont, sheetTitle } from '../../../fileReply.ts';
import { Refused, readId, refusedFaults, reply } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

const formatParameter = z.enum(['svg', 'pdf', 'dxf', 'dxf-true', 'part', 'drawing']);

/** Of each kind of sheet file its media type and the ending of its name. */
const KINDS = {
  svg: ['image/svg+xml', 'svg'],
  pdf: ['application/pdf', 'pdf'],
  dxf: ['image/vnd.dxf', 'dxf'],
  'dxf-true': ['image/vnd.dxf', 'dxf'],
} as const;

/** The stored drawing as a file: ?as=svg, pdf, dxf (on the paper), dxf-true (at true size), part or drawing. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  reply(async () => {
    const id = await readId(params);
    const query = new URL(request.url).searchParams;
    const format = formatParameter.safeParse(query.get('as'));
    if (!format.success) throw new Refused(400, 'Ask for ?as=svg, pdf, dxf, dxf-true, part or drawing.');
    const { drawing } = await readKept(await database(), id);
    const title = sheetTitle(drawing);
    const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
    if (format.data === 'drawing')
      return file(json(drawing), 'application/json', fileName(title, 'drawing.json'));
    if (format.data === 'part')
      return file(json(drawing.part), 'application/json', fileName(title, 'part.json'));
    const [type, ending] = KINDS[format.data];
    const made = await compute({
      kind: 'file',
      as: format.data,
      drawings: [drawing],
      title,
      lettering: await letteringFont(),
    });
    if (!made.ok) throw refusedFaults(made.faults);
    return file(made.content, type, fileName(title, ending), query.has('inline'));
  });
