import { z } from 'zod';
import { idParameter } from '../../../../exchange/requests.ts';
import { compute } from '../../../../server/compute.ts';
import { database } from '../../../../server/context.ts';
import { readKept } from '../../../../server/store.ts';
import { file, fileName, letteringFont, sheetTitle } from '../../fileReply.ts';
import { Refused, refusedFaults, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** As many sheets as one file takes. */
const MOST = 60;
const idsParameter = z.array(idParameter).min(1).max(MOST);

/** Several stored drawings as one PDF, a sheet each in the order they are named: ?id=...&id=... */
export const GET = (request: Request) =>
  reply(async () => {
    const query = new URL(request.url).searchParams;
    const ids = idsParameter.safeParse(query.getAll('id'));
    if (!ids.success) throw new Refused(400, `Name between 1 and ${MOST} drawings: ?id=...&id=...`);
    const db = await database();
    const drawings = [];
    for (const id of ids.data) drawings.push((await readKept(db, id)).drawing);
    const titles = drawings.map(sheetTitle);
    const title = titles.length === 1 ? (titles[0] as string) : `${titles[0]} and ${titles.length - 1} more`;
    const made = await compute({
      kind: 'file',
      as: 'pdf',
      drawings,
      title,
      lettering: await letteringFont(),
    });
    if (!made.ok) {
      const { message } = refusedFaults(made.faults);
      throw new Refused(422, `${titles[made.drawing] || 'A drawing without a title'}: ${message}`);
    }
    return file(made.content, 'application/pdf', fileName(title, 'pdf'), query.has('inline'));
  });
