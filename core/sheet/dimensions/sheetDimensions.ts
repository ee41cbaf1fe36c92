import type { Box3 } from '../../geometry/box.ts';
import { VIEW_FRAMES, type ViewName } from '../../geometry/viewFrames.ts';
import { flatten } from '../../view/project.ts';
import type { Margins, MarginsOf } from '../layout/margins.ts';
import { type Around, type Box, marginsBeyond, roomOf, union, type Views } from './laid.ts';
import type { LaidOut } from './layOut.ts';

/**
 * Lays the dimensions of a sheet out in its views at a scale, paper mm to a part unit.
 * @param what only those in lanes beside the views, which is soon done and takes no more room than all do
 */
export type LayDimensions = (views: Views, k: number, around: Around, what?: 'all' | 'lanes') => LaidOut;

export const NO_DIMENSIONS: LaidOut = { laid: [], unplaced: [] };

/** A part's box as a view shows it, paper mm from the view's origin. */
export const partBoxIn = (name: ViewName, box: Box3, k: number): Box => {
  const [a, b] = [
    flatten(VIEW_FRAMES[name], [box[0], box[1], box[2]]),
    flatten(VIEW_FRAMES[name], [box[3], box[4], box[5]]),
  ];
  return [
    Math.min(a[0], b[0]) * k,
    Math.min(a[1], b[1]) * k,
    Math.max(a[0], b[0]) * k,
    Math.max(a[1], b[1]) * k,
  ];
};

/** What the dimensions of each view take beyond the part's box in it, paper mm. */
export const marginsOf = ({ laid }: LaidOut, views: Views, box: Box3, k: number): MarginsOf => {
  const out = new Map<ViewName, Margins>();
  for (const name of views.keys()) {
    const rooms = laid.filter((d) => d.view === name).map((d) => roomOf(d.drawn));
    if (!rooms.length) continue;
    const own = partBoxIn(name, box, k);
    const all = rooms.reduce((x, y) => union(x, y), own);
    out.set(name, marginsBeyond(all, own));
  }
  return out;
};
