'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, type RefObject, useLayoutEffect, useState } from 'react';

const scrolling = (of: HTMLElement | null): HTMLElement | null => {
  for (let e = of?.parentElement ?? null; e; e = e.parentElement)
    if (/auto|scroll/.test(getComputedStyle(e).overflowY)) return e;
  return null;
};

type Props = {
  readonly count: number;
  readonly keyOf: (index: number) => string;
  readonly renderRow: (index: number) => ReactNode;
  readonly body: RefObject<HTMLTableSectionElement | null>;
  /** px */
  readonly rowHeight: number;
  readonly columns: number;
};

/** The rows in sight of a long table; empty rows of the right height are in place of the others. */
export const RowsInSight = ({ count, keyOf, renderRow, body, rowHeight, columns }: Props) => {
  const [margin, setMargin] = useState(0);
  // what lies above the table may grow, so this is measured whenever the rows are drawn
  useLayoutEffect(() => {
    const box = scrolling(body.current);
    if (box && body.current)
      setMargin(
        Math.round(
          body.current.getBoundingClientRect().top - box.getBoundingClientRect().top + box.scrollTop,
        ),
      );
  });
  const sight = useVirtualizer({
    count,
    estimateSize: () => rowHeight,
    getScrollElement: () => scrolling(body.current),
    scrollMargin: margin,
    getItemKey: keyOf,
    overscan: 12,
  });
  const items = sight.getVirtualItems();
  const above = (items[0]?.start ?? margin) - margin;
  const below = sight.getTotalSize() - ((items.at(-1)?.end ?? margin) - margin);
  const gap = (name: string, height: number): ReactNode =>
    height > 0 && (
      <tr key={name} aria-hidden>
        <td colSpan={columns} style={{ height, padding: 0 }} />
      </tr>
    );
  return (
    <>
      {gap('above', above)}
      {items.map((item) => renderRow(item.index))}
      {gap('below', below)}
    </>
  );
};
