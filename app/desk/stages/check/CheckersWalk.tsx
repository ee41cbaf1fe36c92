'use client';
import { today } from '../../../clock.ts';
import { useOwnName } from '../../../session/ownName.ts';
import { useEdit, useSession } from '../../useDesk.ts';

/** What no program can look at for one. */
export const WALK = [
  'Fits and tolerances where parts meet',
  'Material and finish suit the use',
  'It can be held, cut, drilled and measured',
  'Edges that could cut a hand are broken',
  'Loads and guards: a qualified person was asked where someone could be hurt',
  'The print was measured against its check bar',
] as const;

/** The list that a person goes through before the issue; who looked at a line, and when, is kept. */
export const CheckersWalk = () => {
  const walked = useSession((s) => s.drawing.walked);
  const edit = useEdit();
  const { name } = useOwnName();
  const done = WALK.filter((line) => walked?.[line]).length;
  return (
    <section
      aria-label="Before it is issued"
      className="border-t-[3px] border-double border-rule-strong px-5 py-2"
    >
      <h2 className="flex items-baseline justify-between text-[14px] font-semibold">
        Before it is issued
        <span className="text-[13px] font-normal text-second">
          {done} of {WALK.length} looked at
        </span>
      </h2>
      <ul className="text-[13px] leading-[19px]">
        {WALK.map((line) => {
          const own = walked?.[line];
          return (
            <li key={line}>
              <label className="flex items-start gap-2 py-0.5">
                <input
                  type="checkbox"
                  className="mt-[3px] accent-[var(--color-deep)]"
                  checked={own !== undefined}
                  onChange={(e) =>
                    void edit({ type: 'walkLine', line, done: e.target.checked, by: name, on: today() })
                  }
                />
                <span className="min-w-0 flex-1">
                  {line}
                  {own && (
                    <span className="text-second"> · {[own.by, own.on].filter(Boolean).join(', ')}</span>
                  )}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      <p className="pt-1 text-[12.5px] leading-[17px] text-second">
        This check knows nothing of loads, codes or the law. Where work can hurt someone, local codes and
        licensed practice decide.
      </p>
    </section>
  );
};
