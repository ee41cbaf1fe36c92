'use client';
import { Archive, ArchiveRestore, Copy } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { type Drawing, drawingOfPart } from '../../core/drawing/drawing.ts';
import { scaleText } from '../../core/sheet/layout/paper.ts';
import type { RegisterRow } from '../../exchange/kept.ts';
import { isSolidFile, LARGEST_SOLID_FILE } from '../../formats/solidFormats.ts';
import { HouseMark } from '../HouseMark.tsx';
import { LocalTime } from '../LocalTime.tsx';
import { type SortedColumn, SortedTable } from '../SortedTable.tsx';
import { archive, archiveAddress, copyDrawing, openFile, sheetsAddress } from '../serverCalls.ts';
import { useUnsaved } from '../session/SessionsProvider.tsx';
import type { UnsavedDrawing } from '../session/sessions.ts';

const LARGEST_FILE = 4 * 1024 * 1024;

const scaleWord = (s: string): string => (s === 'fit' ? 'to fit' : scaleText(Number(s)).replaceAll(' ', ''));

/** A new drawing's statement is empty: its first line is typed at the desk. */
const newDrawing = (): Drawing =>
  drawingOfPart({ format: 'blue-ledger/part@1', name: 'New part', units: 'mm', bodies: [] });

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

/** All drawings: found, opened, copied, put away. */
export const Register = ({ rows }: { rows: readonly RegisterRow[] }) => {
  const router = useRouter();
  const unsaved = useUnsaved();
  const picker = useRef<HTMLInputElement>(null);
  const [search, setSearch] = useState('');
  const [old, setOld] = useState(false);
  const [fault, setFault] = useState<string>();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const shown = useMemo(() => {
    const word = search.trim().toLowerCase();
    return rows.filter(
      (r) => r.archived === old && `${r.number} ${r.title} ${r.material}`.toLowerCase().includes(word),
    );
  }, [rows, search, old]);

  // only what is in sight goes into the file, in the register's order
  const chosen = shown.filter((r) => picked.has(r.id));
  const pick = (ids: readonly string[], on: boolean): void => {
    const next = new Set(picked);
    for (const id of ids) {
      if (on) next.add(id);
      else next.delete(id);
    }
    setPicked(next);
  };

  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setFault(undefined);
    try {
      await work();
      router.refresh();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const open = async (file: File): Promise<void> =>
    attempt(async () => {
      const isSolid = isSolidFile(file.name);
      const most = isSolid ? LARGEST_SOLID_FILE : LARGEST_FILE;
      if (file.size > most)
        throw new Error(
          `${file.name} is ${(file.size / 1048576).toFixed(1)} MB; the most that is read is ${most / 1048576} MB. Split the part.`,
        );
      if (isSolid) {
        // the reader is fetched where it is needed
        const { readSolidFile } = await import('./readSolidFile.ts');
        const kept = await openFile(await readSolidFile(file), file.name);
        router.push(`/drawings/${kept.id}`);
        return;
      }
      let data: unknown;
      try {
        data = JSON.parse(await file.text());
      } catch (error) {
        throw new Error(
          `${file.name} is not a part or drawing file: ${(error as Error).message}. Nothing was changed.`,
        );
      }
      const kept = await openFile(data, file.name);
      router.push(`/drawings/${kept.id}`);
    });
  const start = (): Promise<void> =>
    attempt(async () => {
      const kept = await openFile(newDrawing(), 'New part');
      router.push(`/drawings/${kept.id}`);
    });
  const head = 'py-1.5 font-normal';
  const columns: readonly SortedColumn<RegisterRow>[] = [
    {
      id: 'pick',
      head: (
        <input
          type="checkbox"
          aria-label="Pick all for printing"
          title="Pick all for printing"
          className="align-middle accent-[var(--color-deep)]"
          checked={shown.length > 0 && chosen.length === shown.length}
          onChange={(e) =>
            pick(
              shown.map((r) => r.id),
              e.target.checked,
            )
          }
        />
      ),
      className: 'w-14 py-1.5 pl-6 font-normal',
    },
    { id: 'number', head: 'Number', words: (r) => r.number, className: head },
    { id: 'title', head: 'Title', words: (r) => r.title, className: `margin-line pl-4 ${head}` },
    { id: 'material', head: 'Material', words: (r) => r.material, className: head },
    { id: 'sheet', head: 'Sheet', words: (r) => r.paper, className: head },
    { id: 'scale', head: 'Scale', figure: (r) => Number(r.scale) || 0, className: head },
    { id: 'angle', head: 'Angle', words: (r) => r.angle, className: head },
    { id: 'issued', head: 'State', words: (r) => `${r.issued ?? ''} ${r.state}`, className: head },
    { id: 'changed', head: 'Last change', words: (r) => r.changedAt, className: head },
    { id: 'actions', head: <span className="sr-only">Actions</span>, className: 'py-1.5 pr-6' },
  ];
  const button =
    'rounded-md border border-rule-strong bg-white px-3 py-1.5 text-[14px] font-semibold text-deep hover:bg-pale';
  return (
    <div className="h-screen overflow-y-auto">
      <title>Blue Ledger</title>
      <div className="mx-auto flex min-h-full max-w-[1180px] min-w-[1000px] flex-col px-6 py-6">
        <header className="flex items-center justify-between">
          <p className="flex items-center gap-2 text-[15px] font-bold text-deep">
            <HouseMark /> Blue Ledger
          </p>
          <div className="flex gap-2">
            <input
              ref={picker}
              type="file"
              accept=".json,application/json,.step,.stp,.stl,.obj"
              className="sr-only"
              aria-label="Part, drawing or solid file"
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file) void open(file);
              }}
            />
            <button type="button" className={button} onClick={() => picker.current?.click()}>
              Open a file
            </button>
            <Link href="/views" className={button}>
              Given views
            </Link>
            <button
              type="button"
              className="rounded-md bg-deep px-3.5 py-1.5 text-[14px] font-semibold text-white hover:bg-house"
              onClick={() => void start()}
            >
              New drawing
            </button>
          </div>
        </header>
        <main className="mt-5 rounded-lg border border-rule bg-page">
          <div className="flex items-end justify-between border-b-2 border-rule-strong px-6 pt-5 pb-3">
            <div>
              <h1 className="text-[21px] leading-[26px] font-bold">Register</h1>
              <p className="text-[13px] text-second">
                {shown.length} {shown.length === 1 ? 'drawing' : 'drawings'}
                {old ? ' put away' : ''}
              </p>
            </div>
            <div className="flex items-center gap-3">
              {chosen.length > 0 && (
                <a
                  className="rounded-md border border-rule-strong bg-white px-3 py-1.5 text-[13px] font-semibold text-deep hover:bg-pale"
                  href={archiveAddress(chosen.map((r) => r.id))}
                >
                  Save all files as ZIP
                </a>
              )}
              {chosen.length > 0 && (
                <a
                  className="rounded-md border border-rule-strong bg-white px-3 py-1.5 text-[13px] font-semibold text-deep hover:bg-pale"
                  href={sheetsAddress(chosen.map((r) => r.id))}
                  target="_blank"
                  rel="noreferrer"
                >
                  {chosen.length === 1
                    ? 'Print the picked sheet'
                    : `Print ${chosen.length} sheets as one PDF`}
                </a>
              )}
              <label className="flex items-center gap-1.5 text-[13px] text-second">
                <input
                  type="checkbox"
                  checked={old}
                  onChange={(e) => setOld(e.target.checked)}
                  className="accent-[var(--color-deep)]"
                />{' '}
                Archive
              </label>
              <input
                aria-label="Find in the register"
                placeholder="Find by number, title, material"
                value={search}
                onChange={(e) => setSearch(e.target.value)}
                className="w-64 rounded-md border border-rule-strong bg-white px-2.5 py-1.5 text-[13px]"
              />
            </div>
          </div>
          {fault && (
            <p
              role="alert"
              className="border-b border-fault-rule bg-fault-pale px-6 py-2 text-[13.5px] text-fault"
            >
              {fault}
            </p>
          )}
          <SortedTable
            headClassName="border-b border-rule-strong text-left text-[12.5px] text-second"
            rows={shown}
            keyOf={(r) => r.id}
            columns={columns}
            rowHeight={45}
            renderRow={(r) => (
              <tr key={r.id} className="group border-b border-rule hover:bg-pale">
                <td className="py-2.5 pl-6">
                  <input
                    type="checkbox"
                    aria-label={`Pick ${r.title} for printing`}
                    className="align-middle accent-[var(--color-deep)]"
                    checked={picked.has(r.id)}
                    onChange={(e) => pick([r.id], e.target.checked)}
                  />
                </td>
                <td className="figures py-2.5 text-[13.5px] text-second">{r.number}</td>
                <td className="margin-line py-2.5 pl-4">
                  <Link
                    href={`/drawings/${r.id}`}
                    className="text-[15px] font-semibold text-deep hover:text-house hover:underline"
                  >
                    {r.title || 'Without a title'}
                  </Link>
                  <UnsavedMark drawing={unsaved.find((u) => u.id === r.id)} />
                </td>
                <td className="text-second">{r.material}</td>
                <td>{r.paper === 'own' ? 'custom' : r.paper}</td>
                <td className="figures text-[13.5px]">{scaleWord(r.scale)}</td>
                <td>{r.angle}</td>
                <td className="text-[13px]">
                  {r.issued && !r.isChangedSince && (
                    <span>
                      issued <b className="figures">{r.issued}</b>
                    </span>
                  )}
                  {(!r.issued || r.isChangedSince) && (
                    <span className="text-second">
                      {r.state || 'in hand'}
                      {r.issued && (
                        <>
                          , after <b className="figures">{r.issued}</b>
                        </>
                      )}
                    </span>
                  )}
                </td>
                <td className="figures text-[13px] text-second">
                  <LocalTime at={r.changedAt} />
                </td>
                <td className="pr-4">
                  <span className="flex justify-end text-second">
                    <button
                      type="button"
                      aria-label={`Copy ${r.title}`}
                      title="Copy"
                      className="grid size-7 place-items-center rounded hover:bg-hover"
                      onClick={() => void attempt(() => copyDrawing(r.id))}
                    >
                      <Copy size={15} aria-hidden />
                    </button>
                    <button
                      type="button"
                      aria-label={`${r.archived ? 'Restore' : 'Archive'} ${r.title}`}
                      title={r.archived ? 'Restore' : 'Archive'}
                      className="grid size-7 place-items-center rounded hover:bg-hover"
                      onClick={() => void attempt(() => archive(r.id, !r.archived))}
                    >
                      {r.archived ? (
                        <ArchiveRestore size={15} aria-hidden />
                      ) : (
                        <Archive size={15} aria-hidden />
                      )}
                    </button>
                  </span>
                </td>
              </tr>
            )}
          />
          {!shown.length && (
            <p className="px-6 py-8 text-second">
              {rows.length
                ? old
                  ? 'The archive is empty, or nothing found there.'
                  : 'Nothing found.'
                : 'No drawings yet. Start a new one, or open a part file such as demo/03-vane-hub.drawing.json.'}
            </p>
          )}
        </main>
      </div>
    </div>
  );
};
