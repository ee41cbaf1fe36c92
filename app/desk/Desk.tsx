'use client';
import { useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useStore } from 'zustand';
import { sentence } from '../../core/number/fault.ts';
import { decimal, sizeText } from '../../core/number/format.ts';
import type { Kept } from '../../exchange/kept.ts';
import type { LiveEvent } from '../../exchange/live.ts';
import { liveAddress } from '../serverCalls.ts';
import { otherPoints, othersHere } from '../session/others.ts';
import { usePerson, useWorkplace } from '../session/SessionsProvider.tsx';
import { openedAt } from './deskAddress.ts';
import { openDeskView, STAGES } from './deskView.ts';
import { fetchedLater, fetchRest } from './fetchedLater.tsx';
import { Head } from './Head.tsx';
import { Pictorial } from './pictorial/Pictorial.tsx';
import { SheetView } from './sheet/SheetView.tsx';
import { STAGE_ENTRIES } from './stages/stages.ts';
import { ThumbIndex } from './ThumbIndex.tsx';
import { DeskContext, type OpenDesk, useDesk, useSession, useView } from './useDesk.ts';

/** The overall sizes, always in sight at the foot of the book, in the three inks. */
const Foot = () => {
  const picture = useSession((s) => s.picture);
  const units = useSession((s) => s.drawing.part.units);
  if (!picture) return null;
  const { W, D, H } = picture.overall;
  const one = (letter: string, word: string, value: number, ink: string) => (
    <span>
      <abbr title={word} className={`font-semibold no-underline ${ink}`}>
        {letter}
      </abbr>{' '}
      <span className="figures" data-testid={`overall ${letter}`}>
        {sizeText(value, units)}
      </span>
    </span>
  );
  return (
    <footer className="flex shrink-0 items-center justify-between border-t-[3px] border-double border-rule-strong px-5 py-2 text-[13px]">
      {one('W', 'Width', W, 'text-width')}
      {one('D', 'Depth', D, 'text-depth')}
      {one('H', 'Height', H, 'text-height')}
      <span className="text-second">
        <span className="figures">{decimal(picture.volume, 2)}</span> {units}³
      </span>
    </footer>
  );
};

const Notice = () => {
  const notice = useSession((s) => s.notice);
  const faults = useSession((s) => s.faults);
  const undrawn = useSession((s) => s.undrawn);
  const trouble = useStore(useDesk().engine.trouble);
  const text = notice ?? (faults[0] && sentence(faults[0])) ?? undrawn ?? trouble;
  if (!text) return null;
  return (
    <p
      role="alert"
      className="shrink-0 border-b border-fault-rule bg-fault-pale px-5 py-1.5 text-[13px] text-fault"
    >
      {text}
    </p>
  );
};

/** How often it is looked whether another window or machine has changed the drawing, ms. */
const FOLLOW_EVERY = 800;
/** How often where the server tells of changes by itself, ms: only in case that a word of it was lost. */
const FOLLOW_BESIDE_LIVE = 10_000;

/**
 * Hears from the server when the drawing changes and who else looks at it, for those who are signed in: one person at their own machine has the
 * windows of one browser only. A browser holds few connections to a server, so a window that is out of sight lets go of its own.
 * @returns whether the server is heard at the moment
 */
const useLive = (): { readonly current: boolean } => {
  const { session } = useDesk();
  const { name: own } = usePerson();
  const isHeard = useRef(false);
  useEffect(() => {
    if (!own) return;
    let source: EventSource | undefined;
    const hear = (e: MessageEvent<string>): void => {
      const event = JSON.parse(e.data) as LiveEvent;
      if (event.kind === 'here') othersHere(event.names.filter((n) => n !== own));
      else if (event.kind === 'pointing') {
        if (event.name !== own) otherPoints(event.name, event.at);
      } else void session.follow(event.kept);
    };
    const look = (): void => {
      if (document.hidden) {
        source?.close();
        source = undefined;
        isHeard.current = false;
      } else if (!source || source.readyState === EventSource.CLOSED) {
        source = new EventSource(liveAddress(session.id));
        source.onmessage = hear;
        source.onopen = () => {
          isHeard.current = true;
        };
        source.onerror = () => {
          isHeard.current = false;
          othersHere([]);
        };
      }
    };
    look();
    // a server that refused once, while it was started anew, is asked again
    const again = setInterval(look, FOLLOW_BESIDE_LIVE);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(again);
      document.removeEventListener('visibilitychange', look);
      source?.close();
      othersHere([]);
    };
  }, [session, own]);
  return isHeard;
};

/** Takes over what is changed elsewhere, as long as this page is in sight. */
const useFollowing = (): void => {
  const { session } = useDesk();
  const isLive = useLive();
  useEffect(() => {
    let isAsking = false;
    let asked = 0;
    const look = (): void => {
      if (document.hidden || isAsking) return;
      if (isLive.current && Date.now() - asked < FOLLOW_BESIDE_LIVE) return;
      asked = Date.now();
      isAsking = true;
      void session.follow().finally(() => {
        isAsking = false;
      });
    };
    const timer = setInterval(look, FOLLOW_EVERY);
    document.addEventListener('visibilitychange', look);
    window.addEventListener('online', session.tryNow);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('online', session.tryNow);
    };
  }, [session, isLive]);
};

/** Shortcuts of the whole desk: undo, redo and the stages. */
const useKeys = (): void => {
  const { session, view } = useDesk();
  useHotkeys('mod+z', () => void session.step(-1), { preventDefault: true });
  useHotkeys('mod+shift+z', () => void session.step(1), { preventDefault: true });
  useHotkeys(
    STAGES.map((_, i) => `${i + 1}`),
    (e) => {
      const stage = STAGES[Number(e.key) - 1];
      if (stage) view.standAt(stage);
    },
    { useKey: true },
  );
};

/** What is not needed for the first picture is fetched this long after it, ms; or without a picture, when none comes. */
const FETCH_REST_AFTER = 250;
const FIRST_PICTURE = 'first picture';
const FETCH_REST_WITHOUT_PICTURE = 1500;

/** Shown only when a drawing cannot be stored as it is. */
const ConflictPanel = fetchedLater(() => import('./panels/ConflictPanel.tsx').then((m) => m.ConflictPanel));

const Tour = fetchedLater(() => import('./panels/Tour.tsx').then((m) => m.Tour));
/** Whether the address asks for the tour; it is gone from there once it is ended. */
const useTour = () => {
  const [isOn, setOn] = useState(false);
  useEffect(() => setOn(location.search === '?tour'), []);
  const end = (): void => {
    setOn(false);
    history.replaceState(null, '', location.pathname);
  };
  return [isOn, end] as const;
};

/** The drawing desk: the book at the left, the sheet in the middle of everything. */
const OpenDrawing = () => {
  const { session, view } = useDesk();
  const stage = useView((s) => s.stage);
  const isHalted = useSession((s) => s.save === 'conflict' || s.save === 'refused');
  const stated = useSession((s) => s.drawing.part.bodies.length > 0);
  const [isTour, endTour] = useTour();
  useKeys();
  useFollowing();
  useEffect(() => {
    const opened = openedAt();
    if (opened) view.standAt(opened.stage);
  }, [view]);
  const isDrawn = useSession((s) => s.picture !== undefined);
  useEffect(() => {
    // measured
    if (isDrawn) performance.mark(FIRST_PICTURE);
    const wait = setTimeout(fetchRest, isDrawn ? FETCH_REST_AFTER : FETCH_REST_WITHOUT_PICTURE);
    return () => clearTimeout(wait);
  }, [isDrawn]);
  // what was pointed at belongs to the drawing as it was
  useEffect(
    () =>
      session.state.subscribe((now, before) => {
        if (now.drawing === before.drawing) return;
        view.pointTo(undefined);
        view.meet(undefined);
      }),
    [session, view],
  );
  const { Page } = STAGE_ENTRIES[stage];
  const name = useSession((s) => [s.drawing.number, s.drawing.title].filter(Boolean).join(' '));
  return (
    <div className="flex h-screen min-h-[640px] min-w-[1024px] flex-col">
      <title>{`${name || 'Without a title'} · Blue Ledger`}</title>
      <Head />
      <Notice />
      <main className="flex min-h-0 flex-1">
        <div className="flex w-[344px] shrink-0 flex-col border-r border-rule bg-page">
          <Page />
          <Foot />
        </div>
        <ThumbIndex />
        <div className="relative flex min-w-0 flex-1 flex-col">
          {isTour && <Tour onEnd={endTour} />}
          <div className="min-h-0 flex-1 p-2">
            <SheetView />
          </div>
          {stage === 'Measure' && stated && <Pictorial />}
        </div>
      </main>
      {isHalted && <ConflictPanel />}
    </div>
  );
};

/** Opens a kept drawing on the desk. Its session lasts until all is stored, also when this page is left. */
export const Desk = ({ kept }: { kept: Kept }) => {
  const workplace = useWorkplace();
  const [desk, setDesk] = useState<OpenDesk>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: a drawing is opened once; what changes later it follows itself
  useEffect(() => {
    if (!workplace) return;
    let isLeft = false;
    const { sessions, engine } = workplace;
    const opened = sessions.open(kept);
    void opened.then((session) => {
      if (!isLeft) setDesk({ session, view: openDeskView(), engine });
    });
    return () => {
      isLeft = true;
      setDesk(undefined);
      void opened.then(sessions.leave);
    };
  }, [workplace, kept.id]);
  if (!desk) return null;
  return (
    <DeskContext.Provider value={desk}>
      <OpenDrawing />
    </DeskContext.Provider>
  );
};
