import Link from 'next/link';
import { HouseMark } from './HouseMark.tsx';

/** A page with one thing to say. */
export const Plain = ({ title, text }: { title: string; text: string }) => (
  <main className="mx-auto mt-24 max-w-xl rounded-lg border border-rule bg-page p-8">
    <title>{`${title} · Blue Ledger`}</title>
    <h1 className="flex items-center gap-2 text-[21px] font-bold">
      <HouseMark /> {title}
    </h1>
    <p className="mt-3">{text}</p>
    <Link href="/" className="mt-4 inline-block font-semibold text-house hover:underline">
      To the register
    </Link>
  </main>
);
