import { database } from '../../../../../server/context.ts';
import { historyRequest, idParameter } from '../../../../../server/exchange.ts';
import { readDaybook, stepHistory } from '../../../../../server/store.ts';
import { readBody, reply } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

/** Undo (-1) and redo (1). */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  reply(async () => {
    const { direction } = await readBody(request, historyRequest);
    return stepHistory(await database(), idParameter.parse((await params).id), direction);
  });

/** The Daybook: the changes of a drawing, the newest first. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  reply(async () => readDaybook(await database(), idParameter.parse((await params).id)));
