import type { ReactNode } from 'react';

/** A page of the book: a title with its note, an action beside it, and ruled contents. */
export const Page = ({
  title,
  note,
  action,
  books,
  foot,
  children,
}: {
  title: string;
  note?: ReactNode;
  action?: ReactNode;
  /** a choice of pages, above the title */
  books?: ReactNode;
  /** stands below the contents, always in sight */
  foot?: ReactNode;
  children: ReactNode;
}) => (
  <section aria-label={title} className="flex min-h-0 flex-1 flex-col">
    <header className="shrink-0 border-b-2 border-rule-strong px-5 pt-4 pb-2">
      {books && <div className="mb-1.5 flex">{books}</div>}
      <div className="flex items-baseline justify-between gap-2">
        <h1 className={books ? 'sr-only' : 'text-[21px] leading-[26px] font-bold'}>{title}</h1>
        {action}
      </div>
      {note && <div className="mt-0.5 text-[13px] text-second">{note}</div>}
    </header>
    <div className="min-h-0 flex-1 overflow-y-auto">{children}</div>
    {foot && <div className="shrink-0 border-t border-rule-strong">{foot}</div>}
  </section>
);

/** A labelled row of a page. */
export const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="flex min-h-10 items-center justify-between gap-3 border-b border-rule px-5 py-1">
    <span className="text-second">{label}</span>
    <span className="flex items-center gap-2">{children}</span>
  </div>
);

export const field = 'rounded-md border border-rule-strong bg-white px-2 py-1 text-[13px]';
