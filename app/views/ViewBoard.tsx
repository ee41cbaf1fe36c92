'use client';
import { type KeyboardEvent, type PointerEvent, useId, useRef, useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec.ts';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { EnteredCircle, EnteredLine, EnteredView } from '../../core/solids/typedWalk.ts';
import { countDrawn } from './entered.ts';
import type { Paper } from './paper.ts';

/** What a press on a board does, and with what lines. */
export type Tool = 'line' | 'circle' | 'take out';
export type Pen = 'visible' | 'hidden';

/** Squares that stay free round what is drawn. */
const FREE = 2;
/** A line is meant by a press nearer to it than this, in squares. */
const NEAR = 0.6;

/** The places of a view that a press may mean, and that the board must show. */
const placesIn = ({ lines, circles }: EnteredView): Vec2[] => [
  ...lines.flatMap((l) => [l.from, l.to]),
  ...circles.flatMap((c): Vec2[] => [
    c.centre,
    [c.centre[0] + c.radius, c.centre[1]],
    [c.centre[0], c.centre[1] + c.radius],
  ]),
];

const distanceTo = (l: EnteredLine, p: Vec2): number => {
  const [dx, dy] = [l.to[0] - l.from[0], l.to[1] - l.from[1]];
  const t = ((p[0] - l.from[0]) * dx + (p[1] - l.from[1]) * dy) / (dx * dx + dy * dy);
  const k = Math.max(0, Math.min(1, t));
  return Math.hypot(p[0] - l.from[0] - k * dx, p[1] - l.from[1] - k * dy);
};

/** The greatest step of squares that leaves a board readable: every square, or every fifth, tenth ... */
const ruling = (across: number): number => [1, 5, 10, 50, 100, 500].find((n) => across / n <= 60) ?? 1000;

/** What a board shows, in squares. */
type BoardBox = {
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
};

/** The paper's least board, grown to whole squares round what is drawn. */
const boardBox = (paper: Paper, ends: readonly Vec2[]): BoardBox => {
  const shown = ends.map(paper.shown);
  const [left, bottom, right, top] = paper.least;
  const reach = (pick: (...xs: number[]) => number, k: 0 | 1, least: number): number =>
    pick(least, ...shown.map((p) => p[k]));
  return {
    left: Math.floor(reach(Math.min, 0, left)) - FREE,
    bottom: Math.floor(reach(Math.min, 1, bottom)) - FREE,
    right: Math.ceil(reach(Math.max, 0, right)) + FREE,
    top: Math.ceil(reach(Math.max, 1, top)) + FREE,
  };
};

const isOnBoard = (box: BoardBox, [u, v]: Vec2): boolean =>
  u >= box.left && u <= box.right && v >= box.bottom && v <= box.top;

/** The paper's lines, every one or every so many of them. */
const ruledPath = ({ slopes, width }: Paper, box: BoardBox, every: number): string => {
  const between = (from: number, to: number, step: number): number[] =>
    Array.from(
      { length: Math.max(0, Math.floor(to / step) - Math.ceil(from / step) + 1) },
      (_, i) => (Math.ceil(from / step) + i) * step,
    );
  const upright = between(box.left, box.right, every * width).map(
    (u) => `M${u - box.left} 0V${box.top - box.bottom}`,
  );
  const sloping = slopes.flatMap((slope) => {
    // a line through u = 0 at v
    const ends = [box.left, box.right].map((u) => slope * u);
    return between(box.bottom - Math.max(...ends), box.top - Math.min(...ends), every).map(
      (v) =>
        `M0 ${box.top - v - (ends[0] as number)}L${box.right - box.left} ${box.top - v - (ends[1] as number)}`,
    );
  });
  return [...upright, ...sloping].join('');
};

/** A drawing on ruled paper: a line is two presses, or two places by the arrow keys and Enter; a circle its centre and a place on it. */
export const ViewBoard = ({
  name,
  title,
  drawn,
  found,
  marks,
  tool,
  pen,
  paper,
  isChosen,
  onChoose,
  onChange,
}: {
  name: ViewName | 'pictorial';
  title: string;
  drawn: EnteredView;
  /** the view of a solid that was found, where it is not given */
  found: EnteredView | undefined;
  /** stretches that something is wrong with */
  marks: readonly { readonly from: Vec2; readonly to: Vec2 }[];
  tool: Tool;
  pen: Pen;
  paper: Paper;
  isChosen: boolean;
  onChoose: () => void;
  onChange: (drawn: EnteredView) => void;
}) => {
  const count = countDrawn(drawn);
  const shown = count || !found ? drawn : found;
  const ends = placesIn(shown);
  const box = boardBox(paper, ends);
  const [across, up] = [box.right - box.left, box.top - box.bottom];
  const step = ruling(across);
  const [begun, setBegun] = useState<Vec2>();
  const [cursor, setCursor] = useState<Vec2>([0, 0]);
  const svg = useRef<SVGSVGElement>(null);
  const [isHere, setIsHere] = useState(false);
  const hint = useId();

  const placeOf = (e: PointerEvent): Vec2 => {
    const m = svg.current?.getScreenCTM();
    if (!m) return [0, 0];
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return paper.placeAt([p.x + box.left, box.top - p.y]);
  };
  const snapped = (p: Vec2, half: boolean): Vec2 => {
    // a place of a line that is drawn between squares is taken too
    return ends.find((q) => Math.hypot(q[0] - p[0], q[1] - p[1]) < 0.35) ?? paper.nearest(p, half);
  };
  /** The view without the line or circle that is nearest to a press. */
  const withoutNearest = (p: Vec2): EnteredView => {
    const off = [
      ...drawn.lines.map((l) => distanceTo(l, p)),
      ...drawn.circles.map((c) => Math.abs(Math.hypot(p[0] - c.centre[0], p[1] - c.centre[1]) - c.radius)),
    ];
    const least = Math.min(...off);
    if (least > NEAR) return drawn;
    const at = off.indexOf(least);
    return {
      lines: drawn.lines.filter((_, i) => i !== at),
      circles: drawn.circles.filter((_, i) => i + drawn.lines.length !== at),
    };
  };
  const enter = (p: Vec2, raw: Vec2): void => {
    onChoose();
    if (tool === 'take out') {
      const next = withoutNearest(raw);
      if (next !== drawn) onChange(next);
      return;
    }
    if (!begun) setBegun(p);
    else {
      const size = Math.hypot(p[0] - begun[0], p[1] - begun[1]);
      const seen = pen === 'visible';
      if (size > 0 && tool === 'line')
        onChange({ ...drawn, lines: [...drawn.lines, { seen, from: begun, to: p }] });
      else if (size > 0)
        onChange({ ...drawn, circles: [...drawn.circles, { seen, centre: begun, radius: size }] });
      setBegun(undefined);
    }
  };
  const press = (e: KeyboardEvent): void => {
    const size = e.shiftKey && paper.hasHalves ? 0.5 : step;
    const by = paper.keys[e.key];
    if (by) {
      e.preventDefault();
      setIsHere(true);
      setCursor((from) => {
        const to: Vec2 = [from[0] + size * by[0], from[1] + size * by[1]];
        return isOnBoard(box, paper.shown(to)) ? to : from;
      });
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      enter(cursor, cursor);
    } else if (e.key === 'Escape') setBegun(undefined);
  };
  const at = (p: Vec2): { x: number; y: number } => {
    const [u, v] = paper.shown(p);
    return { x: u - box.left, y: box.top - v };
  };
  const path = (all: readonly EnteredLine[]): string =>
    all
      .map((l) => {
        const [a, b] = [at(l.from), at(l.to)];
        return `M${a.x} ${a.y}L${b.x} ${b.y}`;
      })
      .join('');
  const rings = (all: readonly EnteredCircle[]): string =>
    all
      .map(({ centre, radius: r }) => {
        const c = at(centre);
        return `M${c.x + r} ${c.y}a${r} ${r} 0 1 0 ${-2 * r} 0a${r} ${r} 0 1 0 ${2 * r} 0`;
      })
      .join('');
  const inkOf = (seen: boolean): string =>
    path(shown.lines.filter((l) => l.seen === seen)) + rings(shown.circles.filter((c) => c.seen === seen));
  const ruled = (every: number): string => ruledPath(paper, box, every);
  const ink = count ? 'var(--color-ink)' : 'var(--color-house)';
  const cross = at(cursor);
  const origin = at([0, 0]);
  return (
    <section aria-label={title} className="flex min-h-0 min-w-0 flex-col">
      <header className="flex items-baseline justify-between px-1 pb-1">
        <h2 className="text-[13px] font-bold">
          {title}
          {!count && found && (
            <span className="ml-2 font-normal text-house">of the solid that is chosen</span>
          )}
        </h2>
        <span className="text-[12px] text-second">
          {count ? `${count} ${count === 1 ? 'line' : 'lines'}` : 'not given'}
        </span>
      </header>
      <svg
        ref={svg}
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: lines are drawn by the arrow keys too
        tabIndex={0}
        aria-label={`${title}, ${paper.name}`}
        aria-describedby={hint}
        data-view={name}
        viewBox={`0 0 ${across} ${up}`}
        className={`print-true min-h-0 w-full flex-1 touch-none rounded-md border bg-paper ${isChosen ? 'border-house' : 'border-rule-strong'} ${tool === 'take out' ? 'cursor-pointer' : 'cursor-crosshair'}`}
        onKeyDown={press}
        onFocus={onChoose}
        onBlur={() => setIsHere(false)}
        onPointerDown={(e) => {
          setIsHere(false);
          const raw = placeOf(e);
          const p = snapped(raw, e.shiftKey);
          setCursor(p);
          enter(p, raw);
        }}
        onPointerMove={(e) => setCursor(snapped(placeOf(e), e.shiftKey))}
      >
        <title>{title}</title>
        <path
          d={ruled(step)}
          stroke="var(--color-rule)"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
          fill="none"
        />
        <path
          d={ruled(step * 5)}
          stroke="var(--color-rule-strong)"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
          fill="none"
        />
        <path
          data-lines="marks"
          d={path(marks.map((m) => ({ seen: true, ...m })))}
          stroke="var(--color-fault)"
          strokeOpacity={0.35}
          strokeWidth={9}
          strokeLinecap="round"
          vectorEffect="non-scaling-stroke"
          fill="none"
        />
        <circle cx={origin.x} cy={origin.y} r={across / 160} fill="var(--color-margin)" />
        <g fill="none" stroke={ink} strokeLinecap="round">
          <path
            data-lines="hidden"
            d={inkOf(false)}
            strokeWidth={1.4}
            strokeDasharray="6 4"
            vectorEffect="non-scaling-stroke"
          />
          <path data-lines="visible" d={inkOf(true)} strokeWidth={2.2} vectorEffect="non-scaling-stroke" />
          {begun && (
            <path
              d={
                tool === 'circle'
                  ? rings([
                      {
                        seen: true,
                        centre: begun,
                        radius: Math.hypot(cursor[0] - begun[0], cursor[1] - begun[1]),
                      },
                    ])
                  : path([{ seen: true, from: begun, to: cursor }])
              }
              stroke="var(--color-house)"
              strokeWidth={1.4}
              vectorEffect="non-scaling-stroke"
            />
          )}
        </g>
        {(isHere || begun) && <circle cx={cross.x} cy={cross.y} r={across / 110} fill="var(--color-house)" />}
      </svg>
      <p id={hint} className="figures px-1 pt-0.5 text-[12px] text-second" aria-live="polite">
        {tool === 'take out'
          ? 'Press a line to take it out'
          : `${begun ? `${tool === 'circle' ? 'centre' : 'from'} ${paper.words(begun)} to` : 'at'} ${paper.words(cursor)}`}
      </p>
    </section>
  );
};
