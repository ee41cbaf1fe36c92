'use client';
import { Grid3x3, PackagePlus, Plus } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { sentence } from '../../../../core/number/fault.ts';
import type { PartFile } from '../../../../core/part/schema.ts';
import { pastedLines } from '../../../../core/statement/typed/pastedLines.ts';
import type { TypedContext } from '../../../../core/statement/typed/placing.ts';
import type { TypedReading } from '../../../../core/statement/typed/typedLine.ts';
import { assemblyLines, fetchAssemblyLines } from '../../../session/assemblyLines.ts';
import { fetchCommands } from '../../../session/commands.ts';
import { fetchLineReader, type LineReader, lineReader } from '../../../session/lineReader.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { fetchedLater, fetchWithRest } from '../../fetchedLater.tsx';
import { useDesk, useSession, useView } from '../../useDesk.ts';
import { START_BUTTON } from './startButton.ts';

const Choices = fetchedLater(() => import('./Choices.tsx').then((m) => m.Choices));
const SquaredPanel = fetchedLater(() => import('../../panels/SquaredPanel.tsx').then((m) => m.SquaredPanel));
const BringPart = fetchedLater(
  () => import('./BringPart.tsx').then((m) => m.BringPart),
  <span className={START_BUTTON}>
    <PackagePlus size={14} aria-hidden /> Bring in a part
  </span>,
);
const StartMenu = fetchedLater(
  () => import('./StartMenu.tsx').then((m) => m.StartMenu),
  <span className={START_BUTTON}>
    <Plus size={14} aria-hidden /> Begin from a shape
  </span>,
);

fetchWithRest(fetchAssemblyLines);
fetchWithRest(fetchLineReader);
fetchWithRest(fetchCommands);

/** Characters that a row of the field holds, where the browser does not make the field as high as its text by itself. */
const ROW = 24;

/** A line that has stood for so long is drawn before it is taken, ms. */
const TRY_AFTER = 150;

/** What was understood of the line, as it will stand in the statement; or what it leaves open, with what would answer that. */
const Understood = ({
  part,
  text,
  context,
  read,
  sentencesOf,
  onTake,
}: {
  part: PartFile;
  text: string;
  context: TypedContext;
  read: TypedReading;
  sentencesOf: LineReader['enteredSentences'];
  onTake: (line: string) => void;
}) => {
  if (read.kind === 'asks')
    return (
      <div data-testid="asks" className="mt-1.5 text-[13px] leading-[18px] text-caution">
        {read.question}
        <Choices
          part={part}
          context={context}
          onTake={onTake}
          choices={[
            ...read.offers.map((o) => ({
              label: o,
              line: `${text.trimEnd()}${/^:/.test(o) ? '' : ' '}${o}`,
              replaces: false,
            })),
            ...(read.instead ?? []).map((line) => ({ label: line, line, replaces: true })),
          ]}
        />
      </div>
    );
  const sentences = sentencesOf(part, read);
  const lines =
    read.kind === 'understood' ? read.features.map((f, i) => `${f.id}: ${sentences[i]}`) : sentences;
  return (
    <div data-testid="understood" className="mt-1.5 text-[13px] leading-[18px]">
      {read.kind === 'understood' && read.body !== undefined && <p>Body {read.body}</p>}
      {lines.map((l) => (
        <p key={l}>{l}</p>
      ))}
      {read.kind !== 'size' && read.assumed.length > 0 && (
        <p className="text-[12.5px] text-second">Assumed: {[...new Set(read.assumed)].join('; ')}.</p>
      )}
    </div>
  );
};

/** Adds to the statement: a line typed as one would say it, with what was understood of it, or begun from a named shape. */
export const AddLine = () => {
  const { session, view } = useDesk();
  const { writeLine } = view;
  const drawing = useSession((s) => s.drawing);
  const box = useSession((s) => s.picture?.box);
  const text = useView((s) => s.line);
  const [fault, setFault] = useState<string>();
  // undefined until it is first opened; what is drawn on it stays when it is closed
  const [counting, setCounting] = useState<boolean>();
  const [waiting, setWaiting] = useState<readonly string[]>([]);
  const input = useRef<HTMLTextAreaElement>(null);
  // the reader of lines about bolts and bodies is fetched when one begins to type
  const [assembly, setAssembly] = useState(() => assemblyLines());
  const isTyping = text.length > 0;
  useEffect(() => {
    if (isTyping && !assembly) void fetchAssemblyLines().then((a) => setAssembly(() => a));
  }, [isTyping, assembly]);
  const [reader, setReader] = useState(() => lineReader());
  useEffect(() => {
    if (isTyping && !reader) void fetchLineReader().then((r) => setReader(() => r));
  }, [isTyping, reader]);
  const context = useMemo(
    () => reader?.typedContext(drawing.part, box, assembly),
    [reader, drawing.part, box, assembly],
  );
  const read = useMemo(
    () => (text.trim() && reader && context ? reader.readTypedLine(text, context) : undefined),
    [text, reader, context],
  );
  const [undrawn, setUndrawn] = useState<string>();
  const understood = read?.kind === 'understood' || read?.kind === 'fastened';
  // what was understood is drawn before it is taken; a line that is still being typed is waited for
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is drawn anew on every drawing that takes the place of this one
  useEffect(() => {
    setUndrawn(undefined);
    if (!understood) {
      void session.tryOut();
      return;
    }
    let isOver = false;
    const wait = setTimeout(() => {
      void session
        .tryOut({ type: 'enterLine', text })
        .then((faults) => !isOver && setUndrawn(faults[0] && sentence(faults[0])));
    }, TRY_AFTER);
    return () => {
      isOver = true;
      clearTimeout(wait);
    };
  }, [session, text, understood, drawing]);
  useEffect(() => () => void session.tryOut(), [session]);
  const ways = reader?.completionsOf(text) ?? [];
  // a word that is still being written is not asked about yet
  const begun = ways.length > 0 && /[a-z]$/i.test(text);
  const write = (words: string): void => {
    writeLine(words);
    setFault(undefined);
    setTimeout(() => {
      input.current?.focus();
      input.current?.setSelectionRange(words.length, words.length);
    }, 0);
  };
  const complete = (word: string): void => write(`${text.replace(/[a-z]+$/i, '')}${word} `);
  /** Enters one line into the drawing as it then stands; answers with what keeps it out. */
  const enter = async (words: string): Promise<string | undefined> => {
    await fetchAssemblyLines();
    const faults = await session.edit({ type: 'enterLine', text: words }, 'field');
    return faults[0] && sentence(faults[0]);
  };
  const add = async (): Promise<void> => {
    if (!text.trim()) return;
    // a line that is entered before its reader has come is read by then
    if (read?.kind === 'asks') {
      // what is open now may be answered by a line that is still being drawn
      if (!(await enter(text)) && view.state.getState().line === text) writeLine('');
      return;
    }
    // the field is free for the next line at once; a line that cannot be drawn comes back
    writeLine('');
    const wrong = await enter(text);
    setFault(wrong);
    if (wrong && !view.state.getState().line) writeLine(text);
  };
  /** A pasted list is entered line by line; at the first that is open it stops, and what is left waits. */
  const paste = async (lines: readonly string[]): Promise<void> => {
    for (const [i, words] of lines.entries()) {
      const wrong = await enter(words);
      if (!wrong) continue;
      setWaiting(lines.slice(i + 1));
      writeLine(words);
      setFault(`Line ${i + 1} of ${lines.length}: ${wrong}`);
      return;
    }
    setWaiting([]);
    setFault(undefined);
  };
  const press = (e: KeyboardEvent): void => {
    if (e.key === 'Enter') {
      e.preventDefault();
      void add();
    } else if (e.key === 'Tab' && !e.shiftKey && ways[0] !== undefined) {
      e.preventDefault();
      complete(ways[0]);
    } else if (e.key.toLowerCase() === 'z' && (e.ctrlKey || e.metaKey) && !text) {
      // in an empty field there is nothing typed to take back, so the line just added is
      e.preventDefault();
      void session.step(e.shiftKey ? 1 : -1);
    } else if (e.key === 'Escape') {
      writeLine('');
      setFault(undefined);
    }
  };
  const isEmpty = !drawing.part.bodies.length;
  // an empty statement waits for its first line
  useEffect(() => {
    if (isEmpty) input.current?.focus();
  }, [isEmpty]);
  return (
    <div className="px-5 py-3">
      <div className="flex items-start gap-2">
        <textarea
          ref={input}
          aria-label="New line of the statement"
          rows={Math.max(1, Math.ceil(text.length / ROW))}
          value={text}
          placeholder="hole 12 through top 45 20"
          onChange={(e) => {
            writeLine(e.target.value.replace(/\n/g, ' '));
            setFault(undefined);
          }}
          onKeyDown={press}
          onPaste={(e) => {
            const lines = pastedLines(e.clipboardData.getData('text'));
            if (lines.length < 2) return;
            e.preventDefault();
            void paste(lines);
          }}
          spellCheck={false}
          className="field-sizing-content figures max-h-[40vh] min-w-0 flex-1 resize-none rounded-md border border-rule-strong bg-white px-2 py-1 text-[13px] leading-[20px] placeholder:text-faint"
        />
        <button
          type="button"
          onClick={() => void add()}
          className="rounded-md bg-deep px-3 py-1.5 text-[13px] font-semibold text-white hover:bg-house disabled:bg-disabled"
          disabled={read?.kind === 'asks'}
        >
          Add
        </button>
      </div>
      {ways.length > 0 && (
        <p className="mt-1 text-[12.5px] text-second">
          <kbd className="rounded border border-rule-strong px-1 font-sans text-[11px]">Tab</kbd>{' '}
          {ways.map((w, i) => (
            <button
              key={w}
              type="button"
              tabIndex={-1}
              onClick={() => complete(w)}
              className={`mr-1.5 hover:underline ${i === 0 ? 'font-semibold text-house' : ''}`}
            >
              {w}
            </button>
          ))}
        </p>
      )}
      <div aria-live="polite">
        {read && reader && context && !(begun && read.kind === 'asks') && (
          <Understood
            part={drawing.part}
            text={text}
            context={context}
            read={read}
            sentencesOf={reader.enteredSentences}
            onTake={write}
          />
        )}
      </div>
      <FaultNote texts={[fault ?? undrawn].filter((x) => x !== undefined)} />
      {waiting.length > 0 && (
        <p className="mt-1 text-[12.5px] text-second">
          {waiting.length} more of the pasted lines wait.{' '}
          <button
            type="button"
            className="font-semibold text-house hover:underline"
            onClick={() => {
              writeLine('');
              void paste(waiting);
            }}
          >
            Go on with them
          </button>
        </p>
      )}
      <span className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <StartMenu
          onBegin={(words) => {
            const lines = words.split('\n');
            if (lines.length > 1) void paste(lines);
            else write(words);
          }}
        />
        <BringPart />
        <button
          type="button"
          onClick={() => setCounting(true)}
          className="inline-flex items-center gap-1 text-[13px] font-semibold text-house hover:underline"
        >
          <Grid3x3 size={14} aria-hidden /> Profile on squares
        </button>
      </span>
      {counting !== undefined && <SquaredPanel open={counting} onClose={() => setCounting(false)} />}
    </div>
  );
};
