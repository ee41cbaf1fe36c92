'use client';
import { useEffect, useState } from 'react';
import { KINDS, type Kind } from '../../../core/exercise/exercise.ts';
import type { ExercisePicture } from '../../../workers/exercisePicture.ts';
import { SmallPictorial } from '../../SmallPictorial.tsx';
import { KIND_TITLES, LETTERS, questionOf } from '../kindWords.ts';
import { LetteredLines, LetteredPlaces, MarkedPictorial } from '../Marks.tsx';
import { SetOutFrame, SheetPiece } from '../SheetDrawings.tsx';
import { useMaker } from '../useExercise.ts';
import { ArrangedViews, CutDrawing, OneView, SizedView, TRACE_ROOM, TraceMark } from '../Views.tsx';

const FIELD = 'rounded-md border border-rule-strong bg-white px-2 py-1';
const MOST = 30;

type Made = { readonly n: number; readonly picture: ExercisePicture };

/** A worksheet of exercises for a class, to be printed, with the answers on a sheet of their own. */
export const Worksheet = () => {
  const [kind, setKind] = useState<Kind>('third view');
  const [level, setLevel] = useState(3);
  const [from, setFrom] = useState(1);
  const [count, setCount] = useState(6);
  const [made, setMade] = useState<readonly Made[]>([]);
  const make = useMaker();
  useEffect(() => {
    let isOld = false;
    setMade([]);
    void (async () => {
      for (let i = 0; i < count && !isOld; i++) {
        const picture = await make({ kind, level, seed: from + i });
        if (!isOld) setMade((before) => [...before, { n: i + 1, picture }]);
      }
    })();
    return () => {
      isOld = true;
    };
  }, [kind, level, from, count, make]);
  const title = `${KIND_TITLES[kind]}, level ${level}, numbers ${from} to ${from + count - 1}`;
  const isReady = made.length === count;
  return (
    <div className="mx-auto print-true max-w-[190mm] bg-paper p-6 text-[12.5px] leading-[17px] print:p-0">
      <form className="mb-4 flex flex-wrap items-end gap-3 border-b border-rule pb-3 print:hidden">
        <label className="flex flex-col">
          Kind
          <select className={FIELD} value={kind} onChange={(e) => setKind(e.target.value as Kind)}>
            {KINDS.map((k) => (
              <option key={k} value={k}>
                {KIND_TITLES[k]}
              </option>
            ))}
          </select>
        </label>
        <Whole name="Level" value={level} least={1} most={12} onChange={setLevel} />
        <Whole name="First number" value={from} least={0} most={99_999} onChange={setFrom} />
        <Whole name="How many" value={count} least={1} most={MOST} onChange={setCount} />
        <button
          type="button"
          disabled={!isReady}
          onClick={() => window.print()}
          className="rounded-md bg-deep px-3.5 py-1.5 text-[14px] font-semibold text-white hover:bg-house disabled:opacity-50"
        >
          Print
        </button>
        <span role="status" className="text-second">
          {isReady
            ? 'Two exercises stand on a page; the answers come last, on a sheet of their own.'
            : `${made.length} of ${count} are made …`}
        </span>
      </form>
      <h1 className="text-[16px] font-bold">{title}</h1>
      <p className="mb-3 flex gap-8">
        <span className="flex-1 border-b border-ink">Name</span>
        <span className="w-40 border-b border-ink">Class</span>
        <span className="w-32 border-b border-ink">Date</span>
      </p>
      {made.map(({ n, picture }) => (
        <section
          key={n}
          aria-label={`Exercise ${n}`}
          className={`break-inside-avoid border-b border-rule py-2 ${n % 2 === 0 && n < count ? 'break-after-page' : ''}`}
        >
          <h2 className="font-semibold">
            {n}. {questionOf(picture)}
          </h2>
          <Printed of={picture} />
        </section>
      ))}
      <section aria-label="Answers" className="break-before-page pt-3">
        <h2 className="text-[15px] font-bold">Answers: {title}</h2>
        <ol className="mt-2 list-none">
          {made.map(({ n, picture }) => (
            <li key={n}>
              {n}. {answerOf(picture)}
            </li>
          ))}
        </ol>
      </section>
    </div>
  );
};

const answerOf = (e: ExercisePicture): string => {
  if (e.kind === 'worked size' || e.kind === 'set out') return `${LETTERS[e.right]}: ${e.figures[e.right]}`;
  if (e.kind === 'angle') return e.shown === 'first' ? 'First angle' : 'Third angle';
  if (e.kind === 'hidden lines') {
    const hidden = e.asked.flatMap((a, i) => (a.isHidden ? [LETTERS[i]] : []));
    return `Hidden: ${hidden.join(', ')}`;
  }
  const wrong = e.differs.flatMap((d, i) => (i === e.right ? [] : [`in ${LETTERS[i]} ${d}`]));
  return `${LETTERS[e.right]} (${wrong.join('; ')})`;
};

const Printed = ({ of }: { of: ExercisePicture }) => {
  if (of.kind === 'third view' || of.kind === 'pictorial')
    return (
      <>
        <ArrangedViews
          views={of.given}
          angle="first"
          {...(of.kind === 'third view' && { asked: of.wanted })}
          className="h-[62mm] w-full"
        />
        <div className="grid grid-cols-4 gap-3">
          {LETTERS.slice(0, of.options.length).map((letter, i) => (
            <figure key={letter} className="text-center">
              {of.kind === 'third view' ? (
                <OneView of={of.options[i] as (typeof of.options)[number]} className="h-[32mm] w-full" />
              ) : (
                <SmallPictorial
                  of={of.options[i] as (typeof of.options)[number]}
                  className="h-[34mm] w-full"
                />
              )}
              <figcaption className="font-bold">{letter}</figcaption>
            </figure>
          ))}
        </div>
      </>
    );
  if (of.kind === 'threads')
    return (
      <div className="grid grid-cols-4 gap-3">
        {of.options.map((o, i) => (
          <figure key={LETTERS[i]} className="text-center">
            <CutDrawing of={o} id={`hatch-threads-${of.seed}-${i}`} className="h-[62mm] w-full" />
            <figcaption className="font-bold">{LETTERS[i]}</figcaption>
          </figure>
        ))}
      </div>
    );
  if (of.kind === 'sectional view' || of.kind === 'true shape' || of.kind === 'development')
    return (
      <>
        <ArrangedViews
          views={of.given}
          angle="first"
          className="h-[62mm] w-full"
          over={{ view: of.seenIn, marks: <TraceMark trace={of.trace} /> }}
          margin={TRACE_ROOM}
        />
        <div className="grid grid-cols-4 gap-3">
          {of.options.map((o, i) => (
            <figure key={LETTERS[i]} className="text-center">
              <CutDrawing
                of={o}
                id={`hatch-${of.kind.replace(' ', '-')}-${of.seed}-${i}`}
                className="h-[32mm] w-full"
              />
              <figcaption className="font-bold">{LETTERS[i]}</figcaption>
            </figure>
          ))}
        </div>
      </>
    );
  if (of.kind === 'angle')
    return <ArrangedViews views={of.views} angle={of.shown} named={false} className="h-[90mm] w-full" />;
  if (of.kind === 'missing line' || of.kind === 'wrong line')
    return (
      <ArrangedViews
        views={of.views}
        angle="first"
        className="h-[100mm] w-full"
        over={{ view: of.view, marks: <LetteredLines lines={of.lines} /> }}
      />
    );
  if (of.kind === 'hidden lines')
    return (
      <div className="grid grid-cols-[3fr_2fr] gap-4">
        <ArrangedViews
          views={of.views}
          angle="first"
          className="h-[95mm] w-full"
          over={{
            view: of.view,
            marks: of.asked.map((a, i) => (
              <text key={a.path} x={a.at[0] + 1.2} y={a.at[1] - 1.2} fontSize={7} fontWeight={700}>
                {LETTERS[i]}
              </text>
            )),
          }}
        />
        <SmallPictorial of={of.pictorial} className="h-[60mm] w-full" />
      </div>
    );
  if (of.kind === 'numbering')
    return (
      <div className="grid grid-cols-2 gap-4">
        <ArrangedViews
          views={of.given}
          angle="first"
          ringed={Object.fromEntries(of.given.map((v) => [v.name, v.mark]))}
          className="h-[80mm] w-full"
        />
        <OneView of={of.view} className="h-[80mm] w-full">
          <LetteredPlaces places={of.places} on={of.view} fill="var(--color-ink)" />
        </OneView>
      </div>
    );
  if (of.kind === 'cut points')
    return (
      <div className="grid grid-cols-[3fr_2fr] gap-4">
        <ArrangedViews
          views={[...of.given, of.view]}
          angle="first"
          className="h-[95mm] w-full"
          over={{
            view: 'top',
            marks: <LetteredPlaces places={of.places} on={of.view} fill="var(--color-ink)" />,
          }}
          also={{ view: 'front', marks: <TraceMark trace={of.trace} letter="P" /> }}
          margin={TRACE_ROOM}
        />
        <MarkedPictorial of={of} ring="var(--color-ink)" className="h-[70mm] w-full" />
      </div>
    );
  if (of.kind === 'missing size')
    return <SheetPiece of={of.sheet} ink="var(--color-ink)" className="h-[110mm] w-full" />;
  if (of.kind === 'worked size' || of.kind === 'set out')
    return (
      <>
        {of.kind === 'set out' ? (
          <SetOutFrame of={of} className="h-[85mm] w-full" />
        ) : (
          <SizedView
            of={of.view}
            axis={of.axis}
            stations={of.stations}
            asked={of.asked}
            className="h-[85mm] w-full"
          />
        )}
        <p className="figures flex gap-8">
          {of.figures.map((f, i) => (
            <span key={f}>
              <b>{LETTERS[i]}</b> {f}
            </span>
          ))}
        </p>
      </>
    );
  if (of.kind === 'other angle')
    return (
      <>
        <ArrangedViews views={of.views} angle="first" className="h-[62mm] w-full" />
        <div className="grid grid-cols-4 gap-3">
          {of.options.map((o, i) => (
            <figure key={LETTERS[i]} className="text-center">
              <ArrangedViews views={o} angle="first" named={false} className="h-[40mm] w-full" />
              <figcaption className="font-bold">{LETTERS[i]}</figcaption>
            </figure>
          ))}
        </div>
      </>
    );
  return (
    <div className="grid grid-cols-2 gap-4">
      <MarkedPictorial of={of} ring="var(--color-ink)" className="h-[70mm] w-full" />
      <OneView of={of.view} className="h-[70mm] w-full">
        <LetteredPlaces places={of.places} on={of.view} fill="var(--color-ink)" />
      </OneView>
    </div>
  );
};

const Whole = ({
  name,
  value,
  least,
  most,
  onChange,
}: {
  name: string;
  value: number;
  least: number;
  most: number;
  onChange: (n: number) => void;
}) => (
  <label className="flex flex-col">
    {name}
    <input
      type="number"
      min={least}
      max={most}
      value={value}
      className={`${FIELD} figures w-24`}
      onChange={(e) => {
        const n = Number(e.target.value);
        if (Number.isInteger(n) && n >= least && n <= most) onChange(n);
      }}
    />
  </label>
);
