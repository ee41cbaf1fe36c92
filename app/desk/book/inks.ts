/** The three accounts' inks, where they are drawn rather than set in type. */
export const ACCOUNT_INK = {
  W: 'var(--color-width)',
  D: 'var(--color-depth)',
  H: 'var(--color-height)',
} as const;
