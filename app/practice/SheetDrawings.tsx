import type { ExercisePicture, InkShape } from '../../workers/exercisePicture.ts';
import { LETTERS } from './kindWords.ts';
import { ViewLines } from './Views.tsx';

/** Kept free round what is drawn, mm of paper. */
const ROOM = 5;

/** Views with their sizes, as they stand on a sheet; lettered sizes are drawn in colour, or in black with a bold letter for print. */
export const SheetPiece = ({
  of: { box, strokes, fills, texts },
  ink = 'var(--color-house)',
  className,
}: {
  of: InkShape;
  /** of the lettered sizes */
  ink?: string;
  className: string;
}) => {
  const [x, y, w, h] = box;
  const inkOf = (letter: number | undefined): string => (letter === undefined ? 'var(--color-ink)' : ink);
  return (
    <svg
      viewBox={`${x - ROOM} ${y - ROOM} ${w + 2 * ROOM} ${h + 2 * ROOM}`}
      className={className}
      role="img"
      aria-label="front view, top view and left view with their sizes"
    >
      <g fill="none" strokeLinecap="round">
        {strokes.map((s, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the lines of a drawing stay in their order
          <path key={i} d={s.d} strokeWidth={s.width} stroke={inkOf(s.letter)} />
        ))}
      </g>
      {fills.map((f) => (
        <polygon key={f.points} points={f.points} fill={inkOf(f.letter)} />
      ))}
      {texts.map(({ text, at: [tx, ty], height, turn, letter }, i) => (
        <text
          // biome-ignore lint/suspicious/noArrayIndexKey: the figures of a drawing stay in their order
          key={i}
          x={tx}
          y={ty}
          fontSize={(letter === undefined ? 1.35 : 1.7) * height}
          fontFamily={letter === undefined ? 'osifont' : undefined}
          fontWeight={letter === undefined ? 400 : 700}
          textAnchor={letter === undefined ? 'start' : 'middle'}
          transform={turn ? `rotate(${turn} ${tx} ${ty})` : undefined}
          fill={inkOf(letter)}
        >
          {letter === undefined ? text : LETTERS[letter]}
        </text>
      ))}
    </svg>
  );
};

/** A figure's height beside the frame, and how far from it lengths are written, mm of paper. */
const FIGURE = 8;
const AWAY = 13;
/** How far from the front view the distance that is asked for runs, mm of paper. */
const BESIDE = 8;

/** A length with ticks at its ends and its figure in the middle. */
const Length = ({
  from: [x0, y0],
  to: [x1, y1],
  text,
  ink = 'var(--color-second)',
}: {
  from: readonly [number, number];
  to: readonly [number, number];
  text: string;
  ink?: string;
}) => {
  const isUpright = x0 === x1;
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const t = 2;
  return (
    <g stroke={ink} fill={ink}>
      <path d={`M${x0} ${y0}L${x1} ${y1}`} strokeWidth={0.6} />
      {[
        [x0, y0],
        [x1, y1],
      ].map(([x, y]) => (
        <path
          key={`${x} ${y}`}
          d={`M${(x as number) - t} ${(y as number) + t}L${(x as number) + t} ${(y as number) - t}`}
          strokeWidth={0.9}
        />
      ))}
      <text
        x={mx}
        y={my - 2}
        fontSize={FIGURE}
        stroke="none"
        textAnchor="middle"
        fontWeight={text === '?' ? 700 : 400}
        transform={isUpright ? `rotate(-90 ${mx} ${my})` : undefined}
      >
        {text}
      </text>
    </g>
  );
};

/** Three views in a frame with its size and the distances between them; the distance that is asked for is a question mark. */
export const SetOutFrame = ({
  of,
  className,
}: {
  of: Extract<ExercisePicture, { kind: 'set out' }>;
  className: string;
}) => {
  const [w, h] = of.frame;
  // the paper's y runs up, the picture's down
  const boxes = of.views.map((v) => {
    const [vw, vh] = [v.box[2] * of.scale, v.box[3] * of.scale];
    return { v, x: v.at[0], y: h - v.at[1] - vh, w: vw, h: vh };
  });
  const boxOf = (name: string) => boxes.find((b) => b.v.name === name) as (typeof boxes)[number];
  const [front, top, left] = ['front', 'top', 'left'].map(boxOf) as [
    (typeof boxes)[number],
    (typeof boxes)[number],
    (typeof boxes)[number],
  ];
  const [upper, lower] = front.y < top.y ? [front, top] : [top, front];
  const [first, second] = front.x < left.x ? [front, left] : [left, front];
  const middle = front.x + front.w / 2;
  const level = front.y + front.h / 2;
  // beside the front view, clear of the views that stand between it and the edge
  const [x, y, base] = [front.x - BESIDE, front.y - BESIDE, front.y + front.h];
  const asked = of.axis
    ? ({ from: [x, h], to: [x, base], extension: `M${front.x - 1} ${base}H${x - 2}` } as const)
    : ({ from: [0, y], to: [front.x, y], extension: `M${front.x} ${front.y - 1}V${y - 2}` } as const);
  return (
    <svg
      viewBox={`${-AWAY - FIGURE} ${-AWAY - FIGURE} ${w + 2 * AWAY + FIGURE} ${h + 2 * AWAY + FIGURE}`}
      className={className}
      role="img"
      aria-label={`three views in a frame ${w} by ${h} mm`}
    >
      <rect width={w} height={h} fill="none" stroke="var(--color-ink)" strokeWidth={1.2} />
      {boxes.map((b) => (
        <g
          key={b.v.name}
          transform={`translate(${b.x} ${b.y}) scale(${of.scale}) translate(${-b.v.box[0]} ${-b.v.box[1]})`}
        >
          <ViewLines of={b.v} />
        </g>
      ))}
      <Length from={[0, -AWAY / 2]} to={[w, -AWAY / 2]} text={String(w)} />
      <Length from={[-AWAY / 2, h]} to={[-AWAY / 2, 0]} text={String(h)} />
      <Length from={[middle, lower.y]} to={[middle, upper.y + upper.h]} text={String(of.between[0])} />
      <Length from={[first.x + first.w, level]} to={[second.x, level]} text={String(of.between[1])} />
      <path d={asked.extension} stroke="var(--color-house)" strokeWidth={0.4} />
      <Length from={asked.from} to={asked.to} text="?" ink="var(--color-house)" />
    </svg>
  );
};
