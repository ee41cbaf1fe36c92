import { balance } from '../core/balance/balance.ts';
import type { Imbalance } from '../core/balance/finding.ts';
import type { Worked } from '../core/drawing/desk.ts';
import { sentence } from '../core/number/fault.ts';
import { givenDxf } from '../formats/givenDxf.ts';
import { givenSvg } from '../formats/givenSvg.ts';

/** What came of balancing a file: its differences and how many lines it has, or why it cannot be read. */
export type BalanceAnswer =
  | { readonly ok: true; readonly lines: number; readonly found: readonly Imbalance[] }
  | { readonly ok: false; readonly faults: readonly string[] };

/** Balances the views of a file, by its name an SVG or a DXF. */
export const balanceText = (
  { sheet, part }: Extract<Worked, { ok: true }>,
  name: string,
  text: string,
): BalanceAnswer => {
  const read = /\.dxf$/i.test(name) ? givenDxf(text) : givenSvg(text);
  if (!read.ok) return { ok: false, faults: read.faults.map(sentence) };
  const books = {
    views: new Map(sheet.views.map((v) => [v.name, v.view])),
    angle: sheet.angle,
    unit: part.units,
  };
  const lines = [...read.value.values()].reduce((n, l) => n + l.length, 0);
  return { ok: true, lines, found: balance(read.value, books) };
};
