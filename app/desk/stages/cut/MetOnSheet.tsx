'use client';
import type { CutPicture } from '../../../../workers/cutPicture.ts';
import { useEdit, useView } from '../../useDesk.ts';

/** What was pressed in a sectional view: whether the cut goes through it, and the press that makes it otherwise. */
export const MetOnSheet = ({ cuts }: { cuts: readonly CutPicture[] }) => {
  const met = useView((s) => s.met);
  const edit = useEdit();
  const isChoice = cuts.some((c) => c.shownIn.length > 0 && c.passed.length > 1);
  if (!isChoice && !met) return null;
  const isWhole = met !== 'nothing' && met?.isWhole;
  return (
    <section
      aria-label="Pressed on the sheet"
      aria-live="polite"
      className="flex items-baseline justify-between gap-3 border-b border-rule bg-pale px-5 py-1.5 text-[13px]"
    >
      {met === undefined || met === 'nothing' ? (
        <p className="text-second">
          {met
            ? 'No cut meets anything there. Press inside a sectional view.'
            : 'Press a part of a sectional view to leave it whole, or to cut it.'}
        </p>
      ) : (
        <>
          <p className="min-w-0">
            <span className="font-semibold">{met.words}</span> in cut {met.cut}:{' '}
            {isWhole ? 'left whole' : 'cut and hatched'}
          </p>
          <button
            type="button"
            className="font-semibold whitespace-nowrap text-house hover:underline"
            onClick={() =>
              void edit({
                type: 'spareInCut',
                cut: met.cut,
                name: met.name,
                leave: isWhole ? 'cut' : 'whole',
              })
            }
          >
            {isWhole ? 'Cut it' : 'Leave it whole'}
          </button>
        </>
      )}
    </section>
  );
};
