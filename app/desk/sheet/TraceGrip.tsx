import type { KeyboardEvent, PointerEvent } from 'react';

/** A grip by which a trace is dragged, or moved with the arrow keys. @param at mm of the sheet, y down */
export const TraceGrip = ({
  at,
  name,
  testId,
  ...deeds
}: {
  at: readonly [number, number];
  name: string;
  testId: string;
  onPointerDown: (e: PointerEvent<SVGElement>) => void;
  onPointerMove: (e: PointerEvent<SVGElement>) => void;
  onPointerUp: (e: PointerEvent<SVGElement>) => void;
  onKeyDown: (e: KeyboardEvent) => void;
}) => (
  // biome-ignore lint/a11y/useSemanticElements: svg has no button of its own
  <circle
    cx={at[0]}
    cy={at[1]}
    r={1.7}
    tabIndex={0}
    role="button"
    aria-label={name}
    data-testid={testId}
    fill="var(--color-paper)"
    fillOpacity={0.9}
    stroke="var(--color-house)"
    strokeWidth={0.6}
    className="cursor-grab focus:[stroke-width:1.2]"
    {...deeds}
  />
);
