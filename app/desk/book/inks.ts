/** The three accounts' inks, where they are drawn rather than set in type. */
export const ACCOUNT_INK = { W: '#0B63C5', D: '#A62D6B', H: '#8A6100' } as const;
