'use client';
import { useState } from 'react';
import {
  type MarkedStanding,
  STANDINGS,
  type StandingSize,
  standingSizes,
  toFind,
} from '../../../../core/statement/standings.ts';
import { type SortedColumn, SortedTable } from '../../../SortedTable.tsx';
import { field } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

const WORDS: Record<StandingSize['standing'], string> = {
  given: 'given',
  derived: 'worked out',
  measured: 'measured',
  assumed: 'assumed',
  free: 'free',
  missing: 'missing',
};

const COLUMNS: readonly SortedColumn<StandingSize>[] = [
  { id: 'size', head: 'Size', words: (s) => `${s.line} ${s.words}`, className: 'py-1 pl-5 font-normal' },
  {
    id: 'figure',
    head: 'figure',
    words: (s) => s.text,
    className: 'margin-line py-1 text-right font-normal',
  },
  {
    id: 'standing',
    head: 'stands as',
    words: (s) => WORDS[s.standing],
    className: 'py-1 pr-5 pl-2 font-normal',
  },
];

/** The sizes of the statement with their standing: what is given, worked out, measured, assumed, free, or still missing. */
export const SizeList = () => {
  const drawing = useSession((s) => s.drawing);
  const values = useSession((s) => s.picture?.values);
  const sizes = standingSizes(drawing.part, drawing.standings);
  const open = toFind(sizes);
  const edit = useEdit();
  const mark = (size: StandingSize, standing: MarkedStanding | 'given', from: string | undefined): void => {
    void edit({ type: 'markSize', size: size.key, standing, ...(from && { from }) });
  };
  return (
    <>
      <section
        aria-label="To find"
        className="border-b border-rule-strong px-5 py-2 text-[13px] leading-[19px]"
      >
        {open.length ? (
          <>
            <p className="font-semibold">To find or confirm:</p>
            <ul>
              {open.map((s) => (
                <li key={s.key} className={s.standing === 'missing' ? 'text-fault' : 'text-caution'}>
                  {s.line}, {s.words} <span className="figures">{s.text}</span>: {s.standing}
                  {s.from && `, from ${s.from}`}
                </li>
              ))}
            </ul>
          </>
        ) : (
          <p className="text-second">
            Nothing is missing or assumed. Mark a size that is, and it stands here until it is found.
          </p>
        )}
      </section>
      <SortedTable
        className="text-[13px]"
        headClassName="sticky top-0 border-b border-rule-strong bg-page text-left text-[12px] text-second"
        rows={sizes}
        keyOf={(s) => s.key}
        columns={COLUMNS}
        rowHeight={34}
        renderRow={(s) => (
          <SizeRow
            key={s.key}
            size={s}
            worth={values?.[s.path.join('.')]}
            onMark={(standing, from) => mark(s, standing, from)}
          />
        )}
      />
    </>
  );
};

const SizeRow = ({
  size,
  worth,
  onMark,
}: {
  size: StandingSize;
  worth: string | undefined;
  onMark: (standing: MarkedStanding | 'given', from: string | undefined) => void;
}) => {
  const [from, setFrom] = useState(size.from ?? '');
  const marked = STANDINGS.some((x) => x === size.standing);
  return (
    <tr className="border-b border-rule align-top">
      <td className="py-1 pl-5">
        <span className="font-semibold text-deep">{size.line}</span> {size.words}
      </td>
      <td className="margin-line figures py-1 text-right">
        {size.text}
        {worth !== undefined && worth !== size.text && (
          <span className="block text-[12px] text-second">= {worth}</span>
        )}
      </td>
      <td className="w-[136px] py-1 pr-5 pl-2">
        <select
          aria-label={`${size.line}, ${size.words} ${size.text}: stands as`}
          className={`${field} w-full py-0 ${size.standing === 'missing' ? 'text-fault' : ''}`}
          value={marked ? size.standing : 'given'}
          onChange={(e) => onMark(e.target.value as MarkedStanding | 'given', from || undefined)}
        >
          <option value="given">{WORDS[size.standing === 'derived' ? 'derived' : 'given']}</option>
          {STANDINGS.map((x) => (
            <option key={x} value={x}>
              {WORDS[x]}
            </option>
          ))}
        </select>
        {marked && (
          <input
            aria-label={`${size.line}, ${size.words}: from where`}
            placeholder="from …"
            value={from}
            onChange={(e) => setFrom(e.target.value)}
            onBlur={() =>
              from !== (size.from ?? '') && onMark(size.standing as MarkedStanding, from || undefined)
            }
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            className="mt-0.5 w-full border-b border-rule-strong bg-transparent text-[12px] focus:outline-none"
          />
        )}
      </td>
    </tr>
  );
};
