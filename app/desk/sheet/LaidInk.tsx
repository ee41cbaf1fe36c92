'use client';
import { useView } from '../useDesk.ts';

/** Views that were opened to be balanced, laid over the sheet's own, with a numbered mark at each difference. */
export const LaidInk = () => {
  const laid = useView((s) => s.laid);
  if (!laid) return null;
  return (
    <g pointerEvents="none" data-testid="laid over">
      <path d={laid.path} fill="none" stroke="var(--color-house)" strokeWidth={0.35} opacity={0.75} />
      {laid.marks.map(({ n, at }) => {
        const isLit = n === laid.lit;
        return (
          <g key={n} data-mark={n}>
            <circle
              cx={at[0]}
              cy={at[1]}
              r={isLit ? 5 : 3}
              fill={isLit ? 'var(--color-fault)' : 'none'}
              fillOpacity={0.15}
              stroke="var(--color-fault)"
              strokeWidth={isLit ? 0.8 : 0.45}
            />
            <text
              x={at[0] + 3.6}
              y={at[1] - 2.4}
              fontSize={isLit ? 4.5 : 3.5}
              fontWeight={700}
              fill="var(--color-fault)"
            >
              {n}
            </text>
          </g>
        );
      })}
    </g>
  );
};
