import type { ReactNode } from 'react';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { ViewShape } from '../../workers/exercisePicture.ts';
import { viewWords } from './kindWords.ts';

const LINE = {
  fill: 'none',
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
  vectorEffect: 'non-scaling-stroke',
} as const;

/** The lines of a view. */
export const ViewLines = ({ of }: { of: ViewShape }) => (
  <>
    <path d={of.hidden} {...LINE} stroke="var(--color-ink)" strokeWidth={1.1} strokeDasharray="5 3" />
    <path d={of.visible} {...LINE} stroke="var(--color-ink)" strokeWidth={1.9} />
  </>
);

const MARGIN = 6;
/** One view, by itself. */
export const OneView = ({
  of,
  className,
  children,
}: {
  of: ViewShape;
  className: string;
  children?: ReactNode;
}) => {
  const [x, y, w, h] = of.box;
  return (
    <svg
      viewBox={`${x - MARGIN} ${y - MARGIN} ${w + 2 * MARGIN} ${h + 2 * MARGIN}`}
      className={className}
      role="img"
      aria-label={viewWords(of.name)}
    >
      <ViewLines of={of} />
      {children}
    </svg>
  );
};

const GAP = 14;
/** The height of the views' names, as a share of the whole picture. */
const NAME_SHARE = 0.03;

/** Column and row of a view beside the front view. Source: ISO 5456-2. */
const placeIn = (angle: 'first' | 'third', view: ViewName): readonly [number, number] => {
  const away = angle === 'first' ? 1 : -1;
  if (view === 'top') return [0, away];
  if (view === 'left') return [away, 0];
  return view === 'right' ? [-away, 0] : [0, 0];
};

/** Views in their places, each aligned with the front view; a view that is asked for has an empty box. */
export const ArrangedViews = ({
  views,
  angle,
  asked,
  named = true,
  over,
  className,
}: {
  views: readonly ViewShape[];
  angle: 'first' | 'third';
  asked?: ViewName;
  named?: boolean;
  /** what is drawn over one of the views */
  over?: { readonly view: ViewName; readonly marks: ReactNode };
  className: string;
}) => {
  const front = views.find((v) => v.name === 'front') ?? (views[0] as ViewShape);
  const [, , w, h] = front.box;
  const depth =
    views.find((v) => v.name === 'top')?.box[3] ?? views.find((v) => v.name === 'left')?.box[2] ?? w;
  const room = (name: ViewName) => {
    const [column, row] = placeIn(angle, name);
    const size = name === 'front' ? [w, h] : row ? [w, depth] : [depth, h];
    const x = column > 0 ? w + GAP : column < 0 ? -GAP - depth : 0;
    const y = row > 0 ? h + GAP : row < 0 ? -GAP - depth : 0;
    return { x, y, w: size[0] as number, h: size[1] as number };
  };
  const rooms = [...views.map((v) => room(v.name)), ...(asked ? [room(asked)] : [])];
  const [x0, y0] = [Math.min(...rooms.map((r) => r.x)), Math.min(...rooms.map((r) => r.y))];
  const [x1, y1] = [Math.max(...rooms.map((r) => r.x + r.w)), Math.max(...rooms.map((r) => r.y + r.h))];
  const empty = asked && room(asked);
  // as large as small print on the screen, whatever the part's size
  const letter = NAME_SHARE * Math.max(x1 - x0, y1 - y0);
  return (
    <svg
      viewBox={`${x0 - MARGIN} ${y0 - MARGIN} ${x1 - x0 + 2 * MARGIN} ${y1 - y0 + 2 * MARGIN + letter}`}
      className={className}
      role="img"
      aria-label={`${views.map((v) => viewWords(v.name)).join(', ')}${named ? `, in ${angle} angle` : ''}`}
    >
      {views.map((v) => {
        const r = room(v.name);
        return (
          <g key={v.name}>
            <g transform={`translate(${r.x - v.box[0]} ${r.y - v.box[1]})`}>
              <ViewLines of={v} />
              {over?.view === v.name && over.marks}
            </g>
            {named && (
              <text
                x={r.x + r.w / 2}
                y={r.y + r.h + 1.2 * letter}
                textAnchor="middle"
                fontSize={letter}
                fill="var(--color-second)"
              >
                {viewWords(v.name)}
              </text>
            )}
          </g>
        );
      })}
      {empty && (
        <g>
          <rect
            x={empty.x}
            y={empty.y}
            width={empty.w}
            height={empty.h}
            fill="none"
            stroke="var(--color-house)"
            strokeDasharray="4 3"
            vectorEffect="non-scaling-stroke"
          />
          <text
            x={empty.x + empty.w / 2}
            y={empty.y + empty.h / 2 + 4}
            textAnchor="middle"
            fontSize={12}
            fill="var(--color-house)"
          >
            ?
          </text>
        </g>
      )}
    </svg>
  );
};
