'use client';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { type Fault, sentence } from '../../../core/number/fault.ts';
import { type StepSize, stepped } from '../../../core/number/step.ts';
import type { Standing } from '../../../core/statement/standings.ts';
import { rememberSize, useRecentSizes } from './recentSizes.ts';
import { useMarkedWhole } from './useMarkedWhole.ts';

const INKS = { W: 'text-width', D: 'text-depth', H: 'text-height' } as const;

type Props = {
  readonly text: string;
  /** what the figure is, for a screen reader: "plate, wide" */
  readonly name: string;
  readonly account?: 'W' | 'D' | 'H' | undefined;
  /** the worked-out value, where the text is an expression */
  readonly worth?: string | undefined;
  /** the unit that a figure without one is in; angles and counts step as millimetres do */
  readonly units: 'mm' | 'in';
  readonly standing?: Standing;
  /** shows a figure while it is being dragged */
  readonly onPreview?: (text: string) => void;
  /** takes the typed text; answers with what is wrong */
  readonly onCommit: (text: string) => Promise<readonly Fault[]>;
  readonly onFault: (text: string | undefined) => void;
};

/** Coarse and fine steps, by the keys held. */
const sizeOf = (e: { shiftKey: boolean; altKey: boolean }): StepSize =>
  e.shiftKey ? 'coarse' : e.altKey ? 'fine' : 'usual';

/** What stands beside a figure that is not simply given. */
const MARKS: Partial<Record<Standing, string>> = {
  measured: 'measured',
  assumed: 'assumed',
  free: 'free',
  missing: 'missing',
};

/** A figure is dragged by so many pixels a step. */
const DRAG_STEP = 5;
const PLAIN = /^-?[\d./\s]+(?:mm|in|sq)?$/;

/** The sizes typed last, above the figure that is being typed. */
const Recent = ({ but, onTake }: { but: string; onTake: (size: string) => void }) => {
  const sizes = useRecentSizes((s) => s.sizes).filter((s) => s !== but);
  if (!sizes.length) return null;
  return (
    <span className="absolute bottom-full left-0 z-10 mb-0.5 flex rounded border border-rule-strong bg-white px-1 shadow-sm">
      {sizes.map((s) => (
        <button
          key={s}
          type="button"
          tabIndex={-1}
          aria-label={`Recent size ${s}`}
          // the field keeps the focus
          onMouseDown={(e) => e.preventDefault()}
          onClick={() => onTake(s)}
          className="figures px-1 text-[12px] leading-[20px] text-house hover:bg-hover"
        >
          {s}
        </button>
      ))}
    </span>
  );
};

/**
 * A live figure in a sentence: typed over in place, stepped with the arrow keys, or dragged sideways. What cannot be used stays in the
 * field, with the reason below the line, and the drawing stays as it was. A figure that follows from others is not typed over unawares:
 * a plain figure in its place is asked about once.
 */
export const FigureField = ({
  text,
  name,
  account,
  worth,
  units,
  standing,
  onCommit,
  onPreview,
  onFault,
}: Props) => {
  const [typed, setTyped] = useState(text);
  const [wrong, setWrong] = useState(false);
  const [asked, setAsked] = useState<string>();
  const [focused, setFocused] = useState(false);
  const drag = useRef<{ x: number; moved: boolean; text: string } | undefined>(undefined);
  /** typed over and not entered yet, or entered and refused: a figure drawn meanwhile must not overwrite it */
  const isOwn = useRef(false);
  const input = useRef<HTMLInputElement>(null);
  /** the figure entered last, until its picture is made */
  const entered = useRef<{ readonly value: string } | undefined>(undefined);
  const [isWaiting, setWaiting] = useState(false);
  const mark = standing && MARKS[standing];
  const expression = worth !== undefined && worth !== text;
  const reset = (): void => {
    isOwn.current = false;
    setTyped(entered.current?.value ?? text);
    setWrong(false);
    setAsked(undefined);
    onFault(undefined);
  };
  useEffect(() => {
    if (drag.current || isOwn.current || isWaiting) return;
    setTyped(text);
    setWrong(false);
    setAsked(undefined);
  }, [text, isWaiting]);

  useMarkedWhole(input, typed, () => isOwn.current);

  const take = async (value: string, sure: boolean): Promise<void> => {
    if (value.trim() === (entered.current?.value ?? text)) {
      reset();
      return;
    }
    if (expression && PLAIN.test(value.trim()) && PLAIN.test(text) === false && !sure) {
      setAsked(value);
      onFault(
        `"${text}" follows from other sizes. Press Enter again to put ${value.trim()} in its place, or Escape.`,
      );
      return;
    }
    const entry = { value: value.trim() };
    entered.current = entry;
    setWaiting(true);
    isOwn.current = false;
    const faults = await onCommit(value);
    const first = faults[0];
    if (!first) rememberSize(entry.value);
    // a later entry has its own answer
    if (entered.current !== entry) return;
    entered.current = undefined;
    setWaiting(false);
    // the next figure may be half typed by now: it stays, and what was wrong with this one is said all the same
    isOwn.current ||= Boolean(first);
    setWrong(Boolean(first));
    onFault(first && sentence(first));
  };
  const press = (e: KeyboardEvent<HTMLInputElement>): void => {
    if (e.key === 'Enter') void take(typed, asked === typed);
    else if (e.key === 'Escape') reset();
    else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
      const next = stepped(typed, e.key === 'ArrowUp' ? 1 : -1, sizeOf(e), units);
      if (next === undefined) return;
      e.preventDefault();
      setTyped(next);
      void take(next, false);
    }
  };
  const move = (e: PointerEvent<HTMLInputElement>): void => {
    const d = drag.current;
    if (!d || !e.buttons) return;
    const steps = Math.trunc((e.clientX - d.x) / DRAG_STEP);
    if (!d.moved && !steps) return;
    const next = stepped(d.text, steps, sizeOf(e), units);
    if (next === undefined) return;
    if (!d.moved) e.currentTarget.setPointerCapture(e.pointerId);
    d.moved = true;
    e.preventDefault();
    setTyped(next);
    onPreview?.(next);
  };
  const drop = (e: PointerEvent<HTMLInputElement>): void => {
    const d = drag.current;
    drag.current = undefined;
    if (d && !d.moved) e.currentTarget.focus();
    if (d?.moved) void take(typed, false);
  };
  return (
    <span className="relative whitespace-nowrap">
      {focused && <Recent but={text} onTake={(size) => void take(size, false)} />}
      <input
        ref={input}
        aria-label={name}
        aria-invalid={wrong}
        value={typed}
        title={
          expression ? `Follows from other sizes: ${worth}` : 'Type, drag sideways, or use the arrow keys'
        }
        spellCheck={false}
        autoComplete="off"
        onChange={(e) => {
          isOwn.current = true;
          setTyped(e.target.value);
        }}
        onFocus={(e) => {
          e.target.select();
          setFocused(true);
        }}
        onBlur={() => {
          setFocused(false);
          if (drag.current?.moved) return;
          if (asked === undefined) void take(typed, false);
          else reset();
        }}
        onKeyDown={press}
        onPointerDown={(e) => {
          if (document.activeElement !== e.currentTarget)
            drag.current = { x: e.clientX, moved: false, text: typed };
        }}
        // a press may become a drag, so the field takes the focus when it ends
        onMouseDown={(e) => {
          if (drag.current) e.preventDefault();
        }}
        onPointerMove={move}
        onPointerUp={drop}
        style={{ width: `${Math.max(1, typed.length) + 0.4}ch` }}
        className={`figures cursor-ew-resize border-b bg-transparent px-[1px] text-[14px] focus:cursor-text focus:bg-lit focus:outline-none ${
          wrong
            ? 'border-b-2 border-fault text-fault'
            : `${expression ? 'border-dashed' : ''} border-house/60 ${account ? INKS[account] : 'text-house'}`
        }`}
      />
      {expression && <span className="figures ml-0.5 text-[12px] text-second">= {worth}</span>}
      {mark && (
        <span
          title={`This size is ${standing}`}
          className={`ml-0.5 rounded-sm px-[3px] text-[11px] leading-[14px] ${standing === 'missing' ? 'bg-fault-pale font-bold text-fault' : 'bg-pale text-second'}`}
        >
          {mark}
        </span>
      )}
    </span>
  );
};
