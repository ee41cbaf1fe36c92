'use client';
import { useState } from 'react';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { AXIS_LETTERS } from '../../../../core/geometry/rigid.ts';
import { attempt, type Fault } from '../../../../core/number/fault.ts';
import { decimal } from '../../../../core/number/format.ts';
import { typedQuantity } from '../../../../core/part/schema.ts';
import { sizeReader } from '../../../../core/part/sizes.ts';
import type { Interruption } from '../../../../core/solid/interruption.ts';
import { Choice } from '../../book/Choice.tsx';
import { FigureField } from '../../book/FigureField.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { TakeOff } from './TakeOff.tsx';

const NONE =
  'No stretch of this part is worth leaving out: it is not long, or a hole, a step or a slope ends each even stretch of it.';

/** Stretches of a long part that its views leave out, so that the rest of it can be drawn larger. */
export const Interruptions = () => {
  const { engine, session } = useDesk();
  const part = useSession((s) => s.drawing.part);
  const list = useSession((s) => s.drawing.setup.interruptions) ?? [];
  const edit = useEdit();
  const [told, setTold] = useState<string>();
  const change = (to: (now: readonly Interruption[]) => readonly Interruption[], label: string) =>
    edit((now) => {
      const next = to(now.drawing.setup.interruptions ?? []);
      return setUp({ interruptions: next.length ? [...next] : undefined }, label);
    });
  const propose = async (): Promise<void> => {
    await session.idle();
    const one = await engine.proposedInterruption(session.state.getState().drawing);
    setTold(one ? undefined : NONE);
    if (one) await change((now) => [...now, one], 'The middle left out of the views');
  };
  const enter = async (i: number, end: 'from' | 'to', text: string): Promise<readonly Fault[]> => {
    const read = attempt(() => sizeReader(part).length(typedQuantity(text), [end]));
    if (!read.ok) return read.faults;
    return change(
      (now) => now.map((one, k) => (k === i ? { ...one, [end]: read.value } : one)),
      `Left out ${end} ${decimal(read.value)}`,
    );
  };
  const figure = (i: number, end: 'from' | 'to') => (
    <FigureField
      text={decimal(list[i]?.[end] ?? 0)}
      name={`Left out ${i + 1}, ${end}`}
      units={part.units}
      onCommit={(text) => enter(i, end, text)}
      onFault={setTold}
    />
  );
  return (
    <section aria-label="Interrupted views" className="border-b border-rule px-5 py-1.5 text-[13.5px]">
      <div className="flex min-h-7 items-center justify-between gap-3">
        <span className="text-second">Interrupted views</span>
        {!list.length && (
          <button
            type="button"
            title="Leaves a long even stretch out of the views, so that the rest can be drawn larger"
            className="whitespace-nowrap font-semibold text-house hover:underline"
            onClick={() => void propose()}
          >
            Leave out the middle
          </button>
        )}
      </div>
      {list.map((one, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a stretch is known by its place in the list
        <p key={i} className="flex flex-wrap items-center gap-x-1.5 py-0.5">
          <Choice
            name={`Left out ${i + 1}, along`}
            value={one.along}
            options={AXIS_LETTERS.map((a) => ({ value: a, label: a.toUpperCase() }))}
            onChange={(along) =>
              void change(
                (now) => now.map((x, k) => (k === i ? { ...x, along } : x)),
                `Left out along ${along.toUpperCase()}`,
              )
            }
          />
          left out from {figure(i, 'from')} to {figure(i, 'to')} {part.units}
          <span className="ml-auto">
            <TakeOff
              name={`Draw the stretch ${decimal(one.from)} to ${decimal(one.to)} as well`}
              onClick={() => void change((now) => now.filter((_, k) => k !== i), 'Drawn whole')}
            />
          </span>
        </p>
      ))}
      {list.length > 0 && (
        <p className="text-[12.5px] leading-4 text-second">
          Sizes over a gap keep their true figures, underlined: they are not to scale.
        </p>
      )}
      {told && (
        <p role="alert" className="text-[12.5px] leading-4 text-fault">
          {told}
        </p>
      )}
    </section>
  );
};
