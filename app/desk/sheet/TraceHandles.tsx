'use client';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { CutCommand } from '../../../core/edit/command.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useDesk, useSession } from '../useDesk.ts';

type Point = readonly [number, number];
type Grip = 'start' | 'end' | 'whole';

/** Dragged traces stand on whole steps: half a millimetre, or a thirty-second of an inch. */
const stepFor = (units: 'mm' | 'in'): number => (units === 'mm' ? 0.5 : 1 / 32);

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
  const held = useRef<
    { grip: Grip; from: Point; ends: readonly [Point, Point]; last: CutCommand | undefined } | undefined
  >(undefined);

  return (
    <g>
      {picture.cuts.map((c) => {
        const index = drawing.cuts.findIndex((x) => x.trace.name === c.name);
        const home = picture.views.find((v) => v.name === c.seenIn);
        if (!c.ends || !home || index < 0) return null;
        const { k, to } = home.toPaper;
        const step = stepFor(drawing.part.units);
        const places = drawing.part.units === 'mm' ? 3 : 5;
        // the paper has y down here, the view has v up
        const inView = (p: Point): Point => [(p[0] - to[0]) / k, (picture.paper.height - p[1] - to[1]) / k];
        const snap = (x: number): number => Number((Math.round(x / step) * step).toFixed(places));
        const moved = (grip: Grip, ends: readonly [Point, Point], by: Point): CutCommand => {
          const shift = (p: Point): Point => [p[0] + by[0], p[1] + by[1]];
          const [a, b] = [
            grip === 'end' ? ends[0] : shift(ends[0]),
            grip === 'start' ? ends[1] : shift(ends[1]),
          ];
          const [p, q] = [inView(a), inView(b)];
          const through: [number, number][] =
            grip === 'whole'
              ? alongTrace(p, q, snap)
              : [
                  [snap(p[0]), snap(p[1])],
                  [snap(q[0]), snap(q[1])],
                ];
          return { type: 'moveTrace', cut: c.name, through };
        };
        const ends = c.ends;
        const hold =
          (grip: Grip) =>
          (e: PointerEvent<SVGElement>): void => {
            e.stopPropagation();
            e.currentTarget.setPointerCapture(e.pointerId);
            held.current = { grip, from: paperPoint(e), ends, last: undefined };
            view.standAt('Cut');
          };
        const pull = (e: PointerEvent<SVGElement>): void => {
          const h = held.current;
          if (!h) return;
          e.stopPropagation();
          const p = paperPoint(e);
          h.last = moved(h.grip, h.ends, [p[0] - h.from[0], p[1] - h.from[1]]);
          void session.preview(h.last);
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
            void session.edit(moved(grip, ends, [(by[0] as number) * far, (by[1] as number) * far]));
          };
        const middle: Point = [(ends[0][0] + ends[1][0]) / 2, (ends[0][1] + ends[1][1]) / 2];
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

/** A trace moved as a whole keeps its direction exactly: the first point is put on a step, the second follows. */
const alongTrace = (p: Point, q: Point, snap: (x: number) => number): [number, number][] => {
  const a: [number, number] = [snap(p[0]), snap(p[1])];
  const round = (x: number): number => Number(x.toFixed(6));
  return [a, [round(a[0] + q[0] - p[0]), round(a[1] + q[1] - p[1])]];
};
