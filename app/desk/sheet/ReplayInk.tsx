'use client';
import { ACCOUNT_INK } from '../book/inks.ts';
import { useView } from '../useDesk.ts';

/** What of the construction is on the sheet after so many steps: light lines fade once they have served. */
export const ReplayInk = () => {
  const replay = useView((s) => s.replay);
  if (!replay) return null;
  const done = replay.steps.slice(0, replay.at);
  const now = done.at(-1);
  const cleared = done.some((s) => s.clears);
  const ink = now?.account ? ACCOUNT_INK[now.account] : 'var(--color-house)';
  return (
    <g
      fill="none"
      strokeLinecap="round"
      strokeLinejoin="round"
      data-testid="construction"
      pointerEvents="none"
    >
      <path
        d={
          cleared
            ? ''
            : done
                .slice(0, -1)
                .map((s) => s.light)
                .join('')
        }
        stroke="var(--color-light-line)"
        strokeWidth={0.2}
        data-part="light"
      />
      <path
        d={done.map((s) => s.hidden).join('')}
        stroke="var(--color-ink)"
        strokeWidth={0.25}
        strokeDasharray="3 0.75"
        data-part="hidden"
      />
      <path
        d={done.map((s) => s.visible).join('')}
        stroke="var(--color-ink)"
        strokeWidth={0.5}
        data-part="visible"
      />
      {now && (
        <g stroke={ink} data-part="now">
          <path d={now.light} strokeWidth={0.4} />
          <path d={now.hidden} strokeWidth={0.6} strokeDasharray="3 0.75" />
          <path d={now.visible} strokeWidth={0.8} />
          {now.marks.map((m) => (
            <circle key={m.join()} cx={m[0]} cy={m[1]} r={0.9} fill={ink} stroke="none" />
          ))}
        </g>
      )}
    </g>
  );
};
