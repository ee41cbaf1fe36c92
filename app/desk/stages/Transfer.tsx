'use client';
import { useMemo, useState } from 'react';
import { decimal } from '../../../core/number/format.ts';
import type { ViewName } from '../../../core/part/schema.ts';
import { follow, useDesk } from '../deskStore.ts';
import { field, Page } from '../Page.tsx';

const MARKS = { seen: '●', hidden: '○', none: '–' } as const;
const WORDS = { seen: 'seen', hidden: 'hidden', none: 'not posted' } as const;

/** Stage 4: the ledger. A row a point; each is posted in the views, seen or hidden. */
export const Transfer = () => {
  const picture = useDesk((s) => s.picture);
  const active = useDesk((s) => s.activePoint);
  const [search, setSearch] = useState('');
  const views = picture?.views.map((v) => v.name) ?? [];
  const rows = useMemo(() => {
    const corners = picture?.points.filter((p) => p.kind === 'corner') ?? [];
    const word = search.trim().toLowerCase();
    return word
      ? corners.filter((p) => p.label === word || p.faces.some((f) => f.toLowerCase().includes(word)))
      : corners;
  }, [picture, search]);
  const angle = useDesk((s) => s.drawing.setup.angle);
  return (
    <Page
      title="Ledger"
      note={`W from the left, D from the ${angle === 'first' ? 'back' : 'front'}, H from the base; in ${picture ? 'part units' : '…'}.`}
      action={
        <input
          aria-label="Find a point or face"
          placeholder="Find"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
          className={`${field} w-24`}
        />
      }
    >
      <table className="w-full table-fixed text-[13px]">
        <thead className="sticky top-0 bg-page">
          <tr className="border-b border-rule-strong text-[12px]">
            <th className="w-[64px] py-1 pl-5 text-left font-normal text-second">Point</th>
            <th className="margin-line w-[58px] py-1 text-right font-semibold text-width">W</th>
            <th className="w-[58px] py-1 text-right font-semibold text-depth">D</th>
            <th className="w-[58px] py-1 text-right font-semibold text-height">H</th>
            {views.map((v) => (
              <th key={v} className="py-1 pl-2 text-center font-normal text-second last:pr-5">
                {v}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((p) => (
            <tr
              key={p.key}
              onMouseEnter={() => follow(p.key)}
              onMouseLeave={() => follow(undefined)}
              className={`border-b border-rule ${active === p.key ? 'bg-[#e8f0fe]' : ''}`}
            >
              <td
                className={`pl-4 ${active === p.key ? 'border-l-4 border-house' : 'border-l-4 border-transparent'}`}
              >
                <button
                  type="button"
                  className="figures w-8 py-1 text-left"
                  aria-label={`Point ${p.label}, follow`}
                  onFocus={() => follow(p.key)}
                  onBlur={() => follow(undefined)}
                >
                  {p.label}
                </button>
              </td>
              <td className="margin-line figures text-right">{decimal(p.sizes.W)}</td>
              <td className="figures text-right">{decimal(p.sizes.D)}</td>
              <td className="figures text-right">{decimal(p.sizes.H)}</td>
              {views.map((v: ViewName) => {
                const posting = p.postings[v] ?? 'none';
                return (
                  <td key={v} className="pl-2 text-center last:pr-5" title={WORDS[posting]}>
                    <span className="sr-only">{WORDS[posting]}</span>
                    <span aria-hidden>{MARKS[posting]}</span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="px-5 py-2 text-[12.5px] text-second">● seen ○ hidden – no line ends there</p>
      {!rows.length && <p className="px-5 py-3 text-second">No point or face of that name.</p>}
    </Page>
  );
};
