'use client';
import { useEffect, useMemo, useState } from 'react';
import type { PartFile } from '../../../../core/part/schema.ts';
import { enteredSentences, enterReading } from '../../../../core/statement/typed/enter.ts';
import type { TypedContext } from '../../../../core/statement/typed/placing.ts';
import { readTypedLine } from '../../../../core/statement/typed/typedLine.ts';
import type { Pictorial } from '../../../../workers/pictorial.ts';
import { SmallPictorial } from '../../../SmallPictorial.tsx';
import { addedFeatures } from '../../../session/addedFeatures.ts';
import { ISOMETRIC, towardOf } from '../../pictorial/turn.ts';
import { useDesk, useSession } from '../../useDesk.ts';

/** An answer to a question about a typed line: what stands on its button, the line that it makes, and whether that replaces the whole line. */
export type Choice = { readonly label: string; readonly line: string; readonly replaces: boolean };

/** A question that has stood for so long gets pictures of its answers, ms: one may still be typing. */
const PICTURES_AFTER = 350;
/** More answers than these are told by their words alone. */
const MOST_PICTURES = 3;

/** One answer: its words, how it would be understood, and the part as it would be. Pointed at, it is drawn on the sheet in the working ink. */
const ChoiceButton = ({
  choice,
  hasPicture,
  part,
  context,
  onTake,
}: {
  choice: Choice;
  hasPicture: boolean;
  part: PartFile;
  context: TypedContext;
  onTake: (line: string) => void;
}) => {
  const { session, engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const read = useMemo(() => readTypedLine(choice.line, context), [choice.line, context]);
  const isDrawn = hasPicture && read.kind === 'understood';
  const [picture, setPicture] = useState<Pictorial>();
  useEffect(() => {
    setPicture(undefined);
    if (!isDrawn) return;
    let isOver = false;
    const after = { ...drawing, part: enterReading(part, read) };
    const wait = setTimeout(() => {
      void engine
        .pictorial(after, towardOf(ISOMETRIC), addedFeatures(part, after.part))
        .then((p) => !isOver && setPicture(p));
    }, PICTURES_AFTER);
    return () => {
      isOver = true;
      clearTimeout(wait);
    };
  }, [engine, drawing, part, read, isDrawn]);
  const tryIt = (): void => {
    if (read.kind === 'understood') void session.tryOut({ type: 'enterLine', text: choice.line });
  };
  const leaveIt = (): void => void session.tryOut();
  return (
    <button
      type="button"
      onClick={() => onTake(choice.line)}
      onPointerEnter={tryIt}
      onPointerLeave={leaveIt}
      onFocus={tryIt}
      onBlur={leaveIt}
      className="flex flex-col items-start rounded border border-rule-strong bg-white px-1.5 text-left text-[12px] leading-[18px] text-house hover:bg-hover"
    >
      {choice.label}
      {choice.replaces && read.kind === 'understood' && (
        <span className="text-ink">{enteredSentences(part, read).join('; ')}</span>
      )}
      {picture && <SmallPictorial of={picture} className="my-1 h-[72px] w-[96px]" />}
    </button>
  );
};

/** The answers to a question about a typed line, each drawn. */
export const Choices = ({
  choices,
  part,
  context,
  onTake,
}: {
  choices: readonly Choice[];
  part: PartFile;
  context: TypedContext;
  onTake: (line: string) => void;
}) => (
  <span className="mt-1 flex flex-wrap items-start gap-1">
    {choices.map((c, i) => (
      <ChoiceButton
        key={c.line}
        choice={c}
        hasPicture={i < MOST_PICTURES}
        part={part}
        context={context}
        onTake={onTake}
      />
    ))}
  </span>
);
