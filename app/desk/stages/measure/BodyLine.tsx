'use client';
import { Pencil, X } from 'lucide-react';
import { useState } from 'react';
import { bodySentence, relationTokens } from '../../../../core/statement/sentence.ts';
import { Sentence } from '../../book/Sentence.tsx';
import { fetchedLater } from '../../fetchedLater.tsx';
import { useEdit, useSession } from '../../useDesk.ts';
import { tool } from './LineTools.tsx';
import { NameField } from './NameField.tsx';

const BodyTools = fetchedLater(() => import('./BodyTools.tsx').then((m) => m.BodyTools), <span />);
const ChangedSince = fetchedLater(() => import('./ChangedSince.tsx').then((m) => m.ChangedSince), <span />);

/** The line of a body: what it is, how it is placed, and what can be done with it as a whole. */
export const BodyLine = ({ index }: { index: number }) => {
  const body = useSession((s) => s.drawing.part.bodies[index]);
  const isOnly = useSession((s) => s.drawing.part.bodies.length < 2);
  const free = useSession((s) => s.picture?.bodies.find((b) => b.name === body?.name)?.free);
  const edit = useEdit();
  const [isRenaming, setRenaming] = useState(false);
  if (!body) return null;
  const { place = [], ...rest } = body;
  const { name } = body;
  return (
    <div className="group">
      <div className="flex items-start justify-between gap-2">
        {isRenaming ? (
          <NameField
            name={name}
            label={`New name of body ${name}`}
            onRename={(text) => edit({ type: 'renameBody', body: name, name: text }, 'field')}
            onDone={() => setRenaming(false)}
          />
        ) : (
          <span className="font-semibold">
            <Sentence tokens={bodySentence(rest, ['bodies', index])} subject={`Body ${name}`} />
          </span>
        )}
        <span className="flex shrink-0 text-second opacity-0 transition-opacity group-focus-within:opacity-100 group-hover:opacity-100">
          <button
            type="button"
            className={tool}
            aria-label={`Rename body ${name}`}
            title="Rename"
            onClick={() => setRenaming(true)}
          >
            <Pencil size={13} aria-hidden />
          </button>
          {!isOnly && <BodyTools body={name} />}
        </span>
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
            <X size={14} aria-hidden />
          </button>
        </div>
      ))}
      {body.from !== undefined && <ChangedSince from={body.from} />}
      {free && <p className="pl-3 text-[12.5px] leading-[18px] text-second">{free}</p>}
    </div>
  );
};
