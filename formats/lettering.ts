/** The fonts of a sheet, as the bytes of their files. */
export type Lettering = {
  /** the lettering itself */
  readonly usual: Uint8Array;
  /** the font that stands in where the lettering lacks a character */
  readonly wide: Uint8Array;
};

/** Where the fonts stand, below the project's public folder. */
export const LETTERING_FILES = {
  usual: 'lettering/osifont.ttf',
  wide: 'lettering/DejaVuSansCondensed.ttf',
} as const satisfies Record<keyof Lettering, string>;
