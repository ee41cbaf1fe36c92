import type { ViewName } from '../geometry/viewFrames.ts';
import type { Section } from '../section/section.ts';
import { dimensioning } from '../sheet/dimensions/dimensioning.ts';
import type { LayDimensions } from '../sheet/dimensions/sheetDimensions.ts';
import { placementAt, viewsTooLarge } from '../sheet/layout/fit.ts';
import { gapsOf } from '../sheet/layout/gaps.ts';
import { roomyGaps } from '../sheet/layout/margins.ts';
import { scalesOf } from '../sheet/layout/paper.ts';
import { paperPerUnit } from '../sheet/layout/placement.ts';
import { titleGuides } from '../sheet/layout/titleGuides.ts';
import { DEFAULT_SETUP, type SheetSetup } from '../sheet/setup.ts';
import { loadOf } from '../sheet/sheet.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { View } from '../view/view.ts';

/** The distances of a setup: those of the drawing file. */
export type Distances = Pick<SheetSetup, 'gap' | 'between'>;

/** Whether nobody has chosen how far apart the views stand, or put them in a place. */
const isUnchosen = ({ gap, between, place }: SheetSetup): boolean =>
  gap === DEFAULT_SETUP.gap && !between && !place;

/**
 * How far apart the views are to stand so that the dimensions between them have room, whole mm of paper; nothing where someone chose how far they
 * stand, where the dimensions have room as it is, or where the sheet has none for them: they stand on the outer sides then.
 */
export const openGaps = (
  part: BuiltPart,
  setup: SheetSetup,
  sections: readonly Section[],
  lay: LayDimensions,
  viewIn: (name: ViewName) => View,
): Distances | undefined => {
  if (!isUnchosen(setup)) return undefined;
  const open = dimensioning(part, lay, viewIn, sections, true);
  const load = loadOf(part, sections, undefined, open.margins);
  const { room: titleRoom } = titleGuides(setup.rules);
  const ratios = setup.scale === 'fit' ? scalesOf(part.units) : [setup.scale];
  for (const ratio of ratios) {
    if (viewsTooLarge(ratio, setup, load)) continue;
    const margins = open.margins(setup, paperPerUnit(ratio, part.units));
    const { others, level, upright } = roomyGaps(gapsOf(setup), margins, setup.views, setup.angle, titleRoom);
    const gap = Math.ceil(others);
    const distances: Distances = { gap, between: [gap + Math.ceil(level), gap + Math.ceil(upright)] };
    if (placementAt(ratio, { ...setup, ...distances }, load).fits)
      return others === setup.gap && level === setup.gap && upright === setup.gap ? undefined : distances;
  }
  return undefined;
};
