'use client';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { CutCommand } from '../../../core/edit/command.ts';
import { type Grip, type Guides, pulledTrace } from '../../../core/edit/tracePull.ts';
import { sameData } from '../../../core/number/sameData.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useDesk, useSession } from '../useDesk.ts';
import { PlaneHandle } from './PlaneHandle.tsx';
import { TraceGrip } from './TraceGrip.tsx';
import { stepFor } from './traceStep.ts';
import { placeInView, sidesOfView } from './viewSides.ts';

type Point = readonly [number, number];
type MoveTrace = Extract<CutCommand, { type: 'moveTrace' }>;

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
        const stated = drawing.cuts[index]?.trace;
        if (stated?.corners && c.path)
          return <PlaneHandle key={c.name} trace={stated} path={c.path} paperPoint={paperPoint} />;
        const home = picture.views.find((v) => v.name === c.seenIn);
        const sides = sidesOfView(picture, c.seenIn);
        if (!c.path || !home || !sides || index < 0) return null;
        const { k } = home.toPaper;
        const step = stepFor(drawing.part.units);
        const inView = (p: Point): Point => placeInView(picture, home, p);
        const { trace } = drawing.cuts[index] as (typeof drawing.cuts)[number];
        const [low, high] = [
          [sides[0], sides[1]],
          [sides[2], sides[3]],
        ] as const;
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
          sides,
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
        const grips = gripsOf(c.path, c.half, trace.at !== undefined);
        const whereIs = (grip: Grip): Point => grips.find((g) => sameData(g.grip, grip))?.on ?? [0, 0];
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
        const isBent = !c.half && c.path.length > 2;
        return (
          <g key={c.name}>
            {c.path.slice(1).map((b, i) => {
              const a = c.path?.[i] as Point;
              return (
                <line
                  // biome-ignore lint/suspicious/noArrayIndexKey: a trace's legs are known by their order
                  key={i}
                  x1={a[0]}
                  y1={a[1]}
                  x2={b[0]}
                  y2={b[1]}
                  stroke="transparent"
                  strokeWidth={4}
                  className="cursor-move"
                  onPointerDown={hold(isBent ? { leg: i } : 'whole')}
                  onPointerMove={pull}
                  onPointerUp={release}
                />
              );
            })}
            {grips.map(({ grip, at, words }) => (
              <TraceGrip
                key={words}
                at={at}
                name={`Cut ${c.name}, ${words}`}
                testId={`grip ${c.name} ${typeof grip === 'string' ? grip : words}`}
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

type PlacedGrip = {
  readonly grip: Grip;
  /** the place of the trace that it stands for, and where it is drawn */
  readonly on: Point;
  readonly at: Point;
  readonly words: string;
};

const halfway = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

/** The grips of a trace: of a flat one both ends and the middle; of a bent one both ends, each bend and the middle of each leg. */
const gripsOf = (path: readonly Point[], half: boolean, byAngle: boolean): PlacedGrip[] => {
  const [first, last] = [path[0] as Point, path.at(-1) as Point];
  if (half) {
    // drawn from the observer's side to where the half begins, and on along it
    const begins = path[1] as Point;
    return [
      { grip: 'whole', on: begins, at: begins, words: 'move' },
      ...(byAngle
        ? [{ grip: 'end', on: last, at: beyond(last, begins), words: 'end of the trace' } as const]
        : []),
    ];
  }
  if (path.length === 2) {
    const middle = halfway(first, last);
    return [
      { grip: 'start', on: first, at: beyond(first, middle), words: 'start of the trace' },
      { grip: 'whole', on: middle, at: middle, words: 'move' },
      { grip: 'end', on: last, at: beyond(last, middle), words: 'end of the trace' },
    ];
  }
  return [
    { grip: 'start', on: first, at: beyond(first, path[1] as Point), words: 'start of the trace' },
    ...path.slice(1, -1).map((p, i) => ({ grip: { corner: i + 1 }, on: p, at: p, words: `bend ${i + 1}` })),
    ...path.slice(1).map((b, i) => {
      const middle = halfway(path[i] as Point, b);
      return { grip: { leg: i }, on: middle, at: middle, words: `leg ${i + 1}` };
    }),
    { grip: 'end', on: last, at: beyond(last, path.at(-2) as Point), words: 'end of the trace' },
  ];
};

/** Set off past the trace's end, clear of its arrow. */
const beyond = (end: Point, middle: Point): Point => {
  const size = Math.hypot(end[0] - middle[0], end[1] - middle[1]) || 1;
  return [end[0] + ((end[0] - middle[0]) / size) * 3.4, end[1] + ((end[1] - middle[1]) / size) * 3.4];
};
