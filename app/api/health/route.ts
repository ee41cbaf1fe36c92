import { database } from '../../../server/context.ts';
import { replyToAnybody } from '../reply.ts';

export const dynamic = 'force-dynamic';

/** Answers once the drawings can be read. */
export const GET = () =>
  replyToAnybody(async () => {
    await database();
    return { ready: true };
  });
