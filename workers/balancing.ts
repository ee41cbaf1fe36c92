import { balance } from '../core/balance/balance.ts';
import { booksOf } from '../core/balance/books.ts';
import { balanceTogether } from '../core/balance/together.ts';
import type { Worked } from '../core/drawing/desk.ts';
import { sentence } from '../core/number/fault.ts';
import type { SheetSetup } from '../core/sheet/setup.ts';
import { drawsHidden } from '../core/sheet/views/drawnLines.ts';
import { givenDxf } from '../formats/givenDxf.ts';
import { givenSvg } from '../formats/givenSvg.ts';

/** What views are held against: the part, or only one another. */
export type Against = 'part' | 'one another';

/** What came of balancing a file: its differences, by view, what was found right and what stays open; or why it cannot be read. */
export type BalanceAnswer =
  | {
      readonly ok: true;
      /** what was held and found right, where nothing differs */
      readonly right: string;
      /** what could not be told */
      readonly open: readonly string[];
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
  if (against === 'part') {
    const found = balance(read.value, booksOf(sheet, rules, read.value));
    return { ok: true, found, right: `All ${lines} lines of ${name} are where the part has them.`, open: [] };
  }
  const together = balanceTogether(
    read.value,
    sheet.angle,
    sheet.views.map((v) => v.name),
    new Set(sheet.views.filter((v) => v.cut || !drawsHidden(v, rules)).map((v) => v.name)),
  );
  return {
    ok: true,
    found: together.found.map((d) => ({ view: d.views[0] ?? '', sentence: d.sentence })),
    right: `Each of the ${together.matched} corners, lines and limits of rounds in ${name} has its partner in the other views.`,
    open: together.open,
  };
};
