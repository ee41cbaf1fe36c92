'use client';
import { decimal } from '../../../../core/number/format.ts';
import type { CutPicture } from '../../../../workers/cutPicture.ts';
import { type SortedColumn, SortedTable } from '../../../SortedTable.tsx';
import { useDesk, useView } from '../../useDesk.ts';

const DEPTH_INK: Record<CutPicture['seenIn'], string> = {
  front: 'text-depth',
  back: 'text-depth',
  top: 'text-height',
  bottom: 'text-height',
  left: 'text-width',
  right: 'text-width',
  // counted along a direction of its own, which is no account of the part
  auxiliary: '',
};

type CutRow = CutPicture['rows'][number];
const columnsOf = (fromLine: string): readonly SortedColumn<CutRow>[] => [
  { id: 'point', head: 'Point', words: (r) => r.label, className: 'py-1 pl-5 text-left font-normal' },
  { id: 'edge', head: 'on edge', words: (r) => r.edge, className: 'py-1 text-left font-normal' },
  {
    id: 'along',
    head: 'along trace',
    figure: (r) => r.along,
    className: 'margin-line py-1 text-right font-normal whitespace-nowrap',
  },
  {
    id: 'from XY',
    head: `from ${fromLine}`,
    figure: (r) => r.fromXY,
    className: 'py-1 pl-2 text-right font-normal whitespace-nowrap',
  },
  { id: 'view', head: 'in', words: (r) => r.view, className: 'py-1 pr-5 pl-3 text-left font-normal' },
];

/** The cut book: a row a cut point, lit on the sheet as it is pointed at. */
export const CutTable = ({ cut }: { cut: CutPicture }) => {
  const { follow } = useDesk().view;
  const active = useView((s) => s.activePoint);
  if (!cut.rows.length)
    return <p className="px-5 py-3 text-second">The plane meets no edges here: its outline is one curve.</p>;
  const followed = cut.rows.find((r) => r.key === active);
  return (
    <>
      <SortedTable
        className="text-[13.5px]"
        headClassName="border-b border-rule-strong text-[12px] text-second"
        rows={cut.rows}
        keyOf={(r) => r.key}
        columns={columnsOf(cut.fromLine)}
        rowHeight={29}
        renderRow={(r) => (
          <tr
            key={r.key}
            onMouseEnter={() => follow(r.key)}
            onMouseLeave={() => follow(undefined)}
            className={`border-b border-rule ${active === r.key ? 'bg-lit' : ''}`}
          >
            <td
              className={`pl-4 ${active === r.key ? 'border-l-4 border-house' : 'border-l-4 border-transparent'}`}
            >
              <button
                type="button"
                className="figures w-8 py-1 text-left"
                aria-label={`Cut point ${r.label}, follow`}
                onFocus={() => follow(r.key)}
                onBlur={() => follow(undefined)}
              >
                {r.label}
              </button>
            </td>
            <td className="figures text-second">{r.edge}</td>
            <td className="margin-line figures text-right">{decimal(r.along, 2)}</td>
            <td className={`figures text-right ${DEPTH_INK[cut.seenIn]}`}>{decimal(r.fromXY, 2)}</td>
            <td className="pr-5 pl-3" title={r.how && `Found ${r.how}`}>
              {r.view}
              {r.how === 'at its level' && <span className="text-caution"> at its level</span>}
            </td>
          </tr>
        )}
      />
      <p className="min-h-[24px] px-5 pt-1 text-[12.5px] text-second">
        {followed?.how
          ? `${followed.label} is marked on the trace and found ${followed.how} in the ${followed.view} view.`
          : 'Point at a row to follow its point on the sheet.'}
      </p>
    </>
  );
};
