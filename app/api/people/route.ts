import { type People, personRequest } from '../../../exchange/people.ts';
import { readAccessLog } from '../../../server/accounts/accessLog.ts';
import { listInvitations } from '../../../server/accounts/invitations.ts';
import { listPeople, setOff, setRole, signOutEverywhere } from '../../../server/accounts/people.ts';
import type { Database } from '../../../server/queries.ts';
import { readBody, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

const listed = async (db: Database): Promise<People> => ({
  people: await listPeople(db),
  invitations: await listInvitations(db),
  log: await readAccessLog(db),
});

/** All people, who is invited, and the newest of the access log. */
export const GET = (request: Request) => reply(request, 'run', ({ db }) => listed(db));

/** Gives a person another role, switches an account off or on, or ends its sessions. */
export const PATCH = (request: Request) =>
  reply(request, 'run', async ({ db, person, from }) => {
    const asked = await readBody(request, personRequest);
    if ('role' in asked) await setRole(db, person, asked, from.address);
    else if ('isOff' in asked) await setOff(db, person, asked, from.address);
    else await signOutEverywhere(db, person, asked.id, from.address);
    return listed(db);
  });
