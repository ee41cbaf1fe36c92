import { decimal } from '../number/format.ts';
import { type Ink, type Stretch, straight } from '../sheet/ink/ink.ts';

/** How a printer prints lengths: what comes out for each millimetre that is sent, across the paper and along it. */
export type Printer = { readonly name: string; readonly across: number; readonly along: number };

/** The bars of the test page, mm. */
export const TEST_BARS = { across: 150, along: 200 } as const;
/** A printer that prints lengths further off than this share scales to the page, and is not corrected but set right. */
const MOST = 0.03;

/** What is typed of the bars of the test page, mm. */
export type Measured = { readonly across: number; readonly along: number };

/**
 * A printer by what its test page measures.
 * @returns undefined where a length is so far off that the print was scaled to fit its paper
 */
export const printerBy = (name: string, measured: Measured): Printer | undefined => {
  const across = measured.across / TEST_BARS.across;
  const along = measured.along / TEST_BARS.along;
  return [across, along].every((k) => Math.abs(k - 1) <= MOST) ? { name, across, along } : undefined;
};

/** What a printer makes of the test page's bars, mm to the tenth that a rule shows. */
export const barsPrinted = (p: Printer): Measured => ({
  across: Math.round(TEST_BARS.across * p.across * 10) / 10,
  along: Math.round(TEST_BARS.along * p.along * 10) / 10,
});

/** A stand-in for a printer that does not print true, to try the correction with. */
export const SIMULATED_PRINTER: Printer = { name: 'Simulated printer', across: 0.992, along: 1.006 };

/** By how much lengths are stretched before they are sent to a printer, so that they come out true. */
export const correctionFor = (p: Printer): readonly [across: number, along: number] => [
  1 / p.across,
  1 / p.along,
];

/** What the sheet says of its correction. */
export const correctionWords = (p: Printer): string => {
  const [across, along] = correctionFor(p).map((k) => decimal(k * 100, 2));
  return `Corrected for ${p.name}: ${across} % across, ${along} % along. Print it on no other.`;
};

/** Where the bars begin, mm: apart, so that neither is taken for longer than it is. */
const ACROSS_AT = [40, 25] as const;
const ALONG_AT = [25, 45] as const;
/** The printer's test page on A4, upright: a bar across and one along, to be measured. */
export const testPage = (): { readonly size: readonly [number, number]; readonly ink: Ink[] } => {
  const bar = (ends: readonly [readonly [number, number], readonly [number, number]]): Stretch[] => {
    const [a, b] = ends;
    const level = a[1] === b[1];
    const tick = ([x, y]: readonly [number, number]): Stretch =>
      level ? straight([x, y - 3], [x, y + 3]) : straight([x - 3, y], [x + 3, y]);
    return [straight([...a], [...b]), tick(a), tick(b)];
  };
  const text = (words: string, at: readonly [number, number], height: number): Ink => ({
    kind: 'text',
    layer: 'title',
    text: words,
    at: [...at],
    height,
    anchor: 'start',
  });
  return {
    size: [210, 297],
    ink: [
      {
        kind: 'stroke',
        layer: 'title',
        pen: 'frame',
        stretches: [
          ...bar([ACROSS_AT, [ACROSS_AT[0] + TEST_BARS.across, ACROSS_AT[1]]]),
          ...bar([ALONG_AT, [ALONG_AT[0], ALONG_AT[1] + TEST_BARS.along]]),
        ],
      },
      text('Printer test page', [36, 262], 5),
      text('Print this at 100 %, without fitting it to the page. Measure both bars', [36, 252], 2.5),
      text('with a steel rule to a tenth of a millimetre, and type what they measure.', [36, 247], 2.5),
      text(`across: ${TEST_BARS.across} mm`, [90, ACROSS_AT[1] + 5], 3.5),
      text(`along: ${TEST_BARS.along} mm`, [31, 140], 3.5),
    ],
  };
};
