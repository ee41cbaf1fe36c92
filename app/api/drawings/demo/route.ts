import { addDemoDrawings } from '../../../../server/context.ts';
import { reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** Puts the demo drawings into an empty register. */
export const POST = (request: Request) => reply(request, 'change all', ({ db }) => addDemoDrawings(db));
