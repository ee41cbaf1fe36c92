import { shareRequest } from '../../../../../exchange/people.ts';
import { share, sharesOf } from '../../../../../server/accounts/access.ts';
import { readBody, replyOn } from '../../../reply.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** What everybody may do with a drawing, and with whom it is shared. */
export const GET = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', (id, { db }) => sharesOf(db, id));

/** Shares a drawing with a person, or takes that back. */
export const PUT = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', async (id, { db, person, from }) => {
    await share(db, person, id, await readBody(request, shareRequest), from.address);
    return sharesOf(db, id);
  });
