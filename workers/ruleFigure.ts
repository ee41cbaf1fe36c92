import { openBooks } from '../core/dimension/books.ts';
import { openDesk } from '../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../core/drawing/drawing.ts';
import { proposedDimensions } from '../core/drawing/proposedDimensions.ts';
import type { PartFile } from '../core/part/schema.ts';
import { byHouseRules, rulesOfSheet } from '../core/sheet/houseRules.ts';
import { RULE_CHOICES, type RuleChoices, withChoice } from '../core/sheet/ruleChoices.ts';
import { sheetSvg } from '../formats/sheetSvg.ts';

/** A made-up bracket on which every rule shows: a step, a bore and two blind holes, alike on both sides of its middle. */
const PART: PartFile = {
  format: 'blue-ledger/part@1',
  name: 'Rule',
  units: 'mm',
  bodies: [
    {
      name: 'part',
      features: [
        { id: 'plate', op: 'add', shape: { kind: 'block', width: 60, depth: 34, height: 12 } },
        { id: 'wall', op: 'add', at: [0, 0, 12], shape: { kind: 'block', width: 16, depth: 34, height: 24 } },
        { id: 'bore', op: 'cut', at: [40, 17, 12], shape: { kind: 'hole', diameter: 14, depth: 'through' } },
        {
          id: 'blind',
          op: 'cut',
          plane: 'left',
          at: [0, 8, 26],
          repeat: { count: 2, step: [0, 18, 0] },
          shape: { kind: 'hole', diameter: 8, depth: 10 },
        },
      ],
    },
  ],
};
const VIEWS: Record<RuleChoices['shows'], Drawing['setup']['views']> = {
  views: ['front', 'top', 'left'],
  cut: ['front', 'top'],
  dimensions: ['front'],
  holes: ['top'],
  symmetry: ['front', 'top'],
};
/** Free paper round the views, mm. */
const ROUND = { views: 10, cut: 13, dimensions: 30, holes: 30, symmetry: 10 } as const;

/** The same without its bore, whose axis would stand for the line of symmetry. */
const WITHOUT_BORE: PartFile = {
  ...PART,
  bodies: PART.bodies.map((b) => ({ ...b, features: b.features.filter((f) => f.id !== 'bore') })),
};

/** A plate with three holes, whose places are counted from one corner. */
const HOLED: PartFile = {
  ...PART,
  bodies: [
    {
      name: 'part',
      features: [
        { id: 'plate', op: 'add', shape: { kind: 'block', width: 64, depth: 40, height: 10 } },
        { id: 'h1', op: 'cut', at: [12, 10, 10], shape: { kind: 'hole', diameter: 8, depth: 'through' } },
        { id: 'h2', op: 'cut', at: [30, 26, 10], shape: { kind: 'hole', diameter: 8, depth: 'through' } },
        { id: 'h3', op: 'cut', at: [50, 18, 10], shape: { kind: 'hole', diameter: 12, depth: 'through' } },
      ],
    },
  ],
};
const PARTS: Partial<Record<RuleChoices['shows'], PartFile>> = { symmetry: WITHOUT_BORE, holes: HOLED };

/**
 * How a choice of a rule looks: the views of a small part by it, as SVG.
 * @param key the rule; @param choice which of its choices
 * @returns undefined where there is no such rule or choice
 */
export const ruleFigure = (key: string, choice: number): string | undefined => {
  const rule = RULE_CHOICES.find((r) => r.key === key);
  const taken = rule?.choices[choice];
  if (!rule || !taken) return undefined;
  const bare = drawingOfPart(PARTS[rule.shows] ?? PART);
  const usual = rulesOfSheet('usual', bare.setup);
  const setup = byHouseRules(
    { ...bare.setup, paper: 'A3', scale: 1, gap: 12, views: VIEWS[rule.shows] },
    withChoice(usual, taken),
  );
  const isDimensioned = rule.shows === 'dimensions' || rule.shows === 'holes';
  const books = isDimensioned ? openBooks(bare.part) : undefined;
  const drawing: Drawing = {
    ...bare,
    setup: { ...setup, ...(rule.shows === 'cut' && { shapes: { A: { out: true } } }) },
    cuts:
      rule.shows === 'cut'
        ? [
            {
              on: true,
              trace: {
                name: 'A',
                seenIn: 'top',
                through: [
                  [0, 17],
                  [60, 17],
                ],
                look: 'up',
              },
            },
          ]
        : [],
    ...(books && { dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) } }),
  };
  const worked = openDesk().work(drawing);
  if (!worked.ok) return undefined;
  const { sheet } = worked;
  const { x, y, w, h } = sheet.layout.extent;
  const by = ROUND[rule.shows];
  const [left, top, wide, high] = [x - by, sheet.paper.height - y - h - by, w + 2 * by, h + 2 * by];
  const title = `${rule.words}: ${taken.words}`;
  return sheetSvg(sheet, title).replace(
    /<svg [^>]*>/,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}mm" height="${high}mm" viewBox="${left} ${top} ${wide} ${high}">`,
  );
};
