import { manyRequest } from '../../../../exchange/register.ts';
import { database } from '../../../../server/context.ts';
import { setMany } from '../../../../server/register.ts';
import { readBody, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** Puts several drawings into a folder, tags them, or puts them away. */
export const PATCH = (request: Request) =>
  reply(async () => setMany(await database(), await readBody(request, manyRequest)));
