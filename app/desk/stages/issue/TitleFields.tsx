'use client';
import { useState } from 'react';
import type { TitleKey } from '../../../../core/edit/command.ts';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { sentence } from '../../../../core/number/fault.ts';
import { useEdit, useSession } from '../../useDesk.ts';

type FieldEntry = { readonly key: TitleKey; readonly words: string; readonly hint?: string };

/** What can be filled in, in the order of a title block. */
const FIELDS: readonly (readonly FieldEntry[])[] = [
  [{ key: 'title', words: 'Title' }],
  [
    { key: 'number', words: 'Number' },
    { key: 'sheet', words: 'Sheet', hint: '1 of 1' },
  ],
  [{ key: 'owner', words: 'Owner' }],
  [
    { key: 'material', words: 'Material' },
    { key: 'finish', words: 'Finish' },
  ],
  [{ key: 'tolerance', words: 'General tolerance', hint: 'ISO 2768-m' }],
  [
    { key: 'drawnBy', words: 'Drawn by' },
    { key: 'date', words: 'Date' },
  ],
  [
    { key: 'checkedBy', words: 'Checked by' },
    { key: 'checkedOn', words: 'Date' },
  ],
  [
    { key: 'approvedBy', words: 'Approved by' },
    { key: 'approvedOn', words: 'Date' },
  ],
  [{ key: 'className', words: 'Class' }],
];

/** One field of the title block; what is typed is on the sheet when it is left or entered. */
const TitleField = ({ entry }: { entry: FieldEntry }) => {
  const value = useSession((s) => s.drawing[entry.key]) ?? '';
  const edit = useEdit();
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const enter = async (): Promise<void> => {
    if (typed === undefined) return;
    if (typed.trim() !== value) {
      const faults = await edit(
        { type: 'fillTitle', key: entry.key, text: typed, words: entry.words },
        'field',
      );
      setFault(faults[0] && sentence(faults[0]));
      if (faults.length) return;
    }
    setTyped(undefined);
  };
  const isDate = entry.words === 'Date';
  return (
    <label className={`flex min-w-0 flex-col ${isDate ? 'w-[104px] shrink-0' : 'flex-1'}`}>
      <span className="text-[12px] leading-[15px] text-second">{entry.words}</span>
      <input
        id={`title ${entry.key}`}
        aria-label={isDate ? `Date of ${entry.key}` : entry.words}
        aria-invalid={fault !== undefined}
        placeholder={entry.hint}
        value={typed ?? value}
        onChange={(e) => {
          setTyped(e.target.value);
          setFault(undefined);
        }}
        onBlur={() => void enter()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void enter();
          if (e.key === 'Escape') setTyped(undefined);
        }}
        className="w-full border-b border-rule-strong bg-transparent py-0 text-[14px] leading-[20px] placeholder:text-faint focus:border-house focus:outline-none"
      />
      {fault && <span className="text-[12.5px] text-fault">{fault}</span>}
    </label>
  );
};

/** Notes on the sheet, one a line; they are on the sheet when the field is left. */
const Notes = () => {
  const notes = useSession((s) => s.drawing.setup.notes);
  const edit = useEdit();
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const value = notes?.join('\n') ?? '';
  const enter = async (): Promise<void> => {
    if (typed === undefined) return;
    const lines = typed
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean);
    const long = lines.find((l) => l.length > LONGEST_NOTE);
    if (long !== undefined || lines.length > MOST_NOTES) {
      setFault(
        long === undefined
          ? `A sheet has room for ${MOST_NOTES} notes. Join some of the ${lines.length}.`
          : `"${long.slice(0, 30)} ..." is longer than ${LONGEST_NOTE} letters. Part it into two notes.`,
      );
      return;
    }
    setFault(undefined);
    if (lines.join('\n') !== value) {
      const faults = await edit(
        setUp({ notes: lines.length ? lines : undefined }, 'Notes on the sheet'),
        'field',
      );
      setFault(faults[0] && sentence(faults[0]));
      if (faults.length) return;
    }
    setTyped(undefined);
  };
  return (
    <label className="flex flex-col">
      <span className="text-[12px] leading-[15px] text-second">Notes on the sheet, one a line</span>
      <textarea
        aria-label="Notes on the sheet"
        rows={Math.max(2, Math.min(5, (typed ?? value).split('\n').length))}
        placeholder="Remove burrs."
        value={typed ?? value}
        onChange={(e) => {
          setTyped(e.target.value);
          setFault(undefined);
        }}
        onBlur={() => void enter()}
        onKeyDown={(e) => {
          if (e.key !== 'Escape') return;
          setTyped(undefined);
          setFault(undefined);
        }}
        className="w-full resize-none rounded border border-rule-strong bg-transparent px-1.5 text-[14px] leading-[20px] placeholder:text-faint focus:border-house focus:outline-none"
      />
      {fault && <span className="text-[12.5px] text-fault">{fault}</span>}
    </label>
  );
};
const LONGEST_NOTE = 120;
const MOST_NOTES = 12;

/** The fields of the title block, each filled in place. */
export const TitleFields = () => (
  <section aria-label="Title block" className="flex flex-col gap-1.5 border-b border-rule px-5 py-2">
    {FIELDS.map((line) => (
      <div key={line.map((f) => f.key).join()} className="flex gap-4">
        {line.map((f) => (
          <TitleField key={f.key} entry={f} />
        ))}
      </div>
    ))}
    <Notes />
  </section>
);
