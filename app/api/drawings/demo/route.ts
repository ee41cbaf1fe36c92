import { addDemoDrawings, database } from '../../../../server/context.ts';
import { reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** Puts the demo drawings into an empty register. */
export const POST = () =>
  reply(async () => {
    await addDemoDrawings(await database());
  });
