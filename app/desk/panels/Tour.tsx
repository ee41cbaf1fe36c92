'use client';
import { Check } from 'lucide-react';
import { TOUR, tourDone } from '../../../core/drawing/tour.ts';
import { useSession } from '../useDesk.ts';

/** The tour over the sheet: what to do next; it goes on by itself once that is done. */
export const Tour = ({ onEnd }: { onEnd: () => void }) => {
  const done = useSession((s) => tourDone(s.drawing));
  const now = TOUR[done];
  const before = TOUR[done - 1];
  return (
    <aside
      aria-label="Tour"
      className="absolute top-4 left-4 z-10 w-[380px] rounded-md border border-rule-strong bg-page px-4 py-3 text-[13.5px] leading-[19px] shadow-md"
    >
      <div className="flex items-baseline justify-between gap-3">
        <b>{now ? `Tour, step ${done + 1} of ${TOUR.length}` : 'The tour is done'}</b>
        <button type="button" className="text-[13px] text-house hover:underline" onClick={onEnd}>
          {now ? 'End the tour' : 'Close'}
        </button>
      </div>
      {before && (
        <p className="mt-1 flex gap-1.5 text-well">
          <Check size={15} className="mt-[2px] shrink-0" aria-hidden /> {before.shows}
        </p>
      )}
      <p className="mt-1" role="status">
        {now ? now.words : 'The drawing is yours: go on with it, or begin another in the register.'}
      </p>
    </aside>
  );
};
