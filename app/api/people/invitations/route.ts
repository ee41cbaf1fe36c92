import { endInvitationRequest, inviteRequest } from '../../../../exchange/people.ts';
import {
  endInvitation,
  invitePerson,
  inviteToNewPassword,
  listInvitations,
} from '../../../../server/accounts/invitations.ts';
import { readBody, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** Invites a person, or lets one who has an account set the password anew; the path of the invitation is answered this once. */
export const POST = (request: Request) =>
  reply(request, 'run', async ({ db, person, from }) => {
    const asked = await readBody(request, inviteRequest);
    const secret =
      'person' in asked
        ? await inviteToNewPassword(db, person, asked.person, from.address)
        : await invitePerson(db, person, asked, from.address);
    return { path: `/invitation/${secret}`, invitations: await listInvitations(db) };
  });

/** Takes an invitation back. */
export const DELETE = (request: Request) =>
  reply(request, 'run', async ({ db, person, from }) => {
    const { id } = await readBody(request, endInvitationRequest);
    await endInvitation(db, person, id, from.address);
    return { invitations: await listInvitations(db) };
  });
