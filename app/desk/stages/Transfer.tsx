'use client';
import { useEffect } from 'react';
import { replayBook, useDesk } from '../deskStore.ts';
import { Construction } from './Construction.tsx';
import { Ledger } from './Ledger.tsx';

/** Stage 4: the ledger of points, or the construction of the sheet step by step. */
export const Transfer = () => {
  const open = useDesk((s) => s.replay !== undefined);
  // the sheet is whole again when one leaves the stage
  useEffect(() => () => replayBook(undefined), []);
  const action = (
    <button
      type="button"
      onClick={() => replayBook(open ? undefined : { steps: [], at: 0 })}
      className="text-[13px] font-semibold whitespace-nowrap text-house hover:underline"
    >
      {open ? 'Back to the ledger' : 'Construct it'}
    </button>
  );
  return open ? <Construction action={action} /> : <Ledger action={action} />;
};
