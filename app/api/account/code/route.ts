import { codeRequest } from '../../../../exchange/people.ts';
import { confirmCode, endCode, offerCode, renewRecoveryCodes } from '../../../../server/accounts/people.ts';
import { readBody } from '../../reply.ts';
import { replyOnOwn } from '../own.ts';

export const dynamic = 'force-dynamic';

/** Begins, confirms or ends the asking for a code at sign-in, or makes new recovery codes. */
export const PUT = (request: Request) =>
  replyOnOwn(request, async ({ db, person, from }) => {
    const asked = await readBody(request, codeRequest);
    if (asked.doing === 'begin') return offerCode(db, person, asked.password, from);
    if (asked.doing === 'confirm') return confirmCode(db, person, asked.code, from);
    if (asked.doing === 'renew') return renewRecoveryCodes(db, person, asked.password, from);
    await endCode(db, person, asked.password, from);
    return { done: true };
  });
