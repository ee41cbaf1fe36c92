import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Section } from '../../section/section.ts';
import type { BuiltPart } from '../../solid/build.ts';
import type { View } from '../../view/view.ts';
import { traceEnds } from '../annotate/traceLine.ts';
import { gapsOf } from '../layout/gaps.ts';
import { type Layout, layoutViews, moveLayout } from '../layout/layout.ts';
import { type MarginsOf, roomBeyond } from '../layout/margins.ts';
import { paperFrame } from '../layout/paper.ts';
import { lowOf, onPaperSize, unscaled } from '../layout/placement.ts';
import { titleGuides } from '../layout/titleGuides.ts';
import type { SheetSetup } from '../setup.ts';
import { cutShownIn } from '../views/cutShownIn.ts';
import { drawsHidden } from '../views/drawnLines.ts';
import { viewToPaper } from '../views/placedView.ts';
import { type Around, type Box, OPEN, union, type Views } from './laid.ts';
import type { LaidOut } from './layOut.ts';
import { type LayDimensions, marginsOf, partBoxIn } from './sheetDimensions.ts';

/** What the ends of traces take beside the views in which they stand. */
const tracesBeside = (
  part: BuiltPart,
  views: Views,
  sections: readonly Section[],
  k: number,
): Around['taken'] => {
  const out = new Map<ViewName, Box>();
  for (const name of views.keys()) {
    const own = partBoxIn(name, part.box, k);
    const box = { x: own[0], y: own[1], w: own[2] - own[0], h: own[3] - own[1] };
    const home = { box, toPaper: viewToPaper(name, lowOf(part.box), unscaled(part.box), box, k) };
    const ends = sections
      .filter((s) => s.bodies.length > 0 && s.plane.seenIn === name)
      .flatMap((s) => traceEnds(s, home));
    if (!ends.length) continue;
    out.set(name, ends.map(([x, y]): Box => [x, y, x, y]).reduce(union, own));
  }
  return out;
};

/** How much room there is round the views before the next one. */
const roomsBeside = (
  part: BuiltPart,
  setup: SheetSetup,
  views: Views,
  k: number,
  isOpen: boolean,
): Around['room'] => {
  if (isOpen) return OPEN.room;
  const { room: titleRoom } = titleGuides(setup.rules);
  const beyond = roomBeyond(
    gapsOf(setup),
    [...views.keys()],
    setup.angle,
    setup.rules.referenceLines || setup.rules.mitre,
    titleRoom,
  );
  const placed = placedBoxes(part, setup, k);
  const { frame } = paperFrame(setup);
  return new Map(
    [...beyond].map(([name, b]) => {
      const at = placed?.get(name);
      const inFrame = at && {
        left: Math.min(b.left, at.x - frame.x - FROM_FRAME),
        below: Math.min(b.below, at.y - frame.y - FROM_FRAME - titleRoom),
        right: Math.min(b.right, frame.x + frame.w - at.x - at.w - FROM_FRAME),
        above: Math.min(b.above, frame.y + frame.h - at.y - at.h - FROM_FRAME),
      };
      return [name, { box: partBoxIn(name, part.box, k), beyond: inFrame ?? b }];
    }),
  );
};
/** Kept free inside the frame, mm. */
const FROM_FRAME = 1;

/** The views' boxes on the paper where they were put by hand; nothing where they find their own place. */
const placedBoxes = (part: BuiltPart, setup: SheetSetup, k: number): Layout['boxes'] | undefined => {
  if (!setup.place) return undefined;
  const layout = layoutViews(setup.views, setup.angle, onPaperSize(part.box, k), gapsOf(setup));
  const [x, y] = setup.place;
  return moveLayout(layout, [x - layout.extent.x, y - layout.extent.y]).boxes;
};

/** Whether the hidden lines of a view are drawn, which shows a cut or the whole part. */
const isHiddenDrawn = (name: ViewName, sections: readonly Section[], setup: SheetSetup): boolean => {
  const cut = cutShownIn(name, sections, setup)?.plane.name;
  return drawsHidden({ name, ...(cut !== undefined && { cut }) }, setup.rules);
};

/** The dimensions of a sheet, laid out once for each scale, and what they take beyond the views. @param isOpen as if the views stood as far apart as they like */
export const dimensioning = (
  part: BuiltPart,
  lay: LayDimensions,
  shownIn: (name: ViewName) => View,
  sections: readonly Section[],
  isOpen = false,
) => {
  const known = new Map<string, LaidOut>();
  const lanes = new Map<string, LaidOut>();
  const viewsOf = ({ views }: SheetSetup): Views => new Map(views.map((name) => [name, shownIn(name)]));
  const laid = (setup: SheetSetup, scale: number, what: 'all' | 'lanes' = 'all'): LaidOut => {
    const { gap, between, place, angle, views: names, paper, upright, ownPaper } = setup;
    const { hiddenBehindCut, noHidden } = setup.rules;
    const shown = [names, setup.shownIn, setup.together, hiddenBehindCut, noHidden];
    const key = JSON.stringify([scale, shown, gap, between, place, angle, paper, upright, ownPaper]);
    const views = viewsOf(setup);
    const around = (): Around => ({
      taken: tracesBeside(part, views, sections, scale),
      room: roomsBeside(part, setup, views, scale, isOpen),
      noHidden: new Set(names.filter((name) => !isHiddenDrawn(name, sections, setup))),
    });
    const kept = what === 'lanes' ? lanes : known;
    const out = kept.get(key) ?? lay(views, scale, around(), what);
    kept.set(key, out);
    return out;
  };
  const margins = (setup: SheetSetup, scale: number, what?: 'all' | 'lanes'): MarginsOf =>
    marginsOf(laid(setup, scale, what), viewsOf(setup), part.box, scale);
  return { laid, margins };
};
