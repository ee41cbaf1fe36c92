'use client';
import { ChevronDown, ChevronRight, Pause, Play, SkipBack, StepBack, StepForward } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import type { ReplayChoice, ReplayMethod } from '../../../../core/replay/deed.ts';
import type { ShortStep } from '../../../../core/replay/step.ts';
import { methodOfStep } from '../../../method/address.ts';
import { StepButtons } from '../../../StepButtons.tsx';
import { Choice } from '../../book/Choice.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { useDesk, useSession, useView } from '../../useDesk.ts';

/** A step a moment while it plays, ms. */
const PACE = 700;

type Group = { readonly short: ShortStep; readonly from: number; readonly to: number };

/** Which steps each step of the short form takes together: those after `from`, up to `to`. */
const groupsOf = (short: readonly ShortStep[]): Group[] => {
  let to = 0;
  return short.map((s) => {
    const from = to;
    to += s.count;
    return { short: s, from, to };
  });
};

/** The lines and points that a step takes together, brought into sight when they are opened. */
const LinesOfStep = ({
  steps,
  from,
  at,
  go,
}: {
  steps: readonly { readonly text: string; readonly why: string }[];
  from: number;
  at: number;
  go: (to: number) => void;
}) => {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <ol ref={list} className="ml-[52px] border-l border-rule">
      {steps.map((s, k) => (
        <StepLine
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its number
          key={k}
          text={s.text}
          why={s.why}
          n={k + 1}
          to={from + k + 1}
          at={at}
          go={go}
        />
      ))}
    </ol>
  );
};

/** A step in the list; with `from` one that takes several together. */
const StepLine = (props: {
  text: string;
  why: string;
  n: number;
  from?: number;
  to: number;
  at: number;
  go: (to: number) => void;
  children?: ReactNode;
}) => {
  const { text, why, n, to, at, go, children } = props;
  const from = props.from ?? to - 1;
  const isHere = at > from && at <= to;
  return (
    <li
      {...(at === to && { 'data-here': true })}
      className={`border-b border-rule last:border-b-0 ${isHere ? 'bg-lit' : from >= at ? 'text-second' : ''}`}
    >
      <button
        type="button"
        onClick={() => go(to)}
        aria-current={isHere ? 'step' : undefined}
        className="flex w-full gap-2 px-5 py-1 text-left"
      >
        <span className="figures w-6 shrink-0 text-right text-[12px] text-second">{n}</span>
        <span>
          {text}
          {isHere && <span className="block text-second">{why}</span>}
        </span>
      </button>
      {children}
    </li>
  );
};

/** The construction from blank paper to the finished views, one step at a time. */
export const Construction = ({ books }: { books: ReactNode }) => {
  const { engine, view } = useDesk();
  const { follow } = view;
  const goBy = useCallback(
    (place: (at: number) => number): void => {
      const now = view.state.getState().replay;
      if (now) view.replayBook({ ...now, at: Math.max(0, Math.min(now.steps.length, place(now.at))) });
    },
    [view],
  );
  const drawing = useSession((s) => s.drawing);
  const id = useSession((s) => s.id);
  const ready = useSession((s) => s.picture !== undefined);
  const replay = useView((s) => s.replay);
  const points = useSession((s) => s.picture?.points);
  const [method, setMethod] = useState<ReplayMethod>(drawing.setup.rules.transfer ?? 'mitre');
  const [first, setFirst] = useState<ViewName>(drawing.setup.views.includes('front') ? 'front' : 'top');
  const [hidden, setHidden] = useState<ReplayChoice['hidden']>('per view');
  const [darken, setDarken] = useState<ReplayChoice['darken']>('per view');
  const [order, setOrder] = useState<ReplayChoice['order']>('boxes');
  const [about, setAbout] = useState('');
  const [form, setForm] = useState<'short' | 'full'>('short');
  const [opened, setOpened] = useState<readonly number[]>([]);
  const [playing, setPlaying] = useState(false);
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (!ready) return;
    let old = false;
    void engine.construction(drawing, { method, first, hidden, order, darken }).then((shown) => {
      if (old || !shown) return;
      setOpened([]);
      view.replayBook({
        ...shown,
        at: Math.min(view.state.getState().replay?.at ?? 0, shown.steps.length),
      });
    });
    return () => {
      old = true;
    };
  }, [engine, view, drawing, method, first, hidden, order, darken, ready]);
  const steps = replay?.steps ?? [];
  const at = replay?.at ?? 0;
  const groups = useMemo(() => groupsOf(replay?.short ?? []), [replay?.short]);
  /** how many steps are done wherever one can stop, the blank sheet first */
  const stops = useMemo(
    () => [
      0,
      ...groups.flatMap(({ from, to }, i) =>
        form === 'full' || opened.includes(i)
          ? Array.from({ length: to - from }, (_, k) => from + k + 1)
          : [to],
      ),
    ],
    [groups, form, opened],
  );
  const ahead = stops.find((s) => s > at) ?? steps.length;
  const behind = [...stops].reverse().find((s) => s < at) ?? 0;
  const go = (to: number): void => goBy(() => to);
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => {
      const now = view.state.getState().replay;
      if (!now || now.at >= now.steps.length) setPlaying(false);
      else goBy((at) => stops.find((s) => s > at) ?? at);
    }, PACE);
    return () => clearInterval(timer);
  }, [playing, view, goBy, stops]);
  useEffect(() => {
    // the one furthest in, where a step that takes several together is opened
    if (at)
      [...(list.current?.querySelectorAll('[data-here]') ?? [])].at(-1)?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  const named = points?.filter((p) => p.kind !== 'feature') ?? [];
  const isAbout = (i: number): boolean => !about || steps[i]?.about.includes(about) === true;
  const shown = groups
    .map((group, nth) => ({ ...group, nth }))
    .filter(({ from, to }) => steps.slice(from, to).some((_s, k) => isAbout(from + k)));
  const deeds = [
    ['To the blank sheet', SkipBack, () => go(0), at === 0],
    ['A step back', StepBack, () => go(behind), at === 0],
    [
      playing ? 'Pause' : 'Play',
      playing ? Pause : Play,
      () => setPlaying(!playing),
      at >= steps.length && !playing,
    ],
    ['Next step', StepForward, () => go(ahead), at >= steps.length],
  ] as const;
  return (
    <Page
      title="Construction"
      note={
        <span data-testid="step count">
          Step {stops.filter((s) => s > 0 && s <= at).length} of {stops.length - 1}
        </span>
      }
      books={books}
      foot={
        <p className="px-5 py-2 text-[13px]">
          <a
            className="font-semibold text-house hover:underline"
            href={`/drawings/${id}/construction?method=${method}&first=${first}&hidden=${hidden === 'last' ? 'last' : 'view'}&order=${order}&darken=${darken === 'last' ? 'last' : 'view'}&form=${form}`}
            target="_blank"
            rel="noreferrer"
          >
            Print as a worksheet
          </a>
          <a
            className="ml-5 text-house hover:underline"
            href={methodOfStep(steps[Math.max(0, at - 1)], method)}
            target="_blank"
            rel="noreferrer"
          >
            How this is done by hand
          </a>
        </p>
      }
    >
      <div className="sticky top-0 z-[1] border-b border-rule bg-page px-4 py-1">
        <div className="flex items-center">
          <StepButtons deeds={deeds} />
          <input
            aria-label="Step"
            type="range"
            min={0}
            max={stops.length - 1}
            value={stops.filter((s) => s > 0 && s <= at).length}
            onChange={(e) => go(stops[Number(e.target.value)] ?? 0)}
            className="ml-2 min-w-0 flex-1 accent-[var(--color-deep)]"
          />
        </div>
      </div>
      <Row label="Steps">
        <Choice
          name="Steps"
          value={form}
          options={[
            { value: 'short', label: 'In one go' },
            { value: 'full', label: 'Line by line' },
          ]}
          onChange={setForm}
        />
      </Row>
      <Row label="Transfer depths by">
        <Choice
          name="Transfer depths by"
          value={method}
          options={[
            { value: 'mitre', label: 'Mitre' },
            { value: 'arcs', label: 'Arcs' },
            { value: 'distances', label: 'Dividers' },
          ]}
          onChange={setMethod}
        />
      </Row>
      <Row label="Begin with">
        <Choice
          name="Begin with"
          value={order}
          options={[
            { value: 'boxes', label: 'Boxes' },
            { value: 'outline', label: 'Trace outline' },
            { value: 'uncut', label: 'Uncut solid' },
          ]}
          onChange={setOrder}
        />
      </Row>
      <Row label="First view">
        <select
          aria-label="First view"
          className={`${field} py-0.5`}
          value={first}
          onChange={(e) => setFirst(e.target.value as ViewName)}
        >
          {drawing.setup.views.map((v) => (
            <option key={v}>{v}</option>
          ))}
        </select>
        <Choice
          name="Hidden lines"
          value={hidden}
          options={[
            { value: 'per view', label: 'by view' },
            { value: 'last', label: 'last' },
          ]}
          onChange={setHidden}
        />
      </Row>
      <Row label="Line in">
        <Choice
          name="Line in"
          value={darken}
          options={[
            { value: 'per view', label: 'View by view' },
            { value: 'last', label: 'All at the end' },
          ]}
          onChange={setDarken}
        />
      </Row>
      <Row label="Only the steps about">
        <select
          aria-label="Only the steps about"
          className={`${field} py-0.5`}
          value={about}
          onChange={(e) => {
            setAbout(e.target.value);
            follow(e.target.value || undefined);
          }}
        >
          <option value="">all points</option>
          {named.map((c) => (
            <option key={c.key} value={c.key}>
              {c.kind === 'cut' ? `cut point ${c.label}` : `point ${c.label}`}
            </option>
          ))}
        </select>
      </Row>
      <ol ref={list} className="text-[13px] leading-[18px]" data-testid="steps">
        {form === 'full'
          ? shown.flatMap(({ from, to }) =>
              steps
                .slice(from, to)
                .map((s, k) => ({ s, n: from + k + 1 }))
                .filter(({ n }) => isAbout(n - 1))
                .map(({ s, n }) => (
                  <StepLine key={n} text={s.text} why={s.why} n={n} to={n} at={at} go={go} />
                )),
            )
          : shown.map(({ short, from, to, nth }) => {
              const isOpen = opened.includes(nth);
              return (
                <StepLine
                  key={nth}
                  text={short.text}
                  why={short.why}
                  n={nth + 1}
                  from={from}
                  to={to}
                  at={at}
                  go={go}
                >
                  {short.count > 1 && (
                    <button
                      type="button"
                      aria-expanded={isOpen}
                      onClick={() => setOpened(isOpen ? opened.filter((x) => x !== nth) : [...opened, nth])}
                      className="mb-1 ml-[52px] flex items-center gap-1 text-[12px] text-house hover:underline"
                    >
                      {isOpen ? (
                        <ChevronDown size={13} aria-hidden />
                      ) : (
                        <ChevronRight size={13} aria-hidden />
                      )}
                      {isOpen ? 'in one go' : `${short.count} lines and points`}
                    </button>
                  )}
                  {isOpen && <LinesOfStep steps={steps.slice(from, to)} from={from} at={at} go={go} />}
                </StepLine>
              );
            })}
      </ol>
    </Page>
  );
};
