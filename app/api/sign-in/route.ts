import { signInRequest } from '../../../exchange/people.ts';
import { fromOf } from '../../../server/accounts/asker.ts';
import { needsAccounts } from '../../../server/accounts/needed.ts';
import { signIn } from '../../../server/accounts/signIn.ts';
import { database } from '../../../server/context.ts';
import { Refused, readBody, replyToAnybody } from '../reply.ts';
import { withSession } from '../session.ts';

export const dynamic = 'force-dynamic';

/** Signs a person in; asks for a code first where the account wants one. */
export const POST = (request: Request) =>
  replyToAnybody(async () => {
    if (!needsAccounts(process.env)) throw new Refused(404, 'This server has no accounts.');
    const asked = await readBody(request, signInRequest);
    const secret = await signIn(await database(), asked, fromOf(request.headers));
    return secret === undefined ? { needsCode: true } : withSession(request, secret);
  });
