import type { Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES, type ViewFrame } from '../../geometry/viewFrames.ts';
import type { CuttingPlane } from '../../section/trace.ts';
import type { Rect } from '../layout/paper.ts';
import type { Similarity } from '../layout/similarity.ts';
import type { EdgeView } from './edgeView.ts';
import type { PlacedView } from './placedView.ts';

/** A view on the sheet in which a plane is an edge. */
export type TraceHome = {
  readonly frame: ViewFrame;
  readonly box: Rect;
  /** where the part's box stands aslant in its view: its corners, paper mm */
  readonly corners?: readonly Vec2[];
  readonly toPaper: Similarity;
};

/** The view in which the trace of a cut stands: a principal one, or the auxiliary one of its own; nothing where it is not on the sheet. */
export const traceHome = (
  sheet: { readonly views: readonly PlacedView[]; readonly edgeViews: readonly EdgeView[] },
  { name, seenIn }: Pick<CuttingPlane, 'name' | 'seenIn'>,
): TraceHome | undefined => {
  const own = sheet.edgeViews.find((v) => v.cut === name);
  if (own) return own;
  const view = sheet.views.find((v) => v.name === seenIn);
  return view && { frame: VIEW_FRAMES[view.name], box: view.box, toPaper: view.toPaper };
};
