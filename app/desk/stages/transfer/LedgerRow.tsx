'use client';
import { memo, useEffect, useState } from 'react';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import type { DeskPoint } from '../../../../workers/deskPicture.ts';
import { useDesk, useEdit, useView } from '../../useDesk.ts';

const MARKS = { seen: '●', hidden: '○', none: '–' } as const;
const WORDS = { seen: 'seen', hidden: 'hidden', none: 'not shown' } as const;

type Props = {
  readonly point: DeskPoint;
  /** W, D and H as they are shown */
  readonly figures: readonly string[];
  readonly views: readonly ViewName[];
  /** counts from this point from now on */
  readonly onDatum: () => void;
};

/** A row of the ledger; pointing at it lights the point everywhere. */
export const LedgerRow = memo(
  ({ point: p, figures, views, onDatum }: Props) => {
    const edit = useEdit();
    const { follow } = useDesk().view;
    const lit = useView((s) => s.activePoint === p.key);
    const [name, setName] = useState(p.label);
    useEffect(() => setName(p.label), [p.label]);
    return (
      <tr
        onMouseEnter={() => follow(p.key)}
        onMouseLeave={() => follow(undefined)}
        className={`group border-b border-rule ${lit ? 'bg-lit' : ''}`}
      >
        <td className={`border-l-4 pl-4 ${lit ? 'border-house' : 'border-transparent'}`}>
          {p.kind === 'corner' ? (
            <span className="flex items-center">
              <input
                aria-label={`Point ${p.label}, its name`}
                value={name}
                maxLength={12}
                onChange={(e) => setName(e.target.value)}
                onFocus={() => follow(p.key)}
                onBlur={() => {
                  follow(undefined);
                  if (name.trim() !== p.label)
                    void edit({ type: 'nameCorner', corner: p.key, name: name.trim() });
                }}
                onKeyDown={(e) => {
                  if (e.key === 'Enter') e.currentTarget.blur();
                  if (e.key === 'Escape') setName(p.label);
                }}
                className="figures w-8 bg-transparent py-1 focus:bg-white focus:outline-none"
              />
              <button
                type="button"
                tabIndex={-1}
                aria-label={`Count from point ${p.label}`}
                title="Count from here"
                onClick={onDatum}
                className="px-0.5 text-[12px] text-house opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
              >
                ⌖
              </button>
            </span>
          ) : (
            <span className="block truncate py-1" title={p.words ? `${p.label}: ${p.words}` : p.label}>
              {p.label}
            </span>
          )}
        </td>
        {figures.map((text, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the three accounts have their places
          <td key={i} className={`figures text-right text-[12.5px] ${i ? '' : 'margin-line'}`}>
            {text}
          </td>
        ))}
        {views.map((v) => {
          const posting = p.postings[v] ?? 'none';
          return (
            <td key={v} className="pl-1 text-center last:pr-4" title={WORDS[posting]}>
              <span className="sr-only">{WORDS[posting]}</span>
              <span aria-hidden>{MARKS[posting]}</span>
            </td>
          );
        })}
      </tr>
    );
  },
  (a, b) => a.point === b.point && a.figures.join() === b.figures.join() && a.views.join() === b.views.join(),
);
LedgerRow.displayName = 'LedgerRow';
