/**
 * The next free drawing number of the same row: SK-021 and SK-024 taken, SK-021 is followed by SK-025. A number without figures at its end, or
 * none, has no next one and stays.
 * @param taken all numbers in the register
 */
export const nextNumber = (number: string, taken: readonly string[]): string => {
  const [, row, figures] = /^(.*?)(\d+)$/.exec(number) ?? [];
  if (row === undefined || figures === undefined) return number;
  const used = taken.flatMap((t) => {
    const own = t.startsWith(row) ? /^\d+$/.exec(t.slice(row.length)) : null;
    return own ? [Number(own[0])] : [];
  });
  return `${row}${String(Math.max(Number(figures), ...used) + 1).padStart(figures.length, '0')}`;
};
