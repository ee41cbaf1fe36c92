'use client';
import { useOthers } from '../../session/others.ts';

/** Where the other people at this drawing point on its sheet, each with the name. @param zoom by how much the sheet is enlarged */
export const OthersPointing = ({ zoom }: { zoom: number }) => {
  const { pointing } = useOthers();
  return [...pointing].map(([name, [x, y]]) => (
    <g
      key={name}
      data-testid="other points"
      transform={`translate(${x} ${y}) scale(${1 / zoom})`}
      pointerEvents="none"
    >
      <path d="M-3 0H3M0 -3V3" stroke="var(--color-depth)" strokeWidth={0.6} fill="none" />
      <circle r={1.6} stroke="var(--color-depth)" strokeWidth={0.6} fill="none" />
      <text
        x={3}
        y={-2.4}
        fontSize={4}
        fontFamily="var(--font-sans)"
        fontWeight={600}
        fill="var(--color-depth)"
        stroke="var(--color-paper)"
        strokeWidth={0.8}
        paintOrder="stroke"
      >
        {name}
      </text>
    </g>
  ));
};
