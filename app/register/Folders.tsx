'use client';
import type { RegisterPage } from '../../exchange/kept.ts';
import type { RegisterQuery } from '../../exchange/register.ts';

/** The jobs that drawings are kept in; the one that is pressed alone is shown. */
export const Folders = ({
  page,
  asked,
  onShow,
}: {
  page: RegisterPage;
  asked: RegisterQuery;
  onShow: (folder: string | undefined) => void;
}) => {
  const all = page.folders.reduce((n, f) => n + f.count, 0);
  const named = page.folders.filter((f) => f.name);
  if (!named.length) return null;
  const loose = page.folders.find((f) => !f.name);
  const item = (label: string, count: number, folder: string | undefined) => (
    <li key={label}>
      <button
        type="button"
        aria-pressed={asked.folder === folder}
        onClick={() => onShow(folder)}
        className={`flex w-full items-baseline justify-between gap-2 rounded px-2 py-1 text-left text-[13.5px] hover:bg-hover ${
          asked.folder === folder ? 'bg-pale font-semibold text-deep' : ''
        }`}
      >
        <span className="truncate">{label}</span>
        <span className="figures text-[12.5px] text-second">{count}</span>
      </button>
    </li>
  );
  return (
    <nav aria-label="Folders" className="w-48 shrink-0 border-r border-rule px-3 py-3">
      <ul className="flex flex-col gap-0.5">
        {item('All drawings', all, undefined)}
        {named.map((f) => item(f.name, f.count, f.name))}
        {loose && item('In no folder', loose.count, '')}
      </ul>
    </nav>
  );
};
