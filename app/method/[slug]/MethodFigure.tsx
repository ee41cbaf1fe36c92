import type { MethodPicture } from '../../../workers/methodPicture.ts';
import { DrawnSteps } from '../../DrawnSteps.tsx';
import { PEN_INK } from '../../desk/book/inks.ts';

/** Height of the letters at points, of the longer side of the figure. */
const LETTER_SHARE = 1 / 52;
/** A figure so long is shown about as wide as its lines are meant, mm. */
const FULL = 200;
/** Capitals of the lettering, of its size. */
const CAPITALS = 0.7;

/** The figure of a method after so many steps. */
export const MethodFigure = ({
  of: { box, stops, names },
  at,
  title,
  isPrinted,
}: {
  of: MethodPicture;
  at: number;
  title: string;
  /** nothing is brought out: all is ink */
  isPrinted?: true;
}) => {
  const done = stops.slice(0, at);
  // a small figure is shown enlarged, with the lines of one that fills the sheet
  const weight = Math.min(1, Math.max(box.w, box.h) / FULL);
  const size = Math.min(4.5, Math.max(box.w, box.h) * LETTER_SHARE);
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`}
      className="print-true size-full bg-paper"
      role="img"
      aria-label={`${title}, after ${at} of ${stops.length} steps`}
      data-testid="method figure"
    >
      <g fill="none" strokeLinecap="round" strokeLinejoin="round">
        {done.flatMap((s) =>
          s.ink.strokes.map((k) => (
            <path
              key={`${k.layer}/${k.pen}`}
              d={k.d}
              strokeWidth={k.width}
              stroke={PEN_INK[k.pen] ?? 'var(--color-ink)'}
            />
          )),
        )}
        <DrawnSteps
          done={done}
          cleared={done.some((s) => s.clears)}
          ink={isPrinted ? 'var(--color-ink)' : 'var(--color-house)'}
          light="var(--color-projector)"
          weight={weight}
        />
      </g>
      <g fill="var(--color-ink)">
        {done.flatMap((s) => s.ink.fills.map((f) => <polygon key={f.points} points={f.points} />))}
      </g>
      <g fill="var(--color-ink)" fontFamily="osifont">
        {done.flatMap((s) =>
          s.ink.texts.map((t) => (
            <text
              key={`${t.text} ${t.at.join()}`}
              x={t.at[0]}
              y={t.at[1]}
              fontSize={t.height / CAPITALS}
              textAnchor={t.anchor}
              transform={t.turn ? `rotate(${t.turn} ${t.at[0]} ${t.at[1]})` : undefined}
            >
              {t.text}
            </text>
          )),
        )}
        {names
          .filter((n) => n.from <= at)
          .map((n) => (
            <text
              key={`${n.text} ${n.at.join()}`}
              x={n.at[0] + n.aside[0] * size}
              textAnchor="middle"
              y={n.at[1] + (n.aside[1] + 0.35) * size}
              fontSize={size}
              paintOrder="stroke"
              stroke="var(--color-paper)"
              strokeWidth={size * 0.25}
            >
              {n.text}
            </text>
          ))}
      </g>
    </svg>
  );
};
