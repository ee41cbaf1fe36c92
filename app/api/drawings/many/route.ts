import { manyRequest } from '../../../../exchange/register.ts';
import { needAccess } from '../../../../server/accounts/access.ts';
import { setMany } from '../../../../server/register.ts';
import { readBody, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** Puts several drawings into a folder, tags them, or puts them away. */
export const PATCH = (request: Request) =>
  reply(request, 'signed in', async ({ db, person }) => {
    const asked = await readBody(request, manyRequest);
    for (const id of asked.ids) await needAccess(db, person, id, 'change');
    return setMany(db, asked);
  });
