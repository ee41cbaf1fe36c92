import type { Vec2 } from '../../geometry/vec.ts';
import { frameToward } from '../../geometry/viewFrames.ts';
import type { View } from '../../view/view.ts';
import type { Layout } from '../layout/layout.ts';
import { type Rect, rectInside, rectsMeet } from '../layout/paper.ts';
import type { Similarity } from '../layout/similarity.ts';

/** Towards the observer of the isometric: from the right, the front and above alike. */
export const ISOMETRIC_SIGHT = frameToward([1, -1, 1]);

/** A pictorial as it is seen, and lines on which parts were drawn apart in it, in its plane. */
export type PictorialView = { readonly view: View; readonly paths: readonly (readonly [Vec2, Vec2])[] };

/** A pictorial in a free place of the sheet. */
export type PlacedPictorial = PictorialView & {
  readonly toPaper: Similarity;
  readonly room: Rect;
  readonly fits: boolean;
};

/** Shares of the sheet's scale at which it is tried, the largest first. */
const SHARES = [1, 0.75, 0.5, 0.35, 0.25] as const;
const PAD = 3;
const TITLE_ROOM = 7;
/** Places are tried this far apart, mm. */
const STEP = 5;

/** The middle of the quarter between a view above or below and one beside, which most layouts leave free. */
const quarterOf = (layout: Layout): Vec2 => {
  const [level, side] = [
    layout.boxes.get('top') ?? layout.boxes.get('bottom'),
    layout.boxes.get('left') ?? layout.boxes.get('right'),
  ];
  const e = layout.extent;
  return [side ? side.x + side.w / 2 : e.x + e.w, level ? level.y + level.h / 2 : e.y];
};

/**
 * Finds a pictorial a place: as large as one is free for, as near as can be to the free quarter of the views.
 * @param scale mm of paper per part unit
 */
export const placePictorial = (
  { view, paths }: PictorialView,
  scale: number,
  layout: Layout,
  free: Rect,
  taken: readonly Rect[],
): PlacedPictorial => {
  const [u0, v0, u1, v1] = view.box;
  const [cx, cy] = quarterOf(layout);
  const at = (k: number, x: number, y: number): PlacedPictorial => ({
    view,
    paths,
    toPaper: { k, c: 1, s: 0, to: [x + PAD - u0 * k, y + PAD + TITLE_ROOM - v0 * k] },
    room: { x, y, w: (u1 - u0) * k + 2 * PAD, h: (v1 - v0) * k + 2 * PAD + TITLE_ROOM },
    fits: true,
  });
  for (const share of SHARES) {
    const k = scale * share;
    const { w, h } = at(k, 0, 0).room;
    let best: PlacedPictorial | undefined;
    let least = Number.POSITIVE_INFINITY;
    for (let x = free.x; x + w <= free.x + free.w; x += STEP)
      for (let y = free.y; y + h <= free.y + free.h; y += STEP) {
        const off = Math.hypot(x + w / 2 - cx, y + h / 2 - cy);
        const place = at(k, x, y);
        if (off >= least || !rectInside(place.room, free) || taken.some((t) => rectsMeet(place.room, t, 1)))
          continue;
        least = off;
        best = place;
      }
    if (best) return best;
  }
  return { ...at(scale * (SHARES.at(-1) as number), free.x, free.y), fits: false };
};
