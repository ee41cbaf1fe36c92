import Link from 'next/link';
import type { ReactNode } from 'react';
import { HouseMark } from './HouseMark.tsx';

/** The head of a room beside the desk: the way back to the register, the room's name, and what it offers. */
export const RoomHead = ({ title, children }: { title: ReactNode; children?: ReactNode }) => (
  <header className="flex items-center gap-6 border-b border-rule bg-page px-6 py-2.5 print:hidden">
    <Link href="/" className="flex items-center gap-2 text-[17px] font-bold text-deep">
      <HouseMark />
      Blue Ledger
    </Link>
    <h1 className="text-[16px] font-semibold">{title}</h1>
    <span className="ml-auto flex items-center gap-3">{children}</span>
  </header>
);
