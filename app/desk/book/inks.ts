/** The three accounts' inks, where they are drawn rather than set in type. */
export const ACCOUNT_INK = {
  W: 'var(--color-width)',
  D: 'var(--color-depth)',
  H: 'var(--color-height)',
} as const;

/** The inks of the pens on the screen; those that are missing draw in the usual ink. */
export const PEN_INK: Readonly<Record<string, string>> = {
  projector: 'var(--color-projector)',
  dimension: 'var(--color-ink)',
  hatch: 'var(--color-hatch)',
  centre: 'var(--color-ink)',
  reference: 'var(--color-ink)',
  square: 'var(--color-rule-strong)',
};
