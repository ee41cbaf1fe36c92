'use client';
import type { KeyboardEvent } from 'react';
import type { SetupCommand } from '../../../core/edit/command.ts';
import { setUp } from '../../../core/edit/setupCommands.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useDesk, useSession } from '../useDesk.ts';
import { arrowWay, type PaperPoint, type PaperPointOf, useGrip } from './grip.ts';

/** A true shape moved no further aside than this goes along its own projectors, mm. */
const ASIDE = 3;
const toHalf = (mm: number): number => Math.round(mm * 2) / 2;

/** A grip on each X1Y1: drag it, or use the arrow keys, to move the true shape; near its own projectors it stays on them. */
export const ShapeHandles = ({ picture, paperPoint }: { picture: GoodPicture; paperPoint: PaperPointOf }) => {
  const { session, view } = useDesk();
  const shapes = useSession((s) => s.drawing.setup.shapes);
  const gripOf = useGrip(paperPoint);
  return (
    <g>
      {picture.cuts.map(({ name, line }) => {
        if (!line) return null;
        const { away } = line;
        const put = (to: PaperPoint): SetupCommand => {
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
        // the paper has y down here
        const grip = gripOf(
          ([dx, dy]) => put([line.by[0] + dx, line.by[1] - dy]),
          () => view.standAt('Cut'),
        );
        const press = (e: KeyboardEvent): void => {
          const way = arrowWay(e.key);
          if (!way) return;
          e.preventDefault();
          const far = e.shiftKey ? 10 : 1;
          const [dx, dy] = [way[0], -way[1]];
          const along = dx * away[0] + dy * away[1];
          // the arrow that points most along the projectors moves on them, another leaves them
          const by: PaperPoint = line.isFree
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
            {...grip}
            onKeyDown={press}
          />
        );
      })}
    </g>
  );
};
