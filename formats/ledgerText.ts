import type { Vec3 } from '../core/geometry/vec.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import { accountsOf, type LedgerScale } from '../core/ledger/ledger.ts';
import type { Posting } from '../core/ledger/postings.ts';
import { meetingKey } from '../core/naming/keys.ts';
import { decimal } from '../core/number/format.ts';
import { csvLine } from './csv.ts';

/** A row of the ledger: a corner, or a feature by its centre. */
export type LedgerEntry = {
  readonly label: string;
  /** "corner", or what kind of feature */
  readonly kind: string;
  readonly body: string;
  readonly at: Vec3;
  readonly postings: Partial<Record<ViewName, Posting>>;
  /** keys of the faces that meet in a corner */
  readonly on: readonly string[];
};

/** A ledger to be written out. */
export type Ledger = {
  readonly entries: readonly LedgerEntry[];
  readonly views: readonly ViewName[];
  readonly scale: LedgerScale;
  /** figures are multiplied by this: mm of paper per part unit where paper sizes are wanted, else 1 */
  readonly times: number;
  readonly unit: string;
};

const PLACES = 6;

const figures = (l: Ledger, at: Vec3): [number, number, number] => {
  const { W, D, H } = accountsOf(at, l.scale);
  return [W * l.times, D * l.times, H * l.times];
};

/** The ledger as CSV (RFC 4180): a heading line, then a row a point or feature. */
export const ledgerCsv = (l: Ledger): string => {
  return [
    csvLine(['point', 'kind', `W ${l.unit}`, `D ${l.unit}`, `H ${l.unit}`, ...l.views, 'body', 'faces']),
    ...l.entries.map((e) =>
      csvLine([
        e.label,
        e.kind,
        ...figures(l, e.at).map((x) => decimal(x, PLACES)),
        ...l.views.map((v) => e.postings[v] ?? 'none'),
        e.body,
        meetingKey(e.on),
      ]),
    ),
  ].join('');
};

const tidy = (x: number): number => Number(x.toFixed(9)) + 0;

/** The same as data. */
export const ledgerJson = (l: Ledger) => ({
  format: 'blue-ledger/ledger@1',
  units: l.unit,
  rows: l.entries.map((e) => {
    const [W, D, H] = figures(l, e.at).map(tidy);
    return { ...e, at: e.at.map(tidy), W, D, H };
  }),
});
