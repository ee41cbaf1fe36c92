import { issueRequest, withdrawRequest } from '../../../../../exchange/issue.ts';
import { noteAccess } from '../../../../../server/accounts/accessLog.ts';
import { compute } from '../../../../../server/compute.ts';
import { addIssue, listIssues, withdrawIssue } from '../../../../../server/issues.ts';
import { readKept, Stale } from '../../../../../server/store.ts';
import { letteringFont, sheetTitle } from '../../../fileReply.ts';
import { readBody, refusedFaults, replyOn } from '../../../reply.ts';
import { mayIssue } from '../../../stateRights.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** The issues of a drawing, the newest first. */
export const GET = (request: Request, { params }: Context) =>
  replyOn(request, params, 'read', (id, { db }) => listIssues(db, id));

/** Freezes the drawing as it is stored: the drawing file, a PDF and a DXF on the paper. */
export const POST = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', async (id, { db, person, from }) => {
    mayIssue(person);
    const read = await readBody(request, issueRequest);
    // whoever is signed in issues in their own name
    const asked = person.name ? { ...read, by: person.name } : read;
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
    if (person.name)
      await noteAccess(db, {
        who: person.name,
        address: from.address,
        what: `issued ${drawing.number} ${asked.letter}`,
      });
    return listIssues(db, id);
  });

/** Withdraws an issue. Its files stay as they were issued. */
export const DELETE = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', async (id, { db, person, from }) => {
    mayIssue(person);
    const { letter } = await readBody(request, withdrawRequest);
    await withdrawIssue(db, id, letter);
    const { number } = (await readKept(db, id)).drawing;
    if (person.name)
      await noteAccess(db, {
        who: person.name,
        address: from.address,
        what: `withdrew the issue ${letter} of ${number}`,
      });
    return listIssues(db, id);
  });
