'use client';
import { Fragment, useEffect, useState } from 'react';
import type { TitleKey } from '../../../../core/edit/command.ts';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { sentence } from '../../../../core/number/fault.ts';
import type { OwnField } from '../../../../core/sheet/titleForms/ownCells.ts';
import type { NumberProposal } from '../../../../exchange/kept.ts';
import { numberProposal } from '../../../serverCalls.ts';
import { useEdit, useSession } from '../../useDesk.ts';

type FieldEntry = { readonly key: TitleKey; readonly words: string; readonly hint?: string };

/** What can be filled in, in the order of a title block. */
const FIELDS: readonly (readonly FieldEntry[])[] = [
  [{ key: 'title', words: 'Title' }],
  [
    { key: 'number', words: 'Number', hint: 'SK-### for the next' },
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

/** A free number, where the drawing has none, a pattern with # for its figures, or one that another drawing has. */
const NumberOffer = () => {
  const id = useSession((s) => s.id);
  const number = useSession((s) => s.drawing.number);
  const edit = useEdit();
  const [found, setFound] = useState<NumberProposal & { readonly of: string }>();
  useEffect(() => {
    let isWanted = true;
    // without an answer there is nothing to offer; the number is checked again when the sheet is issued
    numberProposal(id, number).then(
      (answer) => isWanted && setFound({ ...answer, of: number }),
      () => undefined,
    );
    return () => {
      isWanted = false;
    };
  }, [id, number]);
  if (found?.of !== number || found.free === null || found.free === number) return null;
  const { free, takenBy } = found;
  return (
    <p role="status" className="flex items-baseline gap-2 text-[12.5px] leading-[17px] text-second">
      <span className={takenBy === null ? '' : 'text-caution'}>
        {takenBy === null
          ? `The next free number is ${free}.`
          : `${number} is the number of ${takenBy || 'another drawing'} as well. The next free one is ${free}.`}
      </span>
      <button
        type="button"
        className="font-semibold text-house hover:underline"
        onClick={() => void edit({ type: 'fillTitle', key: 'number', text: free, words: 'Number' })}
      >
        Use {free}
      </button>
    </p>
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

/** What is wrong with a typed label or value, in a sentence. */
const ownFault = (label: string, value: string): string | undefined => {
  if (!label) return 'A field of your own needs a label: it is lettered above what you fill in.';
  if (label.length > LONGEST_LABEL) return `A label has at most ${LONGEST_LABEL} letters. Shorten it.`;
  return value.length > LONGEST_VALUE
    ? `A field has at most ${LONGEST_VALUE} letters. Shorten it.`
    : undefined;
};
const LONGEST_LABEL = 24;
const LONGEST_VALUE = 60;
const MOST_OWN = 8;
const NO_FIELDS: readonly OwnField[] = [];

/** A field of one's own: its label and what is filled in; entered when it is left. */
const OwnFieldRow = ({ own, at }: { own: readonly OwnField[]; at: number }) => {
  const edit = useEdit();
  const now = own[at];
  const [typed, setTyped] = useState<Partial<OwnField>>({});
  const [fault, setFault] = useState<string>();
  const { label, value } = { label: '', value: '', ...now, ...typed };
  const put = async (
    to: (fields: readonly OwnField[]) => readonly OwnField[],
    words: string,
  ): Promise<boolean> => {
    const faults = await edit(({ drawing }) => {
      const fields = to(drawing.setup.ownFields ?? NO_FIELDS);
      return setUp({ ownFields: fields.length ? [...fields] : undefined }, words);
    }, 'field');
    setFault(faults[0] && sentence(faults[0]));
    return !faults.length;
  };
  const enter = async (): Promise<void> => {
    const next = { label: label.trim(), value: value.trim() };
    const isAsIs = next.label === (now?.label ?? '') && next.value === (now?.value ?? '');
    // the label of a new field comes first, and its value may come later
    if (isAsIs || (!now && !next.label && !next.value)) {
      setTyped({});
      return;
    }
    const wrong = ownFault(next.label, next.value);
    if (wrong) {
      setFault(wrong);
      return;
    }
    const to = (fields: readonly OwnField[]): readonly OwnField[] =>
      at < fields.length ? fields.map((f, i) => (i === at ? next : f)) : [...fields, next];
    if (!(await put(to, `Title block: ${next.label}`))) return;
    // what was typed on meanwhile stays
    setTyped((t) => ({
      ...(t.label !== undefined && t.label.trim() !== next.label && { label: t.label }),
      ...(t.value !== undefined && t.value.trim() !== next.value && { value: t.value }),
    }));
  };
  const input = (key: keyof OwnField, name: string, hint: string, width: string) => (
    <input
      {...(key === 'value' && { id: `title own ${at}` })}
      aria-label={name}
      aria-invalid={fault !== undefined}
      placeholder={hint}
      value={key === 'label' ? label : value}
      onChange={(e) => {
        setTyped({ ...typed, [key]: e.target.value });
        setFault(undefined);
      }}
      onBlur={() => void enter()}
      onKeyDown={(e) => {
        if (e.key === 'Enter') void enter();
        if (e.key === 'Escape') setTyped({});
      }}
      className={`${width} border-b border-rule-strong bg-transparent py-0 text-[14px] leading-[20px] placeholder:text-faint focus:border-house focus:outline-none`}
    />
  );
  const called = now?.label ?? 'the new field';
  return (
    <div>
      <div className="flex items-baseline gap-4">
        {input(
          'label',
          now ? `Label of ${called}` : 'Label of a field of your own',
          'Label, such as Mass',
          'w-[124px]',
        )}
        {input(
          'value',
          now ? called : 'What stands in the new field',
          now ? '' : 'What stands in it',
          'min-w-0 flex-1',
        )}
        {now && (
          <button
            type="button"
            aria-label={`Take ${called} out of the title block`}
            title="Take it out"
            className="text-second hover:underline"
            onClick={() =>
              void put((fields) => fields.filter((_, i) => i !== at), `Title block: ${called} taken out`)
            }
          >
            ×
          </button>
        )}
      </div>
      {fault && <span className="text-[12.5px] text-fault">{fault}</span>}
    </div>
  );
};

/** Fields of one's own above those of the form, and a row for the next one. */
const OwnFields = () => {
  const own = useSession((s) => s.drawing.setup.ownFields) ?? NO_FIELDS;
  return (
    <fieldset className="flex min-w-0 flex-col gap-1">
      <legend className="text-[12px] leading-[15px] text-second">Fields of your own, four in a row</legend>
      {Array.from({ length: Math.min(MOST_OWN, own.length + 1) }, (_, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a field is known by its place alone
        <OwnFieldRow key={at} own={own} at={at} />
      ))}
    </fieldset>
  );
};

/** The fields of the title block, each filled in place. */
export const TitleFields = () => (
  <section aria-label="Title block" className="flex flex-col gap-1.5 border-b border-rule px-5 py-2">
    {FIELDS.map((line) => (
      <Fragment key={line.map((f) => f.key).join()}>
        <div className="flex gap-4">
          {line.map((f) => (
            <TitleField key={f.key} entry={f} />
          ))}
        </div>
        {line.some((f) => f.key === 'number') && <NumberOffer />}
      </Fragment>
    ))}
    <OwnFields />
    <Notes />
  </section>
);
