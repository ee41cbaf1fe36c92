import type { Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import type { Section } from '../../section/section.ts';
import { partedAtSteps } from '../../section/steps.ts';
import type { ViewLine } from '../../view/view.ts';
import { onPaper } from '../layout/similarity.ts';
import type { SheetSetup } from '../setup.ts';
import { sectionsTogether } from './actTogether.ts';
import { breaksIn, isOfEnd } from './brokenEnds.ts';
import type { PlacedView } from './placedView.ts';

/** The cut that a placed view shows, if any; of several that act together the first. */
export const sectionShownIn = (
  v: Pick<PlacedView, 'cut'>,
  sections: readonly Section[],
): Section | undefined => (v.cut === undefined ? undefined : sections.find((s) => s.plane.name === v.cut));

/** All cuts that a placed view shows: none, one, or several that act together. */
export const sectionsShownIn = (
  v: Pick<PlacedView, 'cut'>,
  sections: readonly Section[],
): readonly Section[] => {
  const first = sectionShownIn(v, sections);
  return first ? sectionsTogether(first, sections) : [];
};

/** The lines of a view but for those that are there only because a cut changes its plane, which no drawing has. */
export const linesOfView = (v: PlacedView, sections: readonly Section[]): readonly ViewLine[] => {
  const first = sectionShownIn(v, sections);
  if (!first) return v.view.lines;
  // what remains is the same behind each of them: its edges are asked of one
  return sectionsTogether(first, sections).reduce<readonly ViewLine[]>(
    (lines, s) => partedAtSteps({ ...s, remains: first.remains }, { ...v.view, lines }).drawn,
    v.view.lines,
  );
};

/** The lines of a view but for steps of a cut and the edges of ends that run on: hidden ones too, whether they are drawn or not. */
export const keptLines = (v: PlacedView, sections: readonly Section[]): readonly ViewLine[] => {
  const lines = linesOfView(v, sections);
  const { ends } = v;
  return ends ? lines.filter((l) => !ends.some((end) => isOfEnd(l, VIEW_FRAMES[v.name], end))) : lines;
};

/** Whether the house rules draw the hidden lines of a view. */
export const drawsHidden = (v: Pick<PlacedView, 'name' | 'cut'>, rules: SheetSetup['rules']): boolean =>
  (v.cut === undefined || rules.hiddenBehindCut === 'kept') && !rules.noHidden?.includes(v.name);

/**
 * The lines of a view that are drawn on the sheet: without steps of a cut and ends that run on, hidden lines as the house rules have them, no hidden
 * tangent joins.
 */
export const drawnLines = (
  v: PlacedView,
  sections: readonly Section[],
  rules: SheetSetup['rules'],
): readonly ViewLine[] => {
  const hidden = drawsHidden(v, rules);
  return keptLines(v, sections).filter((l) => l.class === 'visible' || (hidden && l.kind !== 'tangent'));
};

/** The break lines of a view, mm on the paper: each stands in place of an end that runs on, between the ends of its outline. */
export const breakLines = (v: PlacedView, sections: readonly Section[]): (readonly [Vec2, Vec2])[] =>
  v.ends
    ? breaksIn(linesOfView(v, sections), VIEW_FRAMES[v.name], v.ends).map(
        ([a, b]) => [onPaper(v.toPaper, a), onPaper(v.toPaper, b)] as const,
      )
    : [];
