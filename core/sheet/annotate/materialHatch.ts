/**
 * Ways of hatching by what a part is made of. Standards leave them to the office or the course; these are the usual ones of textbooks: plain lines for
 * cast iron and wherever nothing else is known, pairs for steel, full and dashed lines by turns for copper and its alloys, lines both ways for
 * light and white metals, one full line and two dashed ones for plastics and rubber, lines at unequal distances for wood.
 */
export type HatchPattern = 'plain' | 'pairs' | 'dashed' | 'crossed' | 'twoDashed' | 'grain';

const PATTERNS: readonly (readonly [RegExp, HatchPattern])[] = [
  [/cast iron|grey iron/i, 'plain'],
  [/steel|stainless|iron/i, 'pairs'],
  [/brass|bronze|gunmetal|copper/i, 'dashed'],
  [/alumini?um|alloy|zinc|lead|magnesium|titanium|white metal|tin\b/i, 'crossed'],
  [
    /acrylic|acetal|pom\b|nylon|polyamide|polycarbonate|pla\b|abs\b|plastic|rubber|ptfe|polyethylene/i,
    'twoDashed',
  ],
  [/oak|beech|ash\b|ply|pine|spruce|larch|wood|timber|maple|walnut|birch/i, 'grain'],
];

/** How a material is hatched, by its name; plain where it is not known. */
export const patternOf = (material: string): HatchPattern =>
  PATTERNS.find(([name]) => name.test(material))?.[1] ?? 'plain';

/** Lines of a hatching that run one way at equal distances. */
export type HatchFamily = {
  /** radians from the hatching's own direction */
  readonly turn: number;
  /** from one line to the next, and of the first from where they are counted, as shares of the spacing */
  readonly every: number;
  readonly first: number;
  readonly isDashed?: boolean;
};

const RIGHT_ANGLE = Math.PI / 2;

/** What each way of hatching is made of. */
export const HATCH_FAMILIES: Readonly<Record<HatchPattern, readonly HatchFamily[]>> = {
  plain: [{ turn: 0, every: 1, first: 0 }],
  pairs: [
    { turn: 0, every: 1.6, first: 0 },
    { turn: 0, every: 1.6, first: 0.35 },
  ],
  dashed: [
    { turn: 0, every: 2, first: 0 },
    { turn: 0, every: 2, first: 1, isDashed: true },
  ],
  crossed: [
    { turn: 0, every: 1.4, first: 0 },
    { turn: RIGHT_ANGLE, every: 1.4, first: 0 },
  ],
  twoDashed: [
    { turn: 0, every: 3, first: 0 },
    { turn: 0, every: 3, first: 1, isDashed: true },
    { turn: 0, every: 3, first: 2, isDashed: true },
  ],
  grain: [
    { turn: 0, every: 4, first: 0 },
    { turn: 0, every: 4, first: 0.7 },
    { turn: 0, every: 4, first: 2.1 },
  ],
};
