import { VIEW_FRAMES, VIEW_NAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { BuiltPart } from '../solid/build.ts';
import { viewOf } from '../view/view.ts';

/** The side that would make the best front, and why. */
export type ProposedFront = { readonly side: ViewName; readonly reason: string };

type Shown = { readonly side: ViewName; readonly visible: number; readonly hidden: number };

/** A hidden line costs as much as this many visible ones tell. */
const HIDDEN_COST = 1;
/** Another side must be better by so much before it is proposed: a front that will do stays. */
const CLEARLY = 2;

const said = ({ visible, hidden }: Shown): string =>
  `${visible} visible line${visible === 1 ? '' : 's'}${hidden ? `, ${hidden} hidden` : ', none hidden'}`;

/**
 * Proposes the front: the side that shows most with the fewest hidden lines (the usual rule of drafting). Opposite sides are alike but for what
 * is hidden.
 */
export const proposeFront = (part: BuiltPart): ProposedFront => {
  const shown = VIEW_NAMES.map((side): Shown => {
    const { lines } = viewOf(part.bodies, VIEW_FRAMES[side], part.tol);
    const visible = lines.filter((l) => l.class === 'visible').length;
    return { side, visible, hidden: lines.length - visible };
  });
  const score = (s: Shown): number => s.visible - HIDDEN_COST * s.hidden;
  const now = shown.find((s) => s.side === 'front') as Shown;
  const best = shown.reduce((a, b) => (score(b) > score(a) ? b : a), now);
  if (score(best) < score(now) + CLEARLY)
    return { side: 'front', reason: `The front shows most for its hidden lines: ${said(now)}.` };
  return {
    side: best.side,
    reason: `Seen from the ${best.side}: ${said(best)}. The front now: ${said(now)}.`,
  };
};
