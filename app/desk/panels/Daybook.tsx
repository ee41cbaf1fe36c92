'use client';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { BookOpenText } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Daybook as Kept } from '../../../exchange/kept.ts';
import { dayAndTime } from '../../clock.ts';
import { daybook } from '../../serverCalls.ts';
import { useDesk, useSession } from '../useDesk.ts';

const Lines = () => {
  const { stored } = useDesk().session;
  const id = useSession((s) => s.id);
  const revision = useSession((s) => s.revision);
  const [kept, setKept] = useState<Kept>();
  const [fault, setFault] = useState<string>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new revision is a new line
  useEffect(() => {
    stored()
      .then(() => daybook(id))
      .then(setKept, (error: Error) => setFault(error.message));
  }, [id, revision]);
  if (fault) return <p className="px-4 py-3 text-fault">{fault}</p>;
  return (
    <>
      <ol className="min-h-0 flex-1 overflow-y-auto text-[13px] leading-[18px]" data-testid="daybook">
        {kept?.lines.map((l) => (
          <li
            key={l.position}
            className={`flex gap-3 border-b border-rule px-4 py-1 ${l.current ? 'bg-lit' : ''}`}
          >
            <span className="figures w-[104px] shrink-0 text-[12px] text-second">{dayAndTime(l.madeAt)}</span>
            <span>
              {l.label}
              {l.by && <span className="text-second">, {l.by}</span>}
            </span>
          </li>
        ))}
      </ol>
      {kept && (
        <p className="border-t border-rule px-4 py-2 text-[12px] leading-[16px] text-second">
          {kept.states} {kept.states === 1 ? 'state' : 'states'} kept, {megabytes(kept.bytes)} of{' '}
          {megabytes(kept.limit)} MB. After a day the last of each hour stays, after a week the last of each
          day. Issues stay for good.
        </p>
      )}
    </>
  );
};

/** Bytes in MB, to two places where they are few. */
const megabytes = (bytes: number): string => {
  const mb = bytes / 1024 / 1024;
  return mb < 10 && mb > 0 ? mb.toFixed(2) : mb.toFixed(0);
};

/** The Daybook: what was changed, from what to what, and when. Where the drawing stands now is marked. */
export const Daybook = () => (
  <Popover className="relative">
    <PopoverButton
      aria-label="Daybook"
      title="Daybook"
      className="grid size-8 place-items-center rounded hover:bg-hover"
    >
      <BookOpenText size={16} aria-hidden />
    </PopoverButton>
    <PopoverPanel
      anchor="bottom end"
      className="z-20 mt-1 flex max-h-[70vh] w-[400px] flex-col rounded-md border border-rule-strong bg-page shadow-md focus:outline-none"
    >
      <h2 className="border-b-2 border-rule-strong px-4 pt-3 pb-2 text-[16px] font-bold">Daybook</h2>
      <Lines />
    </PopoverPanel>
  </Popover>
);
