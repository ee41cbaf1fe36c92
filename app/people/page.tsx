import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { accountOf } from '../../server/accounts/people.ts';
import { database } from '../../server/context.ts';
import { pageAsker } from '../pageAsker.ts';
import { PeopleRoom } from './PeopleRoom.tsx';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'People · Blue Ledger' };

export default async function PeoplePage() {
  const { person, secret } = await pageAsker();
  // a server for one person has no accounts
  if (secret === undefined) redirect('/');
  return <PeopleRoom account={await accountOf(await database(), person, secret)} />;
}
