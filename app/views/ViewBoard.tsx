'use client';
import { type KeyboardEvent, type PointerEvent, useId, useRef, useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec.ts';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import { decimal } from '../../core/number/format.ts';
import type { EnteredLine } from '../../core/solids/typedWalk.ts';

/** What a press on a board does. */
export type Tool = 'visible' | 'hidden' | 'take out';

/** A board is at least so many squares across, and this much higher than wide. */
const LEAST = 16;
const SHAPE = 0.72;
/** Squares that stay free round what is drawn. */
const FREE = 2;
/** A line is meant by a press nearer to it than this, in squares. */
const NEAR = 0.6;

const flat = (lines: readonly EnteredLine[]): Vec2[] => lines.flatMap((l) => [l.from, l.to]);

const distanceTo = (l: EnteredLine, p: Vec2): number => {
  const [dx, dy] = [l.to[0] - l.from[0], l.to[1] - l.from[1]];
  const t = ((p[0] - l.from[0]) * dx + (p[1] - l.from[1]) * dy) / (dx * dx + dy * dy);
  const k = Math.max(0, Math.min(1, t));
  return Math.hypot(p[0] - l.from[0] - k * dx, p[1] - l.from[1] - k * dy);
};

/** The greatest step of squares that leaves a board readable: every square, or every fifth, tenth ... */
const ruling = (across: number): number => [1, 5, 10, 50, 100, 500].find((n) => across / n <= 60) ?? 1000;

/** A view on squared paper: a line is two presses, or two places by the arrow keys and Enter. */
export const ViewBoard = ({
  name,
  title,
  lines,
  found,
  marks,
  tool,
  isChosen,
  onChoose,
  onDraw,
  onTakeOut,
}: {
  name: ViewName;
  title: string;
  lines: readonly EnteredLine[];
  /** the lines of a solid that was found, where the view is not given */
  found: readonly EnteredLine[] | undefined;
  /** stretches that something is wrong with */
  marks: readonly { readonly from: Vec2; readonly to: Vec2 }[];
  tool: Tool;
  isChosen: boolean;
  onChoose: () => void;
  onDraw: (line: EnteredLine) => void;
  onTakeOut: (index: number) => void;
}) => {
  const shown = lines.length ? lines : (found ?? []);
  const ends = flat(shown);
  const widest = Math.max(LEAST - 2 * FREE, ...ends.map((p) => p[0]), ...ends.map((p) => p[1] / SHAPE));
  const across = Math.ceil(widest) + 2 * FREE;
  const up = Math.round(across * SHAPE);
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
    return [p.x - FREE, up - FREE - p.y];
  };
  const snapped = (p: Vec2, half: boolean): Vec2 => {
    const k = half ? 2 : 1;
    // a place of a line that is drawn between squares is taken too
    const own = ends.find((q) => Math.hypot(q[0] - p[0], q[1] - p[1]) < 0.35);
    return own ?? [Math.round(p[0] * k) / k, Math.round(p[1] * k) / k];
  };
  const nearest = (p: Vec2): number => {
    const off = lines.map((l) => distanceTo(l, p));
    const least = Math.min(...off);
    return least <= NEAR ? off.indexOf(least) : -1;
  };
  const enter = (p: Vec2, raw: Vec2): void => {
    onChoose();
    if (tool === 'take out') {
      const i = nearest(raw);
      if (i >= 0) onTakeOut(i);
      return;
    }
    if (!begun) setBegun(p);
    else {
      if (begun[0] !== p[0] || begun[1] !== p[1]) onDraw({ seen: tool === 'visible', from: begun, to: p });
      setBegun(undefined);
    }
  };
  const press = (e: KeyboardEvent): void => {
    const size = e.shiftKey ? 0.5 : step;
    const by = { ArrowLeft: [-size, 0], ArrowRight: [size, 0], ArrowUp: [0, size], ArrowDown: [0, -size] }[
      e.key
    ];
    if (by) {
      e.preventDefault();
      setIsHere(true);
      setCursor(([x, y]) => [
        Math.max(0, Math.min(across - 2 * FREE, x + (by[0] as number))),
        Math.max(0, Math.min(up - 2 * FREE, y + (by[1] as number))),
      ]);
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      enter(cursor, cursor);
    } else if (e.key === 'Escape') setBegun(undefined);
  };
  const at = (p: Vec2): { x: number; y: number } => ({ x: p[0] + FREE, y: up - FREE - p[1] });
  const path = (all: readonly EnteredLine[]): string =>
    all
      .map((l) => {
        const [a, b] = [at(l.from), at(l.to)];
        return `M${a.x} ${a.y}L${b.x} ${b.y}`;
      })
      .join('');
  const ruled = (every: number): string =>
    [
      ...Array.from(
        { length: Math.floor(across / every) + 1 },
        (_, i) => `M${(FREE % every) + i * every} 0V${up}`,
      ),
      ...Array.from(
        { length: Math.floor(up / every) + 1 },
        (_, i) => `M0 ${up - (FREE % every) - i * every}H${across}`,
      ),
    ].join('');
  const ink = lines.length ? 'var(--color-ink)' : 'var(--color-house)';
  const cross = at(cursor);
  const origin = at([0, 0]);
  return (
    <section aria-label={title} className="flex min-h-0 min-w-0 flex-col">
      <header className="flex items-baseline justify-between px-1 pb-1">
        <h2 className="text-[13px] font-bold">
          {title}
          {!lines.length && found && (
            <span className="ml-2 font-normal text-house">of the solid that is chosen</span>
          )}
        </h2>
        <span className="text-[12px] text-second">
          {lines.length ? `${lines.length} ${lines.length === 1 ? 'line' : 'lines'}` : 'not given'}
        </span>
      </header>
      <svg
        ref={svg}
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: lines are drawn by the arrow keys too
        tabIndex={0}
        aria-label={`${title}, squared paper`}
        aria-describedby={hint}
        data-view={name}
        viewBox={`0 0 ${across} ${up}`}
        className={`min-h-0 w-full flex-1 touch-none rounded-md border bg-paper ${isChosen ? 'border-house' : 'border-rule-strong'} ${tool === 'take out' ? 'cursor-pointer' : 'cursor-crosshair'}`}
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
            d={path(shown.filter((l) => !l.seen))}
            strokeWidth={1.4}
            strokeDasharray="6 4"
            vectorEffect="non-scaling-stroke"
          />
          <path
            data-lines="visible"
            d={path(shown.filter((l) => l.seen))}
            strokeWidth={2.2}
            vectorEffect="non-scaling-stroke"
          />
          {begun && (
            <path
              d={path([{ seen: true, from: begun, to: cursor }])}
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
          : `${begun ? `from ${decimal(begun[0], 2)} ${decimal(begun[1], 2)} to` : 'at'} ${decimal(cursor[0], 2)} ${decimal(cursor[1], 2)}`}
      </p>
    </section>
  );
};
