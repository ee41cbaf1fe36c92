'use client';
import Link from 'next/link';
import { useLayoutEffect, useState } from 'react';
import type { Mistake } from '../../core/exercise/exercise.ts';
import type { ExercisePicture } from '../../workers/exercisePicture.ts';
import { SmallPictorial } from '../SmallPictorial.tsx';
import { hintsOf, KIND_METHOD, LETTERS, questionOf } from './kindWords.ts';
import { LetteredLines, LetteredPlaces, MarkedPictorial } from './Marks.tsx';
import { SetOutFrame, SheetPiece } from './SheetDrawings.tsx';
import type { Wanted } from './useExercise.ts';
import { ArrangedViews, CutDrawing, OneView, SizedView, TRACE_ROOM, TraceMark } from './Views.tsx';
import { WorkAtDesk } from './WorkAtDesk.tsx';

/** How an exercise was answered. */
export type Answered = {
  readonly right: boolean;
  readonly hints: number;
  readonly mistake?: Mistake | undefined;
};

const CARD =
  'flex flex-col items-center gap-1 print-true rounded-md border bg-paper p-2 text-[13px] disabled:cursor-default focus-visible:outline-2 focus-visible:outline-house';
/** What drawings stand on. */
const PAPER = 'print-true rounded-md border border-rule bg-paper p-1';
const HINTS = 3;

const cardLook = (isRight: boolean, isChosen: boolean, isDone: boolean): string => {
  if (!isDone) return 'border-rule-strong hover:border-house';
  if (isRight) return 'border-2 border-well';
  return isChosen ? 'border-2 border-fault' : 'border-rule opacity-60';
};

/** Two wrong options that the last hint strikes out: the first ones. */
const struckOut = (e: ExercisePicture): readonly number[] =>
  'right' in e ? e.differs.flatMap((_, i) => (i === e.right ? [] : [i])).slice(0, 2) : [];

/** An exercise with its options; it is answered by a press, or by the keys A to D. */
export const ExerciseCard = ({
  of,
  wanted,
  onAnswer,
  onNext,
}: {
  of: ExercisePicture;
  /** the kind, level and number by which it was made */
  wanted: Wanted;
  onAnswer: (a: Answered) => void;
  onNext: () => void;
}) => {
  const [chosen, setChosen] = useState<number>();
  const [called, setCalled] = useState<Readonly<Record<number, boolean>>>({});
  const [isChecked, setChecked] = useState(false);
  const [hints, setHints] = useState(0);
  const isDone = chosen !== undefined || isChecked;
  const struck = hints === HINTS ? struckOut(of) : [];
  const options = of.kind === 'hidden lines' ? 0 : of.kind === 'angle' ? 2 : of.differs.length;
  const rightOne = of.kind === 'angle' ? (of.shown === 'first' ? 0 : 1) : 'right' in of ? of.right : -1;

  const choose = (i: number): void => {
    if (isDone || i >= options || struck.includes(i)) return;
    setChosen(i);
    const right = i === rightOne;
    const mistake = right
      ? undefined
      : of.kind === 'angle'
        ? 'angles exchanged'
        : 'mistakes' in of
          ? of.mistakes[i]
          : undefined;
    onAnswer({ right, hints, mistake });
  };
  const wrongCalls = of.kind === 'hidden lines' ? of.asked.filter((a, i) => called[i] !== a.isHidden) : [];
  const check = (): void => {
    if (of.kind !== 'hidden lines' || isDone) return;
    setChecked(true);
    const mistake = wrongCalls.some((a) => a.isHidden) ? 'hidden called visible' : 'visible called hidden';
    onAnswer({ right: !wrongCalls.length, hints, ...(wrongCalls.length && { mistake }) });
  };

  // before the exercise is painted: a key pressed the moment it is seen counts
  useLayoutEffect(() => {
    const press = (e: KeyboardEvent): void => {
      if (e.ctrlKey || e.metaKey || e.altKey || (e.target as HTMLElement).closest('input, select')) return;
      const i = LETTERS.indexOf(e.key.toUpperCase() as (typeof LETTERS)[number]);
      if (i >= 0 && options) choose(i);
      else if (i >= 0 && of.kind === 'hidden lines' && of.asked[i] && !isDone)
        setCalled((c) => ({ ...c, [i]: !c[i] }));
      else if (e.key.toLowerCase() === 'h' && !isDone) setHints((n) => Math.min(HINTS, n + 1));
      else if (e.key.toLowerCase() === 'n' && isDone) onNext();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });

  const isAllCalled = of.kind === 'hidden lines' && of.asked.every((_, i) => called[i] !== undefined);
  return (
    <section aria-label="Exercise" className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-6 py-4">
      <h2 className="text-[17px] font-semibold">{questionOf(of)}</h2>
      {of.kind === 'third view' && (
        <>
          <ArrangedViews
            views={of.given}
            angle="first"
            asked={of.wanted}
            className={`h-[330px] w-full ${PAPER}`}
          />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
            {(i) => (
              <OneView of={of.options[i] as (typeof of.options)[number]} className="h-[120px] w-full" />
            )}
          </Options>
        </>
      )}
      {of.kind === 'pictorial' && (
        <>
          <ArrangedViews views={of.given} angle="first" className={`h-[330px] w-full ${PAPER}`} />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
            {(i) => (
              <SmallPictorial
                of={of.options[i] as (typeof of.options)[number]}
                className="h-[140px] w-full"
              />
            )}
          </Options>
        </>
      )}
      {(of.kind === 'missing line' || of.kind === 'wrong line') && (
        <>
          <ArrangedViews
            views={of.views}
            angle="first"
            className={`h-[420px] w-full ${PAPER}`}
            over={{ view: of.view, marks: <LetteredLines lines={of.lines} /> }}
          />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>{() => null}</Options>
        </>
      )}
      {of.kind === 'numbering' && (
        <div className="grid grid-cols-2 gap-6">
          <ArrangedViews
            views={of.given}
            angle="first"
            ringed={Object.fromEntries(of.given.map((v) => [v.name, v.mark]))}
            className={`h-[380px] w-full ${PAPER}`}
          />
          <OneView of={of.view} className={`h-[380px] w-full ${PAPER}`}>
            <LetteredPlaces places={of.places} on={of.view} fill="var(--color-house)" />
          </OneView>
          <div className="col-span-2">
            <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>{() => null}</Options>
          </div>
        </div>
      )}
      {of.kind === 'cut points' && (
        <div className="grid grid-cols-[3fr_2fr] gap-6">
          <ArrangedViews
            views={[...of.given, of.view]}
            angle="first"
            className={`h-[430px] w-full ${PAPER}`}
            over={{
              view: 'top',
              marks: <LetteredPlaces places={of.places} on={of.view} fill="var(--color-house)" />,
            }}
            also={{ view: 'front', marks: <TraceMark trace={of.trace} letter="P" /> }}
            margin={TRACE_ROOM}
          />
          <MarkedPictorial of={of} ring="var(--color-fault)" className={`h-[430px] w-full ${PAPER}`} />
          <div className="col-span-2">
            <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>{() => null}</Options>
          </div>
        </div>
      )}
      {of.kind === 'worked size' && (
        <>
          <SizedView
            of={of.view}
            axis={of.axis}
            stations={of.stations}
            asked={of.asked}
            className={`h-[400px] w-full ${PAPER}`}
          />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
            {(i) => <span className="figures py-2 text-[15px]">{of.figures[i]}</span>}
          </Options>
        </>
      )}
      {of.kind === 'missing size' && (
        <>
          <SheetPiece of={of.sheet} className={`h-[480px] w-full ${PAPER}`} />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>{() => null}</Options>
        </>
      )}
      {of.kind === 'set out' && (
        <>
          <SetOutFrame of={of} className={`h-[420px] w-full ${PAPER}`} />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
            {(i) => <span className="figures py-2 text-[15px]">{of.figures[i]}</span>}
          </Options>
        </>
      )}
      {of.kind === 'other angle' && (
        <>
          <ArrangedViews views={of.views} angle="first" className={`h-[300px] w-full ${PAPER}`} />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
            {(i) => (
              <ArrangedViews
                views={of.options[i] as (typeof of.options)[number]}
                angle="first"
                named={false}
                className="h-[190px] w-full"
              />
            )}
          </Options>
        </>
      )}
      {of.kind === 'corner' && (
        <div className="grid grid-cols-2 gap-6">
          <MarkedPictorial of={of} ring="var(--color-fault)" className={`h-[380px] w-full ${PAPER}`} />
          <OneView of={of.view} className={`h-[380px] w-full ${PAPER}`}>
            <LetteredPlaces places={of.places} on={of.view} fill="var(--color-house)" />
          </OneView>
          <div className="col-span-2">
            <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>{() => null}</Options>
          </div>
        </div>
      )}
      {of.kind === 'angle' && (
        <>
          <ArrangedViews
            views={of.views}
            angle={of.shown}
            named={false}
            className={`h-[400px] w-full ${PAPER}`}
          />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
            {(i) => <span className="py-2 text-[15px]">{i === 0 ? 'First angle' : 'Third angle'}</span>}
          </Options>
        </>
      )}
      {of.kind === 'threads' && (
        <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
          {(i) => (
            <CutDrawing
              of={of.options[i] as (typeof of.options)[number]}
              id={`hatch-${i}`}
              className="h-[330px] w-full"
            />
          )}
        </Options>
      )}
      {(of.kind === 'sectional view' || of.kind === 'true shape' || of.kind === 'development') && (
        <>
          <ArrangedViews
            views={of.given}
            angle="first"
            className={`h-[330px] w-full ${PAPER}`}
            over={{ view: of.seenIn, marks: <TraceMark trace={of.trace} /> }}
            margin={TRACE_ROOM}
          />
          <Options {...{ options, rightOne, chosen, isDone, struck, choose }}>
            {(i) => (
              <CutDrawing
                of={of.options[i] as (typeof of.options)[number]}
                id={`hatch-${i}`}
                className="h-[130px] w-full"
              />
            )}
          </Options>
        </>
      )}
      {of.kind === 'hidden lines' && (
        <div className="grid grid-cols-[3fr_2fr] gap-6">
          <ArrangedViews
            views={of.views}
            angle="first"
            className={`h-[430px] w-full ${PAPER}`}
            over={{
              view: of.view,
              marks: (
                <LetteredLines
                  lines={of.asked.map(({ path, at }, i) => ({ path, at, isHidden: called[i] ?? false }))}
                />
              ),
            }}
          />
          <div className="flex flex-col gap-2">
            <SmallPictorial of={of.pictorial} className={`h-[210px] w-full ${PAPER}`} />
            {of.asked.map((a, i) => (
              <fieldset key={a.path} className="flex items-center gap-3 text-[14px]" disabled={isDone}>
                <legend className="float-left w-6 font-bold">{LETTERS[i]}</legend>
                {[false, true].map((isHidden) => (
                  <label key={String(isHidden)} className="flex items-center gap-1.5">
                    <input
                      type="radio"
                      name={`line ${i}`}
                      checked={called[i] === isHidden}
                      onChange={() => setCalled({ ...called, [i]: isHidden })}
                    />
                    {isHidden ? 'hidden' : 'visible'}
                  </label>
                ))}
                {isChecked && called[i] !== a.isHidden && (
                  <span className="text-fault">it is {a.isHidden ? 'hidden' : 'visible'}</span>
                )}
              </fieldset>
            ))}
            <button
              type="button"
              onClick={check}
              disabled={!isAllCalled || isDone}
              className="self-start rounded-md bg-deep px-3.5 py-1.5 text-[14px] font-semibold text-white hover:bg-house disabled:opacity-50"
            >
              Check
            </button>
          </div>
        </div>
      )}
      {hints > 0 && (
        <ol aria-label="Hints" className="border-l-2 border-rule-strong pl-3 text-[13.5px] text-second">
          {hintsOf(of)
            .slice(0, hints)
            .map((h) => (
              <li key={h}>{h}</li>
            ))}
        </ol>
      )}
      {hints > 0 && KIND_METHOD[of.kind] && (
        <Link
          href={KIND_METHOD[of.kind] as string}
          target="_blank"
          className="text-[13.5px] text-house hover:underline"
        >
          How it is constructed by hand
        </Link>
      )}
      <p className="flex items-center gap-4 text-[14px]">
        {!isDone && hints < HINTS && (
          <button
            type="button"
            className="font-semibold text-house hover:underline"
            onClick={() => setHints(hints + 1)}
          >
            Hint ({hints + 1} of {HINTS})
          </button>
        )}
        <span
          role="status"
          className={
            isDone && !isRight(chosen, rightOne, isChecked, wrongCalls.length)
              ? 'text-fault'
              : 'font-semibold'
          }
        >
          {isDone && verdict(of, chosen, rightOne, wrongCalls.length)}
        </span>
        {isDone && (
          <button
            type="button"
            className="rounded-md bg-deep px-3.5 py-1.5 font-semibold text-white hover:bg-house"
            onClick={onNext}
          >
            Next exercise
          </button>
        )}
        {isDone && of.kind !== 'threads' && <WorkAtDesk of={wanted} />}
      </p>
    </section>
  );
};

const isRight = (chosen: number | undefined, right: number, isChecked: boolean, wrong: number): boolean =>
  isChecked ? wrong === 0 : chosen === right;

const verdict = (e: ExercisePicture, chosen: number | undefined, right: number, wrong: number): string => {
  if (e.kind === 'hidden lines')
    return wrong ? `${wrong} of ${e.asked.length} are called wrongly.` : 'Right.';
  if (chosen === right) return 'Right.';
  if (e.kind === 'angle') return `No: it is ${e.shown} angle.`;
  return `No: in ${LETTERS[chosen ?? 0]} ${e.differs[chosen ?? 0]}. It is ${LETTERS[right]}.`;
};

/** The options in a row, each with its letter. */
const Options = ({
  options,
  rightOne,
  chosen,
  isDone,
  struck,
  choose,
  children,
}: {
  options: number;
  rightOne: number;
  chosen: number | undefined;
  isDone: boolean;
  struck: readonly number[];
  choose: (i: number) => void;
  children: (i: number) => React.ReactNode;
}) => (
  <div className="grid grid-cols-4 gap-3">
    {Array.from({ length: options }, (_, i) => (
      <button
        // biome-ignore lint/suspicious/noArrayIndexKey: an option is known by its letter
        key={i}
        type="button"
        aria-label={`Option ${LETTERS[i]}`}
        disabled={isDone || struck.includes(i)}
        onClick={() => choose(i)}
        className={`${CARD} ${cardLook(i === rightOne, i === chosen, isDone)} ${struck.includes(i) && !isDone ? 'opacity-30' : ''}`}
      >
        {children(i)}
        <b>{LETTERS[i]}</b>
      </button>
    ))}
  </div>
);
