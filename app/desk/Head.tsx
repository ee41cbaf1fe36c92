'use client';
import { Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { setUp } from '../../core/edit/setupCommands.ts';
import { timeOfDay } from '../clock.ts';
import { HouseMark } from '../HouseMark.tsx';
import { useOthers } from '../session/others.ts';
import { Choice } from './book/Choice.tsx';
import { fetchedLater } from './fetchedLater.tsx';
import { useDesk, useSession } from './useDesk.ts';

const SaveNote = () => {
  const save = useSession((s) => s.save);
  const isReadOnly = useSession((s) => s.isReadOnly);
  const savedAt = useSession((s) => s.savedAt);
  const followedAt = useSession((s) => s.followedAt);
  const { tryNow } = useDesk().session;
  const isFollowed = followedAt && (!savedAt || followedAt > savedAt);
  const stored = {
    saved: isFollowed
      ? `Changed in another window ${timeOfDay(followedAt)}`
      : savedAt
        ? `Saved ${timeOfDay(savedAt)}`
        : 'Saved',
    saving: 'Saving …',
    waiting: 'Not saved yet',
    conflict: 'Not saved',
    refused: 'Not saved',
  }[save];
  const text = isReadOnly ? 'Read only' : stored;
  return (
    // as wide with its time as without, so that nothing beside it moves when a change is stored
    <span className="inline-block min-w-[76px] text-right text-[13px] whitespace-nowrap">
      <span
        role="status"
        data-testid="save"
        className={save === 'saved' || save === 'saving' ? 'text-second' : 'font-semibold text-fault'}
      >
        {text}
      </span>
      {save === 'waiting' && (
        <button type="button" onClick={tryNow} className="ml-2 font-semibold text-house hover:underline">
          Try now
        </button>
      )}
    </span>
  );
};

/** Who else looks at the drawing. */
const Others = () => {
  const { names } = useOthers();
  if (!names.length) return null;
  return (
    <span
      role="status"
      data-testid="others"
      className="ml-3 text-[13px] font-normal text-house"
      title={names.join(', ')}
    >
      {names.length > 2
        ? `${names.length} others are here`
        : `${names.join(' and ')} ${names.length === 1 ? 'is' : 'are'} here`}
    </span>
  );
};

/** The menus take as much room before they are there, so that nothing beside them moves. */
const HeadMenus = fetchedLater(
  () => import('./panels/HeadMenus.tsx').then((m) => m.HeadMenus),
  <>
    <span className="w-[189px] shrink-0" />
    <SaveNote />
    <span className="w-[104px] shrink-0" />
  </>,
);

/** The quiet head: whose drawing, how it stands on the paper, undo, and the way out to paper and files. */
export const Head = () => {
  const { session } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const picture = useSession((s) => s.picture);
  const canUndo = useSession((s) => s.canUndo);
  const canRedo = useSession((s) => s.canRedo);
  const tool =
    'grid size-8 place-items-center rounded hover:bg-hover disabled:opacity-30 disabled:hover:bg-transparent';
  return (
    <header className="flex h-[52px] shrink-0 items-center gap-4 border-b border-rule bg-page px-5">
      <Link
        href="/"
        className="flex items-center gap-2 text-[15px] font-bold text-deep"
        aria-label="Blue Ledger, to the register"
      >
        <HouseMark /> Blue Ledger
      </Link>
      <span className="figures text-[13px] text-second">{drawing.number}</span>
      <span className="min-w-0 flex-1 truncate font-semibold">
        {drawing.title}
        <Others />
      </span>
      <span className="text-[13px] whitespace-nowrap text-second max-[1150px]:hidden">
        {picture?.paper.name}
      </span>
      <span className="figures text-[13px] whitespace-nowrap" data-testid="scale">
        {picture?.scale.replaceAll(' ', '')}
      </span>
      <Choice
        name="Projection angle"
        value={drawing.setup.angle}
        options={[
          { value: 'first', label: 'First angle' },
          { value: 'third', label: 'Third angle' },
        ]}
        onChange={(angle) =>
          void session.edit(setUp({ angle }, `${angle === 'first' ? 'First' : 'Third'} angle`))
        }
      />
      <span className="flex">
        <button
          type="button"
          className={tool}
          aria-label="Undo"
          title="Undo (Ctrl Z)"
          disabled={!canUndo}
          onClick={() => void session.step(-1)}
        >
          <Undo2 size={16} aria-hidden />
        </button>
        <button
          type="button"
          className={tool}
          aria-label="Redo"
          title="Redo (Ctrl Shift Z)"
          disabled={!canRedo}
          onClick={() => void session.step(1)}
        >
          <Redo2 size={16} aria-hidden />
        </button>
      </span>
      <HeadMenus>
        <SaveNote />
      </HeadMenus>
    </header>
  );
};
