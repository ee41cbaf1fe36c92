'use client';
import { useEffect, useState } from 'react';
import { Choice } from '../../book/Choice.tsx';
import { fetchedLater } from '../../fetchedLater.tsx';
import { useDesk } from '../../useDesk.ts';
import { Ledger } from './Ledger.tsx';

const BOOKS = [
  { value: 'ledger', label: 'Ledger' },
  { value: 'construct', label: 'Construct' },
  { value: 'balance', label: 'Balance' },
  { value: 'practise', label: 'Practise' },
] as const;

// each is fetched when it is first opened
const Construction = fetchedLater(() => import('./Construction.tsx').then((m) => m.Construction));
const Balance = fetchedLater(() => import('./Balance.tsx').then((m) => m.Balance));
const Practice = fetchedLater(() => import('./Practice.tsx').then((m) => m.Practice));
const PAGES = { ledger: Ledger, construct: Construction, balance: Balance, practise: Practice } as const;

/**
 * Stage 4: the ledger of points, the construction of the sheet step by step, the balance of views drawn elsewhere, and a view
 * to be drawn from the others.
 */
export const Transfer = () => {
  const { view } = useDesk();
  const [book, setBook] = useState<(typeof BOOKS)[number]['value']>('ledger');
  // the sheet is whole again when one leaves the construction
  useEffect(() => {
    if (book === 'construct') view.replayBook({ steps: [], short: [], at: 0 });
    return () => view.replayBook(undefined);
  }, [book, view]);
  const Book = PAGES[book];
  return <Book books={<Choice name="Book" value={book} options={BOOKS} onChange={setBook} />} />;
};
