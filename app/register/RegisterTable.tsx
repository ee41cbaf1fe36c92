'use client';
import { Archive, ArchiveRestore, Copy } from 'lucide-react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { scaleText } from '../../core/sheet/layout/paper.ts';
import type { RegisterRow } from '../../exchange/kept.ts';
import type { RegisterQuery, RegisterSort } from '../../exchange/register.ts';
import { LocalTime } from '../LocalTime.tsx';
import { thumbnailAddress } from '../serverCalls.ts';
import type { UnsavedDrawing } from '../session/sessions.ts';

const scaleWord = (s: string): string => (s === 'fit' ? 'to fit' : scaleText(Number(s)).replaceAll(' ', ''));

/** Tells that a drawing has changes which the server does not have yet. */
const UnsavedMark = ({ drawing }: { drawing: UnsavedDrawing | undefined }) => {
  if (!drawing) return null;
  const { changes, save } = drawing;
  const words =
    save === 'conflict'
      ? 'changed in two windows: open it to choose'
      : save === 'refused'
        ? 'the last change cannot be stored: open it'
        : `${changes} ${changes === 1 ? 'change' : 'changes'} not saved yet`;
  return (
    <span role="status" className="ml-3 text-[13px] font-semibold text-fault">
      {words}
    </span>
  );
};

const State = ({ row: r }: { row: RegisterRow }) =>
  r.issued && !r.isChangedSince ? (
    <span>
      issued <b className="figures">{r.issued}</b>
    </span>
  ) : (
    <span className="text-second">
      {r.state || 'in hand'}
      {r.issued && (
        <>
          , after <b className="figures">{r.issued}</b>
        </>
      )}
    </span>
  );

type Props = {
  readonly rows: readonly RegisterRow[];
  readonly asked: RegisterQuery;
  readonly picked: ReadonlySet<string>;
  readonly unsaved: readonly UnsavedDrawing[];
  readonly onPick: (ids: readonly string[], on: boolean) => void;
  readonly onSort: (sort: RegisterSort) => void;
  readonly onTag: (tag: string) => void;
  /** copies a drawing or puts it away; nothing for whoever reads only */
  readonly onCopy: ((row: RegisterRow) => void) | undefined;
  readonly onArchive: ((row: RegisterRow) => void) | undefined;
};

/** The rows of a page of the register. Its headings sort all pages. */
export const RegisterTable = (props: Props) => {
  const { rows, asked, picked, unsaved, onPick, onSort, onTag, onCopy, onArchive } = props;
  const head = (sort: RegisterSort, label: ReactNode, className = '') => {
    const isSorted = asked.sort === sort;
    const way = asked.down === '1' ? 'descending' : 'ascending';
    return (
      <th aria-sort={isSorted ? way : 'none'} className={`py-1.5 font-normal ${className}`}>
        <button type="button" className="hover:underline" onClick={() => onSort(sort)}>
          {label}
          {isSorted && <span aria-hidden>{asked.down === '1' ? ' ↓' : ' ↑'}</span>}
        </button>
      </th>
    );
  };
  return (
    <table className="w-full">
      <thead>
        <tr className="border-b border-rule-strong text-left text-[12.5px] text-second">
          <th className="w-12 py-1.5 pl-6 font-normal">
            <input
              type="checkbox"
              aria-label="Pick all for printing"
              title="Pick all that are shown"
              className="align-middle accent-[var(--color-deep)]"
              checked={rows.length > 0 && rows.every((r) => picked.has(r.id))}
              onChange={(e) =>
                onPick(
                  rows.map((r) => r.id),
                  e.target.checked,
                )
              }
            />
          </th>
          {asked.pictures === '1' && <th className="w-[104px] py-1.5 font-normal">Sheet</th>}
          {head('number', 'Number')}
          {head('title', 'Title', 'margin-line pl-4')}
          {head('material', 'Material')}
          {head('paper', 'Paper')}
          {head('scale', 'Scale')}
          {head('angle', 'Angle')}
          {head('state', 'State')}
          {head('changed', 'Last change')}
          <th className="py-1.5 pr-6">
            <span className="sr-only">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.id} className="group border-b border-rule hover:bg-pale">
            <td className="py-2.5 pl-6">
              <input
                type="checkbox"
                aria-label={`Pick ${r.title} for printing`}
                className="align-middle accent-[var(--color-deep)]"
                checked={picked.has(r.id)}
                onChange={(e) => onPick([r.id], e.target.checked)}
              />
            </td>
            {asked.pictures === '1' && (
              <td className="py-1.5">
                {/* biome-ignore lint/performance/noImgElement: a sheet is made by this server, and kept by its revision */}
                <img
                  src={thumbnailAddress(r.id, r.revision)}
                  alt=""
                  loading="lazy"
                  width={96}
                  height={68}
                  className="h-[68px] w-[96px] border border-rule bg-white object-contain"
                />
              </td>
            )}
            <td className="figures py-2.5 pr-2 text-[13.5px] text-second">{r.number}</td>
            <td className="margin-line py-2.5 pl-4">
              <Link
                href={`/drawings/${r.id}`}
                className="text-[15px] font-semibold text-deep hover:text-house hover:underline"
              >
                {r.title || 'Without a title'}
              </Link>
              <UnsavedMark drawing={unsaved.find((u) => u.id === r.id)} />
              {r.tags.map((t) => (
                <button
                  key={t}
                  type="button"
                  title={`Show all with the tag ${t}`}
                  onClick={() => onTag(t)}
                  className="ml-2 rounded border border-rule px-1.5 text-[12px] leading-[17px] text-second hover:bg-hover"
                >
                  {t}
                </button>
              ))}
            </td>
            <td className="pr-2 text-second">{r.material}</td>
            <td>{r.paper === 'own' ? 'custom' : r.paper}</td>
            <td className="figures text-[13.5px]">{scaleWord(r.scale)}</td>
            <td>{r.angle}</td>
            <td className="text-[13px]">
              <State row={r} />
            </td>
            <td className="figures text-[13px] text-second">
              <LocalTime at={r.changedAt} />
            </td>
            <td className="pr-4">
              <span className="flex justify-end text-second">
                {onCopy && (
                  <button
                    type="button"
                    aria-label={`Copy ${r.title}`}
                    title="Copy"
                    className="grid size-7 place-items-center rounded hover:bg-hover"
                    onClick={() => onCopy(r)}
                  >
                    <Copy size={15} aria-hidden />
                  </button>
                )}
                {onArchive && (
                  <button
                    type="button"
                    aria-label={`${r.archived ? 'Restore' : 'Archive'} ${r.title}`}
                    title={r.archived ? 'Restore' : 'Archive'}
                    className="grid size-7 place-items-center rounded hover:bg-hover"
                    onClick={() => onArchive(r)}
                  >
                    {r.archived ? (
                      <ArchiveRestore size={15} aria-hidden />
                    ) : (
                      <Archive size={15} aria-hidden />
                    )}
                  </button>
                )}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
};
