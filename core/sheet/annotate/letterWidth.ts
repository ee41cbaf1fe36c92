/** Advances of the characters of the sheet's lettering (osifont), as a share of the height of its capitals. */
const ADVANCES: readonly (readonly [number, string])[] = [
  [0.275, ".'"],
  [0.315, ',:'],
  [0.345, '()'],
  [0.36, '[]'],
  [0.445, 'Iij'],
  [0.53, 'l"°'],
  [0.59, ' J'],
  [0.63, '±×'],
  [0.68, '-/1ztrc'],
  [0.735, 'af'],
  [0.8, '0234679nosqv8eh'],
  [0.84, 'bdgkpuxy5ACEFLT'],
  [0.71, '↧'],
  [0.93, 'BOSPDZKQG⌀'],
  [0.98, 'HNRUXVY'],
  [1.07, 'Mwm'],
  [1.135, '⌒'],
  [1.2, 'W'],
  [1.405, '⌲⌳'],
  [1.385, '⌵'],
  [1.445, '⌴'],
];
const BY_CHARACTER = new Map(ADVANCES.flatMap(([w, all]) => [...all].map((c) => [c, w] as const)));
/** For a character that is not listed. */
const WIDEST = 1.2;

/** How wide a text is. @param height of its capitals, mm @returns mm */
export const letterWidth = (text: string, height: number): number =>
  [...text].reduce((sum, c) => sum + (BY_CHARACTER.get(c) ?? WIDEST), 0) * height;
