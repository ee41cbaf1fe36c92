import type { Vec2 } from '../geometry/vec.ts';
import type { ProjectionAngle, ViewName } from '../geometry/viewFrames.ts';
import { decimal } from '../number/format.ts';
import type { Rect } from '../sheet/layout/paper.ts';

/** How a whole view was put on the sheet: moved from its right place, paper mm, and turned counter-clockwise about its middle by quarters. */
export type Placing = { readonly by: Vec2; readonly quarter: 0 | 1 | 2 | 3 };
/** A view in its right place, not turned. */
export const RIGHTLY_PLACED: Placing = { by: [0, 0], quarter: 0 };

/** A hand puts a view in line no better than this, mm. */
const IN_LINE = 0.75;

const middle = (r: Rect, k: 0 | 1): number => (k === 0 ? r.x + r.w / 2 : r.y + r.h / 2);
const SIDES = [
  ['left', 'right'],
  ['below', 'above'],
] as const;
const sideWords = (k: 0 | 1, sign: number): string => {
  const word = SIDES[k][sign > 0 ? 1 : 0];
  return k === 0 ? `to the ${word} of` : word;
};
const SHARED = ['widths', 'heights'] as const;

/** The given view that a view is set out from: the front view, or for the front view one that stands in line with it. */
const neighbourOf = (view: ViewName, boxes: ReadonlyMap<ViewName, Rect>): [ViewName, Rect] | undefined =>
  [...boxes].find(([name]) => name !== view && (name === 'front' || view === 'front'));

/**
 * What is wrong with the place of a whole view, in sentences; none where it stands in line with the views that share its sizes and on the right
 * side of them.
 * @param boxes the right places of all views on the sheet, paper mm, y up
 */
export const placingFaults = (
  view: ViewName,
  { by, quarter }: Placing,
  boxes: ReadonlyMap<ViewName, Rect>,
  angle: ProjectionAngle,
): string[] => {
  const home = boxes.get(view);
  if (!home) return [];
  const out: string[] = [];
  if (quarter)
    out.push(
      quarter === 2
        ? 'It stands upside down.'
        : `It is turned by 90 degrees to the ${quarter === 1 ? 'left' : 'right'}.`,
    );
  const neighbour = neighbourOf(view, boxes);
  if (!neighbour) return out;
  const [name, box] = neighbour;
  // the direction in which the two stand side by side, and the one whose sizes they share
  const k = Math.abs(middle(home, 0) - middle(box, 0)) > Math.abs(middle(home, 1) - middle(box, 1)) ? 0 : 1;
  const shared = k === 0 ? 1 : 0;
  const wanted = Math.sign(middle(home, k) - middle(box, k));
  const stands = middle(home, k) + by[k] - middle(box, k);
  const size = k === 0 ? 'w' : 'h';
  const off = by[shared];
  const asideOf = (j: 0 | 1): number => Math.abs(middle(home, j) + by[j] - middle(box, j));
  const reach = (j: 0 | 1): number => (j === 0 ? home.w + box.w : home.h + box.h) / 2;
  if (asideOf(shared) > reach(shared)) {
    // neither beside nor above: name the side that it is on
    const other = Math.sign(middle(home, shared) + off - middle(box, shared));
    out.push(
      `It stands ${sideWords(shared, other)} the ${name} view; in ${angle} angle the ${view} view belongs ${sideWords(k, wanted)} it.`,
    );
  } else if (Math.sign(stands) !== wanted)
    out.push(
      `It stands ${sideWords(k, -wanted)} the ${name} view; in ${angle} angle the ${view} view belongs ${sideWords(k, wanted)} it.`,
    );
  else {
    if (Math.abs(off) > IN_LINE)
      out.push(
        `It is shifted by ${decimal(Math.abs(off), 1)} mm ${shared === 0 ? (off > 0 ? 'to the right' : 'to the left') : off > 0 ? 'up' : 'down'}: its ${SHARED[shared]} do not stand in line with those of the ${name} view.`,
      );
    if (Math.abs(stands) < (home[size] + box[size]) / 2) out.push(`It stands upon the ${name} view.`);
  }
  return out;
};

/** A place to begin from when a view is to be put by hand: across the view it is set out from, out of line and turned, inside the frame. */
export const misplaced = (view: ViewName, boxes: ReadonlyMap<ViewName, Rect>, frame: Rect): Placing => {
  const home = boxes.get(view);
  const neighbour = neighbourOf(view, boxes);
  if (!home || !neighbour) return RIGHTLY_PLACED;
  const [, box] = neighbour;
  const aside = 12;
  const inside = (k: 0 | 1, at: number): number => {
    // turned by a quarter its sides change places
    const half = (k === 0 ? home.h : home.w) / 2;
    const [low, high] = k === 0 ? [frame.x, frame.x + frame.w] : [frame.y, frame.y + frame.h];
    return Math.min(Math.max(at, low + half + 2), high - half - 2);
  };
  const across = ([0, 1] as const).map((k) => 2 * middle(box, k) - middle(home, k) + aside) as [
    number,
    number,
  ];
  return {
    by: [inside(0, across[0]) - middle(home, 0), inside(1, across[1]) - middle(home, 1)],
    quarter: 1,
  };
};

/** A place of a placed view back where it would be in the right place, or with `forth` the other way. Paper mm, y up. */
export const movedPlace = (p: Vec2, home: Rect, { by, quarter }: Placing, forth: boolean): Vec2 => {
  const c: Vec2 = [middle(home, 0), middle(home, 1)];
  const [x, y] = forth ? [p[0] - c[0], p[1] - c[1]] : [p[0] - by[0] - c[0], p[1] - by[1] - c[1]];
  const turns = forth ? quarter : (4 - quarter) % 4;
  const turned: readonly Vec2[] = [
    [x, y],
    [-y, x],
    [-x, -y],
    [y, -x],
  ];
  const [u, v] = turned[turns] as Vec2;
  return forth ? [u + c[0] + by[0], v + c[1] + by[1]] : [u + c[0], v + c[1]];
};
