import { CUT_WORDS } from './words/cuts.ts';
import { FIGURE_WORDS } from './words/figures.ts';
import { FILE_WORDS } from './words/files.ts';
import { GIVEN_VIEW_WORDS } from './words/givenViews.ts';
import { PART_WORDS } from './words/parts.ts';
import { SHEET_WORDS } from './words/sheets.ts';
import { STATEMENT_WORDS } from './words/statements.ts';
import type { Words } from './words/words.ts';

/**
 * The words of every fault, by its code. A fault carries its code and values, which programs and tests go by; its English is made in `words/` and
 * nowhere else, so that it can be changed or translated. `what` says what is wrong, `remedy` what to do.
 */

const WORDS = {
  ...CUT_WORDS,
  ...FIGURE_WORDS,
  ...FILE_WORDS,
  ...GIVEN_VIEW_WORDS,
  ...PART_WORDS,
  ...SHEET_WORDS,
  ...STATEMENT_WORDS,
};

export type FaultCode = keyof typeof WORDS;
type ValuesOf<C extends FaultCode> = Parameters<(typeof WORDS)[C]>;

/** What is wrong: its code and values, and the English made from them. */
export type Said = Words & {
  readonly code: FaultCode;
  readonly values?: Readonly<Record<string, string | number | boolean>>;
};

/** Says what is wrong, by its code and the values that its words hold. */
export const says = <C extends FaultCode>(code: C, ...[values]: ValuesOf<C>): Said => {
  const words = (WORDS[code] as (v: unknown) => Words)(values);
  return { code, ...(values !== undefined && { values: values as NonNullable<Said['values']> }), ...words };
};
