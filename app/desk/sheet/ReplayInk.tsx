'use client';
import { DrawnSteps } from '../../DrawnSteps.tsx';
import { ACCOUNT_INK } from '../book/inks.ts';
import { useView } from '../useDesk.ts';

/** What of the construction is on the sheet after so many steps: light lines fade once they have served. */
export const ReplayInk = () => {
  const replay = useView((s) => s.replay);
  if (!replay) return null;
  const done = replay.steps.slice(0, replay.at);
  const now = done.at(-1);
  const ink = now?.account ? ACCOUNT_INK[now.account] : 'var(--color-house)';
  return (
    <g
      fill="none"
      strokeLinecap="round"
      strokeLinejoin="round"
      data-testid="construction"
      pointerEvents="none"
    >
      <DrawnSteps done={done} cleared={done.some((s) => s.clears)} ink={ink} />
    </g>
  );
};
