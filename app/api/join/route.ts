import { joinRequest } from '../../../exchange/people.ts';
import { fromOf } from '../../../server/accounts/asker.ts';
import { join } from '../../../server/accounts/invitations.ts';
import { needsAccounts } from '../../../server/accounts/needed.ts';
import { database } from '../../../server/context.ts';
import { Refused, readBody, replyToAnybody } from '../reply.ts';
import { withSession } from '../session.ts';

export const dynamic = 'force-dynamic';

/** Takes up an invitation: makes the account and signs its person in. */
export const POST = (request: Request) =>
  replyToAnybody(async () => {
    if (!needsAccounts(process.env)) throw new Refused(404, 'This server has no accounts.');
    const asked = await readBody(request, joinRequest);
    return withSession(request, await join(await database(), asked, fromOf(request.headers)));
  });
