/** The three accounts: width, depth and height, which of the part's measures is meant. */
export type Account = 'W' | 'D' | 'H';

/** The axis of the part along which each account runs: 0 x, 1 y, 2 z. */
export const ACCOUNT_AXIS: Record<Account, 0 | 1 | 2> = { W: 0, D: 1, H: 2 };
