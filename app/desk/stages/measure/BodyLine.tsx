'use client';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { Link2, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import type { RelationFile } from '../../../../core/part/placeSchema.ts';
import { bodySentence, relationTokens } from '../../../../core/statement/sentence.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { field } from '../../book/Page.tsx';
import { Sentence } from '../../book/Sentence.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { ChangedSince } from './ChangedSince.tsx';
import { tool } from './LineTools.tsx';

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
    if (!faults.length) onDone();
  };
  const choose = (next: Kind): void => {
    setKind(next);
    setFace('');
    setOther('');
  };
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

/** The line of a body: what it is, how it is placed, and what can be done with it as a whole. */
export const BodyLine = ({ index }: { index: number }) => {
  const body = useSession((s) => s.drawing.part.bodies[index]);
  const isOnly = useSession((s) => s.drawing.part.bodies.length < 2);
  const free = useSession((s) => s.picture?.bodies.find((b) => b.name === body?.name)?.free);
  const edit = useEdit();
  if (!body) return null;
  const { place = [], ...rest } = body;
  const { name } = body;
  return (
    <div className="group">
      <div className="flex items-start justify-between gap-2">
        <span className="font-semibold">
          <Sentence tokens={bodySentence(rest, ['bodies', index])} subject={`Body ${name}`} />
        </span>
        {!isOnly && (
          <span className="flex shrink-0 text-second opacity-0 transition-opacity group-focus-within:opacity-100 group-hover:opacity-100">
            <Popover>
              <PopoverButton className={tool} aria-label={`Place ${name}`} title="Place by what meets">
                <Link2 {...icon} />
              </PopoverButton>
              <PopoverPanel
                anchor="bottom end"
                className="z-30 rounded-md border border-rule-strong bg-white p-3 shadow-md"
              >
                {({ close }) => <AddRelation body={name} onDone={close} />}
              </PopoverPanel>
            </Popover>
            <button
              type="button"
              className={tool}
              aria-label={`Take ${name} out`}
              title="Take out, with what stands by it"
              onClick={() => void edit({ type: 'removeBody', body: name, withOthers: true })}
            >
              <Trash2 {...icon} />
            </button>
          </span>
        )}
      </div>
      {place.map((r, i) => (
        <div
          key={JSON.stringify(r)}
          className="flex items-start justify-between gap-2 pl-3 text-[13px] leading-[20px] text-second"
        >
          <span>
            <Sentence
              tokens={relationTokens(r, ['bodies', index, 'place', i])}
              subject={`${name}, relation ${i + 1}`}
            />
          </span>
          <button
            type="button"
            className={`${tool} opacity-0 group-focus-within:opacity-100 group-hover:opacity-100`}
            aria-label={`Take relation ${i + 1} of ${name} out`}
            onClick={() => void edit({ type: 'removeRelation', body: name, index: i })}
          >
            <X {...icon} />
          </button>
        </div>
      ))}
      {body.from !== undefined && <ChangedSince from={body.from} />}
      {free && <p className="pl-3 text-[12.5px] leading-[18px] text-second">{free}</p>}
    </div>
  );
};
