import type { ReactNode } from 'react';

export const SMALL_BUTTON =
  'rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] font-semibold text-deep hover:bg-pale disabled:text-disabled';
export const HEAD_CELL = 'py-1 pr-4 text-left text-[12.5px] font-normal text-second';

/** A sheet of the room with its heading. */
export const Section = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <section aria-label={title} className="rounded-lg border border-rule bg-page px-6 py-4">
    <h2 className="border-b-2 border-rule-strong pb-1.5 text-[17px] font-bold">{title}</h2>
    {children}
  </section>
);

export const Fault = ({ text }: { readonly text: string | undefined }) =>
  text ? (
    <p
      role="alert"
      className="mt-3 rounded-md border border-fault-rule bg-fault-pale px-3 py-2 text-[13.5px] text-fault"
    >
      {text}
    </p>
  ) : null;
