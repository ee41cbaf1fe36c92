import { compute } from '../../../../server/compute.ts';
import { file, fileName, letteringFont, SHEET_LIST, sheetTitle } from '../../fileReply.ts';
import { namedDrawings } from '../../namedDrawings.ts';
import { printHow } from '../../printHow.ts';
import { Refused, refusedFaults, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** Several stored drawings as one PDF, a sheet each in the order they are named, after a list of them where asked: ?id=...&id=...&list */
export const GET = (request: Request) =>
  reply(request, 'signed in', async (asked) => {
    const query = new URL(request.url).searchParams;
    const drawings = await namedDrawings(request, asked);
    const titles = drawings.map(sheetTitle);
    const title = titles.length === 1 ? (titles[0] as string) : `${titles[0]} and ${titles.length - 1} more`;
    const made = await compute({
      kind: 'file',
      as: 'pdf',
      drawings,
      title,
      ...(query.has('list') && { list: SHEET_LIST }),
      lettering: await letteringFont(),
      how: await printHow(query),
    });
    if (!made.ok) {
      const { message } = refusedFaults(made.faults);
      throw new Refused(422, `${titles[made.drawing] || 'A drawing without a title'}: ${message}`);
    }
    return file(made.content, 'application/pdf', fileName(title, 'pdf'), query.has('inline'));
  });
