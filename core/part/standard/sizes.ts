import { evaluateExpression } from '../../number/expression.ts';
import { says } from '../../number/faultWords.ts';

/**
 * The sizes of standard parts: nominal, without tolerances. Metric ones after ISO 4014, 4017, 4032, 4035, 7089 and 4762 in round figures,
 * inch ones after ASME B18.2.1, B18.2.2 and B18.3 with the coarse threads of ASME B1.1.
 */
export type ScrewSize = {
  /** as it is written: "M12", "1/2 in" */
  readonly name: string;
  readonly unit: 'mm' | 'in';
  /** nominal diameter; all lengths in `unit` */
  readonly d: number;
  /** of the coarse thread */
  readonly pitch: number;
  readonly acrossFlats: number;
  readonly headHeight: number;
  readonly nutAcrossFlats: number;
  readonly nutHeight: number;
  readonly thinNutHeight: number;
  /** inside, outside and thickness */
  readonly washer?: readonly [number, number, number];
  /** across the head and across the flats of its socket */
  readonly socketHead?: readonly [number, number];
  /** of the hole that the shank passes freely */
  readonly clearance?: number;
};

const metric = (
  d: number,
  pitch: number,
  acrossFlats: number,
  headHeight: number,
  nutHeight: number,
  thinNutHeight: number,
  rest: Pick<ScrewSize, 'washer' | 'socketHead' | 'clearance'>,
): ScrewSize => ({
  name: `M${d}`,
  unit: 'mm',
  d,
  pitch,
  acrossFlats,
  headHeight,
  nutAcrossFlats: acrossFlats,
  nutHeight,
  thinNutHeight,
  ...rest,
});

const METRIC: readonly ScrewSize[] = [
  metric(3, 0.5, 5.5, 2, 2.4, 1.8, {}),
  metric(4, 0.7, 7, 2.8, 3.2, 2.2, {}),
  metric(5, 0.8, 8, 3.5, 4.7, 2.7, { washer: [5.3, 10, 1], socketHead: [8.5, 4], clearance: 5.5 }),
  metric(6, 1, 10, 4, 5.2, 3.2, { washer: [6.4, 12.5, 1.6], socketHead: [10, 5], clearance: 6.6 }),
  metric(8, 1.25, 13, 5.3, 6.8, 4, { washer: [8.4, 16, 1.6], socketHead: [13, 6], clearance: 9 }),
  metric(10, 1.5, 16, 6.4, 8.4, 5, { washer: [10.5, 20, 2], socketHead: [16, 8], clearance: 11 }),
  metric(12, 1.75, 18, 7.5, 10.8, 6, { washer: [13, 24, 2.5], socketHead: [18, 10], clearance: 13.5 }),
  metric(16, 2, 24, 10, 14.8, 8, { washer: [17, 30, 3], socketHead: [24, 14], clearance: 17.5 }),
  metric(20, 2.5, 30, 12.5, 18, 10, { washer: [21, 37, 3], socketHead: [30, 17], clearance: 22 }),
  metric(24, 3, 36, 15, 21.5, 12, { washer: [25, 44, 4], clearance: 26 }),
  metric(30, 3.5, 46, 18.7, 25.6, 15, { washer: [31, 56, 4], clearance: 33 }),
  metric(36, 4, 55, 22.5, 31, 18, { washer: [37, 66, 5], clearance: 39 }),
];

const noNames = () => ({ position: 0, ...says('name.unknown', { name: '', known: '' }) });
/** A figure of the inch tables: "1 11/16", "27/32" or "1". */
const fractionValue = (text: string): number => {
  const read = evaluateExpression(text.trim(), noNames);
  return read.ok ? read.amount.value : Number.NaN;
};

/** Figures written as on the inch tables: "1 1/8" and "27/32". */
const inch = (
  size: string,
  threads: number,
  texts: string,
  washer: readonly [number, number, number],
): ScrewSize => {
  const [flats, head, nutFlats, nut, thinNut, socket, clearance] = texts.split(',').map(fractionValue);
  const d = fractionValue(size);
  return {
    name: `${size} in`,
    unit: 'in',
    d,
    pitch: 1 / threads,
    acrossFlats: flats as number,
    headHeight: head as number,
    nutAcrossFlats: nutFlats as number,
    nutHeight: nut as number,
    thinNutHeight: thinNut as number,
    washer,
    socketHead: [1.5 * d, socket as number],
    clearance: clearance as number,
  };
};

const INCH: readonly ScrewSize[] = [
  inch('1/4', 20, '7/16, 11/64, 7/16, 7/32, 5/32, 3/16, 9/32', [0.281, 0.625, 0.065]),
  inch('5/16', 18, '1/2, 7/32, 1/2, 17/64, 3/16, 1/4, 11/32', [0.344, 0.688, 0.065]),
  inch('3/8', 16, '9/16, 1/4, 9/16, 21/64, 7/32, 5/16, 13/32', [0.406, 0.812, 0.065]),
  inch('7/16', 14, '5/8, 19/64, 11/16, 3/8, 1/4, 3/8, 15/32', [0.469, 0.922, 0.065]),
  inch('1/2', 13, '3/4, 11/32, 3/4, 7/16, 5/16, 3/8, 17/32', [0.531, 1.062, 0.095]),
  inch('9/16', 12, '13/16, 23/64, 7/8, 31/64, 5/16, 7/16, 19/32', [0.594, 1.156, 0.095]),
  inch('5/8', 11, '15/16, 27/64, 15/16, 35/64, 3/8, 1/2, 21/32', [0.656, 1.312, 0.095]),
  inch('3/4', 10, '1 1/8, 1/2, 1 1/8, 41/64, 27/64, 5/8, 13/16', [0.812, 1.469, 0.134]),
  inch('7/8', 9, '1 5/16, 37/64, 1 5/16, 3/4, 31/64, 3/4, 15/16', [0.938, 1.75, 0.134]),
  inch('1', 8, '1 1/2, 43/64, 1 1/2, 55/64, 35/64, 3/4, 1 1/16', [1.062, 2, 0.134]),
  inch('1 1/8', 7, '1 11/16, 3/4, 1 11/16, 31/32, 39/64, 7/8, 1 3/16', [1.25, 2.25, 0.134]),
  inch('1 1/4', 7, '1 7/8, 27/32, 1 7/8, 1 1/16, 23/32, 7/8, 1 5/16', [1.375, 2.5, 0.165]),
];

/** All sizes known, metric ones first. */
export const SCREW_SIZES: readonly ScrewSize[] = [...METRIC, ...INCH];

/** One way of writing a size: "m 12" and "M12", `1/2"` and "1/2 in". */
const plain = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/\s*(?:inch(?:es)?|in\.?|["”])$/, '')
    .replace(/^m\s+/, 'm')
    .replace(/\s+/g, ' ');

const WITH_PITCH = /^\s*(m\s*[\d.]+)\s*[x×]\s*([\d.]+)\s*$/i;

/** The size by its name, "M12" or "1/2 in"; a fine pitch stands behind it: "M12 x 1.25". */
export const screwSize = (name: string): ScrewSize | undefined => {
  const [, base, pitch] = WITH_PITCH.exec(name) ?? [];
  const size = SCREW_SIZES.find((s) => plain(s.name) === plain(base ?? name));
  if (!size || pitch === undefined) return size;
  const p = Number(pitch);
  return p > 0 && p < size.d / 2 ? { ...size, name: `${size.name} x ${pitch}`, pitch: p } : undefined;
};

/** The metric or inch size of a plain nominal diameter, in that unit. */
export const screwSizeAcross = (d: number, unit: 'mm' | 'in'): ScrewSize | undefined =>
  SCREW_SIZES.find((s) => s.unit === unit && Math.abs(s.d - d) < 1e-9);
