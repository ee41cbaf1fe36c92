import { historyRequest } from '../../../../../exchange/requests.ts';
import { database } from '../../../../../server/context.ts';
import { readDaybook, stepHistory } from '../../../../../server/store.ts';
import { readBody, readId, reply } from '../../../reply.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** Undo (-1) and redo (1), from the revision that the asker sees. */
export const POST = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = await readId(params);
    const { change, revision, direction } = await readBody(request, historyRequest);
    return stepHistory(await database(), id, { change, revision }, direction);
  });

/** The Daybook: the changes of a drawing, the newest first. */
export const GET = (_: Request, { params }: Context) =>
  reply(async () => readDaybook(await database(), await readId(params)));
