import { invitationToken } from '../../../exchange/people.ts';
import { ROLE_WORDS } from '../../../exchange/roles.ts';
import { invitationOf } from '../../../server/accounts/invitations.ts';
import { needsAccounts } from '../../../server/accounts/needed.ts';
import { database } from '../../../server/context.ts';
import { EntryPage } from '../../EntryPage.tsx';
import { JoinForm } from './JoinForm.tsx';

export const dynamic = 'force-dynamic';

export default async function InvitationPage({ params }: { params: Promise<{ token: string }> }) {
  const token = invitationToken.safeParse((await params).token);
  const invited =
    token.success && needsAccounts(process.env)
      ? await invitationOf(await database(), token.data)
      : undefined;
  if (!token.success || !invited)
    return (
      <EntryPage
        title="This invitation is not good"
        text="It was used, taken back or is too old. Ask an owner of the register for another one. Where nobody runs it yet, start the server anew: it prints a new address."
      />
    );
  const { name, role, login, isFirst } = invited;
  const title = isFirst
    ? 'Make the owner’s account'
    : login === null
      ? 'Join this register'
      : 'Set your password anew';
  return (
    <EntryPage
      title={title}
      text={
        isFirst ? (
          'Nobody runs this register yet. Whoever makes this account does: invites the others, gives them roles and keeps backups.'
        ) : login === null ? (
          <>
            You are invited as <b className="text-ink">{role}</b>: {ROLE_WORDS[role]}.
          </>
        ) : (
          <>
            {name}, you sign in as <b className="text-ink">{login}</b>. All your sessions end, and no code is
            asked for until you switch that on again.
          </>
        )
      }
    >
      <JoinForm token={token.data} name={isFirst ? '' : name} hasAccount={login !== null} />
    </EntryPage>
  );
}
