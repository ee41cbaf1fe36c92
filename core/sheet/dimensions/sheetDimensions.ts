import type { Box3 } from '../../geometry/box.ts';
import { VIEW_FRAMES, type ViewName } from '../../geometry/viewFrames.ts';
import { flatten } from '../../view/project.ts';
import type { Margins, MarginsOf } from '../layout/margins.ts';
import { type Box, roomOf, type Taken, type Views } from './laid.ts';
import type { LaidOut } from './layOut.ts';

/** Lays the dimensions of a sheet out in its views at a scale, paper mm to a part unit. */
export type LayDimensions = (views: Views, k: number, taken: Taken) => LaidOut;

export const NO_DIMENSIONS: LaidOut = { laid: [], unplaced: [] };

/** What the dimensions of each view take beyond the part's box in it, paper mm. */
export const marginsOf = ({ laid }: LaidOut, views: Views, box: Box3, k: number): MarginsOf => {
  const out = new Map<ViewName, Margins>();
  for (const name of views.keys()) {
    const rooms = laid.filter((d) => d.view === name).map((d) => roomOf(d.drawn));
    if (!rooms.length) continue;
    const [a, b] = [
      flatten(VIEW_FRAMES[name], [box[0], box[1], box[2]]),
      flatten(VIEW_FRAMES[name], [box[3], box[4], box[5]]),
    ];
    const beyond = (side: 0 | 1 | 2 | 3): number => {
      const i = side % 2;
      const [x, y] = [(a[i] as number) * k, (b[i] as number) * k];
      return side < 2
        ? Math.min(x, y) - Math.min(...rooms.map((r: Box) => r[side]))
        : Math.max(...rooms.map((r: Box) => r[side])) - Math.max(x, y);
    };
    const [left, below, right, above] = ([0, 1, 2, 3] as const).map((s) => Math.max(0, beyond(s)));
    out.set(name, { left, below, right, above } as Margins);
  }
  return out;
};
