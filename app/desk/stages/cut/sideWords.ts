import { decimal } from '../../../../core/number/format.ts';
import type { Conic, Side } from '../../../../core/section/faceFigures.ts';

const conicWords = (c: Conic, isWhole: boolean): string => {
  const fig = (x: number): string => decimal(x, 2);
  switch (c.kind) {
    case 'circle':
      return `${isWhole ? 'a circle' : 'an arc of a circle'} ⌀${fig(c.diameter)}`;
    case 'ellipse':
      return `${isWhole ? 'an ellipse' : 'part of an ellipse'} ${c.axes.map(fig).join(' x ')}, its foci ${fig(c.foci)} apart`;
    case 'parabola':
      return `part of a parabola, its focus ${fig(c.focus)} from the vertex`;
    case 'hyperbola':
      return `part of a hyperbola, its vertices ${fig(c.vertices)} and its foci ${fig(c.foci)} apart`;
  }
};

/** A side of a true shape in words: "3–4 21.36 mm", or what its curve is. */
export const sideWords = (s: Side, units: string): string => {
  const isWhole = s.from === undefined && s.to === undefined && s.curve !== undefined;
  const ends = s.from !== undefined && s.to !== undefined ? `${s.from}–${s.to} ` : '';
  const curve =
    typeof s.curve === 'object' ? `, ${conicWords(s.curve, isWhole)}` : s.curve ? ', a curve' : '';
  return `${ends}${decimal(s.length, 2)} ${units}${curve}`;
};
