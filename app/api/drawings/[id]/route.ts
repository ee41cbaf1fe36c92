import { archiveRequest, changeRequest } from '../../../../exchange/requests.ts';
import { compute, OverBudget } from '../../../../server/compute.ts';
import { archiveDrawing, changeDrawing, readKept, readRevision } from '../../../../server/store.ts';
import { readBody, refusedFaults, replyOn } from '../../reply.ts';
import { mayStandAs } from '../../stateRights.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** The drawing as it is kept; with ?after=N only that it is unchanged, where N is its revision. */
export const GET = (request: Request, { params }: Context) =>
  replyOn(request, params, 'read', async (id, { db }) => {
    const after = new URL(request.url).searchParams.get('after');
    if (after !== null && Number(after) === (await readRevision(db, id))) return { unchanged: true };
    return readKept(db, id);
  });

/**
 * Stores a change. A drawing that cannot be built is refused, so that what is stored is sound; one whose check takes too long is
 * stored all the same, and the answer says so.
 */
export const PUT = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', async (id, { db, person }) => {
    const { revision, change, drawing, label } = await readBody(request, changeRequest);
    await mayStandAs(db, person, id, drawing);
    let unchecked: string | undefined;
    try {
      const sound = await compute({ kind: 'check', drawing });
      if (!sound.ok) throw refusedFaults(sound.faults);
    } catch (error) {
      if (!(error instanceof OverBudget)) throw error;
      unchecked = error.message;
    }
    const stored = await changeDrawing(db, id, { change, revision }, drawing, label, person.name);
    return unchecked === undefined ? stored : { ...stored, unchecked };
  });

export const PATCH = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', async (id, { db }) => {
    const { archived } = await readBody(request, archiveRequest);
    await archiveDrawing(db, id, archived);
  });
