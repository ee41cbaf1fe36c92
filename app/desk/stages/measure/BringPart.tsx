'use client';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { PackagePlus } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { BodyCommand } from '../../../../core/edit/command.ts';
import { sentence } from '../../../../core/number/fault.ts';
import type { Kept, RegisterRow } from '../../../../exchange/kept.ts';
import { drawingServer, register } from '../../../serverCalls.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { field } from '../../book/Page.tsx';
import { useDesk, useSession } from '../../useDesk.ts';
import { broughtFrom, nameFrom } from './broughtFrom.ts';
import { START_BUTTON } from './startButton.ts';
import { useWhileShown } from './useWhileShown.ts';

const LINE = 'flex w-full items-baseline gap-2 px-1 py-1 text-left hover:bg-hover';

/** The drawings of the register, to bring one's part into this one. */
const Choose = ({ onDone }: { onDone: () => void }) => {
  const { session } = useDesk();
  const close = useWhileShown(onDone);
  const own = session.id;
  const used = useSession((s) => s.drawing.part.brought);
  const [rows, setRows] = useState<readonly RegisterRow[]>();
  const [wanted, setWanted] = useState('');
  const [wrong, setWrong] = useState<string>();
  useEffect(() => {
    register().then(setRows, (error: Error) => setWrong(error.message));
  }, []);
  /** a drawing of several parts, of which one or all are to be brought in */
  const [several, setSeveral] = useState<Kept>();
  const enter = async (command: BodyCommand): Promise<void> => {
    const faults = await session.edit(command, 'field');
    setWrong(faults[0] && sentence(faults[0]));
    if (!faults.length) close();
  };
  const choose = async (row: RegisterRow): Promise<void> => {
    const outcome = await drawingServer.read(row.id);
    if (outcome.kind !== 'done') {
      setWrong(outcome.words);
      return;
    }
    const { drawing } = outcome.value;
    const { bodies } = drawing.part;
    if (!bodies.length) setWrong(`"${row.title}" has no part yet.`);
    else if (bodies.length > 1) setSeveral(outcome.value);
    else
      await enter({
        type: 'bringPart',
        from: nameFrom(drawing),
        brought: broughtFrom(outcome.value),
        name: drawing.part.name || drawing.title,
      });
  };
  if (several) {
    const from = nameFrom(several.drawing);
    const brought = broughtFrom(several);
    const { bodies } = several.drawing.part;
    return (
      <section aria-label="Which of its parts" className="w-80 text-[13px]">
        <p className="mb-1.5">
          {several.drawing.title} has {bodies.length} parts. Bring in:
        </p>
        <ul className="max-h-60 overflow-y-auto">
          <li className="border-b border-rule">
            <button
              type="button"
              className={`${LINE} font-semibold`}
              onClick={() => void enter({ type: 'bringAllParts', from, brought })}
            >
              All of them, as they stand by one another
            </button>
          </li>
          {bodies.map((b) => (
            <li key={b.name} className="border-b border-rule last:border-b-0">
              <button
                type="button"
                className={LINE}
                onClick={() => void enter({ type: 'bringPart', from, brought, body: b.name, name: b.name })}
              >
                {b.name}
              </button>
            </li>
          ))}
        </ul>
        <FaultNote texts={wrong ? [wrong] : []} />
      </section>
    );
  }
  const shown = (rows ?? []).filter(
    (r) => r.id !== own && `${r.number} ${r.title}`.toLowerCase().includes(wanted.trim().toLowerCase()),
  );
  return (
    <div className="w-80 text-[13px]">
      <input
        aria-label="Find a drawing"
        placeholder="Number or title"
        className={`${field} w-full`}
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
      />
      <ul className="mt-2 max-h-60 overflow-y-auto">
        {shown.map((r) => (
          <li key={r.id} className="border-b border-rule last:border-b-0">
            <button type="button" onClick={() => void choose(r)} className={LINE}>
              <span className="figures w-20 shrink-0 text-second">{r.number || 'no number'}</span>
              <span className="min-w-0 flex-1 truncate">{r.title}</span>
              {Object.values(used ?? {}).some((b) => b.drawing === r.id) && (
                <span className="text-[12px] text-second">in it</span>
              )}
            </button>
          </li>
        ))}
      </ul>
      {rows && !shown.length && <p className="py-1 text-second">No drawing of that name.</p>}
      <FaultNote texts={wrong ? [wrong] : []} />
    </div>
  );
};

/** Brings a part of the register into this drawing. */
export const BringPart = () => (
  <Popover>
    <PopoverButton className={START_BUTTON}>
      <PackagePlus size={14} aria-hidden /> Bring in a part
    </PopoverButton>
    <PopoverPanel
      anchor="top start"
      className="z-30 rounded-md border border-rule-strong bg-white p-3 shadow-md"
    >
      {({ close }) => <Choose onDone={close} />}
    </PopoverPanel>
  </Popover>
);
