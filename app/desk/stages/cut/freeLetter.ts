/** The next letter for a cut; I, O, Q and X are left out, as they are read for figures and axes. */
export const freeLetter = (taken: readonly string[]): string =>
  [...'ABCDEFGHJKLMNPRSTUVWYZ'].find((l) => !taken.includes(l)) ?? `A${taken.length}`;
