const two = { hour: '2-digit', minute: '2-digit', hour12: false } as const;
const TIME = new Intl.DateTimeFormat('en-GB', two);
const DAY_AND_TIME = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', ...two });
/** Year, month, day and time, largest first, as in the register. */
const MOMENT = new Intl.DateTimeFormat('sv-SE', { dateStyle: 'short', timeStyle: 'short' });

/** 14:05, in the clock of whoever reads it. */
export const timeOfDay = (at: Date): string => TIME.format(at);
/** 28 Nov, 14:05, in the clock of whoever reads it. */
export const dayAndTime = (iso: string): string => DAY_AND_TIME.format(new Date(iso));
/** 2026-11-28 14:05, in the clock of whoever reads it. */
export const moment = (iso: string): string => MOMENT.format(new Date(iso));

/** The day where one sits, as it is written into a title block: "2026-11-28". */
export const today = (): string => {
  const now = new Date();
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};
