/**
 * How many random cases a test tries: a share of them on every run, and all of them with `npm run campaigns`, which sets BLUE_LEDGER_WHOLE. The
 * first cases are the same in both, so that what fails in the one fails in the other.
 */
export const campaign = (whole: number, share: number): number =>
  process.env.BLUE_LEDGER_WHOLE ? whole : share;
