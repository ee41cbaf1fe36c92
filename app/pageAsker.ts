import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { type Asker, askerOf } from '../server/accounts/asker.ts';

/** Who asks for a page; whoever is not signed in is sent to the way in. */
export const pageAsker = async (): Promise<Asker> => {
  const asker = await askerOf(await headers());
  if (!asker) redirect('/sign-in');
  return asker;
};
