/** What the caliper that ships for trying reads, one after the other, mm. */
export const SIMULATED_READINGS = [90.02, 40.01, 10.0, 89.98, 52.04, 12.02, 7.01, 5.0, 36.05, 20.0] as const;

/**
 * A reading as a caliper types it, as a figure of the statement: a point for a comma, and its own unit kept.
 * @returns undefined where it is no length above nought
 */
export const readingOf = (typed: string): string | undefined => {
  const [, sign, figure, unit] = /^\s*([+-]?)\s*(\d*[.,]?\d+)\s*(mm|in|")?\s*$/i.exec(typed) ?? [];
  const value = Number(figure?.replace(',', '.'));
  if (figure === undefined || sign === '-' || !(value > 0)) return undefined;
  return `${value}${unit ? ` ${unit === '"' ? 'in' : unit.toLowerCase()}` : ''}`;
};

/** Types into the field that has the focus as a caliper does: the figures, then Enter. */
export const typeReading = (reading: number): void => {
  const field = document.activeElement;
  if (!(field instanceof HTMLInputElement)) return;
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
  set?.call(field, String(reading));
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
};
