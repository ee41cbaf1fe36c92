import { database } from '../../../../server/context.ts';
import { archiveRequest, changeRequest, idParameter, soundness } from '../../../../server/exchange.ts';
import { archiveDrawing, changeDrawing, readKept } from '../../../../server/store.ts';
import { readBody, refusedFaults, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

export const GET = (_: Request, { params }: Context) =>
  reply(async () => readKept(await database(), idParameter.parse((await params).id)));

/** Stores a change. A drawing that cannot be built is refused, so that what is stored is always sound. */
export const PUT = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = idParameter.parse((await params).id);
    const { revision, drawing, label } = await readBody(request, changeRequest);
    const sound = soundness(drawing);
    if (!sound.ok) throw refusedFaults(sound.faults);
    return changeDrawing(await database(), id, revision, drawing, label);
  });

export const PATCH = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = idParameter.parse((await params).id);
    const { archived } = await readBody(request, archiveRequest);
    await archiveDrawing(await database(), id, archived);
  });
