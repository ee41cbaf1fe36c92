'use client';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { actingWith, canActTogether, cutsJoined } from '../../../../core/sheet/views/actTogether.ts';
import { useEdit, useSession } from '../../useDesk.ts';

/** Which cuts act together with one: where several planes cut the part at once, each leaves only what the others leave too. */
export const ActsTogether = ({ cut }: { cut: string }) => {
  const cuts = useSession((s) => s.drawing.cuts);
  const setup = useSession((s) => s.drawing.setup);
  const edit = useEdit();
  const others = cuts.map((c) => c.trace).filter((t) => t.name !== cut);
  if (!others.length) return null;
  const joined = actingWith(cut, others, setup).map((t) => t.name);
  const isAlone = !canActTogether(setup, cut);
  const join = (other: string, on: boolean): void => {
    void edit((now) => {
      const together = cutsJoined(now.drawing.setup.together ?? [], cut, other, on);
      return setUp(
        { together: together.length ? together : undefined },
        `Cut ${cut}: ${on ? `acts together with cut ${other}` : `cut ${other} acts on its own`}`,
      );
    });
  };
  return (
    <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-5 py-1.5 text-[13px] text-second">
      <legend className="float-left">Acts together with</legend>
      {others.map(({ name }) => {
        const isOtherAlone = !canActTogether(setup, name);
        return (
          <label key={name} className="inline-flex items-center gap-1.5">
            <input
              type="checkbox"
              aria-label={`Cut ${cut} acts together with cut ${name}`}
              checked={joined.includes(name)}
              disabled={isAlone || isOtherAlone}
              onChange={(e) => join(name, e.target.checked)}
            />
            cut {name}
          </label>
        );
      })}
      <span className="w-full text-[12.5px]">
        {isAlone
          ? 'A removed, revolved or broken-out section is always of its own cut alone.'
          : joined.length
            ? `What cut ${[cut, ...joined].sort().join(' and cut ')} take away is gone in every view that shows one of them, and in their true shapes.`
            : 'It acts on its own: its views and its true shape leave out nothing but what it takes away.'}
      </span>
    </fieldset>
  );
};
