import { archiveRequest, changeRequest } from '../../../../exchange/requests.ts';
import { compute, OverBudget } from '../../../../server/compute.ts';
import { database } from '../../../../server/context.ts';
import { archiveDrawing, changeDrawing, readKept, readRevision } from '../../../../server/store.ts';
import { readBody, readId, refusedFaults, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** The drawing as it is kept; with ?after=N only that it is unchanged, where N is its revision. */
export const GET = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = await readId(params);
    const db = await database();
    const after = new URL(request.url).searchParams.get('after');
    if (after !== null && Number(after) === (await readRevision(db, id))) return { unchanged: true };
    return readKept(db, id);
  });

/**
 * Stores a change. A drawing that cannot be built is refused, so that what is stored is sound; one whose check takes too long is
 * stored all the same, and the answer says so.
 */
export const PUT = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = await readId(params);
    const { revision, change, drawing, label } = await readBody(request, changeRequest);
    let unchecked: string | undefined;
    try {
      const sound = await compute({ kind: 'check', drawing });
      if (!sound.ok) throw refusedFaults(sound.faults);
    } catch (error) {
      if (!(error instanceof OverBudget)) throw error;
      unchecked = error.message;
    }
    const stored = await changeDrawing(await database(), id, { change, revision }, drawing, label);
    return unchecked === undefined ? stored : { ...stored, unchecked };
  });

export const PATCH = (request: Request, { params }: Context) =>
  reply(async () => {
    const id = await readId(params);
    const { archived } = await readBody(request, archiveRequest);
    await archiveDrawing(await database(), id, archived);
  });
