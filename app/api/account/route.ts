import { accountOf } from '../../../server/accounts/people.ts';
import { replyOnOwn } from './own.ts';

export const dynamic = 'force-dynamic';

/** The account of the person who asks, with its open sessions. */
export const GET = (request: Request) =>
  replyOnOwn(request, ({ db, person, secret }) => accountOf(db, person, secret));
