'use client';
import { decimal } from '../../core/number/format.ts';
import type { SolidPicture } from '../../workers/solidsPicture.ts';
import { SmallPictorial } from '../SmallPictorial.tsx';
import type { Entered } from './entered.ts';
import type { Search } from './useSolids.ts';

const headline = (search: Search, paper: Entered['paper']): string => {
  const isPictorial = paper === 'pictorial';
  if (search.state === 'waiting')
    return isPictorial ? 'Draw the edges that are seen.' : 'Draw two views or more.';
  if (search.state === 'looking') return 'Looking for solids …';
  if (search.state === 'stopped') return 'Stopped. Change a line to look again.';
  const { solids, complete } = search.found;
  const [one, several] = isPictorial
    ? ['looks like this', 'look like this']
    : ['has these views', 'have these views'];
  if (!solids.length) return `No solid ${one}.`;
  const count = solids.length === 1 ? `1 solid ${one}` : `${solids.length} solids ${several}`;
  return complete ? `${count}; there are no others.` : `${count}; there may be others.`;
};

/** The solids that have the entered views, side by side, or what keeps them from being one. */
export const FoundSolids = ({
  search,
  paper,
  units,
  chosen,
  onChoose,
  onOpen,
  onStop,
}: {
  search: Search;
  paper: Entered['paper'];
  units: 'mm' | 'in';
  chosen: number;
  onChoose: (index: number) => void;
  onOpen: (solid: SolidPicture) => void;
  onStop: () => void;
}) => {
  const found =
    search.state === 'found' ? search.found : search.state === 'looking' ? search.last : undefined;
  return (
    <section aria-label="Solids" className="flex min-h-0 flex-1 flex-col">
      <header className="flex items-center justify-between gap-2 border-b border-rule-strong px-4 py-2">
        <p role="status" className="text-[14px] font-semibold">
          {headline(search, paper)}
        </p>
        {search.state === 'looking' && (
          <button
            type="button"
            onClick={onStop}
            className="rounded-md border border-rule-strong bg-white px-2 py-0.5 text-[13px] text-deep hover:bg-pale"
          >
            Stop
          </button>
        )}
      </header>
      <div className={`min-h-0 flex-1 overflow-y-auto ${search.state === 'looking' ? 'opacity-50' : ''}`}>
        {search.state === 'waiting' && (
          <p className="px-4 py-3 text-[13.5px] text-second">
            {paper === 'pictorial'
              ? 'Draw a part as it is seen from one corner, its visible edges only, each from corner to corner. Lines along the three directions of the paper are counted in squares. What they leave open, such as how far back something stands, gives several solids to choose from.'
              : 'Solids with flat faces are found, and whole holes and bosses for circles. A view may be drawn on its squares, typed as a walk, or brought in as a DXF, SVG or JSON file. What is found is every solid that has all of these lines, visible and hidden, and no others.'}
          </p>
        )}
        {found && found.solids.length > 0 && found.leftAside.length > 0 && (
          <p className="border-b border-rule px-4 py-2 text-[13px] text-second">
            {found.leftAside.join(' ')}
          </p>
        )}
        {found?.faults.map((f) => (
          <p key={f} className="border-b border-fault-rule bg-fault-pale px-4 py-2 text-[13.5px] text-fault">
            {f}
          </p>
        ))}
        <ul>
          {found?.solids.map((s, i) => (
            <li
              key={JSON.stringify(s.part.bodies)}
              className={`border-b border-rule ${i === chosen ? 'bg-lit' : ''}`}
            >
              <button
                type="button"
                aria-pressed={i === chosen}
                onClick={() => onChoose(i)}
                className="flex w-full items-center gap-3 px-3 pt-2 text-left"
              >
                <SmallPictorial of={s.pictorial} className="h-28 w-32 shrink-0" />
                <span className="min-w-0 text-[13px]">
                  <b className="block text-[14px]">Solid {i + 1}</b>
                  <span className="figures block text-second">
                    {decimal(s.volume, 2)} {units}³, {s.part.bodies[0]?.features.length}{' '}
                    {s.part.bodies[0]?.features.length === 1 ? 'feature' : 'features'}
                  </span>
                  {s.reasons.map((r) => (
                    <span key={r} className="mt-0.5 block">
                      {r}
                    </span>
                  ))}
                </span>
              </button>
              <div className="flex justify-end px-3 pb-2">
                <button
                  type="button"
                  onClick={() => onOpen(s)}
                  className="rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] font-semibold text-deep hover:bg-pale"
                >
                  Open solid {i + 1} as a drawing
                </button>
              </div>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
};
