import type { Pictorial as Picture } from '../../../workers/pictorial.ts';
import { ACCOUNT_INK } from '../book/inks.ts';

const AXIS = 22;

/** Which way width, depth and height run in the pictorial, in their inks. */
export const Axes = ({ axes }: { axes: Picture['axes'] }) => (
  <svg viewBox="-40 -40 80 80" aria-hidden className="absolute bottom-0 left-0 size-[84px]">
    {(['W', 'D', 'H'] as const).map((a) => {
      const [x, y] = axes[a];
      return (
        <g key={a}>
          <line x2={x * AXIS} y2={y * AXIS} stroke={ACCOUNT_INK[a]} strokeWidth={1.8} strokeLinecap="round" />
          <text
            x={x * AXIS * 1.42}
            y={y * AXIS * 1.42 + 4}
            fontSize={11.5}
            fontWeight={700}
            textAnchor="middle"
            fill={ACCOUNT_INK[a]}
          >
            {a}
          </text>
        </g>
      );
    })}
  </svg>
);
