'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { LookChoice } from '../../LookChoice.tsx';
import { useView } from '../useDesk.ts';
import { COMMANDS } from './commands.ts';
import { DESK_KEYS, FIGURE_KEYS, type KeyLine, STAGE_KEYS } from './keys.ts';
import { commandId, useOwnKeys } from './ownKeys.ts';

const Lines = ({ title, lines }: { title: string; lines: readonly KeyLine[] }) =>
  lines.length ? (
    <section className="pt-3">
      <h3 className="text-[13px] font-semibold text-deep">{title}</h3>
      <dl>
        {lines.map((l) => (
          <div key={l.does} className="flex items-baseline gap-4 border-b border-rule py-1.5">
            <dt className="flex w-40 shrink-0 gap-1">
              {l.keys.map((k) => (
                <kbd
                  key={k}
                  className="rounded border border-rule-strong bg-white px-1.5 font-sans text-[12px] leading-[18px]"
                >
                  {k}
                </kbd>
              ))}
            </dt>
            <dd className="text-[13.5px]">{l.does}</dd>
          </div>
        ))}
      </dl>
    </section>
  ) : null;

/** The keys of the desk and of the stage that is open. */
export const KeysPanel = ({ onClose, onFind }: { onClose: () => void; onFind: () => void }) => {
  const stage = useView((v) => v.stage);
  const own = Object.entries(useOwnKeys()).flatMap(([name, id]): KeyLine[] => {
    const command = COMMANDS.find((c) => commandId(c) === id);
    return command ? [{ keys: [name], does: command.label }] : [];
  });
  return (
    <Dialog open onClose={onClose} className="relative z-40 focus:outline-none">
      <div className="fixed inset-0 bg-ink/25" aria-hidden />
      <div className="fixed inset-0 grid place-items-center overflow-auto p-6">
        <DialogPanel className="max-h-full w-[560px] max-w-full overflow-y-auto rounded-md border border-rule-strong bg-page px-6 py-4 shadow-lg">
          <DialogTitle className="border-b-2 border-rule-strong pb-2 text-[19px] font-bold">Keys</DialogTitle>
          <Lines title={stage} lines={STAGE_KEYS[stage]} />
          <Lines title="A field with a figure" lines={FIGURE_KEYS} />
          <Lines title="The whole desk" lines={DESK_KEYS} />
          <Lines title="Your own" lines={own} />
          {!own.length && (
            <p className="pt-3 text-[13px] text-second">
              An action gets a key of your own where it is found: Ctrl K, then “Give it a key”.
            </p>
          )}
          <div className="flex items-center justify-end gap-2 pt-4">
            <span className="mr-auto">
              <LookChoice />
            </span>
            <button
              type="button"
              onClick={onFind}
              className="rounded-md border border-rule-strong bg-white px-3 py-1.5 text-[14px] font-semibold text-deep hover:bg-pale"
            >
              Find an action
            </button>
            <button
              type="button"
              onClick={onClose}
              className="rounded-md bg-deep px-3.5 py-1.5 text-[14px] font-semibold text-white hover:bg-house"
            >
              Close
            </button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
};
