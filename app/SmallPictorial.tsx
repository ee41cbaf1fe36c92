import type { Pictorial } from '../workers/pictorial.ts';

const MARGIN = 0.06;

/** A pictorial beside words that say what it shows; lines that are new stand out. */
export const SmallPictorial = ({ of, className }: { of: Pictorial; className: string }) => {
  const [x, y, w, h] = of.box;
  const m = MARGIN * Math.max(w, h);
  return (
    <svg viewBox={`${x - m} ${y - m} ${w + 2 * m} ${h + 2 * m}`} className={className} aria-hidden>
      <path
        d={of.hidden}
        fill="none"
        stroke="var(--color-faint)"
        strokeWidth={0.8}
        strokeDasharray="3 3"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={of.visible}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth={1.5}
        strokeLinejoin="round"
        strokeLinecap="round"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={of.added}
        fill="none"
        stroke="var(--color-house)"
        strokeWidth={2}
        strokeLinecap="round"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
};
