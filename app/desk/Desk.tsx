'use client';
import { useEffect, useState } from 'react';
import { sentence } from '../../core/number/fault.ts';
import { decimal } from '../../core/number/format.ts';
import type { Kept } from '../../server/store.ts';
import { goThroughHistory, openOnDesk, STAGES, standAt, useDesk } from './deskStore.ts';
import { Head } from './Head.tsx';
import { Pictorial } from './pictorial/Pictorial.tsx';
import { SheetView } from './SheetView.tsx';
import { Cut } from './stages/Cut.tsx';
import { Measure } from './stages/Measure.tsx';
import { Project } from './stages/Project.tsx';
import { SetOut } from './stages/SetOut.tsx';
import { Transfer } from './stages/Transfer.tsx';
import { ThumbIndex } from './ThumbIndex.tsx';

const PAGES = { Measure, 'Set out': SetOut, Project, Transfer, Cut } as const;

/** The overall sizes, always in sight at the foot of the book, in the three inks. */
const Foot = () => {
  const picture = useDesk((s) => s.picture);
  const units = useDesk((s) => s.drawing.part.units);
  if (!picture) return null;
  const { W, D, H } = picture.overall;
  const one = (letter: string, word: string, value: number, ink: string) => (
    <span>
      <abbr title={word} className={`font-semibold no-underline ${ink}`}>
        {letter}
      </abbr>{' '}
      <span className="figures" data-testid={`overall ${letter}`}>
        {decimal(value)}
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
  const notice = useDesk((s) => s.notice);
  const faults = useDesk((s) => s.faults);
  const text = notice ?? (faults[0] && sentence(faults[0]));
  if (!text) return null;
  return (
    <p
      role="alert"
      className="shrink-0 border-b border-[#e6b3ad] bg-[#fbecea] px-5 py-1.5 text-[13px] text-fault"
    >
      {text}
    </p>
  );
};

/** The drawing desk: the book at the left, the sheet in the middle of everything. */
export const Desk = ({ kept }: { kept: Kept }) => {
  const [ready, setReady] = useState(false);
  const stage = useDesk((s) => s.stage);
  const stated = useDesk((s) => s.drawing !== undefined && s.drawing.part.bodies.length > 0);
  useEffect(() => {
    void openOnDesk(kept);
    setReady(true);
  }, [kept]);
  useEffect(() => {
    const press = (e: KeyboardEvent): void => {
      const typing = (e.target as HTMLElement).closest('input, textarea, select');
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z' && !typing) {
        e.preventDefault();
        void goThroughHistory(e.shiftKey ? 1 : -1);
      } else if (!typing && !e.ctrlKey && !e.metaKey && !e.altKey && /^[1-5]$/.test(e.key)) {
        standAt(STAGES[Number(e.key) - 1] as (typeof STAGES)[number]);
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  if (!ready) return null;
  const Stage = PAGES[stage];
  return (
    <div className="flex h-screen min-w-[1024px] flex-col">
      <Head />
      <Notice />
      <main className="flex min-h-0 flex-1">
        <div className="flex w-[344px] shrink-0 flex-col border-r border-rule bg-page">
          <Stage />
          <Foot />
        </div>
        <ThumbIndex />
        <div className="flex min-w-0 flex-1 flex-col">
          <div className="min-h-0 flex-1 p-2">
            <SheetView />
          </div>
          {stage === 'Measure' && stated && <Pictorial />}
        </div>
      </main>
    </div>
  );
};
