'use client';
import Link from 'next/link';
import { useEffect, useMemo, useRef, useState } from 'react';
import { KINDS, type Kind } from '../../core/exercise/exercise.ts';
import {
  commonMistakes,
  kindDue,
  levelReached,
  nextSeed,
  type Progress,
  rightByTens,
} from '../../core/exercise/progress.ts';
import { saveFile } from '../desk/book/saveFile.ts';
import { CommonMistakes } from '../desk/stages/check/marking/CommonMistakes.tsx';
import { RoomHead } from '../RoomHead.tsx';
import { type Answered, ExerciseCard } from './ExerciseCard.tsx';
import { KIND_TITLES } from './kindWords.ts';
import { OverTime } from './OverTime.tsx';
import { addMark, clearProgress, openProgress, readProgress, useProgress } from './progressStore.ts';
import { useExercise, type Wanted } from './useExercise.ts';

const BUTTON =
  'rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] text-house hover:bg-hover';
const LEVELS = Array.from({ length: 12 }, (_, i) => i + 1);

/** What comes next: of the kind that was chosen, or of the one that is due. */
const nextOf = (p: Progress, chosen: Kind | 'due'): Wanted => {
  const kind = chosen === 'due' ? kindDue(p) : chosen;
  return { kind, level: levelReached(p, kind), seed: nextSeed(p, kind) };
};

/** The practice room: endless exercises, each with a number that gives it again, on the level that was reached. */
export const PracticeRoom = () => {
  const { progress, isRead, notice } = useProgress();
  const [kind, setKind] = useState<Kind | 'due'>('due');
  const [wanted, setWanted] = useState<Wanted>();
  const exercise = useExercise(wanted);
  useEffect(readProgress, []);
  useEffect(() => {
    if (isRead) setWanted((w) => w ?? nextOf(useProgress.getState().progress, 'due'));
  }, [isRead]);
  const next = (of: Kind | 'due'): void => {
    setKind(of);
    setWanted(nextOf(useProgress.getState().progress, of));
  };
  const answer = ({ right, hints, mistake }: Answered): void => {
    if (wanted)
      addMark({ ...wanted, right, hints, ...(mistake && { mistake }), on: new Date().toISOString() });
  };
  return (
    <div className="flex h-screen flex-col">
      <RoomHead title="Practice">
        <Link href="/method" className={BUTTON}>
          Method shelf
        </Link>
        <Link href="/practice/worksheet" className={BUTTON}>
          Worksheets
        </Link>
      </RoomHead>
      {notice && (
        <p
          role="alert"
          className="border-b border-fault-rule bg-fault-pale px-6 py-1.5 text-[13.5px] text-fault"
        >
          {notice}
        </p>
      )}
      <main className="flex min-h-0 flex-1">
        <nav
          aria-label="Kinds of exercises"
          className="flex w-[300px] shrink-0 flex-col border-r border-rule bg-page"
        >
          <div className="flex min-h-0 flex-1 flex-col overflow-y-auto">
            <KindLine
              isChosen={kind === 'due'}
              onChoose={() => next('due')}
              title="What is due"
              note="weak kinds come again at growing intervals"
            />
            {KINDS.map((k) => (
              <KindLine
                key={k}
                isChosen={kind === k}
                onChoose={() => next(k)}
                title={KIND_TITLES[k]}
                note={
                  isTried(progress, k)
                    ? `level ${levelReached(progress, k)} of 12, ${countOf(progress, k)}`
                    : undefined
                }
              />
            ))}
            <Kept progress={progress} />
          </div>
          {wanted && (
            <ByNumber
              key={`${wanted.kind} ${wanted.level} ${wanted.seed}`}
              wanted={wanted}
              onWanted={setWanted}
            />
          )}
          <p className="px-5 py-2 text-[12.5px] text-second">
            Keys: A to D answer, H gives a hint, N goes on to the next.
          </p>
        </nav>
        {exercise && exercise !== 'none' && wanted ? (
          <ExerciseCard
            key={`${wanted.kind} ${wanted.level} ${wanted.seed}`}
            of={exercise}
            wanted={wanted}
            onAnswer={answer}
            onNext={() => next(kind)}
          />
        ) : (
          <p role="status" className="p-6 text-second">
            {exercise === 'none'
              ? 'No exercise of this level and number could be made: take another number.'
              : 'An exercise is made …'}
          </p>
        )}
      </main>
    </div>
  );
};

const countOf = ({ marks }: Progress, kind: Kind): string => {
  const own = marks.filter((m) => m.kind === kind);
  return `${own.filter((m) => m.right).length} of ${own.length} right`;
};

/** Whether a kind was tried. */
const isTried = ({ marks }: Progress, kind: Kind): boolean => marks.some((m) => m.kind === kind);

const KindLine = ({
  isChosen,
  onChoose,
  title,
  note,
}: {
  isChosen: boolean;
  onChoose: () => void;
  title: string;
  /** nothing where there is nothing to say yet */
  note: string | undefined;
}) => (
  <button
    type="button"
    aria-pressed={isChosen}
    onClick={onChoose}
    className={`flex shrink-0 flex-col border-b border-rule px-5 py-[3px] text-left leading-[19px] ${isChosen ? 'bg-lit' : 'hover:bg-hover'}`}
  >
    <span className="text-[14.5px] font-semibold">{title}</span>
    {note !== undefined && <span className="text-[12.5px] text-second">{note}</span>}
  </button>
);

/** The level and the number of the exercise: the same two give the same again. */
const ByNumber = ({ wanted, onWanted }: { wanted: Wanted; onWanted: (w: Wanted) => void }) => {
  const [seed, setSeed] = useState(String(wanted.seed));
  return (
    <form
      className="flex items-end gap-3 border-y border-rule px-5 py-2.5 text-[13px]"
      onSubmit={(e) => {
        e.preventDefault();
        const n = Number(seed);
        if (Number.isInteger(n) && n >= 0 && n < 1e9) onWanted({ ...wanted, seed: n });
      }}
    >
      <label className="flex flex-col">
        <span className="text-second">Level</span>
        <select
          className="rounded-md border border-rule-strong bg-white px-2 py-1"
          value={wanted.level}
          onChange={(e) => onWanted({ ...wanted, level: Number(e.target.value) })}
        >
          {LEVELS.map((l) => (
            <option key={l}>{l}</option>
          ))}
        </select>
      </label>
      <label className="flex flex-col">
        <span className="text-second">Number</span>
        <input
          inputMode="numeric"
          className="figures w-20 rounded-md border border-rule-strong bg-white px-2 py-1"
          value={seed}
          onChange={(e) => setSeed(e.target.value)}
        />
      </label>
      <button type="submit" className={BUTTON}>
        Show it
      </button>
    </form>
  );
};

const MOST_SHOWN = 6;

/** What was practised: the commonest mistakes, and the progress as a file that stays with its owner. */
const Kept = ({ progress }: { progress: Progress }) => {
  const picker = useRef<HTMLInputElement>(null);
  const [isSure, setSure] = useState(false);
  const [fault, setFault] = useState<string>();
  const mistakes = useMemo(() => commonMistakes(progress), [progress]);
  const tens = useMemo(() => rightByTens(progress), [progress]);
  const counts = useMemo(
    () => mistakes.slice(0, MOST_SHOWN).map((m) => [m.mistake, m.count] as const),
    [mistakes],
  );
  return (
    <section aria-label="Progress" className="px-5 py-3 text-[13px]">
      <h2 className="font-semibold">Progress</h2>
      <p className="text-second">
        {progress.marks.length
          ? `${progress.marks.filter((m) => m.right).length} of ${progress.marks.length} right. It is kept in this browser alone.`
          : 'What you answer is kept in this browser alone.'}
      </p>
      {tens.length > 1 && <OverTime tens={tens} />}
      {mistakes.length > 0 && (
        <>
          <h3 className="mt-2 text-second">What was taken for right</h3>
          <CommonMistakes counts={counts} />
        </>
      )}
      <p className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className={BUTTON}
          onClick={() =>
            saveFile(JSON.stringify(progress, null, 1), 'application/json', 'practice progress.json')
          }
        >
          Save as a file
        </button>
        <button type="button" className={BUTTON} onClick={() => picker.current?.click()}>
          Open a file
        </button>
        <button
          type="button"
          className={BUTTON}
          disabled={!progress.marks.length}
          onClick={() => {
            if (isSure) clearProgress();
            setSure(!isSure);
          }}
        >
          {isSure ? 'Delete it, really' : 'Delete'}
        </button>
        <input
          ref={picker}
          type="file"
          accept=".json"
          aria-label="Progress file"
          className="sr-only"
          onChange={async (e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) setFault(openProgress(await file.text()));
          }}
        />
      </p>
      {fault && (
        <p role="alert" className="text-fault">
          {fault}
        </p>
      )}
    </section>
  );
};
