'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { type KeyboardEvent, useCallback, useId, useRef, useState } from 'react';
import { useDesk } from '../useDesk.ts';
import { commandsFor, type DeskCommand } from './commands.ts';
import { KeyOfCommand } from './KeyOfCommand.tsx';
import { commandId, keyOf, useOwnKeys } from './ownKeys.ts';
import { takeCommand } from './takeCommand.ts';

const placeOf = ({ stage, place }: DeskCommand): string =>
  stage ?? (place.kind === 'menu' ? place.menu : 'Head of the page');

/** Finds any action or setting of the desk by a drafter's words, and goes there. */
export const FindCommand = ({
  missing,
  onMissing,
  onClose,
}: {
  /** the command that was taken last, where its control was not there */
  missing: string | undefined;
  onMissing: (label: string) => void;
  onClose: () => void;
}) => {
  const { view } = useDesk();
  const [search, setSearch] = useState('');
  const [at, setAt] = useState(0);
  const list = useId();
  const optionId = (i: number): string => `${list}-${i}`;
  const found = commandsFor(search);
  const field = useRef<HTMLInputElement>(null);
  const keys = useOwnKeys();
  const toField = useCallback(() => field.current?.focus(), []);
  const chosen = found[at];
  const take = async (c: DeskCommand | undefined): Promise<void> => {
    if (!c) return;
    onClose();
    if (!(await takeCommand(c, view.standAt))) onMissing(c.label);
  };
  const press = (e: KeyboardEvent): void => {
    const last = found.length - 1;
    const next = { ArrowDown: Math.min(at + 1, last), ArrowUp: Math.max(at - 1, 0), Home: 0, End: last }[
      e.key
    ];
    if (next !== undefined) setAt(next);
    else if (e.key === 'Enter') void take(found[at]);
    else return;
    e.preventDefault();
  };
  return (
    <Dialog open onClose={onClose} className="relative z-40 focus:outline-none">
      <div className="fixed inset-0 bg-ink/25" aria-hidden />
      <div className="fixed inset-0 overflow-auto p-6 pt-[12vh]">
        <DialogPanel className="mx-auto w-[560px] max-w-full overflow-hidden rounded-md border border-rule-strong bg-page shadow-lg">
          <DialogTitle className="sr-only">Find an action or a setting</DialogTitle>
          <input
            ref={field}
            role="combobox"
            aria-label="Find an action or a setting"
            aria-expanded={found.length > 0}
            aria-controls={list}
            aria-autocomplete="list"
            aria-activedescendant={found[at] && optionId(at)}
            autoFocus
            autoComplete="off"
            spellCheck={false}
            placeholder="Find an action or a setting: hatching, third angle, STEP"
            className="w-full border-b-2 border-rule-strong bg-white px-4 py-3 text-[15px] focus:outline-none"
            value={search}
            onChange={(e) => {
              setSearch(e.target.value);
              setAt(0);
            }}
            onKeyDown={press}
          />
          <div
            id={list}
            role="listbox"
            aria-label="Actions and settings"
            className="max-h-[46vh] overflow-y-auto py-1"
          >
            {found.map((c, i) => (
              // biome-ignore lint/a11y/useKeyWithClickEvents: the keys go to the field above, which holds the keyboard
              <div
                key={`${c.stage} ${c.label}`}
                id={optionId(i)}
                role="option"
                tabIndex={-1}
                aria-selected={i === at}
                ref={i === at ? (e) => e?.scrollIntoView({ block: 'nearest' }) : undefined}
                onPointerMove={() => setAt(i)}
                onClick={() => void take(c)}
                className={`flex cursor-pointer items-baseline justify-between gap-4 px-4 py-1.5 text-[14px] ${i === at ? 'bg-pale text-deep' : ''}`}
              >
                {c.label}
                <span className="text-[12.5px] whitespace-nowrap text-second">
                  {placeOf(c)}
                  {keyOf(keys, c) && ` · ${keyOf(keys, c)}`}
                </span>
              </div>
            ))}
          </div>
          {!found.length && (
            <p className="px-4 py-3 text-[13.5px] text-second" role="status">
              Nothing of the desk is called that. Shapes are typed as lines of the statement.
            </p>
          )}
          {chosen && <KeyOfCommand key={commandId(chosen)} command={chosen} onDone={toField} />}
          {missing && (
            <p className="px-4 py-3 text-[13.5px] text-fault" role="alert">
              {missing} is not there now.
            </p>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  );
};
