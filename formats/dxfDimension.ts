import type { Vec2 } from '../core/geometry/vec.ts';
import { sizeText } from '../core/number/format.ts';
import type { Laid } from '../core/sheet/dimensions/laid.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { onPaper } from '../core/sheet/layout/similarity.ts';
import { type Pair, plain, point } from './dxfPairs.ts';

/** What a dimension is as one entity of a DXF file: its places on the paper in mm, and what stands on it. */
export type LinearEntity = {
  readonly id: string;
  /** where the extension lines begin */
  readonly from: Vec2;
  readonly to: Vec2;
  /** a place of the dimension line */
  readonly line: Vec2;
  readonly middle: Vec2;
  /** degrees: 0 for a level one, 90 for an upright one */
  readonly angle: 0 | 90;
  /** "<>" stands for the measured figure; the whole text where that is a fraction of an inch */
  readonly text: string;
};

/** The text with the measured figure as its placeholder, where it holds that figure once and as a decimal. */
const placeheld = (d: Laid, units: Sheet['units']): string => {
  const figure = sizeText(d.value, units);
  const parts = d.text.split(figure);
  return units === 'mm' && parts.length === 2 && !d.wanted.spaces ? parts.join('<>') : d.text;
};

/** The dimensions of a sheet that a DXF file knows as entities: those along a line with extension lines; notes and angles stay lines and text. */
export const linearEntities = (sheet: Sheet): Map<string, LinearEntity> => {
  const out = new Map<string, LinearEntity>();
  for (const d of sheet.dimensions.laid) {
    const { line, extension, text } = d.drawn;
    const home = sheet.views.find((v) => v.name === d.view);
    if (!d.side || !line || !home) continue;
    const origin = onPaper(home.toPaper, [0, 0]);
    const place = ([x, y]: Vec2): Vec2 => [origin[0] + x, origin[1] + y];
    const angle = d.side === 'below' || d.side === 'above' ? 0 : 90;
    // a dimension whose arrows point inwards has a line that runs on: what it measures lies between its arrows
    const tips = d.drawn.arrows.map((a) => a.tip);
    const counted = d.drawn.zero ? [d.drawn.zero.at, ...tips] : tips;
    const [a, b] = counted.length === 2 ? (counted as [Vec2, Vec2]) : line;
    /** Where the extension line to an end begins; the end itself where it has none. */
    const foot = (end: Vec2): Vec2 => {
      const along = angle === 0 ? 0 : 1;
      const own = extension.find(([p]) => Math.abs(p[along] - end[along]) < 1e-6);
      return own ? own[0] : end;
    };
    const [x0, y0, x1, y1] = text.box;
    out.set(d.wanted.id, {
      id: d.wanted.id,
      from: place(foot(a)),
      to: place(foot(b)),
      line: place(b),
      middle: place([(x0 + x1) / 2, (y0 + y1) / 2]),
      angle,
      text: placeheld(d, sheet.units),
    });
  }
  return out;
};

/** What follows the head of a DIMENSION entity. @param block the name of the block that shows it @param k file units to a mm of paper */
export const linearPairs = (d: LinearEntity, block: string, k: number): Pair[] => {
  const along = d.angle === 0 ? 0 : 1;
  return [
    [2, block],
    ...point(10, d.line, k),
    ...point(11, d.middle, k),
    // rotated, with a block of its own
    [70, 32],
    [1, plain(d.text)],
    [71, 5],
    [42, Math.abs(d.to[along] - d.from[along]) * k],
    [3, 'STANDARD'],
    [100, 'AcDbAlignedDimension'],
    ...point(13, d.from, k),
    ...point(14, d.to, k),
    [50, d.angle],
    [100, 'AcDbRotatedDimension'],
  ];
};
