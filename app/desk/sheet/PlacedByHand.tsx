'use client';
import { type ReactNode, useRef } from 'react';
import { movePlacing, usePractice } from '../stages/transfer/practiceStore.ts';

type Box = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };

/** How far an arrow key moves the view, mm; with the shift key ten times that. */
const NUDGE = 1;

/** The practised view in the place where it was put by hand, with an edge to drag it by; in its own place where it is held to the projectors. */
export const PlacedByHand = ({
  box,
  cover,
  paperPoint,
  children,
}: {
  box: { readonly x: number; readonly y: number; readonly w: number; readonly h: number };
  cover: Box;
  paperPoint: (e: { clientX: number; clientY: number }) => readonly [number, number];
  children: ReactNode;
}) => {
  const placing = usePractice((s) => s.placing);
  const from = useRef<readonly [number, number]>(undefined);
  if (!placing) return <>{children}</>;
  const { by, quarter } = placing;
  const middle = `${box.x + box.w / 2} ${box.y + box.h / 2}`;
  return (
    <g transform={`translate(${by[0]} ${-by[1]}) rotate(${-90 * quarter} ${middle})`}>
      {children}
      {/* which way is up in the view, however it is turned */}
      <g fill="var(--color-house)" pointerEvents="none" data-part="up">
        <path d={`M${box.x + box.w / 2 - 2} ${cover.y + 2.6}h4l-2 -3.4z`} />
        <text x={box.x + box.w / 2 + 3} y={cover.y + 2.6} fontSize={3} fontWeight={700}>
          top
        </text>
      </g>
      {/* biome-ignore lint/a11y/useSemanticElements: an edge in a drawing cannot be a button element */}
      <rect
        {...cover}
        role="button"
        aria-label="Move the view: drag its edge, or press the arrow keys"
        tabIndex={0}
        fill="none"
        stroke="var(--color-house)"
        strokeWidth={1.6}
        strokeOpacity={0.35}
        pointerEvents="stroke"
        className="cursor-move outline-none focus-visible:[stroke-opacity:0.9]"
        onPointerDown={(e) => {
          e.stopPropagation();
          e.currentTarget.setPointerCapture(e.pointerId);
          from.current = paperPoint(e);
        }}
        onPointerMove={(e) => {
          if (!from.current) return;
          const at = paperPoint(e);
          movePlacing(at[0] - from.current[0], from.current[1] - at[1]);
          from.current = at;
        }}
        onPointerUp={(e) => {
          e.stopPropagation();
          from.current = undefined;
        }}
        onKeyDown={(e) => {
          const step = e.shiftKey ? 10 * NUDGE : NUDGE;
          const ways: Record<string, readonly [number, number]> = {
            ArrowLeft: [-step, 0],
            ArrowRight: [step, 0],
            ArrowUp: [0, step],
            ArrowDown: [0, -step],
          };
          const way = ways[e.key];
          if (!way) return;
          e.preventDefault();
          e.stopPropagation();
          movePlacing(...way);
        }}
      />
    </g>
  );
};
