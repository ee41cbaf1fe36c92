import { accountOf, signOutEverywhere } from '../../../../server/accounts/people.ts';
import { replyOnOwn } from '../own.ts';

export const dynamic = 'force-dynamic';

/** Ends all other sessions of the person who asks. */
export const DELETE = (request: Request) =>
  replyOnOwn(request, async ({ db, person, from, secret }) => {
    await signOutEverywhere(db, person, person.id, from.address, secret);
    return accountOf(db, person, secret);
  });
