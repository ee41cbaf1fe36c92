import { database } from '../../../server/context.ts';
import { reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

/** Answers once the drawings can be read. */
export const GET = () =>
  reply(async () => {
    await database();
    return { ready: true };
  });
