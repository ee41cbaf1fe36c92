import type { ReactNode } from 'react';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { FaceShape, ViewShape } from '../../workers/exercisePicture.ts';
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
/** A drawing by itself with some room round it. @param box left, top, width, height */
const Framed = ({
  box: [x, y, w, h],
  label,
  className,
  children,
}: {
  box: ViewShape['box'];
  label: string;
  className: string;
  children: ReactNode;
}) => (
  <svg
    viewBox={`${x - MARGIN} ${y - MARGIN} ${w + 2 * MARGIN} ${h + 2 * MARGIN}`}
    className={className}
    role="img"
    aria-label={label}
  >
    {children}
  </svg>
);

/** One view, by itself. */
export const OneView = ({
  of,
  className,
  children,
}: {
  of: ViewShape;
  className: string;
  children?: ReactNode;
}) => (
  <Framed box={of.box} label={viewWords(of.name)} className={className}>
    <ViewLines of={of} />
    {children}
  </Framed>
);

/** A cut as it is drawn by itself: hatched faces with their lines. @param id of its hatching, one of a kind on the page */
export const CutDrawing = ({ of, id, className }: { of: FaceShape; id: string; className: string }) => (
  <Framed box={of.box} label="a drawing of the cut" className={className}>
    <pattern id={id} width={3.5} height={3.5} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <path d="M0 0V3.5" stroke="var(--color-ink)" strokeWidth={0.5} />
    </pattern>
    <path d={of.face} fill={`url(#${id})`} fillRule="evenodd" />
    <path d={of.narrow} {...LINE} stroke="var(--color-ink)" strokeWidth={0.8} />
    <path d={of.lines} {...LINE} stroke="var(--color-ink)" strokeWidth={1.9} />
  </Framed>
);

/** How far a trace passes its view, and how long its arrows are, mm of the part. */
const PAST = 5;
const ARROW = 6;
/** Free round views that carry a trace, mm of the part. */
export const TRACE_ROOM = 16;
/** The trace of a plane over the view in which it is an edge: a chain line with arrows in the direction of sight. */
export const TraceMark = ({
  trace: { from, to, sight },
  letter = 'A',
}: {
  letter?: string;
  trace: {
    readonly from: readonly [number, number];
    readonly to: readonly [number, number];
    readonly sight: readonly [number, number];
  };
}) => {
  const size = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const d = [(to[0] - from[0]) / size, (to[1] - from[1]) / size] as const;
  // square to the trace, on the side that one looks to
  const turned = [-d[1], d[0]] as const;
  const way = turned[0] * sight[0] + turned[1] * sight[1] < 0 ? -1 : 1;
  const n = [turned[0] * way, turned[1] * way] as const;
  const at = (k: number, off: number): string =>
    `${from[0] + d[0] * k + n[0] * off} ${from[1] + d[1] * k + n[1] * off}`;
  return (
    <g stroke="var(--color-house)" fill="none">
      <path
        d={`M${at(-PAST, 0)}L${at(size + PAST, 0)}`}
        strokeWidth={1.3}
        strokeDasharray="10 3 2 3"
        vectorEffect="non-scaling-stroke"
      />
      {[-PAST, size + PAST].map((k) => (
        <g key={k}>
          <path
            d={`M${at(k, -ARROW)}L${at(k, 0)}M${at(k - 1.2, -2.4)}L${at(k, 0)}L${at(k + 1.2, -2.4)}`}
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          />
          <text
            x={from[0] + d[0] * k - n[0] * (ARROW + 3)}
            y={from[1] + d[1] * k - n[1] * (ARROW + 3) + 2}
            fontSize={6}
            fontWeight={700}
            textAnchor="middle"
            stroke="none"
            fill="var(--color-house)"
          >
            {letter}
          </text>
        </g>
      ))}
    </g>
  );
};

/** A ring round a place of a view. */
const Ring = ({ at: [x, y] }: { at: readonly [number, number] }) => (
  <circle
    cx={x}
    cy={y}
    r={2.6}
    fill="none"
    stroke="var(--color-fault)"
    strokeWidth={2.2}
    vectorEffect="non-scaling-stroke"
    data-testid="ring"
  />
);

/** A view with a chain of sizes along one direction and the overall size beyond; the size that is asked for is a question mark. */
export const SizedView = ({
  of,
  axis,
  stations,
  asked,
  className,
}: {
  of: ViewShape;
  axis: 0 | 1;
  stations: readonly number[];
  asked: number;
  className: string;
}) => {
  const [x, y, w, h] = of.box;
  const letter = 0.045 * Math.max(w, h, 60);
  const lane = 2.6 * letter;
  const [first, last] = [stations[0] as number, stations.at(-1) as number];
  const spans = [
    ...stations.slice(1).map((to, i) => ({ from: stations[i] as number, to, lane: 1, isAsked: i === asked })),
    { from: first, to: last, lane: 2, isAsked: false },
  ];
  // below the view for widths, to its left for heights
  const place = (along: number, out: number): readonly [number, number] =>
    axis ? [x - out * lane, along] : [along, y + h + out * lane];
  const path = (a: readonly [number, number], b: readonly [number, number]): string =>
    `M${a.join(' ')}L${b.join(' ')}`;
  const room = 2 * lane + letter + MARGIN;
  const [left, below] = axis ? [room, MARGIN] : [MARGIN, room];
  return (
    <svg
      viewBox={`${x - left} ${y - MARGIN} ${w + left + MARGIN} ${h + MARGIN + below}`}
      className={className}
      role="img"
      aria-label={`${viewWords(of.name)} with its sizes`}
    >
      <ViewLines of={of} />
      <g fill="none" stroke="var(--color-second)" strokeWidth={0.9}>
        {stations.map((s, i) => (
          <path
            key={s}
            d={path(place(s, 0.25), place(s, i === 0 || i === stations.length - 1 ? 2.2 : 1.2))}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {spans.map((s) => (
          <g key={`${s.from} ${s.lane}`}>
            <path d={path(place(s.from, s.lane), place(s.to, s.lane))} vectorEffect="non-scaling-stroke" />
            {[s.from, s.to].map((end) => {
              const [ex, ey] = place(end, s.lane);
              const t = letter * 0.3;
              return (
                <path
                  key={end}
                  d={path([ex - t, ey + t], [ex + t, ey - t])}
                  strokeWidth={1.6}
                  vectorEffect="non-scaling-stroke"
                />
              );
            })}
          </g>
        ))}
      </g>
      {spans.map((s) => {
        const [tx, ty] = place((s.from + s.to) / 2, s.lane);
        return (
          <text
            key={`${s.from} ${s.lane}`}
            x={tx}
            y={ty - letter * 0.3}
            transform={axis ? `rotate(-90 ${tx} ${ty})` : undefined}
            textAnchor="middle"
            fontSize={letter}
            fontWeight={s.isAsked ? 700 : 400}
            fill={s.isAsked ? 'var(--color-house)' : 'var(--color-ink)'}
          >
            {s.isAsked ? '?' : Math.round(Math.abs(s.to - s.from) * 100) / 100}
          </text>
        );
      })}
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

/** What is drawn over a view. */
type Over = { readonly view: ViewName; readonly marks: ReactNode };

/** Views in their places, each aligned with the front view; a view that is asked for has an empty box. */
export const ArrangedViews = ({
  views,
  angle,
  asked,
  named = true,
  over,
  also,
  ringed,
  margin = MARGIN,
  className,
}: {
  /** each in the angle's place, or in that of an angle of its own */
  views: readonly (ViewShape & { readonly placed?: 'first' | 'third' })[];
  angle: 'first' | 'third';
  asked?: ViewName;
  named?: boolean;
  /** what is drawn over one of the views, and over another one */
  over?: Over;
  also?: Over;
  /** a place of views that is marked, in each one's own plane */
  ringed?: Partial<Record<ViewName, readonly [number, number]>>;
  /** kept free round the views, mm of the part */
  margin?: number;
  className: string;
}) => {
  const front = views.find((v) => v.name === 'front') ?? (views[0] as ViewShape);
  const [, , w, h] = front.box;
  const depth =
    views.find((v) => v.name === 'top')?.box[3] ?? views.find((v) => v.name === 'left')?.box[2] ?? w;
  const room = (name: ViewName) => {
    const [column, row] = placeIn(views.find((v) => v.name === name)?.placed ?? angle, name);
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
      viewBox={`${x0 - margin} ${y0 - margin} ${x1 - x0 + 2 * margin} ${y1 - y0 + 2 * margin + letter}`}
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
              {also?.view === v.name && also.marks}
              {over?.view === v.name && over.marks}
              {ringed?.[v.name] && <Ring at={ringed[v.name] as readonly [number, number]} />}
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
