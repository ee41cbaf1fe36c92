import type { SheetChanges } from '../core/compare/sheetChanges.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { type Ink, penWidth } from '../core/sheet/ink/ink.ts';
import { EM_OF_CAPITALS, escapeText, svgPath } from './sheetSvg.ts';

/** Gone in red and dashed wide, new in blue and strong, what stays in grey: told apart without colour as well. */
const STYLES = {
  same: { colour: '#9AA3B5', wide: 1 },
  gone: { colour: '#B3261E', wide: 1.4 },
  added: { colour: '#1746C8', wide: 2.2 },
} as const;

const inkSvg = (ink: Ink, height: number, wide: number): string => {
  if (ink.kind === 'text') {
    const [x, y] = [ink.at[0], height - ink.at[1]];
    const turn = ink.angle ? ` transform="rotate(${-ink.angle} ${x} ${y})"` : '';
    return `<text x="${x}" y="${y}"${turn} font-size="${ink.height * EM_OF_CAPITALS}" text-anchor="${ink.anchor}" stroke="none">${escapeText(ink.text)}</text>`;
  }
  // the lines say what changed; colour would hide which state they are of
  if (ink.kind === 'tint') return '';
  if (ink.kind === 'fill')
    return `<polygon stroke="none" points="${ink.points.map((p) => `${p[0]},${height - p[1]}`).join(' ')}"/>`;
  return `<path fill="none" d="${svgPath(ink.stretches, height)}" stroke-width="${penWidth(ink.pen) * wide}"/>`;
};

/** Two states of a sheet laid over one another, as a picture of the later sheet's size. */
export const changesSvg = (changes: SheetChanges, { paper }: Sheet): string => {
  const layer = (name: keyof typeof STYLES): string => {
    const { colour, wide } = STYLES[name];
    const drawn = changes[name].map((ink) => inkSvg(ink, paper.height, wide)).join('');
    return `<g data-layer="${name}" stroke="${colour}" fill="${colour}"${name === 'gone' ? ' stroke-dasharray="2 1"' : ''}>${drawn}</g>`;
  };
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${paper.width} ${paper.height}" style="font-family:osifont,sans-serif;width:100%" role="img" aria-label="Both states laid over one another">${layer('same')}${layer('gone')}${layer('added')}</svg>`;
};
