import { balance } from '../core/balance/balance.ts';
import { booksOf } from '../core/balance/books.ts';
import { balanceTogether } from '../core/balance/together.ts';
import type { Worked } from '../core/drawing/desk.ts';
import { sentence } from '../core/number/fault.ts';
import type { SheetSetup } from '../core/sheet/setup.ts';
import { givenDxf } from '../formats/givenDxf.ts';
import { givenSvg } from '../formats/givenSvg.ts';

/** What views are held against: the part, or only one another. */
export type Against = 'part' | 'one another';

/** What came of balancing a file: its differences, by view, and how many lines it has; or why it cannot be read. */
export type BalanceAnswer =
  | {
      readonly ok: true;
      readonly lines: number;
      readonly found: readonly { readonly view: string; readonly sentence: string }[];
    }
  | { readonly ok: false; readonly faults: readonly string[] };

/** Balances the views of a file, by its name an SVG or a DXF. */
export const balanceText = (
  { sheet }: Extract<Worked, { ok: true }>,
  rules: SheetSetup['rules'],
  name: string,
  text: string,
  against: Against,
): BalanceAnswer => {
  const read = /\.dxf$/i.test(name) ? givenDxf(text) : givenSvg(text);
  if (!read.ok) return { ok: false, faults: read.faults.map(sentence) };
  const lines = [...read.value.values()].reduce((n, l) => n + l.length, 0);
  const found =
    against === 'part'
      ? balance(read.value, booksOf(sheet, rules, read.value))
      : balanceTogether(read.value).map((d) => ({ view: d.account, sentence: d.sentence }));
  return { ok: true, lines, found };
};
