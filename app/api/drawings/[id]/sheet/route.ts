import { z } from 'zod';
import { openDesk } from '../../../../../core/drawing/desk.ts';
import { sheetDxf } from '../../../../../formats/sheetDxf.ts';
import { sheetPdf } from '../../../../../formats/sheetPdf.ts';
import { sheetSvg } from '../../../../../formats/sheetSvg.ts';
import { database } from '../../../../../server/context.ts';
import { idParameter } from '../../../../../server/exchange.ts';
import { readKept } from '../../../../../server/store.ts';
import { dayOf, file, fileName, letteringFont, sheetTitle } from '../../../fileReply.ts';
import { Refused, refusedFaults, reply } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

const formatParameter = z.enum(['svg', 'pdf', 'dxf', 'dxf-true', 'part', 'drawing']);

/** The stored drawing as a file: ?as=svg, pdf, dxf (on the paper), dxf-true (at true size), part or drawing. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  reply(async () => {
    const query = new URL(request.url).searchParams;
    const format = formatParameter.safeParse(query.get('as'));
    if (!format.success) throw new Refused(400, 'Ask for ?as=svg, pdf, dxf, dxf-true, part or drawing.');
    const { drawing } = await readKept(await database(), idParameter.parse((await params).id));
    const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
    if (format.data === 'drawing')
      return file(json(drawing), 'application/json', fileName(sheetTitle(drawing), 'drawing.json'));
    if (format.data === 'part')
      return file(json(drawing.part), 'application/json', fileName(sheetTitle(drawing), 'part.json'));
    const worked = openDesk().work(drawing);
    if (!worked.ok) throw refusedFaults(worked.faults);
    if (format.data === 'dxf' || format.data === 'dxf-true')
      return file(
        sheetDxf(worked.sheet, format.data === 'dxf' ? 'paper' : 'true'),
        'image/vnd.dxf',
        fileName(sheetTitle(drawing), 'dxf'),
      );
    const lettering = await letteringFont();
    const title = sheetTitle(drawing);
    if (format.data === 'svg')
      return file(
        sheetSvg(worked.sheet, title, lettering.toString('base64')),
        'image/svg+xml',
        fileName(sheetTitle(drawing), 'svg'),
      );
    const pdf = await sheetPdf([worked.sheet], {
      title,
      lettering,
      date: dayOf(drawing),
      author: drawing.drawnBy,
    });
    return file(
      Buffer.from(pdf),
      'application/pdf',
      fileName(sheetTitle(drawing), 'pdf'),
      query.has('inline'),
    );
  });
