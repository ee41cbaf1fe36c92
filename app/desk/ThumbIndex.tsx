'use client';
import { STAGES, type Stage } from './deskView.ts';
import { STAGE_ENTRIES } from './stages/stages.ts';
import { useDesk, useSession, useView } from './useDesk.ts';

/** One stage's tab: its number, its name and how it stands. */
const Tab = ({ stage, number }: { stage: Stage; number: number }) => {
  const { standAt } = useDesk().view;
  const chosen = useView((v) => v.stage === stage);
  const standing = useSession(STAGE_ENTRIES[stage].standing);
  return (
    <button
      type="button"
      aria-current={chosen ? 'step' : undefined}
      onClick={() => standAt(stage)}
      className={`relative rounded-r-md border border-l-0 px-2.5 py-1.5 text-left text-[13.5px] leading-[17px] ${
        chosen
          ? 'border-deep bg-deep font-semibold text-white'
          : 'mr-1.5 border-rule bg-pale text-second hover:bg-white'
      }`}
    >
      <span className={`figures block text-[12px] ${chosen ? 'text-light-line' : 'text-faint'}`}>
        {number}
      </span>
      {stage}
      <span className="sr-only">, {standing}</span>
      {standing !== 'empty' && (
        <span
          aria-hidden
          className={`absolute top-2 right-2 size-[7px] ${standing === 'settled' ? 'rounded-full bg-well' : 'rotate-45 bg-warning'} ${chosen && standing === 'settled' ? 'bg-well-bright' : ''}`}
        />
      )}
    </button>
  );
};

/** The stages as the book's thumb index: each with a mark of how it stands. */
export const ThumbIndex = () => (
  <nav aria-label="Stages" className="flex w-[84px] shrink-0 flex-col gap-[3px] pt-3">
    {STAGES.map((stage, i) => (
      <Tab key={stage} stage={stage} number={i + 1} />
    ))}
  </nav>
);
