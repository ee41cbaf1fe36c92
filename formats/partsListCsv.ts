import type { PartsRow } from '../core/sheet/annotate/partsList.ts';
import { csvLine } from './csv.ts';

/** A row of the parts list with what one of its items measures. */
export type PartsMeasured = PartsRow & {
  /** of one, part units cubed */
  readonly volume: number;
  /** of one, g (mm) or lb (in); nothing where the density of its material is not known */
  readonly mass: number | undefined;
};

/** So many places has a volume or a mass. */
const PLACES = 3;
const figure = (x: number | undefined): string => (x === undefined ? '' : String(Number(x.toFixed(PLACES))));

/** The parts list as CSV, a row an item, with the mass of all where every one of them is known. */
export const partsListCsv = (rows: readonly PartsMeasured[], units: 'mm' | 'in'): string => {
  const unit = units === 'mm' ? 'g' : 'lb';
  const masses = rows.map((r) => (r.mass === undefined ? undefined : r.mass * r.off));
  const known = masses.every((m) => m !== undefined);
  return [
    [
      'item',
      'name',
      'off',
      'material',
      'drawing or standard',
      `volume of one ${units}3`,
      `mass of one ${unit}`,
      `mass of all ${unit}`,
    ],
    ...rows.map((r, i) => [
      String(r.item),
      r.name,
      String(r.off),
      r.material,
      r.designation,
      figure(r.volume),
      figure(r.mass),
      figure(masses[i]),
    ]),
    ...(known
      ? [['', 'all', '', '', '', '', '', figure(masses.reduce<number>((sum, m) => sum + (m ?? 0), 0))]]
      : []),
  ]
    .map(csvLine)
    .join('');
};
