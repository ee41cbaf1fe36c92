import { z } from 'zod';
import { openDesk } from '../../../../core/drawing/desk.ts';
import { sheetPdf } from '../../../../formats/sheetPdf.ts';
import { database } from '../../../../server/context.ts';
import { idParameter } from '../../../../server/exchange.ts';
import { readKept } from '../../../../server/store.ts';
import { dayOf, file, fileName, letteringFont, sheetTitle } from '../../fileReply.ts';
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
    const kept = [];
    for (const id of ids.data) kept.push((await readKept(db, id)).drawing);
    const sheets = kept.map((drawing) => {
      const worked = openDesk().work(drawing);
      if (worked.ok) return worked.sheet;
      const { message } = refusedFaults(worked.faults);
      throw new Refused(422, `${sheetTitle(drawing) || 'A drawing without a title'}: ${message}`);
    });
    const titles = kept.map(sheetTitle);
    const title = titles.length === 1 ? (titles[0] as string) : `${titles[0]} and ${titles.length - 1} more`;
    const authors = [...new Set(kept.map((d) => d.drawnBy).filter(Boolean))];
    const pdf = await sheetPdf(sheets, {
      title,
      lettering: await letteringFont(),
      date: new Date(Math.max(...kept.map((d) => dayOf(d).getTime()))),
      author: authors.join(', '),
    });
    return file(Buffer.from(pdf), 'application/pdf', fileName(title, 'pdf'), query.has('inline'));
  });
