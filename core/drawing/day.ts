/** The day that a drawing bears, as it is written into its files; the beginning of time where it bears none that can be read. */
export const dayOf = (date: string): Date => {
  const day = new Date(date);
  return date && !Number.isNaN(day.getTime()) ? day : new Date(0);
};
