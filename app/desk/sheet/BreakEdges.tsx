'use client';
import { type KeyboardEvent, useState } from 'react';
import type { SetupCommand } from '../../../core/edit/command.ts';
import { setUp } from '../../../core/edit/setupCommands.ts';
import type { SheetSetup } from '../../../core/sheet/setup.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useDesk, useSession, useView } from '../useDesk.ts';
import { arrowWay, type PaperPoint, type PaperPointOf, useGrip } from './grip.ts';

type Shapes = SheetSetup['shapes'];

/** A freehand edge has a point about every so many mm of paper, and no fewer or more than these. */
const EVERY = 8;
const FEWEST = 6;
const MOST = 40;

const far = (a: PaperPoint, b: PaperPoint): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Points at equal distances along a line that was drawn by hand and is closed; nothing for a line that encloses next to nothing. */
const evenPoints = (drawn: readonly PaperPoint[]): PaperPoint[] | undefined => {
  const closed = [...drawn, drawn[0] as PaperPoint];
  const lengths = closed.slice(1).map((p, i) => far(p, closed[i] as PaperPoint));
  const whole = lengths.reduce((sum, x) => sum + x, 0);
  if (whole < EVERY * 2) return undefined;
  const count = Math.max(FEWEST, Math.min(MOST, Math.round(whole / EVERY)));
  return Array.from({ length: count }, (_, i): PaperPoint => {
    let rest = (whole * i) / count;
    const k = lengths.findIndex((x) => {
      if (rest <= x) return true;
      rest -= x;
      return false;
    });
    const [a, b] = [closed[k] as PaperPoint, closed[k + 1] as PaperPoint];
    const share = lengths[k] ? rest / (lengths[k] as number) : 0;
    return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
  });
};

const toHundredth = (x: number): number => Math.round(x * 100) / 100;

/** The grips of the edges of broken-out sections; and while one draws an edge by hand, the sheet to draw it on. */
export const BreakEdges = ({ picture, paperPoint }: { picture: GoodPicture; paperPoint: PaperPointOf }) => {
  const { session, view } = useDesk();
  const shapes = useSession((s) => s.drawing.setup.shapes);
  const drawing = useView((s) => s.edgeDrawn);
  const gripOf = useGrip(paperPoint);
  const [line, setLine] = useState<readonly PaperPoint[]>();
  const withEdge = (all: Shapes, cut: string, edge: readonly PaperPoint[]): SetupCommand =>
    setUp(
      { shapes: { ...all, [cut]: { as: 'brokenOut', edge: edge.map(([u, v]) => [u, v]) } } },
      `Cut ${cut}: the edge of its broken-out section`,
    );
  const ended = (): void => {
    const target = picture.cuts.find((c) => c.name === drawing);
    const known = drawing === undefined ? undefined : shapes?.[drawing]?.edge?.[0];
    const origin = target?.edge?.points[0];
    const points = line && evenPoints(line);
    setLine(undefined);
    view.drawEdge(undefined);
    if (!target?.edge || !known || !origin || !points) return;
    const { perUnit } = target.edge;
    const inView = points.map(
      ([x, y]): PaperPoint => [
        toHundredth(known[0] + (x - origin[0]) / perUnit),
        toHundredth(known[1] - (y - origin[1]) / perUnit),
      ],
    );
    void session.edit((now) => withEdge(now.drawing.setup.shapes, target.name, inView));
  };
  return (
    <g>
      {picture.cuts.map(({ name, edge }) => {
        const own = shapes?.[name]?.edge;
        if (!edge || !own || drawing !== undefined) return null;
        return edge.points.map((p, i) => {
          const movedFrom = (all: Shapes, [dx, dy]: PaperPoint): SetupCommand => {
            const next = (all?.[name]?.edge ?? own).map(
              (q, k): PaperPoint =>
                k === i ? [toHundredth(q[0] + dx / edge.perUnit), toHundredth(q[1] - dy / edge.perUnit)] : q,
            );
            return withEdge(all, name, next);
          };
          const moved = (by: PaperPoint): SetupCommand => movedFrom(shapes, by);
          const press = (e: KeyboardEvent): void => {
            const way = arrowWay(e.key);
            if (!way) return;
            e.preventDefault();
            const step = e.shiftKey ? 10 : 1;
            // a key may be pressed again before the sheet is drawn anew
            void session.edit((now) => movedFrom(now.drawing.setup.shapes, [way[0] * step, way[1] * step]));
          };
          return (
            // biome-ignore lint/a11y/useSemanticElements: svg has no button of its own
            <circle
              // biome-ignore lint/suspicious/noArrayIndexKey: the points of an edge are known by their order
              key={`${name} ${i}`}
              cx={p[0]}
              cy={p[1]}
              r={1.2}
              tabIndex={0}
              role="button"
              aria-label={`Edge of cut ${name}, point ${i + 1}, move`}
              data-testid={`grip edge ${name}`}
              fill="var(--color-paper)"
              fillOpacity={0.9}
              stroke="var(--color-house)"
              strokeWidth={0.4}
              className="cursor-grab focus:[stroke-width:1]"
              {...gripOf(moved)}
              onKeyDown={press}
            />
          );
        });
      })}
      {drawing !== undefined && (
        <g>
          <rect
            data-testid="edge paper"
            width={picture.paper.width}
            height={picture.paper.height}
            fill="transparent"
            className="cursor-crosshair"
            onPointerDown={(e) => {
              e.stopPropagation();
              e.currentTarget.setPointerCapture(e.pointerId);
              setLine([paperPoint(e)]);
            }}
            onPointerMove={(e) => {
              if (!line) return;
              e.stopPropagation();
              const p = paperPoint(e);
              if (far(p, line.at(-1) as PaperPoint) > 0.5) setLine([...line, p]);
            }}
            onPointerUp={(e) => {
              e.stopPropagation();
              ended();
            }}
          />
          {line && (
            <polyline
              points={line.map((p) => p.join()).join(' ')}
              fill="none"
              stroke="var(--color-house)"
              strokeWidth={0.5}
              pointerEvents="none"
            />
          )}
        </g>
      )}
    </g>
  );
};
