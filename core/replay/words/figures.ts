import { chainText, termText } from '../../station/chainText.ts';
import { type SizeChain, writtenTerms } from '../../station/sizeChain.ts';
import type { Origin } from '../figureOrigin.ts';
import type { Figure } from '../instruction.ts';
import type { Wording } from './wording.ts';

/** How a counted figure is made of stated sizes, what is added first: "25 + 14/2", "90 - 15". Empty for any other figure. */
export const workingText = (w: Wording, { source, sizes }: Pick<Origin, 'source' | 'sizes'>): string =>
  source === 'counted' && sizes ? chainText(w, sizes) : '';

/** What a size is that stands in no line of the part: a figure of a cut's trace, or of an expression. */
const elsewhere = (path: SizeChain[number]['path']): string =>
  path[0] === 'cuts' ? `trace of cut ${path[1]}` : path[0] === 'dims' ? `${path[1]}` : 'as stated';

/** What each size of a working is: "25 (slot from the front), 14/2 (slot wide)". */
export const sizesInWords = (w: Wording, chain: SizeChain): string =>
  writtenTerms(chain)
    .map((t) => `${termText(w, t)} (${w.sizeNames.get(t.path.join('/')) ?? elsewhere(t.path)})`)
    .join(', ');

/** A length on the paper, mm, as the part's size in its unit. */
const sizeText = (w: Wording, length: number): string =>
  w.written.size(Math.abs(length) / w.plan.sheet.scale);

/** A size with its working where it is counted: "75 = 90 - 15". */
export const sizeWithWorking = (w: Wording, { length, origin }: Figure): string => {
  const working = workingText(w, origin);
  return `${sizeText(w, length)}${working ? ` = ${working}` : ''}`;
};

/** The same, and the length on the paper where the two differ: "75 = 90 - 15 (37.5 mm on the paper)". */
export const figureText = (w: Wording, f: Figure): string => {
  const { sheet } = w.plan;
  const isFullSize = Math.abs(sheet.scale - (sheet.units === 'in' ? 25.4 : 1)) < 1e-9;
  const onPaper = isFullSize ? '' : ` (${w.written.paper(Math.abs(f.length))} on the paper)`;
  return `${sizeWithWorking(w, f)}${onPaper}`;
};

/** An angle in degrees, to so many places. */
export const degreesText = (angle: number, places: 2 | 6): string =>
  `${Math.round(angle * 10 ** places) / 10 ** places} degrees`;
