import type { Vec2 } from '../core/geometry/vec.ts';
import { type Ink, type Pen, penWidth, type Stretch } from '../core/sheet/ink.ts';
import type { Sheet } from '../core/sheet/sheet.ts';
import { type PathCommand, pathCommands } from './sheetPath.ts';

/** Micrometres are enough on paper. Adding zero turns -0 into 0. */
const mm = (x: number): string => String(Math.round(x * 1000) / 1000 + 0);

/** Path data of stretches with y downwards (SVG), for a sheet of the given height. */
export const svgPath = (stretches: readonly Stretch[], height: number): string => {
  const at = (p: Vec2): string => `${mm(p[0])} ${mm(height - p[1])}`;
  const word = (c: PathCommand): string => {
    if (c.op === 'curve') return `C${at(c.c1)} ${at(c.c2)} ${at(c.to)}`;
    return `${c.op === 'move' ? 'M' : 'L'}${at(c.to)}`;
  };
  return stretches.flatMap((s) => pathCommands(s).map(word)).join('');
};

/** Light lines are grey on the print; everything else is black. */
export const penColour = (pen: Pen): string => (pen === 'projector' ? '#7A86A0' : '#000000');

const escapeText = (s: string): string =>
  s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** osifont's capitals are 1515 of 2048 units high. */
export const EM_OF_CAPITALS = 2048 / 1515;

const inkSvg = (ink: Ink, height: number): string => {
  if (ink.kind === 'text')
    return `<text x="${mm(ink.at[0])}" y="${mm(height - ink.at[1])}" font-size="${mm(ink.height * EM_OF_CAPITALS)}" text-anchor="${ink.anchor}">${escapeText(ink.text)}</text>`;
  if (ink.kind === 'fill')
    return `<polygon points="${ink.points.map((p) => `${mm(p[0])},${mm(height - p[1])}`).join(' ')}"/>`;
  if (!ink.stretches.length) return '';
  return `<path d="${svgPath(ink.stretches, height)}" stroke-width="${penWidth(ink.pen)}" stroke="${penColour(ink.pen)}"/>`;
};

/**
 * The sheet as an SVG file, measuring true: its size is given in mm and one unit is one mm.
 * @param lettering the lettering font as base64, to be carried in the file
 */
export const sheetSvg = (sheet: Sheet, title: string, lettering?: string): string => {
  const { width, height } = sheet.paper;
  const layers = new Map<string, string[]>();
  for (const ink of sheet.ink) {
    const text = inkSvg(ink, height);
    if (!text) continue;
    const list = layers.get(ink.layer);
    if (list) list.push(text);
    else layers.set(ink.layer, [text]);
  }
  const font = lettering
    ? `<style>@font-face{font-family:osifont;src:url(data:font/ttf;base64,${lettering})}</style>`
    : '';
  const groups = [...layers].map(([name, items]) => `<g id="${name}">\n${items.join('\n')}\n</g>`).join('\n');
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}">
<title>${escapeText(title)}</title>${font}
<rect width="100%" height="100%" fill="#fff"/>
<g fill="none" stroke-linecap="round" stroke-linejoin="round" style="font-family:osifont,'Atkinson Hyperlegible Next Variable',sans-serif">
<style>text,polygon{fill:#000;stroke:none}</style>
${groups}
</g>
</svg>
`;
};
