import type { ExercisePicture } from '../../workers/exercisePicture.ts';
import { LETTERS } from './kindWords.ts';

type Corner = Extract<ExercisePicture, { kind: 'corner' | 'cut points' }>;

/** A pictorial with a ring round the corner that is asked about. */
export const MarkedPictorial = ({ of, ring, className }: { of: Corner; ring: string; className: string }) => {
  const [x, y, w, h] = of.pictorial.box;
  const size = Math.max(w, h);
  const m = 0.06 * size;
  return (
    <svg
      viewBox={`${x - m} ${y - m} ${w + 2 * m} ${h + 2 * m}`}
      className={className}
      role="img"
      aria-label={of.kind === 'corner' ? 'Pictorial with a marked corner' : 'Pictorial with a marked edge'}
    >
      <path
        d={of.pictorial.visible}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth={1.7}
        strokeLinejoin="round"
        vectorEffect="non-scaling-stroke"
      />
      <circle
        cx={of.mark[0]}
        cy={of.mark[1]}
        r={0.035 * size}
        fill="none"
        stroke={ring}
        strokeWidth={2.5}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
};

/** Lettered places of a view; the letters are as large as its size asks for. */
export const LetteredPlaces = ({
  places,
  on,
  fill,
}: {
  places: Corner['places'];
  on: Corner['view'];
  fill: string;
}) => {
  const size = Math.min(5, Math.max(2.5, 0.06 * Math.max(on.box[2], on.box[3])));
  return (
    <g fill={fill}>
      {places.map(([x, y], i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a place is known by its letter
        <g key={i}>
          <circle cx={x} cy={y} r={0.24 * size} />
          <text x={x + 0.4 * size} y={y - 0.4 * size} fontSize={size} fontWeight={700}>
            {LETTERS[i]}
          </text>
        </g>
      ))}
    </g>
  );
};

/** Lettered lines over a view, dashed where they are taken for hidden. */
export const LetteredLines = ({
  lines,
}: {
  lines: readonly {
    readonly path: string;
    readonly at: readonly [number, number];
    readonly isHidden: boolean;
  }[];
}) => (
  <>
    {lines.map(({ path, at, isHidden }, i) => (
      <g key={path}>
        <path
          d={path}
          fill="none"
          stroke="var(--color-house)"
          strokeWidth={2.8}
          vectorEffect="non-scaling-stroke"
          strokeDasharray={isHidden ? '6 4' : undefined}
        />
        <text x={at[0] + 1.4} y={at[1] - 1.4} fontSize={7} fontWeight={700} fill="var(--color-house)">
          {LETTERS[i]}
        </text>
      </g>
    ))}
  </>
);
