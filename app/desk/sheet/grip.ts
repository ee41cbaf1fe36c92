import { type PointerEvent, useRef } from 'react';
import type { Command } from '../../../core/edit/command.ts';
import { useDesk } from '../useDesk.ts';

/** A place on the paper or a way over it, mm, y down. */
export type PaperPoint = readonly [number, number];
/** Where a pointer stands on the paper. */
export type PaperPointOf = (e: { clientX: number; clientY: number }) => [number, number];

const ARROWS: Readonly<Record<string, PaperPoint>> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};
/** The way that an arrow key points on the paper; nothing for any other key. */
export const arrowWay = (key: string): PaperPoint | undefined => ARROWS[key];

/**
 * Grips that are pulled over the paper: what a pull would change is shown while it is held, and kept when it is let go.
 * @returns the handlers of a grip, from the change that moving it by so much makes
 */
export const useGrip = (paperPoint: PaperPointOf) => {
  const { session } = useDesk();
  // the change is that of the grip as it stood when it was taken
  const held = useRef<
    | {
        readonly from: PaperPoint;
        readonly moved: (by: PaperPoint) => Command;
        last: Command | undefined;
      }
    | undefined
  >(undefined);
  return (moved: (by: PaperPoint) => Command, onTaken?: () => void) => ({
    onPointerDown: (e: PointerEvent<SVGElement>): void => {
      e.stopPropagation();
      e.currentTarget.setPointerCapture(e.pointerId);
      held.current = { from: paperPoint(e), moved, last: undefined };
      onTaken?.();
    },
    onPointerMove: (e: PointerEvent<SVGElement>): void => {
      const h = held.current;
      if (!h) return;
      e.stopPropagation();
      const [x, y] = paperPoint(e);
      h.last = h.moved([x - h.from[0], y - h.from[1]]);
      void session.preview(h.last);
    },
    onPointerUp: (e: PointerEvent<SVGElement>): void => {
      const h = held.current;
      held.current = undefined;
      if (!h?.last) return;
      e.stopPropagation();
      void session.edit(h.last);
    },
  });
};
