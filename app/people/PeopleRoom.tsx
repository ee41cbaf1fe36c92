'use client';
import { useState } from 'react';
import type { Account } from '../../exchange/people.ts';
import { mayEverywhere } from '../../exchange/roles.ts';
import { RoomHead } from '../RoomHead.tsx';
import { OwnAccount } from './OwnAccount.tsx';
import { PeopleTable } from './PeopleTable.tsx';
import { signOut } from './peopleCalls.ts';

/** One's own account; for an owner all people of the register too. */
export const PeopleRoom = ({ account: first }: { readonly account: Account }) => {
  const [account, setAccount] = useState(first);
  const [fault, setFault] = useState<string>();
  const isOwner = mayEverywhere(account.role, 'run');
  const leave = async (): Promise<void> => {
    try {
      await signOut();
      location.assign('/sign-in');
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <div className="flex h-screen flex-col">
      <RoomHead title={isOwner ? 'People' : 'Your account'}>
        <span className="text-[13.5px]">
          {account.name}, <span className="text-second">{account.role}</span>
        </span>
        <button
          type="button"
          onClick={() => void leave()}
          className="rounded-md border border-rule-strong bg-white px-3 py-1 text-[13.5px] font-semibold text-deep hover:bg-pale"
        >
          Sign out
        </button>
      </RoomHead>
      <main className="min-h-0 flex-1 overflow-y-auto">
        <div className="mx-auto flex max-w-[1100px] flex-col gap-6 px-6 py-6">
          {fault && (
            <p role="alert" className="text-[13.5px] text-fault">
              {fault}
            </p>
          )}
          {isOwner && <PeopleTable own={account.id} />}
          <OwnAccount account={account} onChange={setAccount} />
        </div>
      </main>
    </div>
  );
};
