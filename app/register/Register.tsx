'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type DragEvent, useEffect, useOptimistic, useRef, useState, useTransition } from 'react';
import { drawingOfPart } from '../../core/drawing/drawing.ts';
import type { RegisterPage, RegisterRow } from '../../exchange/kept.ts';
import { type ManyRequest, PAGE, type RegisterQuery, STATES } from '../../exchange/register.ts';
import { mayEverywhere } from '../../exchange/roles.ts';
import { HouseMark } from '../HouseMark.tsx';
import { LookChoice } from '../LookChoice.tsx';
import { archive, copyDrawing, openFile, setMany } from '../serverCalls.ts';
import { usePerson, useUnsaved } from '../session/SessionsProvider.tsx';
import { registerAddress } from './address.ts';
import { Folders } from './Folders.tsx';
import { PickedBar } from './PickedBar.tsx';
import { RegisterTable } from './RegisterTable.tsx';

// no part of the first load: it is opened now and then
const BackupPanel = dynamic(() => import('./BackupPanel.tsx').then((m) => m.BackupPanel));
const ShareDialog = dynamic(() => import('./ShareDialog.tsx').then((m) => m.ShareDialog));

/** One stops typing for so long before what is typed is looked for, ms. */
const FIND_AFTER = 200;

const BUTTON =
  'rounded-md border border-rule-strong bg-white px-3 py-1.5 text-[14px] font-semibold text-deep hover:bg-pale';
const SELECT = 'rounded-md border border-rule-strong bg-white px-2 py-1.5 text-[13px]';

type Props = {
  readonly page: RegisterPage;
  readonly asked: RegisterQuery;
  /** where the daily copies are; undefined where none are made */
  readonly copies: string | undefined;
};

/** All drawings: found, opened, copied, kept in folders, put away. What is shown stands in the address. */
export const Register = ({ page, asked, copies }: Props) => {
  const router = useRouter();
  const unsaved = useUnsaved();
  const person = usePerson();
  const picker = useRef<HTMLInputElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const [find, setFind] = useState(asked.find);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [note, setNote] = useState<string>();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [isKeeping, setIsKeeping] = useState(false);
  const [shared, setShared] = useState<RegisterRow>();
  const mayMake = mayEverywhere(person.role, 'make');
  const [isDropping, setIsDropping] = useState(false);
  const [isWaiting, startTransition] = useTransition();
  const { rows } = page;
  // what is chosen shows at once, its rows when they come
  const [now, setNow] = useOptimistic(asked);
  const shown = (next: Partial<RegisterQuery>): void =>
    startTransition(() => {
      const wanted = { ...now, page: 1, ...next };
      setNow(wanted);
      router.replace(registerAddress(wanted), { scroll: false });
    });
  const show = useRef(shown);
  show.current = shown;
  useEffect(() => {
    if (find === asked.find) return;
    const wait = setTimeout(() => show.current({ find }), FIND_AFTER);
    return () => clearTimeout(wait);
  }, [find, asked.find]);
  // the key goes to the search from anywhere but a field
  useEffect(() => {
    const press = (e: KeyboardEvent): void => {
      if (e.key !== '/' || e.ctrlKey || e.metaKey || e.altKey) return;
      if (/^(input|select|textarea)$/i.test((e.target as HTMLElement).tagName)) return;
      e.preventDefault();
      search.current?.focus();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  // only what is in sight is printed or moved, in the register's order
  const chosen = rows.filter((r) => picked.has(r.id));
  const pick = (ids: readonly string[], on: boolean): void => {
    const next = new Set(picked);
    for (const id of ids) {
      if (on) next.add(id);
      else next.delete(id);
    }
    setPicked(next);
  };
  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setFaults([]);
    setNote(undefined);
    try {
      await work();
      router.refresh();
    } catch (error) {
      setFaults([(error as Error).message]);
    }
  };
  const open = (files: readonly File[]): Promise<void> =>
    attempt(async () => {
      const [only] = files;
      const { openFiles } = await import('./openFiles.ts');
      const { ids, refused } = await openFiles(files, (done) =>
        setNote(files.length > 1 ? `Opening files: ${done} of ${files.length} …` : `Opening ${only?.name} …`),
      );
      setNote(
        files.length > 1 ? `${ids.length} of ${files.length} files opened into the register.` : undefined,
      );
      setFaults(refused);
      const [first] = ids;
      if (files.length === 1 && first) router.push(`/drawings/${first}`);
    });
  const start = (isTour = false): Promise<void> =>
    attempt(async () => {
      const part = { format: 'blue-ledger/part@1', name: 'New part', units: 'mm', bodies: [] } as const;
      // a new drawing's statement is empty: its first line is typed at the desk
      const bare = drawingOfPart({ ...part, bodies: [...part.bodies] });
      const { begun } = await import('../rules/begun.ts');
      const kept = await openFile(await begun(bare), 'New part');
      router.push(`/drawings/${kept.id}${isTour ? '?tour' : ''}`);
    });
  /** a first look: the made-up drawings, or a drawing of one's own that is made step by step */
  const addDemo = (): Promise<void> =>
    attempt(async () => {
      const { addDemoDrawings } = await import('./firstLook.ts');
      await addDemoDrawings();
    });
  const setAll = (set: ManyRequest['set']): Promise<void> =>
    attempt(async () => {
      await setMany({ ids: chosen.map((r) => r.id), set });
      if ('archived' in set) setPicked(new Set());
    });
  const drop = {
    onDragOver: (e: DragEvent) => {
      if (!e.dataTransfer.types.includes('Files')) return;
      e.preventDefault();
      setIsDropping(true);
    },
    onDragLeave: (e: DragEvent) => {
      if (!e.currentTarget.contains(e.relatedTarget as Node | null)) setIsDropping(false);
    },
    onDrop: (e: DragEvent) => {
      e.preventDefault();
      setIsDropping(false);
      const files = [...e.dataTransfer.files];
      if (files.length) void open(files);
    },
  };
  const isFiltered = now.find || now.folder !== undefined || now.tag !== undefined || now.state !== undefined;
  const pages = Math.max(1, Math.ceil(page.total / PAGE));
  return (
    <div className="h-screen overflow-y-auto" {...drop}>
      <title>Blue Ledger</title>
      <div className="mx-auto flex min-h-full max-w-[1240px] min-w-[960px] flex-col px-6 py-6">
        <header className="flex items-center justify-between">
          <p className="flex items-center gap-2 text-[15px] font-bold text-deep">
            <HouseMark /> Blue Ledger
          </p>
          <div className="flex gap-2">
            <input
              ref={picker}
              type="file"
              multiple
              accept=".json,application/json,.step,.stp,.stl,.obj"
              className="sr-only"
              aria-label="Part, drawing or solid file"
              onChange={(e) => {
                const files = [...(e.target.files ?? [])];
                e.target.value = '';
                if (files.length) void open(files);
              }}
            />
            {mayMake && (
              <button type="button" className={BUTTON} onClick={() => picker.current?.click()}>
                Open files
              </button>
            )}
            {mayEverywhere(person.role, 'run') && (
              <button type="button" className={BUTTON} onClick={() => setIsKeeping(true)}>
                Backup
              </button>
            )}
            <Link href="/views" className={BUTTON}>
              Given views
            </Link>
            <Link href="/rules" className={BUTTON}>
              House rules
            </Link>
            <Link href="/practice" className={BUTTON}>
              Practice
            </Link>
            <Link href="/method" className={BUTTON}>
              Method
            </Link>
            {person.name && (
              <Link
                href="/people"
                className={BUTTON}
                title={`You are signed in as ${person.name}, ${person.role}`}
              >
                {mayEverywhere(person.role, 'run') ? 'People' : person.name}
              </Link>
            )}
            {mayMake && (
              <button
                type="button"
                className="rounded-md bg-deep px-3.5 py-1.5 text-[14px] font-semibold text-white hover:bg-house"
                onClick={() => void start()}
              >
                New drawing
              </button>
            )}
          </div>
        </header>
        <main
          className={`mt-5 rounded-lg border bg-page ${isDropping ? 'border-house ring-2 ring-house' : 'border-rule'}`}
        >
          <div className="flex items-end justify-between gap-4 border-b-2 border-rule-strong px-6 pt-5 pb-3">
            <div>
              <h1 className="text-[21px] leading-[26px] font-bold">Register</h1>
              <p className="text-[13px] text-second" role="status">
                {isDropping
                  ? 'Let go to open the files'
                  : `${page.total} ${page.total === 1 ? 'drawing' : 'drawings'}${now.archive === '1' ? ' put away' : ''}${isFiltered ? ' found' : ''}${isWaiting ? ' …' : ''}`}
              </p>
            </div>
            <div className="flex items-center gap-3">
              <label className="flex items-center gap-1.5 text-[13px] text-second">
                <input
                  type="checkbox"
                  checked={now.pictures === '1'}
                  onChange={(e) => shown({ pictures: e.target.checked ? '1' : undefined, page: now.page })}
                  className="accent-[var(--color-deep)]"
                />{' '}
                Pictures
              </label>
              <label className="flex items-center gap-1.5 text-[13px] text-second">
                <input
                  type="checkbox"
                  checked={now.archive === '1'}
                  onChange={(e) => shown({ archive: e.target.checked ? '1' : undefined, folder: undefined })}
                  className="accent-[var(--color-deep)]"
                />{' '}
                Archive
              </label>
              {page.tags.length > 0 && (
                <select
                  aria-label="Tag"
                  className={SELECT}
                  value={now.tag ?? ''}
                  onChange={(e) => shown({ tag: e.target.value || undefined })}
                >
                  <option value="">All tags</option>
                  {page.tags.map((t) => (
                    <option key={t}>{t}</option>
                  ))}
                </select>
              )}
              <select
                aria-label="State"
                className={SELECT}
                value={now.state ?? ''}
                onChange={(e) => shown({ state: STATES.find((s) => s === e.target.value) })}
              >
                <option value="">All states</option>
                {STATES.map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </select>
              <input
                ref={search}
                type="search"
                aria-label="Find in the register"
                title="Press / to go here. Words of the title, the statement or its sizes: hole 12"
                placeholder="Find: bracket, hole 12, steel"
                value={find}
                onChange={(e) => setFind(e.target.value)}
                className="w-64 rounded-md border border-rule-strong bg-white px-2.5 py-1.5 text-[13px]"
              />
            </div>
          </div>
          {faults.map((f) => (
            <p
              key={f}
              role="alert"
              className="border-b border-fault-rule bg-fault-pale px-6 py-2 text-[13.5px] text-fault"
            >
              {f}
            </p>
          ))}
          {note && (
            <p role="status" className="border-b border-rule px-6 py-2 text-[13.5px]">
              {note}
            </p>
          )}
          {chosen.length > 0 && (
            <PickedBar
              picked={chosen}
              page={page}
              onSet={mayMake ? (set) => void setAll(set) : undefined}
              onClear={() => setPicked(new Set())}
              onShare={person.name ? setShared : undefined}
            />
          )}
          <div className="flex">
            <Folders page={page} asked={now} onShow={(folder) => shown({ folder })} />
            <div className="min-w-0 flex-1">
              <RegisterTable
                rows={rows}
                asked={now}
                picked={picked}
                unsaved={unsaved}
                onPick={pick}
                onSort={(sort) =>
                  shown({ sort, down: now.sort === sort && now.down !== '1' ? '1' : undefined })
                }
                onTag={(tag) => shown({ tag })}
                onCopy={mayMake ? (r) => void attempt(() => copyDrawing(r.id)) : undefined}
                onArchive={mayMake ? (r) => void attempt(() => archive(r.id, !r.archived)) : undefined}
              />
              {!rows.length && (
                <p className="px-6 py-8 text-second">
                  {page.isEmpty
                    ? mayMake
                      ? 'No drawings yet. Start a new one, or drop a part file here.'
                      : 'No drawings yet.'
                    : now.archive === '1' && !isFiltered
                      ? 'The archive is empty.'
                      : 'Nothing found.'}
                  {page.isEmpty && mayMake && (
                    <span className="mt-3 flex gap-3">
                      <button type="button" className={BUTTON} onClick={() => void start(true)}>
                        Take the two-minute tour
                      </button>
                      {mayEverywhere(person.role, 'change all') && (
                        <button type="button" className={BUTTON} onClick={() => void addDemo()}>
                          Put in the demo drawings
                        </button>
                      )}
                    </span>
                  )}
                  {isFiltered && (
                    <button
                      type="button"
                      className="ml-2 font-semibold text-house hover:underline"
                      onClick={() => {
                        setFind('');
                        shown({ find: '', folder: undefined, tag: undefined, state: undefined });
                      }}
                    >
                      Show all drawings
                    </button>
                  )}
                </p>
              )}
              {pages > 1 && (
                <nav aria-label="Pages" className="flex items-center justify-center gap-4 py-3 text-[13.5px]">
                  <button
                    type="button"
                    className={BUTTON}
                    disabled={page.page <= 1}
                    onClick={() => shown({ page: page.page - 1 })}
                  >
                    Before
                  </button>
                  <span>
                    Page {page.page} of {pages}
                  </span>
                  <button
                    type="button"
                    className={BUTTON}
                    disabled={page.page >= pages}
                    onClick={() => shown({ page: page.page + 1 })}
                  >
                    Next
                  </button>
                </nav>
              )}
            </div>
          </div>
        </main>
        <footer className="mt-3 flex justify-end">
          <LookChoice />
        </footer>
      </div>
      {shared && <ShareDialog row={shared} onClose={() => setShared(undefined)} />}
      {isKeeping && (
        <BackupPanel
          copies={copies}
          onClose={() => setIsKeeping(false)}
          onRestored={() => router.refresh()}
        />
      )}
    </div>
  );
};
