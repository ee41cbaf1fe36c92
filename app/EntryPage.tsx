import type { ReactNode } from 'react';
import { HouseMark } from './HouseMark.tsx';

/** A page before the register: its title, a line about it, and a form. */
export const EntryPage = ({
  title,
  text,
  children,
}: {
  readonly title: string;
  readonly text?: ReactNode;
  readonly children?: ReactNode;
}) => (
  <main className="mx-auto mt-20 w-[420px] max-w-[calc(100%-2rem)] rounded-lg border border-rule bg-page px-8 py-7">
    <title>{`${title} · Blue Ledger`}</title>
    <p className="flex items-center gap-2 text-[15px] font-bold text-deep">
      <HouseMark /> Blue Ledger
    </p>
    <h1 className="mt-4 border-b-2 border-rule-strong pb-2 text-[21px] leading-[26px] font-bold">{title}</h1>
    {text && <p className="mt-3 text-[13.5px] leading-[19px] text-second">{text}</p>}
    <div className="mt-4">{children}</div>
  </main>
);
