'use client';
import { useEffect, useState } from 'react';
import { Choice } from '../Choice.tsx';
import { replayBook } from '../deskStore.ts';
import { Balance } from './Balance.tsx';
import { Construction } from './Construction.tsx';
import { Ledger } from './Ledger.tsx';

const BOOKS = [
  { value: 'ledger', label: 'Ledger' },
  { value: 'construct', label: 'Construct' },
  { value: 'balance', label: 'Balance' },
] as const;

/** Stage 4: the ledger of points, the construction of the sheet step by step, and the balance of views drawn elsewhere. */
export const Transfer = () => {
  const [book, setBook] = useState<(typeof BOOKS)[number]['value']>('ledger');
  // the sheet is whole again when one leaves the construction
  useEffect(() => {
    if (book === 'construct') replayBook({ steps: [], at: 0 });
    return () => replayBook(undefined);
  }, [book]);
  const action = <Choice name="Book" value={book} options={BOOKS} onChange={setBook} />;
  if (book === 'construct') return <Construction action={action} />;
  return book === 'balance' ? <Balance action={action} /> : <Ledger action={action} />;
};
