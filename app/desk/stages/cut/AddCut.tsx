'use client';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { ProposedCut } from '../../../../core/section/proposedCuts.ts';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { freeLetter } from './freeLetter.ts';

/** Cuts that suit the part, to begin from: each is changed on the sheet or in its sentence afterwards. */
export const AddCut = ({ onAdded }: { onAdded: (index: number) => void }) => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const isDrawn = useSession((s) => s.picture !== undefined);
  const edit = useEdit();
  const [proposed, setProposed] = useState<readonly ProposedCut[]>([]);
  const { part } = drawing;
  const views = drawing.setup.views.join();
  // what suits the part is asked anew only when the part or its views change
  // biome-ignore lint/correctness/useExhaustiveDependencies: the rest of the drawing does not matter here
  useEffect(() => {
    if (!isDrawn) return;
    let isOld = false;
    void engine.proposeCuts(drawing).then((list) => {
      if (!isOld) setProposed(list);
    });
    return () => {
      isOld = true;
    };
  }, [engine, part, views, isDrawn]);
  const add = ({ trace }: ProposedCut): void => {
    onAdded(drawing.cuts.length);
    void edit((now) => ({
      type: 'addCut',
      trace: { name: freeLetter(now.drawing.cuts.map((c) => c.trace.name)), ...trace },
    }));
  };
  return (
    <Menu>
      <MenuButton
        disabled={!proposed.length}
        className="inline-flex items-center gap-1 text-[13px] font-semibold text-house hover:underline disabled:text-second"
      >
        <Plus size={14} aria-hidden /> Add a cut
      </MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-20 w-80 overflow-auto [--anchor-max-height:26rem] rounded-md border border-rule-strong bg-page py-1 shadow-md focus:outline-none"
      >
        {proposed.map((p) => (
          <MenuItem key={`${p.words} ${JSON.stringify(p.trace)}`}>
            <button
              type="button"
              className="flex w-full items-baseline justify-between gap-3 px-3 py-1 text-left text-[13px] data-focus:bg-hover"
              onClick={() => add(p)}
            >
              <span>{p.words}</span>
              <span className="shrink-0 text-[12px] text-second">{p.trace.seenIn} view</span>
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
};
