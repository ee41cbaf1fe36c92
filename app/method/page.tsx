import type { Metadata } from 'next';
import Link from 'next/link';
import { METHOD_GROUPS } from '../../core/method/method.ts';
import { METHODS } from '../../core/method/methods.ts';
import { RoomHead } from '../RoomHead.tsx';
import { groupAnchor } from './address.ts';

export const metadata: Metadata = { title: 'Method shelf · Blue Ledger' };

/** All constructions by hand, by what they are for. */
export default function MethodShelf() {
  return (
    <div className="min-h-screen">
      <RoomHead title="Method shelf" />
      <main className="mx-auto min-h-screen max-w-[1120px] border-x border-rule bg-page px-8 py-5">
        <p className="mb-4 max-w-[720px] text-[14px] text-second">
          How each construction is done by hand. Every figure is drawn by the engine: change its sizes, go
          through it step by step, and print it for the board.
        </p>
        <div className="columns-2 gap-8">
          {METHOD_GROUPS.map((group) => (
            <section key={group} id={groupAnchor(group)} className="mb-5 break-inside-avoid">
              <h2 className="border-b-[3px] border-double border-rule-strong pb-1 text-[15px] font-bold">
                {group}
              </h2>
              <ul>
                {METHODS.filter((m) => m.group === group).map((m) => (
                  <li key={m.slug} className="border-b border-rule py-1.5">
                    <Link
                      href={`/method/${m.slug}`}
                      className="text-[14px] font-semibold text-house hover:underline"
                    >
                      {m.title}
                    </Link>
                    <p className="text-[13px] leading-[18px] text-second">{m.use}</p>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </div>
      </main>
    </div>
  );
}
