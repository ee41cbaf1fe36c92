'use client';
import type { DimensionBook } from '../../../../core/drawing/dimensionBook.ts';
import { useDesk } from '../../useDesk.ts';

/** All dimensions with what they tie; the one in hand stands at the foot of the page. */
export const DimensionList = ({ book, inHand }: { book: DimensionBook; inHand: string | undefined }) => {
  const { view } = useDesk();
  return (
    <ul aria-label="Dimensions" className="text-[13px]">
      {book.rows.map((row) => {
        const isHeld = inHand === row.id;
        return (
          <li key={row.id} className="border-b border-rule" data-row={row.id}>
            <button
              type="button"
              aria-pressed={isHeld}
              onClick={() => view.takeDimension(isHeld ? undefined : row.id)}
              className={`flex w-full items-baseline gap-3 px-5 py-1 text-left hover:bg-hover ${isHeld ? 'bg-lit' : ''}`}
            >
              <span className="figures min-w-[78px] shrink-0 text-right text-[13.5px] whitespace-nowrap">
                {row.text}
              </span>
              <span className="min-w-0 flex-1 truncate text-second">{row.words}</span>
              {row.standing !== 'on the sheet' && <span className="text-fault">{row.standing}</span>}
            </button>
          </li>
        );
      })}
    </ul>
  );
};
