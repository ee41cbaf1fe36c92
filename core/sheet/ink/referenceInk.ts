import type { Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import type { ReferenceLine } from '../layout/layout.ts';
import type { Rect } from '../layout/paper.ts';
import type { SheetSetup } from '../setup.ts';
import { type Ink, letters, straight, stroke } from './ink.ts';

/** The planes that meet in a line between views: the vertical one in front, the horizontal one above or below, a profile plane beside. */
const planeOf = (v: ViewName): string =>
  v === 'front' || v === 'back' ? 'VP' : v === 'top' || v === 'bottom' ? 'HP' : 'PP';

/** The names of the two planes, each on its own side of their line, near its beginning. */
const planeNames = (r: ReferenceLine, boxes: ReadonlyMap<ViewName, Rect>): Ink[] => {
  const level = r.from[1] === r.to[1];
  return r.between.flatMap((v) => {
    const box = boxes.get(v);
    if (!box) return [];
    const [x, y] = r.from[level ? 0 : 1] < r.to[level ? 0 : 1] ? r.from : r.to;
    const before = level ? box.y + box.h / 2 > y : box.x + box.w / 2 > x;
    // an upright line passes between the views, where their names do not reach
    const at: Vec2 = level
      ? [x + 4, before ? y + 1.4 : y - 3.6]
      : [before ? x + 4 : x - 4, box.y + box.h / 2 - 1];
    return [letters('reference', planeOf(v), at, 2.2)];
  });
};

/** XY lines with their letters, and mitre lines. */
export const referenceInk = (sheet: PlacedSheet, setup: SheetSetup): Ink[] => {
  const out: Ink[] = [];
  if (setup.rules.referenceLines)
    for (const r of sheet.layout.referenceLines) {
      out.push(stroke('reference', 'reference', [straight(r.from, r.to)]));
      if (setup.rules.planes) out.push(...planeNames(r, sheet.layout.boxes));
      if (r.name === 'upright') {
        if (setup.rules.uprightNamed)
          out.push(
            letters('reference', 'X1', [r.from[0] - 3.4, r.from[1] - 1], 2.5),
            letters('reference', 'Y1', [r.to[0] - 3.4, r.to[1] - 1], 2.5),
          );
        continue;
      }
      out.push(
        letters('reference', 'X', [r.from[0] - 3, r.from[1] - 1.2], 2.5),
        letters('reference', 'Y', [r.to[0] + 3, r.to[1] - 1.2], 2.5),
      );
    }
  if (setup.rules.mitre)
    for (const m of sheet.layout.mitres) out.push(stroke('mitre', 'projector', [straight(m.from, m.to)]));
  return out;
};

/** About how wide a capital of the lettering is, as a share of its height. */
const LETTER_WIDE = 0.75;

/** The guide lines between which the names of the views stand, where they are wanted. @param lettered the sheet with all its letters in their places */
export const titleGuideInk = ({ titles, views }: PlacedSheet, lettered: readonly Ink[]): Ink[] =>
  titles.areDrawn
    ? views.flatMap((v) => {
        const name = v.title.toUpperCase();
        const half = Math.max(v.box.w, name.length * titles.height * LETTER_WIDE + 4) / 2;
        return lettered.flatMap((i) => {
          if (i.kind !== 'text' || i.layer !== 'labels' || i.text !== name) return [];
          const [x, y] = i.at;
          const line = (at: number) => straight([x - half, at], [x + half, at]);
          return [stroke('labels', 'rule', [line(y), line(y + titles.height)])];
        });
      })
    : [];
