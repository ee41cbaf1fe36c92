'use client';
import { Pause, Play, SkipBack, SkipForward, StepBack, StepForward } from 'lucide-react';
import { usePathname, useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState, useTransition } from 'react';
import type { MethodFigure as Field, Figures } from '../../../core/method/method.ts';
import type { MethodPicture } from '../../../workers/methodPicture.ts';
import { StepButtons } from '../../StepButtons.tsx';
import { MethodFigure } from './MethodFigure.tsx';

/** A step a moment while it plays, ms: long enough to be read. */
const PACE = 1_600;

/** A construction that is gone through step by step, played, changed and printed. */
export const MethodPlayer = ({
  title,
  use,
  fields,
  figures,
  refused,
  picture,
}: {
  title: string;
  use: string;
  fields: readonly Field[];
  figures: Figures;
  refused: readonly string[];
  picture: MethodPicture;
}) => {
  const { stops } = picture;
  const [asked, setAsked] = useState(stops.length);
  // the finished figure comes first, with the list at its beginning
  const hasMoved = useRef(false);
  const setAt = useCallback((to: number | ((now: number) => number)): void => {
    hasMoved.current = true;
    setAsked(to);
  }, []);
  const at = Math.min(asked, stops.length);
  const [playing, setPlaying] = useState(false);
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => setAt((n) => Math.min(stops.length, n + 1)), PACE);
    return () => clearInterval(timer);
  }, [playing, setAt, stops.length]);
  useEffect(() => {
    if (at >= stops.length) setPlaying(false);
    if (hasMoved.current) list.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
  }, [at, stops.length]);
  const play = (): void => {
    if (!playing && at >= stops.length) setAt(0);
    setPlaying(!playing);
  };
  const deeds = [
    ['To the blank sheet', SkipBack, () => setAt(0), at === 0],
    ['A step back', StepBack, () => setAt(at - 1), at === 0],
    [playing ? 'Pause' : 'Play', playing ? Pause : Play, play, false],
    ['Next step', StepForward, () => setAt(at + 1), at >= stops.length],
    ['To the finished figure', SkipForward, () => setAt(stops.length), at >= stops.length],
  ] as const;
  return (
    <main className="flex min-h-0 flex-1 print:block">
      <section
        aria-label="Steps"
        className="flex w-[400px] shrink-0 flex-col border-r border-rule bg-page print:hidden"
      >
        <p className="border-b border-rule px-5 py-2 text-[13.5px] leading-[19px]">{use}</p>
        {fields.length > 0 && <Sizes fields={fields} figures={figures} refused={refused} />}
        <div className="flex items-center border-b border-rule px-4 py-1">
          <StepButtons deeds={deeds} />
          <span className="ml-2 text-[12.5px] text-second" data-testid="step count">
            Step {at} of {stops.length}
          </span>
          <button
            type="button"
            onClick={() => window.print()}
            className="ml-auto text-[13px] font-semibold text-house hover:underline"
          >
            Print
          </button>
        </div>
        <ol ref={list} className="min-h-0 flex-1 overflow-y-auto text-[13px] leading-[18px]">
          {stops.map((s, i) => (
            <li
              // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its number
              key={i}
              className={`border-b border-rule ${i + 1 === at ? 'bg-lit' : i + 1 > at ? 'text-second' : ''}`}
            >
              <button
                type="button"
                onClick={() => setAt(i + 1)}
                aria-current={i + 1 === at ? 'step' : undefined}
                className="flex w-full gap-2 px-5 py-1 text-left"
              >
                <span className="figures w-5 shrink-0 text-right text-[12px] text-second">{i + 1}</span>
                <span>
                  {s.text}
                  {i + 1 === at && <span className="block text-second">{s.why}</span>}
                </span>
              </button>
            </li>
          ))}
        </ol>
      </section>
      <section aria-label="Figure" className="min-w-0 flex-1 p-4 print:hidden">
        <div className="size-full rounded-md border border-rule bg-white p-2">
          <MethodFigure of={picture} at={at} title={title} />
        </div>
      </section>
      <article className="hidden bg-white text-[12px] leading-[16px] print:block">
        <h1 className="text-[17px] font-bold">{title}</h1>
        <p className="mb-2">{use}</p>
        <p className="mb-2">
          {fields.map((f) => `${f.words} ${figures[f.key]}${f.unit === 'mm' ? ' mm' : f.unit}`).join('; ')}
        </p>
        <div className="mb-3 h-[140mm]">
          <MethodFigure of={picture} at={stops.length} title={title} isPrinted />
        </div>
        <ol className="columns-2 gap-6">
          {stops.map((s, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its number
            <li key={i} className="mb-1 flex break-inside-avoid gap-1.5 border-b border-rule pb-1">
              <span className="figures w-5 shrink-0 text-right text-second">{i + 1}</span>
              <span>
                {s.text} <span className="text-second">{s.why}</span>
              </span>
            </li>
          ))}
        </ol>
      </article>
    </main>
  );
};

const withUnit = ({ unit }: Field): string => (unit === 'mm' ? 'mm' : unit === '°' ? '°' : '');

/** The sizes of the figure; they stand in the address, so that a figure can be kept and passed on. */
const Sizes = ({
  fields,
  figures,
  refused,
}: {
  fields: readonly Field[];
  figures: Figures;
  refused: readonly string[];
}) => {
  const router = useRouter();
  const path = usePathname();
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [isPending, start] = useTransition();
  const textOf = (f: Field): string => typed[f.key] ?? String(figures[f.key]);
  const enter = (): void => {
    if (!Object.keys(typed).length) return;
    const query = new URLSearchParams(fields.map((f) => [f.key, textOf(f)]));
    start(() => router.replace(`${path}?${query}`, { scroll: false }));
  };
  // what was taken is shown as it was taken; what was refused stays as it was typed, beside the reason
  const shown = JSON.stringify([figures, refused]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another answer of the server clears the fields
  useEffect(() => {
    if (!refused.length) setTyped({});
  }, [shown]);
  return (
    <form
      aria-label="Sizes"
      aria-busy={isPending}
      className="grid grid-cols-2 gap-x-4 border-b border-rule px-5 py-1.5 text-[13px]"
      onSubmit={(e) => {
        e.preventDefault();
        enter();
      }}
    >
      {fields.map((f) => (
        <label key={f.key} className="flex items-center justify-between gap-2 py-0.5 leading-[16px]">
          {f.words}
          <span className="flex items-center gap-1">
            <input
              className="figures w-14 rounded border border-rule-strong bg-white px-1 py-0.5 text-right"
              inputMode="decimal"
              value={textOf(f)}
              onChange={(e) => setTyped({ ...typed, [f.key]: e.target.value })}
              onBlur={enter}
            />
            <span className="w-5 text-second">{withUnit(f)}</span>
          </span>
        </label>
      ))}
      {refused.length > 0 && (
        <p role="alert" className="col-span-2 text-[12.5px] text-fault">
          {refused.join(' ')} The figure shows the usual sizes in their place.
        </p>
      )}
      <button type="submit" className="sr-only">
        Draw with these sizes
      </button>
    </form>
  );
};
