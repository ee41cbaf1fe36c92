'use client';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { GivenLine } from '../../../core/balance/given.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import { movedPlace, RIGHTLY_PLACED } from '../../../core/practice/placing.ts';
import { crossingNear, meetingsOf, verdictOn } from '../../../core/practice/thirdView.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { enterPlace, setPractice, usePractice } from '../stages/transfer/practiceStore.ts';
import { PlacedByHand } from './PlacedByHand.tsx';

/** How far the cover and the projectors reach beyond the view's box, mm; the view's name stays in sight. */
const AROUND = 3.5;
/** How near a crossing the pointer must come, mm of paper. */
const REACH = 4;

/** The missing view's place: covered, crossed by the projectors of the others, with what has been entered. */
export const PracticeInk = ({
  picture,
  paperPoint,
}: {
  picture: GoodPicture;
  paperPoint: (e: { clientX: number; clientY: number }) => readonly [number, number];
}) => {
  const { exercise, entries, from, tool, seen, checked, hints, placing } = usePractice();
  const [near, setNear] = useState<Vec2>();
  useHotkeys('escape', () => setPractice({ from: undefined }), { enableOnFormTags: true });
  const view = picture.views.find((v) => v.name === exercise?.view);
  if (!exercise || !view) return null;
  const { k, to } = view.toPaper;
  const { height } = picture.paper;
  const paper = (p: Vec2): Vec2 => [p[0] * k + to[0], height - (p[1] * k + to[1])];
  const home = exercise.boxes.get(exercise.view);
  /** from the screen's paper, y down, into the view's own plane wherever the view stands */
  const own = (p: readonly [number, number]): Vec2 => {
    const up: Vec2 = [p[0], height - p[1]];
    const [x, y] = home ? movedPlace(up, home, placing ?? RIGHTLY_PLACED, false) : up;
    return [(x - to[0]) / k, (y - to[1]) / k];
  };
  const { box } = view;
  const cover = {
    x: box.x - AROUND,
    y: box.y - AROUND,
    width: box.w + 2 * AROUND,
    height: box.h + 2 * AROUND,
  };
  const place = (e: { clientX: number; clientY: number }): Vec2 | undefined => {
    const at = own(paperPoint(e));
    const crossing = crossingNear(exercise.crossings, at, REACH / k);
    if (crossing) return crossing;
    // a line may also end where entries meet
    return meetingsOf(entries).find((m) => Math.hypot(m[0] - at[0], m[1] - at[1]) <= REACH / k);
  };
  const shape = (l: GivenLine, colour: string, key: string | number, width: number) => {
    const look = {
      stroke: colour,
      strokeWidth: l.seen ? width : width / 2,
      strokeDasharray: l.seen ? undefined : '3 0.75',
      fill: 'none',
      strokeLinecap: 'round' as const,
    };
    if (l.kind === 'straight') {
      const [a, b] = [paper(l.a), paper(l.b)];
      return <line key={key} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} {...look} />;
    }
    if (l.kind === 'round') {
      const c = paper(l.centre);
      return <circle key={key} cx={c[0]} cy={c[1]} r={l.radius * k} {...look} />;
    }
    return null;
  };
  const begun: GivenLine | undefined =
    from && near && Math.hypot(near[0] - from[0], near[1] - from[1]) > 0
      ? tool === 'line'
        ? { seen, kind: 'straight', a: from, b: near }
        : {
            seen,
            kind: 'round',
            centre: from,
            radius: Math.hypot(near[0] - from[0], near[1] - from[1]),
            a: near,
            b: near,
          }
      : undefined;
  return (
    <g data-testid="practice">
      {placing && <rect {...cover} fill="var(--color-paper)" pointerEvents="none" />}
      <PlacedByHand box={view.box} cover={cover} paperPoint={paperPoint}>
        <rect
          {...cover}
          fill="var(--color-paper)"
          className="cursor-crosshair"
          onPointerMove={(e) => setNear(place(e))}
          onPointerLeave={() => setNear(undefined)}
          onPointerDown={(e) => e.stopPropagation()}
          onPointerUp={(e) => {
            e.stopPropagation();
            const at = place(e);
            if (at) enterPlace(at);
          }}
        />
        <g pointerEvents="none">
          <path
            d={[
              ...exercise.crossings.across.map((x) => `M${paper([x, 0])[0]} ${cover.y}v${cover.height}`),
              ...exercise.crossings.up.map((y) => `M${cover.x} ${paper([0, y])[1]}h${cover.width}`),
            ].join('')}
            stroke="var(--color-light-line)"
            strokeWidth={0.2}
          />
          {entries.map((l, i) => {
            const wrong = checked && !verdictOn(l, exercise.own, exercise.tol).right;
            return shape(l, wrong ? 'var(--color-fault)' : 'var(--color-ink)', i, 0.5);
          })}
          {begun && shape(begun, 'var(--color-house)', 'begun', 0.5)}
          {[...hints, ...(from ? [from] : [])].map((p) => {
            const at = paper(p);
            return (
              <circle
                key={`hint ${p.join()}`}
                cx={at[0]}
                cy={at[1]}
                r={1.3}
                fill="none"
                stroke="var(--color-house)"
                strokeWidth={0.5}
              />
            );
          })}
          {near && <circle cx={paper(near)[0]} cy={paper(near)[1]} r={0.9} fill="var(--color-house)" />}
        </g>
      </PlacedByHand>
    </g>
  );
};
