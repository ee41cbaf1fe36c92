'use client';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { Link2, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { RelationFile } from '../../../../core/part/placeSchema.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { field } from '../../book/Page.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { tool } from './LineTools.tsx';
import { useWhileShown } from './useWhileShown.ts';

const icon = { size: 14, 'aria-hidden': true } as const;

const KINDS = [
  ['against', 'Faces touch'],
  ['along', 'Faces are flush'],
  ['axis', 'Axes in one line'],
] as const;
type Kind = (typeof KINDS)[number][0];

const relationOf = (kind: Kind, face: string, other: string): RelationFile =>
  kind === 'axis'
    ? { axis: face, on: other }
    : kind === 'against'
      ? { face, against: other }
      : { face, along: other };

/** Adds a relation: what of this body meets what of one before it. */
const AddRelation = ({ body, onDone }: { body: string; onDone: () => void }) => {
  const { session } = useDesk();
  const close = useWhileShown(onDone);
  const bodies = useSession((s) => s.picture?.bodies) ?? [];
  const index = bodies.findIndex((b) => b.name === body);
  const before = bodies.slice(0, Math.max(0, index));
  const [kind, setKind] = useState<Kind>('against');
  const [face, setFace] = useState('');
  const [other, setOther] = useState('');
  const [wrong, setWrong] = useState<string>();
  const list = kind === 'axis' ? 'round' : 'flat';
  const add = async (): Promise<void> => {
    const relation = relationOf(kind, face, other);
    const faults = await session.edit({ type: 'addRelation', body, relation }, 'field');
    setWrong(faults[0] && `${faults[0].what} ${faults[0].remedy}`);
    if (!faults.length) close();
  };
  const choose = (next: Kind): void => {
    setKind(next);
    setFace('');
    setOther('');
  };
  if (index < 0) return <p className="text-[13px] text-second">Its faces are known once it is drawn.</p>;
  if (!before.length)
    return <p className="text-[13px] text-second">It is the first body; the others are placed by it.</p>;
  return (
    <div className="flex w-72 flex-col gap-2 text-[13px]">
      <select
        aria-label="How they meet"
        className={field}
        value={kind}
        onChange={(e) => choose(e.target.value as Kind)}
      >
        {KINDS.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
      <select
        aria-label={`Of ${body}`}
        className={field}
        value={face}
        onChange={(e) => setFace(e.target.value)}
      >
        <option value="">of {body} ...</option>
        {bodies[index]?.[list].map((f) => (
          <option key={f} value={f}>
            {f.replace('/', ', ')}
          </option>
        ))}
      </select>
      <select
        aria-label="Of the other body"
        className={field}
        value={other}
        onChange={(e) => setOther(e.target.value)}
      >
        <option value="">with ...</option>
        {before.map((b) => (
          <optgroup key={b.name} label={b.name}>
            {b[list].map((f) => (
              <option key={f} value={`${b.name}.${f}`}>
                {f.replace('/', ', ')}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
      <button
        type="button"
        disabled={!face || !other}
        onClick={() => void add()}
        className="self-start rounded-md bg-deep px-3 py-1 font-semibold text-white hover:bg-house disabled:bg-disabled"
      >
        Place
      </button>
      <FaultNote texts={wrong ? [wrong] : []} />
    </div>
  );
};

/** What can be done with a body as a whole: placed by what meets, or taken out. */
export const BodyTools = ({ body }: { body: string }) => {
  const edit = useEdit();
  return (
    <>
      <Popover>
        <PopoverButton className={tool} aria-label={`Place ${body}`} title="Place by what meets">
          <Link2 {...icon} />
        </PopoverButton>
        <PopoverPanel
          anchor="bottom end"
          className="z-30 rounded-md border border-rule-strong bg-white p-3 shadow-md"
        >
          {({ close }) => <AddRelation body={body} onDone={close} />}
        </PopoverPanel>
      </Popover>
      <button
        type="button"
        className={tool}
        aria-label={`Take ${body} out`}
        title="Take out, with what stands by it"
        onClick={() => void edit({ type: 'removeBody', body, withOthers: true })}
      >
        <Trash2 {...icon} />
      </button>
    </>
  );
};
