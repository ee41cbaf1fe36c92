'use client';
import type { Stated } from '../../../../core/edit/traceStated.ts';
import type { Fault } from '../../../../core/number/fault.ts';
import type { PartFile, TraceFile } from '../../../../core/part/schema.ts';
import type { ViewSides } from '../../../../core/section/viewSides.ts';
import { sidesOfView } from '../../sheet/viewSides.ts';
import { useEdit } from '../../useDesk.ts';

/** Another way of stating a trace, worked out from the drawing as it stands when the change's turn comes; none leaves it as it is. */
export type Restating = (trace: TraceFile, part: PartFile, sides: ViewSides) => Stated | undefined;

const NO_SIDES: ViewSides = [0, 0, 0, 0];

/** States a cut's trace in another way. A change that is still being taken up is never undone by it. */
export const useRestate = (cut: string): ((how: Restating, words: string) => Promise<readonly Fault[]>) => {
  const edit = useEdit();
  return (how, words) =>
    edit(({ drawing, picture }) => {
      const trace = drawing.cuts.find((c) => c.trace.name === cut)?.trace;
      const sides = trace && picture && sidesOfView(picture, trace.seenIn);
      const { through, at, angle, corners } = trace ?? {};
      const stated = (trace && how(trace, drawing.part, sides ?? NO_SIDES)) ?? {
        ...(through && { through }),
        ...(corners && { corners }),
        ...(at && { at, angle }),
      };
      return { type: 'moveTrace', cut, stated, words };
    }, 'field');
};
