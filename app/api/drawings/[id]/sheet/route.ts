import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { openDesk } from '../../../../../core/drawing/desk.ts';
import type { Drawing } from '../../../../../core/drawing/drawing.ts';
import { sheetDxf } from '../../../../../formats/sheetDxf.ts';
import { sheetPdf } from '../../../../../formats/sheetPdf.ts';
import { sheetSvg } from '../../../../../formats/sheetSvg.ts';
import { database } from '../../../../../server/context.ts';
import { idParameter } from '../../../../../server/exchange.ts';
import { readKept } from '../../../../../server/store.ts';
import { Refused, refusedFaults, reply } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

const formatParameter = z.enum(['svg', 'pdf', 'dxf', 'dxf-true', 'part', 'drawing']);

const fileName = (d: Drawing, ending: string): string =>
  `${
    [d.number, d.title]
      .filter(Boolean)
      .join(' ')
      .replace(/[^\p{L}\p{N} _.-]/gu, '')
      .trim() || 'drawing'
  }.${ending}`;

const file = (body: BodyInit, type: string, name: string, inline = false): Response =>
  new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `${inline ? 'inline' : 'attachment'}; filename="${name.replace(/[^\x20-\x7e]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
    },
  });

/** The stored drawing as a file: ?as=svg, pdf, dxf (on the paper), dxf-true (at true size), part or drawing. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  reply(async () => {
    const query = new URL(request.url).searchParams;
    const format = formatParameter.safeParse(query.get('as'));
    if (!format.success) throw new Refused(400, 'Ask for ?as=svg, pdf, dxf, dxf-true, part or drawing.');
    const { drawing } = await readKept(await database(), idParameter.parse((await params).id));
    const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
    if (format.data === 'drawing')
      return file(json(drawing), 'application/json', fileName(drawing, 'drawing.json'));
    if (format.data === 'part')
      return file(json(drawing.part), 'application/json', fileName(drawing, 'part.json'));
    const worked = openDesk().work(drawing);
    if (!worked.ok) throw refusedFaults(worked.faults);
    if (format.data === 'dxf' || format.data === 'dxf-true')
      return file(
        sheetDxf(worked.sheet, format.data === 'dxf' ? 'paper' : 'true'),
        'image/vnd.dxf',
        fileName(drawing, 'dxf'),
      );
    const lettering = await readFile(join(process.cwd(), 'public/lettering/osifont.ttf'));
    const title = `${drawing.number} ${drawing.title}`.trim();
    if (format.data === 'svg')
      return file(
        sheetSvg(worked.sheet, title, lettering.toString('base64')),
        'image/svg+xml',
        fileName(drawing, 'svg'),
      );
    const day = new Date(drawing.date);
    const pdf = await sheetPdf(
      worked.sheet,
      title,
      lettering,
      Number.isNaN(day.getTime()) ? new Date(0) : day,
      drawing.drawnBy,
    );
    return file(Buffer.from(pdf), 'application/pdf', fileName(drawing, 'pdf'), query.has('inline'));
  });
