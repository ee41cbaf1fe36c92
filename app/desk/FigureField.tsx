'use client';
import { type KeyboardEvent, useEffect, useState } from 'react';
import { type Fault, sentence } from '../../core/number/fault.ts';

const INKS = { W: 'text-width', D: 'text-depth', H: 'text-height' } as const;

type Props = {
  readonly text: string;
  /** what the figure is, for a screen reader: "plate, wide" */
  readonly name: string;
  readonly account?: 'W' | 'D' | 'H' | undefined;
  /** the worked-out value, where the text is an expression */
  readonly worth?: string | undefined;
  /** takes the typed text; answers with what is wrong */
  readonly onCommit: (text: string) => Promise<readonly Fault[]>;
  readonly onFault: (text: string | undefined) => void;
};

/** Coarse and fine steps of the arrow keys. */
const stepOf = (e: KeyboardEvent): number => (e.shiftKey ? 10 : e.altKey ? 0.1 : 1);

/**
 * A live figure in a sentence: typed over in place, stepped with the arrow keys. What cannot be used stays in the field, with the
 * reason below the line, and the drawing stays as it was.
 */
export const FigureField = ({ text, name, account, worth, onCommit, onFault }: Props) => {
  const [typed, setTyped] = useState(text);
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setTyped(text);
    setWrong(false);
  }, [text]);

  const take = async (value: string): Promise<void> => {
    if (value.trim() === text) {
      setTyped(text);
      setWrong(false);
      onFault(undefined);
      return;
    }
    const faults = await onCommit(value);
    const first = faults[0];
    setWrong(Boolean(first));
    onFault(first && sentence(first));
  };
  const press = (e: KeyboardEvent<HTMLInputElement>): void => {
    if (e.key === 'Enter') void take(typed);
    else if (e.key === 'Escape') {
      setTyped(text);
      setWrong(false);
      onFault(undefined);
    } else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
      const value = Number(typed);
      if (typed.trim() === '' || !Number.isFinite(value)) return;
      e.preventDefault();
      const next = String(Number((value + stepOf(e) * (e.key === 'ArrowUp' ? 1 : -1)).toFixed(6)));
      setTyped(next);
      void take(next);
    }
  };
  const expression = worth !== undefined && worth !== typed;
  return (
    <span className="whitespace-nowrap">
      <input
        aria-label={name}
        aria-invalid={wrong}
        value={typed}
        spellCheck={false}
        autoComplete="off"
        onChange={(e) => setTyped(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={() => void take(typed)}
        onKeyDown={press}
        style={{ width: `${Math.max(1, typed.length) + 0.4}ch` }}
        className={`figures border-b bg-transparent px-[1px] text-[14px] focus:bg-[#eaf1ff] focus:outline-none ${
          wrong
            ? 'border-b-2 border-fault text-fault'
            : `border-house/60 ${account ? INKS[account] : 'text-house'}`
        }`}
      />
      {expression && <span className="figures ml-0.5 text-[12px] text-second">= {worth}</span>}
    </span>
  );
};
