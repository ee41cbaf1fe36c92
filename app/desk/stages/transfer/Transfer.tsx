'use client';
import { type ReactNode, useEffect, useState } from 'react';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { Choice } from '../../book/Choice.tsx';
import { Page } from '../../book/Page.tsx';
import { openedAt } from '../../deskAddress.ts';
import { fetchedLater } from '../../fetchedLater.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { Ledger } from './Ledger.tsx';

const BOOKS = [
  { value: 'ledger', label: 'Ledger' },
  { value: 'construct', label: 'Construct' },
  { value: 'balance', label: 'Balance' },
  { value: 'practise', label: 'Practise' },
  { value: 'parts', label: 'Parts' },
] as const;

// each is fetched when it is first opened
const Construction = fetchedLater(() => import('./Construction.tsx').then((m) => m.Construction));
const Balance = fetchedLater(() => import('./Balance.tsx').then((m) => m.Balance));
const Practice = fetchedLater(() => import('./Practice.tsx').then((m) => m.Practice));
const Parts = fetchedLater(() => import('./Parts.tsx').then((m) => m.Parts));
const PAGES = {
  ledger: Ledger,
  construct: Construction,
  balance: Balance,
  practise: Practice,
  parts: Parts,
} as const;

/** What is drawn by hand on the sheet needs the whole part there. */
const BY_HAND: readonly string[] = ['construct', 'practise'];

/** In the place of a construction where the views are interrupted. */
const DrawnWholeFirst = ({ books }: { books: ReactNode }) => {
  const edit = useEdit();
  return (
    <Page title="Drawn whole first" books={books}>
      <p className="px-5 py-3 text-[13.5px] leading-[19px]">
        A stretch of the part is left out of these views. To construct or practise them, draw the part whole.
      </p>
      <button
        type="button"
        className="px-5 text-[13.5px] font-semibold text-house hover:underline"
        onClick={() => void edit(setUp({ interruptions: undefined }, 'Drawn whole'))}
      >
        Draw the part whole
      </button>
    </Page>
  );
};

/**
 * Stage 4: the ledger of points, what lies between the parts of an assembly, the construction of the sheet step by step, the balance of views drawn elsewhere, and a view
 * to be drawn from the others.
 */
export const Transfer = () => {
  const { view } = useDesk();
  const isInterrupted = useSession((s) => s.drawing.setup.interruptions !== undefined);
  const isAssembly = useSession((s) => s.drawing.part.bodies.length > 1);
  const [chosen, setBook] = useState<(typeof BOOKS)[number]['value']>(() =>
    openedAt()?.at === 'construct' ? 'construct' : 'ledger',
  );
  // a part by itself has no book of several
  const book = chosen === 'parts' && !isAssembly ? 'ledger' : chosen;
  // the sheet is whole again when one leaves the construction
  useEffect(() => {
    if (book === 'construct') view.replayBook({ steps: [], short: [], at: 0 });
    return () => view.replayBook(undefined);
  }, [book, view]);
  const books = (
    <Choice
      name="Book"
      value={book}
      options={isAssembly ? BOOKS : BOOKS.filter((b) => b.value !== 'parts')}
      onChange={setBook}
    />
  );
  const Book = isInterrupted && BY_HAND.includes(book) ? DrawnWholeFirst : PAGES[book];
  return <Book books={books} />;
};
