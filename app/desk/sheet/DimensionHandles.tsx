'use client';
import { type PointerEvent, useRef, useState } from 'react';
import type { DimensionPlace } from '../../../workers/deskPicture.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useDesk, useEdit, useSession, useView } from '../useDesk.ts';

type Point = readonly [number, number];
/** Room round a figure in which it can be taken, mm. */
const REACH = 1.2;
/** Lanes of dimension lines stand so far apart, mm. */
const LANE = 7;
const OPPOSITE = { below: 'above', above: 'below', left: 'right', right: 'left' } as const;

/**
 * The figures on the sheet, to be taken in hand and dragged: along the lanes of their side, or over to the other side of their view. The one in hand
 * is lit.
 */
export const DimensionHandles = ({
  picture,
  paperPoint,
}: {
  picture: GoodPicture;
  paperPoint: (e: { clientX: number; clientY: number }) => Point;
}) => {
  const { view } = useDesk();
  const edit = useEdit();
  const inHand = useView((s) => s.dimension);
  const kept = useSession((s) => s.drawing.dimensions?.list);
  const held = useRef<{ readonly id: string; readonly start: Point } | undefined>(undefined);
  const [by, setBy] = useState<{ readonly id: string; readonly move: Point }>();
  /** out of the view along its side's direction, mm */
  const outward = (d: DimensionPlace, [x, y]: Point): number =>
    d.side === 'below' ? y : d.side === 'above' ? -y : d.side === 'left' ? -x : x;
  const release = (d: DimensionPlace): void => {
    const h = held.current;
    const move = by?.move;
    held.current = undefined;
    setBy(undefined);
    if (!h || !move || Math.hypot(...move) < 1.5) {
      view.takeDimension(inHand === d.id ? undefined : d.id);
      return;
    }
    if (!d.side) return;
    const home = picture.views.find((v) => v.name === d.view)?.box;
    const middle = home && ([home.x + home.w / 2, home.y + home.h / 2] as const);
    const now: Point = [d.figure.x + d.figure.w / 2 + move[0], d.figure.y + d.figure.h / 2 + move[1]];
    const isOver = middle && outward(d, [now[0] - middle[0], now[1] - middle[1]]) < 0;
    const lanes = Math.round(outward(d, move) / LANE);
    const out = Math.max(0, (kept?.find((k) => k.id === d.id)?.out ?? 0) + lanes);
    void edit({
      type: 'changeDimension',
      id: d.id,
      change: isOver ? { side: OPPOSITE[d.side], out: null } : { side: d.side, out: out || null },
      label: `${d.text}: moved`,
    });
  };
  return (
    <g data-testid="dimension handles">
      {picture.dimensions.map((d) => {
        const move = by?.id === d.id ? by.move : ([0, 0] as const);
        const isLit = inHand === d.id;
        return (
          // several cells of a table, or notes of one dimension, have its id
          <g key={`${d.id} ${d.figure.x} ${d.figure.y}`}>
            {isLit && (
              <path
                data-testid="dimension lit"
                d={d.d}
                fill="none"
                stroke="var(--color-house)"
                strokeWidth={0.9}
                strokeOpacity={0.8}
                pointerEvents="none"
              />
            )}
            {/* biome-ignore lint/a11y/useSemanticElements: part of the sheet's picture */}
            <rect
              role="button"
              tabIndex={0}
              aria-label={`Dimension ${d.text} in the ${d.view} view`}
              aria-pressed={isLit}
              data-handle={d.id}
              x={d.figure.x - REACH + move[0]}
              y={d.figure.y - REACH + move[1]}
              width={d.figure.w + 2 * REACH}
              height={d.figure.h + 2 * REACH}
              rx={1}
              className="cursor-move outline-none focus-visible:stroke-house"
              fill={isLit || by?.id === d.id ? 'var(--color-house)' : 'transparent'}
              fillOpacity={0.12}
              stroke={isLit ? 'var(--color-house)' : 'none'}
              strokeWidth={0.3}
              onPointerDown={(e: PointerEvent) => {
                e.stopPropagation();
                held.current = { id: d.id, start: paperPoint(e) };
                e.currentTarget.setPointerCapture(e.pointerId);
              }}
              onPointerMove={(e: PointerEvent) => {
                const h = held.current;
                if (!h) return;
                const p = paperPoint(e);
                setBy({ id: h.id, move: [p[0] - h.start[0], p[1] - h.start[1]] });
              }}
              onPointerUp={() => release(d)}
              onKeyDown={(e) => e.key === 'Enter' && view.takeDimension(isLit ? undefined : d.id)}
            />
          </g>
        );
      })}
    </g>
  );
};
