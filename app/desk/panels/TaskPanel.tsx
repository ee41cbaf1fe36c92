'use client';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { fulfilment } from '../../../core/task/fulfilment.ts';
import { type TaskStanding, taskLines } from '../../../core/task/task.ts';
import { useEdit, useSession } from '../useDesk.ts';

/** How the lines of the task stand, those of an empty statement too. */
const useStandings = (): readonly TaskStanding[] => {
  const worked = useSession((s) => s.picture?.task);
  const task = useSession((s) => s.drawing.task);
  return worked?.length === (task?.length ?? 0) ? (worked ?? []) : fulfilment(task ?? [], undefined);
};

const Line = ({ line, onTick, onOut }: { line: TaskStanding; onTick: () => void; onOut: () => void }) => (
  <li className="group flex items-start gap-2 border-b border-rule py-1.5">
    <input
      type="checkbox"
      aria-label={`Fulfilled: ${line.text}`}
      className="mt-[3px] accent-[var(--color-deep)]"
      checked={line.fulfilled}
      disabled={line.by === 'the drawing'}
      onChange={onTick}
    />
    <span className="min-w-0 flex-1">
      <span className="block">{line.text}</span>
      <span
        className={`block text-[12.5px] leading-[16px] ${line.fulfilled || line.by === 'hand' ? 'text-second' : 'text-caution'}`}
      >
        {line.reason}
      </span>
    </span>
    <button
      type="button"
      aria-label={`Take out: ${line.text}`}
      onClick={onOut}
      className="grid size-6 shrink-0 place-items-center rounded text-second opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:bg-hover"
    >
      <Trash2 size={13} aria-hidden />
    </button>
  </li>
);

/** The task: what was asked for, as a list that ticks itself where the drawing fulfils it. */
export const TaskPanel = () => {
  const drawing = useSession((s) => s.drawing);
  const lines = useStandings();
  const [text, setText] = useState('');
  const task = drawing.task ?? [];
  const edit = useEdit();
  const add = (): void => {
    if (!taskLines(text).length) return;
    void edit({ type: 'addTask', text });
    setText('');
  };
  const done = lines.filter((l) => l.fulfilled).length;
  return (
    <Popover className="relative">
      <PopoverButton className="rounded-md border border-rule-strong bg-white px-2.5 py-[5px] text-[13px] whitespace-nowrap hover:bg-pale">
        Task{' '}
        {task.length > 0 && (
          <span
            className={`figures ${done === task.length ? 'text-well' : 'text-caution'}`}
            data-testid="task count"
          >
            {done}/{task.length}
          </span>
        )}
      </PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-20 mt-1 flex max-h-[70vh] w-[380px] flex-col rounded-md border border-rule-strong bg-page shadow-md focus:outline-none"
      >
        <div className="border-b-2 border-rule-strong px-4 pt-3 pb-2">
          <h2 className="text-[16px] font-bold">The task</h2>
          <p className="text-[13px] leading-[18px] text-second">
            What is asked for, line by line. A line ticks itself where the drawing proves every word of it;
            the others are yours to tick.
          </p>
        </div>
        <ul className="min-h-0 flex-1 overflow-y-auto px-4 text-[14px] leading-[19px]">
          {lines.map((l) => (
            <Line
              key={l.text}
              line={l}
              onTick={() => void edit({ type: 'tickTask', line: l.text, done: !l.done })}
              onOut={() => void edit({ type: 'removeTask', line: l.text })}
            />
          ))}
        </ul>
        <div className="border-t border-rule-strong px-4 py-3">
          <textarea
            aria-label="Add to the task"
            rows={3}
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder={
              'Type or paste the request, such as:\nFront, top and left views in first angle, scale 1:1.'
            }
            className="w-full resize-none rounded-md border border-rule-strong bg-white px-2 py-1 text-[13px] leading-[18px]"
          />
          <button
            type="button"
            onClick={add}
            className="mt-1 rounded-md bg-deep px-3 py-1.5 text-[13px] font-semibold text-white hover:bg-house"
          >
            Add to the task
          </button>
        </div>
      </PopoverPanel>
    </Popover>
  );
};
