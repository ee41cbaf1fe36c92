import { issueRequest, withdrawRequest } from '../../../../../exchange/issue.ts';
import { compute } from '../../../../../server/compute.ts';
import { database } from '../../../../../server/context.ts';
import { addIssue, listIssues, withdrawIssue } from '../../../../../server/issues.ts';
import { readKept, Stale } from '../../../../../server/store.ts';
import { letteringFont, sheetTitle } from '../../../fileReply.ts';
import { readBody, readId, refusedFaults, reply } from '../../../reply.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** The issues of a drawing, the newest first. */
export const GET = (_: Request, { params }: Context) =>
  reply(async () => listIssues(await database(), await readId(params)));

/** Freezes the drawing as it is stored: the drawing file, a PDF and a DXF on the paper. */
export const POST = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = await readId(params);
    const asked = await readBody(request, issueRequest);
    const db = await database();
    const kept = await readKept(db, id);
    if (kept.revision !== asked.revision) throw new Stale(kept);
    const { drawing } = kept;
    const lettering = await letteringFont();
    const made = async (as: 'pdf' | 'dxf'): Promise<string> => {
      const file = await compute({
        kind: 'file',
        as,
        drawings: [drawing],
        title: sheetTitle(drawing),
        lettering,
      });
      if (!file.ok) throw refusedFaults(file.faults);
      return typeof file.content === 'string' ? file.content : Buffer.from(file.content).toString('base64');
    };
    await addIssue(db, id, asked, {
      document: JSON.stringify(drawing),
      pdf: await made('pdf'),
      dxf: await made('dxf'),
    });
    return listIssues(db, id);
  });

/** Withdraws an issue. Its files stay as they were issued. */
export const DELETE = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = await readId(params);
    const { letter } = await readBody(request, withdrawRequest);
    const db = await database();
    await withdrawIssue(db, id, letter);
    return listIssues(db, id);
  });
