import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { askerOf } from '../../server/accounts/asker.ts';
import { EntryPage } from '../EntryPage.tsx';
import { SignInForm } from './SignInForm.tsx';

export const dynamic = 'force-dynamic';

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  // on a server for one person there is nobody else to be
  if (await askerOf(await headers())) redirect('/');
  const { to } = await searchParams;
  return (
    <EntryPage title="Sign in">
      <SignInForm to={typeof to === 'string' ? to : undefined} />
      <p className="mt-5 border-t border-rule pt-3 text-[12.5px] leading-[17px] text-second">
        No account yet, or the password forgotten? An owner of this register sends you an invitation.
      </p>
    </EntryPage>
  );
}
