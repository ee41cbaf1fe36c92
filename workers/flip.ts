import type { Vec2 } from '../core/geometry/vec.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';

/** A point of the paper as the screen has it: mm, y down. */
export const flip = (p: Vec2, sheet: Pick<Sheet, 'paper'>): Vec2 => [p[0], sheet.paper.height - p[1]];
