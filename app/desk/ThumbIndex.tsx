'use client';
import { STAGES, type Stage } from './deskView.ts';
import { useDesk, useSession, useView } from './useDesk.ts';

type Standing = 'well' | 'attention' | 'empty';

const useStandings = (): Record<Stage, Standing> => {
  const picture = useSession((s) => s.picture);
  const faults = useSession((s) => s.faults);
  const cuts = useSession((s) => s.drawing.cuts.length);
  const notes = useSession((s) => s.notes);
  const missing = useSession((s) =>
    Object.values(s.drawing.standings ?? {}).some((x) => x.standing === 'missing'),
  );
  const pressing = notes.filter((n) => n.severity !== 'note');
  const about = (key: string): boolean =>
    [...(picture?.findings ?? []), ...pressing].some((f) => f.path[0] === key);
  return {
    Measure: faults.length || missing || about('part') ? 'attention' : 'well',
    'Set out': about('setup') ? 'attention' : 'well',
    Project: 'well',
    Transfer: 'well',
    Cut: !cuts ? 'empty' : about('cuts') ? 'attention' : 'well',
  };
};

const WORDS: Record<Standing, string> = { well: 'settled', attention: 'needs attention', empty: 'empty' };

/** The stages as the book's thumb index: places to stand, each telling how it is. */
export const ThumbIndex = () => {
  const { standAt } = useDesk().view;
  const stage = useView((s) => s.stage);
  const standings = useStandings();
  return (
    <nav aria-label="Stages" className="flex w-[84px] shrink-0 flex-col gap-[3px] pt-3">
      {STAGES.map((s, i) => {
        const chosen = s === stage;
        const standing = standings[s];
        return (
          <button
            key={s}
            type="button"
            aria-current={chosen ? 'step' : undefined}
            onClick={() => standAt(s)}
            className={`relative rounded-r-md border border-l-0 px-2.5 py-1.5 text-left text-[13.5px] leading-[17px] ${
              chosen
                ? 'border-deep bg-deep font-semibold text-white'
                : 'mr-1.5 border-rule bg-pale text-second hover:bg-white'
            }`}
          >
            <span className={`figures block text-[12px] ${chosen ? 'text-light-line' : 'text-faint'}`}>
              {i + 1}
            </span>
            {s}
            <span className="sr-only">, {WORDS[standing]}</span>
            {standing !== 'empty' && (
              <span
                aria-hidden
                className={`absolute top-2 right-2 size-[7px] ${standing === 'well' ? 'rounded-full bg-well' : 'rotate-45 bg-warning'} ${chosen && standing === 'well' ? 'bg-well-bright' : ''}`}
              />
            )}
          </button>
        );
      })}
    </nav>
  );
};
