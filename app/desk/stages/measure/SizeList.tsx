'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { DimensionRow } from '../../../../core/drawing/dimensionBook.ts';
import { dimensionedBy } from '../../../../core/drawing/dimensionedBy.ts';
import { sizePlaceOf } from '../../../../core/edit/place.ts';
import { sentence } from '../../../../core/number/fault.ts';
import {
  type MarkedStanding,
  STANDINGS,
  type StandingSize,
  standingSizes,
  toFind,
} from '../../../../core/statement/standings.ts';
import { type SortedColumn, SortedTable } from '../../../SortedTable.tsx';
import { Tick } from '../../book/Choice.tsx';
import { FaultNote } from '../../book/FaultNote.tsx';
import { field } from '../../book/Page.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { useDimensionBook } from '../dimension/useDimensionBook.ts';
import { readingOf, SIMULATED_READINGS, typeReading } from './caliper.ts';

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

/** So many dimensions of a size are named. */
const MOST_NAMED = 2;
/** No size has its turn any more. */
const DONE = '';

/** The sizes of the statement with their standing: what is given, worked out, measured, assumed, free, or still missing. */
export const SizeList = () => {
  const drawing = useSession((s) => s.drawing);
  const values = useSession((s) => s.picture?.values);
  const sizes = standingSizes(drawing.part, drawing.standings);
  const open = toFind(sizes);
  const edit = useEdit();
  const hasDimensions = useSession((s) => (s.drawing.dimensions?.list.length ?? 0) > 0);
  const book = useDimensionBook(hasDimensions);
  const onSheet = useMemo(
    () => (hasDimensions && book ? dimensionedBy(book) : undefined),
    [hasDimensions, book],
  );
  const { view } = useDesk();
  const [measuring, setMeasuring] = useState<string>();
  const [fault, setFault] = useState<string>();
  const reading = useRef(0);
  /** Enters a reading as the size's figure and as measured, and goes on to the next size. */
  const measure = async (size: StandingSize, typed: string): Promise<void> => {
    const text = readingOf(typed);
    if (text === undefined) {
      setFault(`"${typed}" is no reading of a length. A caliper types a figure above nought, such as 12.04.`);
      return;
    }
    const place = sizePlaceOf(drawing.part, size.path);
    const faults = await edit({ type: 'setFigure', place, text }, 'field');
    setFault(faults[0] && sentence(faults[0]));
    if (faults.length) return;
    await edit({ type: 'markSize', size: size.key, standing: 'measured', from: 'caliper' });
    const next = sizes[sizes.findIndex((s) => s.key === size.key) + 1];
    setMeasuring(next ? next.key : DONE);
  };
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
      <section aria-label="Caliper" className="border-b border-rule px-5 py-2 text-[13px] leading-[19px]">
        <span className="flex items-center justify-between gap-2">
          <span className="flex items-center gap-2">
            <Tick
              name="Measure with a caliper"
              on={measuring !== undefined}
              onChange={(on) => {
                setFault(undefined);
                setMeasuring(on ? (sizes[0]?.key ?? DONE) : undefined);
              }}
            />
            Measure with a caliper
          </span>
          {measuring !== undefined && measuring !== DONE && (
            <button
              type="button"
              className="font-semibold text-house hover:underline"
              // the figure keeps the focus
              onMouseDown={(e) => e.preventDefault()}
              onClick={() => {
                typeReading(SIMULATED_READINGS[reading.current % SIMULATED_READINGS.length] as number);
                reading.current++;
              }}
            >
              Simulated caliper: read
            </button>
          )}
        </span>
        {measuring !== undefined && (
          <p className="text-second">
            {measuring === DONE
              ? 'The last size is measured.'
              : 'A caliper that types its reading fills the figure that has the focus, and goes on to the next one.'}
          </p>
        )}
        <FaultNote texts={fault ? [fault] : []} />
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
            dimensions={onSheet && (onSheet.get(s.path.join('.')) ?? [])}
            onDimension={(id) => {
              view.standAt('Dimension');
              view.takeDimension(id);
            }}
            isMeasuring={measuring !== undefined}
            hasTurn={measuring === s.key}
            onReading={(typed) => void measure(s, typed)}
          />
        )}
      />
    </>
  );
};

/** A figure that a caliper fills. */
const ReadingField = ({
  size,
  hasTurn,
  onReading,
}: {
  size: StandingSize;
  hasTurn: boolean;
  onReading: (typed: string) => void;
}) => {
  const [typed, setTyped] = useState(size.text);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!hasTurn) return;
    input.current?.focus();
    input.current?.select();
  }, [hasTurn]);
  return (
    <input
      ref={input}
      aria-label={`Reading of ${size.line}, ${size.words}`}
      value={typed}
      spellCheck={false}
      autoComplete="off"
      onFocus={(e) => e.target.select()}
      onChange={(e) => setTyped(e.target.value)}
      onKeyDown={(e) => {
        // as it stands in the field: a caliper types faster than a picture is drawn
        if (e.key === 'Enter') onReading(e.currentTarget.value);
        if (e.key === 'Escape') setTyped(size.text);
      }}
      className="figures w-[88px] border-b border-house/60 bg-transparent text-right text-house focus:bg-lit focus:outline-none"
    />
  );
};

const SizeRow = ({
  size,
  worth,
  onMark,
  dimensions,
  onDimension,
  isMeasuring,
  hasTurn,
  onReading,
}: {
  size: StandingSize;
  worth: string | undefined;
  onMark: (standing: MarkedStanding | 'given', from: string | undefined) => void;
  /** those that follow from it; nothing where the sheet has none at all */
  dimensions: readonly DimensionRow[] | undefined;
  onDimension: (id: string) => void;
  isMeasuring: boolean;
  hasTurn: boolean;
  onReading: (typed: string) => void;
}) => {
  const [typedFrom, setFrom] = useState<string>();
  const from = typedFrom ?? size.from ?? '';
  const marked = STANDINGS.some((x) => x === size.standing);
  return (
    <tr className="border-b border-rule align-top">
      <td className="py-1 pl-5">
        <span className="font-semibold text-deep">{size.line}</span> {size.words}
        {dimensions && dimensions.length > 0 && (
          <span className="block text-[12px] leading-[15px] text-second">
            {'on the sheet: '}
            {dimensions.slice(0, MOST_NAMED).map((d, i) => (
              <span key={d.id}>
                {i > 0 && ', '}
                <button
                  type="button"
                  onClick={() => onDimension(d.id)}
                  className="figures text-house hover:underline"
                >
                  {d.text}
                </button>
                {d.view && ` ${d.view}`}
              </span>
            ))}
            {dimensions.length > MOST_NAMED && ` and ${dimensions.length - MOST_NAMED} more`}
          </span>
        )}
      </td>
      <td className="margin-line figures py-1 text-right">
        {isMeasuring ? (
          <ReadingField key={size.text} size={size} hasTurn={hasTurn} onReading={onReading} />
        ) : (
          size.text
        )}
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
            onBlur={() => {
              if (from !== (size.from ?? '')) onMark(size.standing as MarkedStanding, from || undefined);
              setFrom(undefined);
            }}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            className="mt-0.5 w-full border-b border-rule-strong bg-transparent text-[12px] focus:outline-none"
          />
        )}
      </td>
    </tr>
  );
};
