import { passwordRequest } from '../../../../exchange/people.ts';
import { changePassword } from '../../../../server/accounts/people.ts';
import { readBody } from '../../reply.ts';
import { withSession } from '../../session.ts';
import { replyOnOwn } from '../own.ts';

export const dynamic = 'force-dynamic';

/** Changes the password of the person who asks. All sessions end; the one that asks goes on under a new secret. */
export const PUT = (request: Request) =>
  replyOnOwn(request, async ({ db, person, from }) =>
    withSession(request, await changePassword(db, person, await readBody(request, passwordRequest), from)),
  );
