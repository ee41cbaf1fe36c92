/** The three accounts: width, depth and height, which of the part's measures is meant. */
export type Account = 'W' | 'D' | 'H';
