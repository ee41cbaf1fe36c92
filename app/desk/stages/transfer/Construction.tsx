'use client';
import { Pause, Play, SkipBack, StepBack, StepForward } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import type { ReplayChoice, ReplayMethod } from '../../../../core/replay/deed.ts';
import { Choice } from '../../book/Choice.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { useDesk, useSession, useView } from '../../useDesk.ts';

/** A step a moment while it plays, ms. */
const PACE = 700;

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
  const go = (to: number): void => goBy(() => to);
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
  const [playing, setPlaying] = useState(false);
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (!ready) return;
    let old = false;
    void engine.construction(drawing, { method, first, hidden, order, darken }).then((steps) => {
      if (!old && steps)
        view.replayBook({ steps, at: Math.min(view.state.getState().replay?.at ?? 0, steps.length) });
    });
    return () => {
      old = true;
    };
  }, [engine, view, drawing, method, first, hidden, order, darken, ready]);
  const steps = replay?.steps ?? [];
  const at = replay?.at ?? 0;
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => {
      const now = view.state.getState().replay;
      if (!now || now.at >= now.steps.length) setPlaying(false);
      else goBy((at) => at + 1);
    }, PACE);
    return () => clearInterval(timer);
  }, [playing, view, goBy]);
  useEffect(() => {
    list.current?.querySelector(`[data-step="${at}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  const named = points?.filter((p) => p.kind !== 'feature') ?? [];
  const shown = steps.map((s, i) => ({ s, n: i + 1 })).filter(({ s }) => !about || s.about.includes(about));
  const tool = 'grid size-8 place-items-center rounded text-second hover:bg-hover disabled:opacity-30';
  const deeds = [
    ['To the blank sheet', SkipBack, () => go(0), at === 0],
    ['A step back', StepBack, () => go(at - 1), at === 0],
    [
      playing ? 'Pause' : 'Play',
      playing ? Pause : Play,
      () => setPlaying(!playing),
      at >= steps.length && !playing,
    ],
    ['Next step', StepForward, () => go(at + 1), at >= steps.length],
  ] as const;
  return (
    <Page
      title="Construction"
      note={
        <span data-testid="step count">
          Step {at} of {steps.length}
        </span>
      }
      books={books}
      foot={
        <p className="px-5 py-2 text-[13px]">
          <a
            className="font-semibold text-house hover:underline"
            href={`/drawings/${id}/construction?method=${method}&first=${first}&hidden=${hidden === 'last' ? 'last' : 'view'}&order=${order}&darken=${darken === 'last' ? 'last' : 'view'}`}
            target="_blank"
            rel="noreferrer"
          >
            Print as a worksheet
          </a>
        </p>
      }
    >
      <div className="sticky top-0 z-[1] border-b border-rule bg-page px-4 py-1">
        <div className="flex items-center">
          {deeds.map(([label, Icon, deed, off]) => (
            <button
              key={label}
              type="button"
              aria-label={label}
              title={label}
              disabled={off}
              onClick={deed}
              className={tool}
            >
              <Icon size={17} aria-hidden />
            </button>
          ))}
          <input
            aria-label="Step"
            type="range"
            min={0}
            max={steps.length}
            value={at}
            onChange={(e) => go(Number(e.target.value))}
            className="ml-2 min-w-0 flex-1 accent-[var(--color-deep)]"
          />
        </div>
      </div>
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
        {shown.map(({ s, n }) => (
          <li
            key={n}
            data-step={n}
            className={`border-b border-rule ${n === at ? 'bg-lit' : n > at ? 'text-second' : ''}`}
          >
            <button
              type="button"
              onClick={() => go(n)}
              aria-current={n === at ? 'step' : undefined}
              className="flex w-full gap-2 px-5 py-1 text-left"
            >
              <span className="figures w-7 shrink-0 text-right text-[12px] text-second">{n}</span>
              <span>
                {s.text}
                {n === at && <span className="block text-second">{s.why}</span>}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </Page>
  );
};
