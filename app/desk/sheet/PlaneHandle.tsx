import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { CutCommand } from '../../../core/edit/command.ts';
import { shifted } from '../../../core/edit/traceStated.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { useDesk, useSession } from '../useDesk.ts';
import { TraceGrip } from './TraceGrip.tsx';
import { stepFor } from './traceStep.ts';

type Point = readonly [number, number];
type MoveTrace = Extract<CutCommand, { type: 'moveTrace' }>;

/** The grip of a plane that slopes in all views: it is moved along its sight in the view where it is an edge, by dragging or with the arrow keys. */
export const PlaneHandle = ({
  trace,
  path,
  paperPoint,
}: {
  trace: TraceFile;
  path: readonly Point[];
  paperPoint: (e: { clientX: number; clientY: number }) => [number, number];
}) => {
  const { session, view } = useDesk();
  const part = useSession((s) => s.drawing.part);
  const perUnit = useSession((s) => s.picture?.views[0]?.toPaper.k ?? 1);
  const held = useRef<{ trace: TraceFile; from: Point; last: MoveTrace | undefined } | undefined>(undefined);
  const [a, b] = [path[0] as Point, path.at(-1) as Point];
  const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const step = stepFor(part.units);
  /** The plane moved along its sight by what a way over the paper (y down) comes to, in whole steps. */
  const moved = (from: TraceFile, by: Point): MoveTrace | undefined => {
    const plane = cuttingPlane(from, part);
    if (!plane.ok) return undefined;
    const [x, y] = plane.value.sight;
    const along = Math.round((by[0] * x - by[1] * y) / perUnit / step) * step;
    const stated = along ? shifted(from, part, [x * along, y * along], [0, 0, 0, 0]) : undefined;
    return stated && { type: 'moveTrace', cut: from.name, stated };
  };
  const hold = (e: PointerEvent<SVGElement>): void => {
    e.stopPropagation();
    e.currentTarget.setPointerCapture(e.pointerId);
    held.current = { trace, from: paperPoint(e), last: undefined };
    view.standAt('Cut');
  };
  const pull = (e: PointerEvent<SVGElement>): void => {
    const h = held.current;
    if (!h) return;
    e.stopPropagation();
    const p = paperPoint(e);
    h.last = moved(h.trace, [p[0] - h.from[0], p[1] - h.from[1]]);
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
  const press = (e: KeyboardEvent): void => {
    const by = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[e.key];
    const plane = cuttingPlane(trace, part);
    if (!by || !plane.ok) return;
    e.preventDefault();
    // one press moves the plane by a step, whichever way it slopes
    const [x, y] = plane.value.sight;
    const sense = Math.sign((by[0] as number) * x - (by[1] as number) * y);
    const far = sense * step * perUnit * (e.shiftKey ? 20 : 2);
    const command = moved(trace, [x * far, -y * far]);
    if (command) void session.edit(command);
  };
  const grip = { onPointerDown: hold, onPointerMove: pull, onPointerUp: release };
  return (
    <g>
      <line
        x1={a[0]}
        y1={a[1]}
        x2={b[0]}
        y2={b[1]}
        stroke="transparent"
        strokeWidth={4}
        className="cursor-move"
        {...grip}
      />
      <TraceGrip
        at={middle}
        name={`Cut ${trace.name}, move`}
        testId={`grip ${trace.name} whole`}
        onKeyDown={press}
        {...grip}
      />
    </g>
  );
};
