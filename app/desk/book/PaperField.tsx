'use client';
import { useRef, useState } from 'react';
import { sentence } from '../../../core/number/fault.ts';
import { squaresText } from '../../../core/number/format.ts';
import { paperText, readPaperLength, squareOf } from '../../../core/sheet/layout/paperLength.ts';
import { useDesk, useSession } from '../useDesk.ts';
import { field } from './Page.tsx';
import { useMarkedWhole } from './useMarkedWhole.ts';

/** A distance on the paper, typed in the drawing's own unit or in squares. What cannot be used stays in the field with the reason. */
export const PaperField = ({
  name,
  mm,
  least,
  most,
  onChange,
}: {
  readonly name: string;
  readonly mm: number;
  readonly least: number;
  readonly most: number;
  readonly onChange: (mm: number) => void;
}) => {
  const part = useSession((s) => s.drawing.part);
  const perUnit = useSession((s) => s.picture?.perUnit) ?? 1;
  const { session } = useDesk();
  const shown = paperText(mm, part.units);
  const [typed, setTyped] = useState<string>();
  const [wrong, setWrong] = useState<string>();
  // what the field shows by then, for an entry that waited for its turn
  const newest = useRef(shown);
  newest.current = shown;
  // a key and the leaving of the field enter the same text: the second would undo what was entered in another field between
  const underWay = useRef<string>(undefined);
  const input = useRef<HTMLInputElement>(null);
  useMarkedWhole(input, shown, () => typed !== undefined);
  const leave = (): void => {
    setTyped(undefined);
    setWrong(undefined);
  };
  const enter = async (): Promise<void> => {
    if (typed === undefined) {
      leave();
      return;
    }
    if (underWay.current === typed) return;
    underWay.current = typed;
    await enterText(typed).finally(() => {
      underWay.current = undefined;
    });
  };
  const enterText = async (text: string): Promise<void> => {
    // squares are worth what the scale makes them once all that was entered before is drawn
    await session.idle();
    if (text.trim() === newest.current) {
      setTyped((now) => (now === text ? undefined : now));
      return;
    }
    const { drawing, picture } = session.state.getState();
    const read = readPaperLength(text, drawing.part, picture?.perUnit ?? 1);
    if (!read.ok) setWrong(read.faults.map((f) => sentence({ ...f, where: '' })).join(' '));
    else if (!(read.value >= least && read.value <= most)) {
      const [from, to] = [paperText(least, part.units), paperText(most, part.units)];
      setWrong(`It must be between ${from} and ${to} ${part.units}.`);
    } else {
      // the next figure may be half typed by now
      setTyped((now) => (now === text ? undefined : now));
      setWrong(undefined);
      onChange(read.value);
    }
  };
  const square = squareOf(part);
  const squares = square === undefined ? undefined : squaresText(mm, square * perUnit);
  return (
    <span className="flex flex-col items-end">
      <span className="flex items-center gap-2">
        {squares && <span className="whitespace-nowrap text-[12.5px] text-second">{squares}</span>}
        <input
          ref={input}
          aria-label={name}
          aria-invalid={wrong !== undefined}
          className={`${field} figures w-20 text-right`}
          value={typed ?? shown}
          onChange={(e) => {
            setTyped(e.target.value);
            setWrong(undefined);
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') void enter();
            else if (e.key === 'Escape') leave();
          }}
          onBlur={() => void enter()}
        />
        <span className="w-6 text-second">{part.units}</span>
      </span>
      {wrong && (
        <span role="alert" className="max-w-44 text-right text-[12.5px] leading-4 text-fault">
          {wrong}
        </span>
      )}
    </span>
  );
};
