'use client';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { CutCommand } from '../../../core/edit/command.ts';
import { type Grip, type Guides, pulledTrace } from '../../../core/edit/tracePull.ts';
import { sameData } from '../../../core/number/sameData.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useDesk, useSession } from '../useDesk.ts';

type Point = readonly [number, number];
type MoveTrace = Extract<CutCommand, { type: 'moveTrace' }>;

/** Dragged traces stand on whole steps: half a millimetre, or a thirty-second of an inch. */
const stepFor = (units: 'mm' | 'in'): number => (units === 'mm' ? 0.5 : 1 / 32);

/** A corner, centre or middle nearer than this to the pulled end is taken, mm of paper. */
const REACH = 1.5;

/** Grips on each trace: drag an end to tilt the plane, the middle to move it; the arrow keys do the same. */
export const TraceHandles = ({
  picture,
  paperPoint,
}: {
  picture: GoodPicture;
  paperPoint: (e: { clientX: number; clientY: number }) => [number, number];
}) => {
  const { session, view } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const held = useRef<{ grip: Grip; from: Point; at: Point; last: MoveTrace | undefined } | undefined>(
    undefined,
  );

  return (
    <g>
      {picture.cuts.map((c) => {
        const index = drawing.cuts.findIndex((x) => x.trace.name === c.name);
        const home = picture.views.find((v) => v.name === c.seenIn);
        if (!c.ends || !home || index < 0) return null;
        const { k, to } = home.toPaper;
        const step = stepFor(drawing.part.units);
        // the paper has y down here, the view has v up
        const inView = (p: Point): Point => [(p[0] - to[0]) / k, (picture.paper.height - p[1] - to[1]) / k];
        const { trace } = drawing.cuts[index] as (typeof drawing.cuts)[number];
        const { x, y, w, h } = home.box;
        const [low, high] = [inView([x, y + h]), inView([x + w, y])];
        const middles = [0, 0.5, 1].flatMap((i) =>
          [0, 0.5, 1].map((j): Point => [low[0] + (high[0] - low[0]) * i, low[1] + (high[1] - low[1]) * j]),
        );
        const marks = picture.points
          .filter((p) => p.kind !== 'cut')
          .flatMap((p) => p.places.filter((q) => q.view === c.seenIn).map((q) => inView(q.at)));
        const guides: Guides = {
          step,
          turn: 1,
          marks: [...marks, ...middles],
          reach: REACH / k,
          sides: [low[0], low[1], high[0], high[1]],
        };
        /** The trace with a grip pulled over the paper; with the keys it goes by steps and takes no marks. */
        const moved = (grip: Grip, from: Point, by: Point, byKey = false): MoveTrace | undefined => {
          const stated = pulledTrace(
            trace,
            drawing.part,
            grip,
            inView(from),
            inView([from[0] + by[0], from[1] + by[1]]),
            byKey ? { ...guides, marks: [] } : guides,
          );
          return stated && { type: 'moveTrace', cut: c.name, stated };
        };
        const ends = c.ends;
        const middle: Point = [(ends[0][0] + ends[1][0]) / 2, (ends[0][1] + ends[1][1]) / 2];
        const whereIs = (grip: Grip): Point =>
          grip === 'start' ? ends[0] : grip === 'end' ? ends[1] : middle;
        const hold =
          (grip: Grip) =>
          (e: PointerEvent<SVGElement>): void => {
            e.stopPropagation();
            e.currentTarget.setPointerCapture(e.pointerId);
            held.current = { grip, from: paperPoint(e), at: whereIs(grip), last: undefined };
            view.standAt('Cut');
          };
        const pull = (e: PointerEvent<SVGElement>): void => {
          const h = held.current;
          if (!h) return;
          e.stopPropagation();
          const p = paperPoint(e);
          h.last = moved(h.grip, h.at, [p[0] - h.from[0], p[1] - h.from[1]]) ?? h.last;
          if (h.last) void session.preview(h.last);
        };
        const release = (e: PointerEvent<SVGElement>): void => {
          const h = held.current;
          held.current = undefined;
          if (!h?.last) return;
          e.stopPropagation();
          void session.edit(h.last).then((faults) => {
            if (faults.length) void session.preview();
          });
        };
        const press =
          (grip: Grip) =>
          (e: KeyboardEvent): void => {
            const by = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[e.key];
            if (!by) return;
            e.preventDefault();
            const far = (e.shiftKey ? 10 : 1) * k * (drawing.part.units === 'mm' ? 1 : step);
            // far out on a trace one step of the key may be less than a step of what is stated
            for (const times of [1, 2, 4, 8]) {
              const way: Point = [(by[0] as number) * far * times, (by[1] as number) * far * times];
              const command = moved(grip, whereIs(grip), way, true);
              if (!command || sameData({ ...trace, ...command.stated }, trace)) continue;
              void session.edit(command);
              return;
            }
          };
        const grips = [
          ['start', beyond(ends[0], middle)],
          ['whole', middle],
          ['end', beyond(ends[1], middle)],
        ] as const;
        return (
          <g key={c.name}>
            <line
              x1={ends[0][0]}
              y1={ends[0][1]}
              x2={ends[1][0]}
              y2={ends[1][1]}
              stroke="transparent"
              strokeWidth={4}
              className="cursor-move"
              onPointerDown={hold('whole')}
              onPointerMove={pull}
              onPointerUp={release}
            />
            {grips.map(([grip, at]) => (
              // biome-ignore lint/a11y/useSemanticElements: svg has no button of its own
              <circle
                key={grip}
                cx={at[0]}
                cy={at[1]}
                r={1.7}
                tabIndex={0}
                role="button"
                aria-label={`Cut ${c.name}, ${grip === 'whole' ? 'move' : `${grip} of the trace`}`}
                data-testid={`grip ${c.name} ${grip}`}
                fill="var(--color-paper)"
                fillOpacity={0.9}
                stroke="var(--color-house)"
                strokeWidth={0.6}
                className="cursor-grab focus:[stroke-width:1.2]"
                onPointerDown={hold(grip)}
                onPointerMove={pull}
                onPointerUp={release}
                onKeyDown={press(grip)}
              />
            ))}
          </g>
        );
      })}
    </g>
  );
};

/** Set off past the trace's end, clear of its arrow. */
const beyond = (end: Point, middle: Point): Point => {
  const size = Math.hypot(end[0] - middle[0], end[1] - middle[1]) || 1;
  return [end[0] + ((end[0] - middle[0]) / size) * 3.4, end[1] + ((end[1] - middle[1]) / size) * 3.4];
};
