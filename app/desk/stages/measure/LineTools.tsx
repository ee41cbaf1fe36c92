'use client';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Link2, Pencil, Trash2 } from 'lucide-react';
import { type DragEvent, memo, useState } from 'react';
import type { LinePlace } from '../../../../core/edit/place.ts';
import type { StatementLine } from '../../../../core/statement/sentence.ts';
import type { DrawingSession } from '../../../session/sessionTypes.ts';
import { useEdit } from '../../useDesk.ts';
import { NameField } from './NameField.tsx';

export type FeatureLine = Extract<StatementLine, { kind: 'feature' }>;

export const tool =
  'grid size-6 place-items-center rounded hover:bg-hover disabled:opacity-30 disabled:hover:bg-transparent';
const size = { size: 14, 'aria-hidden': true } as const;

type ToolsProps = { readonly line: FeatureLine; readonly body: string; readonly count: number };

/** Drawn anew only when the line itself has changed its name or place. */
const sameTools = (a: ToolsProps, b: ToolsProps): boolean =>
  a.count === b.count &&
  a.body === b.body &&
  a.line.id === b.line.id &&
  a.line.body === b.line.body &&
  a.line.feature === b.line.feature &&
  a.line.off === b.line.off;

/** What can be done with a line as a whole. */
export const LineTools = memo(({ line, body, count }: ToolsProps) => {
  const edit = useEdit();
  const place: LinePlace = { body, line: line.id };
  return (
    <span className="flex shrink-0 text-second opacity-0 transition-opacity group-focus-within:opacity-100 group-hover:opacity-100">
      <button
        type="button"
        className={tool}
        aria-label={`Move ${line.id} up`}
        disabled={line.feature === 0}
        onClick={() => void edit({ type: 'moveLine', line: place, by: -1 })}
      >
        <ArrowUp {...size} />
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Move ${line.id} down`}
        disabled={line.feature === count - 1}
        onClick={() => void edit({ type: 'moveLine', line: place, by: 1 })}
      >
        <ArrowDown {...size} />
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Copy ${line.id}`}
        onClick={() => void edit({ type: 'copyLine', line: place })}
      >
        <Copy {...size} />
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Switch ${line.id} ${line.off ? 'on' : 'off'}`}
        onClick={() => void edit({ type: 'switchLine', line: place, off: !line.off })}
      >
        {line.off ? <Eye {...size} /> : <EyeOff {...size} />}
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Group ${line.id} with the line above`}
        title="Group with the line above"
        disabled={line.feature === 0}
        onClick={() => void edit({ type: 'groupLine', line: place })}
      >
        <Link2 {...size} />
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Take ${line.id} out`}
        onClick={() => void edit({ type: 'removeLine', line: place })}
      >
        <Trash2 {...size} />
      </button>
    </span>
  );
}, sameTools);
LineTools.displayName = 'LineTools';

/** A line is dragged by its name, within its body; this is what is carried. */
const CARRIED = 'application/x-statement-line';

export const LineName = ({ line, body }: { line: FeatureLine; body: string }) => {
  const edit = useEdit();
  const [isRenaming, setRenaming] = useState(false);
  if (isRenaming)
    return (
      <NameField
        name={line.id}
        label={`New name of ${line.id}`}
        onRename={(name) => edit({ type: 'renameLine', line: { body, line: line.id }, name }, 'field')}
        onDone={() => setRenaming(false)}
      />
    );
  return (
    <span className="flex min-w-0 items-center gap-1">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the buttons beside it move and rename the line by keys */}
      <span
        draggable
        title="Drag to another place in the statement; press twice to rename"
        onDoubleClick={() => setRenaming(true)}
        onDragStart={(e) => {
          e.dataTransfer.setData(CARRIED, JSON.stringify([body, line.id]));
          e.dataTransfer.effectAllowed = 'move';
        }}
        className="cursor-grab text-[13px] font-semibold text-deep"
      >
        {line.id}
      </span>
      <button
        type="button"
        className={`${tool} text-second opacity-0 group-focus-within:opacity-100 group-hover:opacity-100`}
        aria-label={`Rename ${line.id}`}
        title="Rename"
        onClick={() => setRenaming(true)}
      >
        <Pencil size={13} aria-hidden />
      </button>
    </span>
  );
};

/** A line takes the place of the one it is dropped on; the others close up. */
export const dropOn = (line: FeatureLine, body: string, edit: DrawingSession['edit']) => ({
  onDragOver: (e: DragEvent<HTMLElement>) => {
    if (!e.dataTransfer.types.includes(CARRIED)) return;
    e.preventDefault();
    e.currentTarget.style.boxShadow = 'inset 0 2px var(--color-house)';
  },
  onDragLeave: (e: DragEvent<HTMLElement>) => {
    e.currentTarget.style.boxShadow = '';
  },
  onDrop: (e: DragEvent<HTMLElement>) => {
    e.preventDefault();
    e.currentTarget.style.boxShadow = '';
    const [home, carried] = JSON.parse(e.dataTransfer.getData(CARRIED)) as [string, string];
    if (home !== body || carried === line.id) return;
    void edit({ type: 'moveLineTo', line: { body, line: carried }, target: line.id });
  },
});
