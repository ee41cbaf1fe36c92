'use client';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { SetupCommand } from '../../../core/edit/command.ts';
import { setUp } from '../../../core/edit/setupCommands.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useDesk, useSession } from '../useDesk.ts';

type Point = readonly [number, number];

/** A true shape moved no further aside than this goes along its own projectors, mm. */
const ASIDE = 3;
const toHalf = (mm: number): number => Math.round(mm * 2) / 2;

/** A grip on each X1Y1: drag it, or use the arrow keys, to move the true shape; near its own projectors it stays on them. */
export const ShapeHandles = ({
  picture,
  paperPoint,
}: {
  picture: GoodPicture;
  paperPoint: (e: { clientX: number; clientY: number }) => [number, number];
}) => {
  const { session, view } = useDesk();
  const shapes = useSession((s) => s.drawing.setup.shapes);
  const held = useRef<{ from: Point; by: Point; last: SetupCommand | undefined } | undefined>(undefined);
  return (
    <g>
      {picture.cuts.map(({ name, line }) => {
        if (!line) return null;
        const { away } = line;
        const put = (to: Point): SetupCommand => {
          const along = to[0] * away[0] + to[1] * away[1];
          const aside = to[0] * away[1] - to[1] * away[0];
          const by: [number, number] =
            !line.isFree && Math.abs(aside) <= ASIDE
              ? [toHalf(along) * away[0], toHalf(along) * away[1]]
              : [toHalf(to[0]), toHalf(to[1])];
          return setUp(
            { shapes: { ...shapes, [name]: { ...shapes?.[name], by } } },
            `True shape of ${name} moved`,
          );
        };
        const pull = (e: PointerEvent<SVGElement>): void => {
          const h = held.current;
          if (!h) return;
          e.stopPropagation();
          const [x, y] = paperPoint(e);
          // the paper has y down here
          h.last = put([h.by[0] + x - h.from[0], h.by[1] - (y - h.from[1])]);
          void session.preview(h.last);
        };
        const release = (e: PointerEvent<SVGElement>): void => {
          const h = held.current;
          held.current = undefined;
          if (!h?.last) return;
          e.stopPropagation();
          void session.edit(h.last);
        };
        const press = (e: KeyboardEvent): void => {
          const way = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[e.key];
          if (!way) return;
          e.preventDefault();
          const far = e.shiftKey ? 10 : 1;
          const [dx, dy] = way as [number, number];
          const along = dx * away[0] + dy * away[1];
          // the arrow that points most along the projectors moves on them, another leaves them
          const by: Point = line.isFree
            ? [line.by[0] + dx * far, line.by[1] + dy * far]
            : Math.abs(along) > 0.5
              ? [line.by[0] + Math.sign(along) * far * away[0], line.by[1] + Math.sign(along) * far * away[1]]
              : [line.by[0] + dx * far * (ASIDE + 1), line.by[1] + dy * far * (ASIDE + 1)];
          void session.edit(put(by));
        };
        const [a, b] = line.ends;
        return (
          // biome-ignore lint/a11y/useSemanticElements: svg has no button of its own
          <circle
            key={name}
            cx={(a[0] + b[0]) / 2}
            cy={(a[1] + b[1]) / 2}
            r={1.7}
            tabIndex={0}
            role="button"
            aria-label={`True shape of ${name}, move`}
            data-testid={`grip shape ${name}`}
            fill="var(--color-paper)"
            fillOpacity={0.9}
            stroke="var(--color-house)"
            strokeWidth={0.6}
            className="cursor-grab focus:[stroke-width:1.2]"
            onPointerDown={(e) => {
              e.stopPropagation();
              e.currentTarget.setPointerCapture(e.pointerId);
              held.current = { from: paperPoint(e), by: line.by, last: undefined };
              view.standAt('Cut');
            }}
            onPointerMove={pull}
            onPointerUp={release}
            onKeyDown={press}
          />
        );
      })}
    </g>
  );
};
