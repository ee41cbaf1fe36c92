import { noteAccess } from '../../../server/accounts/accessLog.ts';
import { endSession } from '../../../server/accounts/sessions.ts';
import { reply } from '../reply.ts';
import { withSession } from '../session.ts';

export const dynamic = 'force-dynamic';

/** Ends the session of the browser that asks. */
export const POST = (request: Request) =>
  reply(request, 'signed in', async ({ db, person, secret, from }) => {
    if (secret !== undefined) {
      await endSession(db, secret);
      await noteAccess(db, { who: person.name, address: from.address, what: 'signed out' });
    }
    return withSession(request, undefined);
  });
