import { EDGE_ON } from '../../geometry/nearness.ts';
import { dot } from '../../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../geometry/viewFrames.ts';
import type { Section } from '../../section/section.ts';
import type { Leg } from '../../section/trace.ts';
import type { SheetSetup } from '../setup.ts';
import { isBrokenOut } from './brokenOut.ts';

/** Whether a view can show a cut: its observer looks at the cut face other than edge-on. */
export const canShowCut = ({ plane }: Section, name: ViewName): boolean =>
  name !== plane.seenIn && plane.legs.some((leg) => dot(VIEW_FRAMES[name].toward, leg.kept.n) < -EDGE_ON);

/** Whether the legs of a cut are parallel to the first or square to it, both of them: a stepped cut, whose steps are not drawn. */
const isStepped = ({ legs }: Section['plane']): boolean => {
  const turns = legs.map((leg) => Math.abs(dot(leg.kept.n, (legs[0] as Leg).kept.n)));
  return turns.some((x) => x < EDGE_ON) && turns.every((x) => x < EDGE_ON || x > 1 - EDGE_ON);
};

/** Whether a view shows a cut where nobody chose: any that can, but of a stepped cut none that only faces its steps. */
const showsByItself = (section: Section, name: ViewName): boolean =>
  canShowCut(section, name) &&
  (!isStepped(section.plane) || dot(VIEW_FRAMES[name].toward, section.plane.kept.n) < -EDGE_ON);

/**
 * The cut that a whole view shows, if any: of several that could be shown there the first. Broken-out sections lay open a part of a view only.
 * @param setup of each cut, by its name, the views that were chosen for it, and how its face is drawn
 */
export const cutShownIn = (
  name: ViewName,
  sections: readonly Section[],
  setup: Pick<SheetSetup, 'shownIn' | 'shapes'>,
): Section | undefined =>
  sections.find((s) => {
    if (isBrokenOut(setup, s.plane.name)) return false;
    const own = setup.shownIn?.[s.plane.name];
    return s.bodies.length > 0 && (own ? own.includes(name) && canShowCut(s, name) : showsByItself(s, name));
  });
