import { historyRequest } from '../../../../../exchange/requests.ts';
import { readDaybook, stepHistory } from '../../../../../server/store.ts';
import { readBody, replyOn } from '../../../reply.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** Undo (-1) and redo (1), from the revision that the asker sees. */
export const POST = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', async (id, { db }) => {
    const { change, revision, direction } = await readBody(request, historyRequest);
    return stepHistory(db, id, { change, revision }, direction);
  });

/** The Daybook: the changes of a drawing, the newest first. */
export const GET = (request: Request, { params }: Context) =>
  replyOn(request, params, 'read', (id, { db }) => readDaybook(db, id));
