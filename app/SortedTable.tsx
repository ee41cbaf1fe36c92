'use client';
import {
  createSortedRowModel,
  rowSortingFeature,
  type SortingState,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { lazy, type ReactNode, Suspense, useMemo, useRef, useState } from 'react';

/** A column: its heading, and what the rows are sorted by when the heading is pressed. */
export type SortedColumn<T> = {
  readonly id: string;
  readonly head: ReactNode;
  /** the figure, or the words, by which its heading sorts the rows; with neither it does not sort */
  readonly figure?: (row: T) => number;
  readonly words?: (row: T) => string;
  /** classes of the heading's cell */
  readonly className?: string;
};

type Props<T> = {
  readonly rows: readonly T[];
  readonly keyOf: (row: T) => string;
  readonly columns: readonly SortedColumn<T>[];
  /** a <tr> with a key */
  readonly renderRow: (row: T) => ReactNode;
  readonly className?: string;
  readonly headClassName?: string;
  /** how high a row is, px; needed to leave out the rows that are not in sight */
  readonly rowHeight: number;
};

/** From this many rows on, only those in sight (and some more) are made. Fewer cost nothing, and the browser's own search finds them all. */
const LONG = 120;

const RowsInSight = lazy(() => import('./RowsInSight.tsx').then((m) => ({ default: m.RowsInSight })));

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { basic: sortFn_basic, alphanumeric: sortFn_alphanumeric },
});

/** A table whose headings sort it: once upwards, once downwards, and back to the order of the book. */
export function SortedTable<T>({
  rows,
  keyOf,
  columns,
  renderRow,
  className = '',
  headClassName = '',
  rowHeight,
}: Props<T>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const body = useRef<HTMLTableSectionElement>(null);
  const data = useMemo(() => rows.map((row) => ({ row })), [rows]);
  const table = useTable({
    features,
    data,
    columns: useMemo(
      () =>
        columns.map((c) => ({
          id: c.id,
          accessorFn: ({ row }: { row: T }) => c.figure?.(row) ?? c.words?.(row),
          // words are sorted with the numbers in them counted: BL-9 before BL-10
          sortFn: c.figure ? ('basic' as const) : ('alphanumeric' as const),
          sortDescFirst: false,
        })),
      [columns],
    ),
    state: { sorting },
    onSortingChange: setSorting,
  });
  const sorted = table.getRowModel().rows.map((r) => r.original.row);
  return (
    <table className={`w-full ${className}`}>
      <thead>
        <tr className={headClassName}>
          {columns.map((c) => {
            const column = table.getColumn(c.id);
            const way = column?.getIsSorted();
            const sorts = c.figure !== undefined || c.words !== undefined;
            return (
              <th
                key={c.id}
                aria-sort={way ? (way === 'asc' ? 'ascending' : 'descending') : sorts ? 'none' : undefined}
                className={c.className}
              >
                {sorts ? (
                  <button
                    type="button"
                    title={
                      way === 'desc'
                        ? 'Back to the usual order'
                        : way
                          ? 'Sort downwards'
                          : 'Sort by this column'
                    }
                    onClick={column?.getToggleSortingHandler()}
                    className="hover:underline"
                  >
                    {c.head}
                    {way ? <span aria-hidden>{way === 'asc' ? ' ↑' : ' ↓'}</span> : ''}
                  </button>
                ) : (
                  c.head
                )}
              </th>
            );
          })}
        </tr>
      </thead>
      <tbody ref={body}>
        {sorted.length < LONG ? (
          sorted.map(renderRow)
        ) : (
          <Suspense fallback={null}>
            <RowsInSight
              count={sorted.length}
              keyOf={(i) => keyOf(sorted[i] as T)}
              renderRow={(i) => renderRow(sorted[i] as T)}
              body={body}
              rowHeight={rowHeight}
              columns={columns.length}
            />
          </Suspense>
        )}
      </tbody>
    </table>
  );
}
