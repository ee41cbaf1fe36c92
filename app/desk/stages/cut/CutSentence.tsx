'use client';
import { Plus, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Cut as CutFile } from '../../../../core/drawing/drawing.ts';
import type { CutCommand } from '../../../../core/edit/command.ts';
import {
  halfBegun,
  legAngle,
  otherHalf,
  restated,
  type WayStated,
  wayStated,
  withCorner,
  withLegAngle,
  withoutPoint,
} from '../../../../core/edit/traceStated.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { type Fault, sentence } from '../../../../core/number/fault.ts';
import { says } from '../../../../core/number/faultWords.ts';
import { decimal } from '../../../../core/number/format.ts';
import { typedQuantity } from '../../../../core/part/schema.ts';
import { countedFromEdge } from '../../../../core/statement/cutPlaces.ts';
import { typedContext } from '../../../../core/statement/typed/enter.ts';
import type { CutPicture } from '../../../../workers/cutPicture.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { FigureField } from '../../book/FigureField.tsx';
import { field } from '../../book/Page.tsx';
import { sidesOfView } from '../../sheet/viewSides.ts';
import { useEdit, useSession } from '../../useDesk.ts';
import { PlaneStated } from './PlaneStated.tsx';
import { type Restating, useRestate } from './useRestate.ts';

const LOOKS = ['up', 'down', 'left', 'right'] as const;
const SEEN: readonly ViewName[] = ['front', 'top', 'left', 'right', 'bottom', 'back'];
const WAYS: Record<WayStated, string> = {
  heights: 'at both sides',
  points: 'by two points',
  angle: 'by a place and an angle',
};
const LINK = 'font-semibold text-house hover:underline';

/** A cut as a sentence whose figures can be typed over: where the plane is an edge, how its trace runs, and what is taken away. */
export const CutSentence = ({ cut, seen }: { cut: CutFile; seen: CutPicture | undefined }) => {
  const part = useSession((s) => s.drawing.part);
  const picture = useSession((s) => s.picture);
  const edit = useEdit();
  const [fault, setFault] = useState<string>();
  const { trace } = cut;
  const own = { cut: trace.name };
  const sides = picture && sidesOfView(picture, trace.seenIn);
  const way = sides && wayStated(trace, part, sides);
  const { through } = trace;
  const isBent = (through?.length ?? 0) > 2;
  const pick = (command: CutCommand): void => {
    void edit(command, 'field').then((f) => setFault(f[0] && sentence(f[0])));
  };
  const restate = useRestate(trace.name);
  const stateAs = (how: Restating, words: string): void => {
    void restate(how, words).then((f) => setFault(f[0] && sentence(f[0])));
  };
  /** A figure as it is, or counted from an edge of the view: "13 from the right". */
  const enterFigure = async (
    path: (string | number)[],
    typed: string,
    name: string,
  ): Promise<readonly Fault[]> => {
    const axis = path.at(-1);
    const counted =
      sides && (axis === 0 || axis === 1) ? countedFromEdge(typed, axis, sides, part) : undefined;
    if (counted && !counted.ok) return counted.faults;
    const text = counted ? String(counted.value) : typed;
    return edit({ type: 'setCutFigure', ...own, path, text, words: name }, 'field');
  };
  const figure = (path: (string | number)[], value: string | number, name: string) => {
    const text = String(value);
    const worth = name === 'angle' ? undefined : typedContext(part, undefined).worth(text);
    return (
      <FigureField
        key={path.join('.')}
        text={text}
        worth={worth === undefined ? undefined : String(Number(worth.toFixed(4)))}
        name={`Cut ${trace.name}, ${name}`}
        units={name === 'angle' ? 'mm' : part.units}
        onCommit={(typed) => enterFigure(path, typed, name)}
        onFault={setFault}
      />
    );
  };
  const point = (i: number) => (
    <>
      [{figure(['through', i, 0], through?.[i]?.[0] ?? 0, `point ${i + 1} across`)},{' '}
      {figure(['through', i, 1], through?.[i]?.[1] ?? 0, `point ${i + 1} up`)}]
    </>
  );
  const stateWay = (to: WayStated): void => stateAs((t, p, s) => restated(t, p, to, s), WAYS[to]);
  const turnLeg = async (leg: number, typed: string): Promise<readonly Fault[]> => {
    const angle = typedQuantity(typed.replace('°', ''));
    if (typeof angle !== 'number')
      return [
        { path: ['cuts'], where: `cut ${trace.name}, leg ${leg + 1}`, ...says('trace.leg-angle', { typed }) },
      ];
    return restate((t, p) => withLegAngle(t, p, leg, angle), `leg ${leg + 1} at ${angle} degrees`);
  };
  return (
    <div className="border-b border-rule px-5 py-2 leading-[28px]">
      {trace.corners ? (
        <PlaneStated cut={cut} slopes={seen?.slopes} figure={figure} />
      ) : (
        <>
          {trace.half
            ? 'A half section, an edge'
            : isBent
              ? `${(through?.length ?? 1) - 1} legs, an edge`
              : 'An edge'}{' '}
          in the{' '}
          <select
            aria-label={`Cut ${trace.name}, seen in`}
            className={`${field} py-0`}
            value={trace.seenIn}
            onChange={(e) => pick({ type: 'setCutView', ...own, seenIn: e.target.value as ViewName })}
          >
            {SEEN.map((v) => (
              <option key={v}>{v}</option>
            ))}
          </select>{' '}
          view,{' '}
          {!isBent && sides && way && !trace.half && (
            <>
              stated{' '}
              <select
                aria-label={`Cut ${trace.name}, stated`}
                className={`${field} py-0`}
                value={way}
                onChange={(e) => stateWay(e.target.value as WayStated)}
              >
                {Object.entries(WAYS).map(([k, label]) => (
                  <option key={k} value={k}>
                    {label}
                  </option>
                ))}
              </select>
              ,{' '}
            </>
          )}
          {!isBent && through && (
            <>
              from {point(0)} to {point(1)}
            </>
          )}
          {trace.at && (
            <>
              through [{figure(['at', 0], trace.at[0], 'across')}, {figure(['at', 1], trace.at[1], 'up')}] at{' '}
              {figure(['angle'], trace.angle ?? 0, 'angle')}°
            </>
          )}
          {isBent && through && (
            <ol
              aria-label={`Points of cut ${trace.name}`}
              className="my-1 border-y border-rule text-[13.5px]"
            >
              {through.map((_, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a trace's points are known by their order
                <li key={i}>
                  <div className="flex items-center gap-2">
                    <span className="w-12 text-second">
                      {i ? (i === through.length - 1 ? 'to' : 'bend') : 'from'}
                    </span>
                    <span>{point(i)}</span>
                    <button
                      type="button"
                      aria-label={`Take point ${i + 1} of cut ${trace.name} out`}
                      className="ml-auto grid size-6 place-items-center rounded text-second hover:bg-hover"
                      onClick={() => stateAs((t) => withoutPoint(t, i), `point ${i + 1} taken out`)}
                    >
                      <X size={13} aria-hidden />
                    </button>
                  </div>
                  {i < through.length - 1 && (
                    <div className="flex items-center gap-2 pl-12 text-[12.5px] text-second">
                      leg {i + 1} at
                      <FigureField
                        text={decimal(legAngle(trace, part, i) ?? 0, 4)}
                        name={`Cut ${trace.name}, leg ${i + 1}, angle`}
                        units="mm"
                        onCommit={(typed) => turnLeg(i, typed)}
                        onFault={setFault}
                      />
                      °
                      {sides && (
                        <button
                          type="button"
                          className={`ml-auto ${LINK}`}
                          aria-label={`Bend leg ${i + 1} of cut ${trace.name}`}
                          onClick={() => stateAs((t, p, s) => withCorner(t, p, i, s), `leg ${i + 1} bent`)}
                        >
                          Bend it
                        </button>
                      )}
                    </div>
                  )}
                </li>
              ))}
            </ol>
          )}
        </>
      )}
      {isBent || trace.corners ? 'Looking' : ', looking'}{' '}
      <select
        aria-label={`Cut ${trace.name}, looking`}
        className={`${field} py-0`}
        value={trace.look}
        onChange={(e) => pick({ type: 'setCutLook', ...own, look: e.target.value as (typeof LOOKS)[number] })}
      >
        {LOOKS.map((v) => (
          <option key={v}>{v}</option>
        ))}
      </select>
      .
      <p className="flex gap-4 text-[13px]">
        {!isBent && !trace.half && sides && (
          <button
            type="button"
            className={`inline-flex items-center gap-1 ${LINK}`}
            onClick={() => stateAs((t, p, s) => withCorner(t, p, 0, s), 'bent')}
          >
            <Plus size={13} aria-hidden /> Bend the trace
          </button>
        )}
        {!isBent && !trace.corners && (
          <button
            type="button"
            className={LINK}
            onClick={() =>
              pick({
                type: 'setCutHalf',
                ...own,
                half: !trace.half,
                stated: trace.half || !sides ? undefined : halfBegun(trace, part, sides),
              })
            }
          >
            {trace.half ? 'Make it a full section' : 'Make it a half section'}
          </button>
        )}
        {trace.half && (
          <button type="button" className={LINK} onClick={() => stateAs(otherHalf, 'the other half')}>
            Take the other half
          </button>
        )}
      </p>
      <Passed cut={cut} seen={seen} onPick={pick} />
      <FaultNote texts={fault ? [fault] : []} />
    </div>
  );
};

/** What the plane passes through, each cut or left whole: ribs, shafts, bolts and the like are not cut lengthwise. */
const Passed = ({
  cut,
  seen,
  onPick,
}: {
  cut: CutFile;
  seen: CutPicture | undefined;
  onPick: (command: CutCommand) => void;
}) => {
  const passed = seen?.passed ?? [];
  const [isOpen, setOpen] = useState(false);
  const anyWhole = passed.some((p) => p.isWhole);
  // what is left whole by rule is shown at once; a choice made in the list does not close it
  useEffect(() => {
    if (anyWhole) setOpen(true);
  }, [anyWhole]);
  if (passed.length < 2 && !anyWhole) return null;
  return (
    <details className="text-[13px]" open={isOpen} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer text-second">
        It passes through {passed.length} bodies and features: {passed.filter((p) => p.isWhole).length} left
        whole
      </summary>
      <ul>
        {passed.map((p) => (
          <li key={p.name} className="flex items-center justify-between">
            <span className="min-w-0 truncate">{p.words}</span>
            <select
              aria-label={`${p.name} in cut ${cut.trace.name}`}
              className={`${field} py-0 text-[13px]`}
              value={p.isWhole ? 'whole' : 'cut'}
              onChange={(e) =>
                onPick({
                  type: 'spareInCut',
                  cut: cut.trace.name,
                  name: p.name,
                  leave: e.target.value as 'whole' | 'cut',
                })
              }
            >
              <option value="cut">cut and hatched</option>
              <option value="whole">left whole</option>
            </select>
          </li>
        ))}
      </ul>
    </details>
  );
};
