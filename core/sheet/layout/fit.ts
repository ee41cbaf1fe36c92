import type { Box3 } from '../../geometry/box.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Section } from '../../section/section.ts';
import { footInk } from '../annotate/sheetNotes.ts';
import type { SheetSetup } from '../setup.ts';
import { VIEW_TITLES } from '../views/viewTitles.ts';
import type { MarginsOf } from './margins.ts';
import { type PaperName, paperFrame, paperSize, scalesOf, scaleText } from './paper.ts';
import { groupRoom, inner, type Placement, paperPerUnit, placeAt, tooLarge } from './placement.ts';

/** What is to go on a sheet: the part's box and its cuts. */
export type Load = {
  readonly box: Box3;
  readonly units: 'mm' | 'in';
  readonly sections: readonly Section[];
  /** linear tolerance of the part */
  readonly tol: number;
  /** whether what stands beside the views, such as auxiliary views, has room as well; nothing does where missing */
  readonly beside?: (setup: SheetSetup, site: Placement) => boolean;
  /** what the dimensions of the views take at a scale, paper mm to a part unit, all or those in lanes alone; nothing where missing */
  readonly margins?: (setup: SheetSetup, scale: number, what?: 'all' | 'lanes') => MarginsOf;
};

/** The best placement of a load at one scale (a ratio such as 0.5 for 1 : 2), and whether all of it fits. */
export const placementAt = (ratio: number, setup: SheetSetup, load: Load): Placement => {
  const paper = paperFrame(setup);
  const bar = footInk(paper, load.units, setup.notes);
  return placeAt(
    paperPerUnit(ratio, load.units),
    setup,
    paper,
    load.box,
    load.sections,
    bar.room,
    load.tol,
    load.units,
    (site) => load.beside?.(setup, site) ?? true,
    load.margins?.(setup, paperPerUnit(ratio, load.units)),
  );
};

/** Whether the views by themselves are larger than the sheet at a scale (a ratio such as 0.5 for 1 : 2). */
export const viewsTooLarge = (ratio: number, setup: SheetSetup, { box, units }: Load): boolean =>
  tooLarge(paperPerUnit(ratio, units), setup, paperFrame(setup), box, new Map());

const boxesTooLarge = (ratio: number, setup: SheetSetup, load: Load): boolean => {
  const scale = paperPerUnit(ratio, load.units);
  const isTooLarge = (margins: MarginsOf): boolean =>
    tooLarge(scale, setup, paperFrame(setup), load.box, margins);
  const { margins } = load;
  // all dimensions are only laid out at a scale at which the bare views, and those in lanes, have room
  if (viewsTooLarge(ratio, setup, load)) return true;
  return (
    margins !== undefined && (isTooLarge(margins(setup, scale, 'lanes')) || isTooLarge(margins(setup, scale)))
  );
};

/** The largest scale at which everything fits, with its placement; undefined where none does. */
export const largestFit = (
  setup: SheetSetup,
  load: Load,
): { readonly ratio: number; readonly placement: Placement } | undefined => {
  for (const ratio of scalesOf(load.units)) {
    if (boxesTooLarge(ratio, setup, load)) continue;
    const placement = placementAt(ratio, setup, load);
    if (placement.fits) return { ratio, placement };
  }
  return undefined;
};

/** One press that mends the setting out, or betters it. */
export type Offer = {
  readonly label: string;
  readonly change: Partial<SheetSetup>;
};

/** Larger and smaller papers of the same family, smallest first. */
const family = (paper: SheetSetup['paper']): PaperName[] => {
  const iso: PaperName[] = ['A4', 'A3', 'A2', 'A1', 'A0'];
  const inch: PaperName[] = ['A', 'B', 'C', 'D', 'E'];
  if (paper === 'own') return [];
  return iso.includes(paper) ? iso : inch;
};

/** Views that one can do without, the one that shows least first. */
const SPARE: readonly ViewName[] = ['back', 'bottom', 'right', 'left', 'top'];
/** Views and lines closed up, mm. */
const CLOSE = 5;
/** A group that covers less of the frame than this asks for a larger scale or a smaller paper. */
const THIN = 0.25;

/**
 * What makes room on a sheet that does not fit at the chosen scale, each tried out: only what really fits is offered. For a sheet that fits,
 * what would use the paper better.
 */
export const offersFor = (setup: SheetSetup, load: Load): Offer[] => {
  const fit = largestFit(setup, load)?.ratio;
  const ratio = setup.scale === 'fit' ? fit : setup.scale;
  const now = ratio === undefined ? undefined : placementAt(ratio, setup, load);
  const papers = family(setup.paper);
  const at = (papers as readonly string[]).indexOf(setup.paper);
  if (now?.fits) {
    const out: Offer[] = [];
    if (setup.scale !== 'fit' && fit !== undefined && fit > setup.scale)
      out.push({ label: `Scale ${scaleText(fit)}`, change: { scale: fit } });
    const smaller = papers[at - 1];
    if (smaller && fullnessOf(now, setup) < THIN) {
      const change = { paper: smaller, place: undefined };
      const there = { ...setup, ...change };
      if (ratio !== undefined && placementAt(ratio, there, load).fits)
        out.push({ label: `Paper ${smaller} at the same scale`, change });
    }
    if (setup.place) out.push({ label: 'Centre the views', change: { place: undefined } });
    return out;
  }
  const wanted = ratio ?? (scalesOf(load.units).at(-1) as number);
  const fitsWith = (change: Partial<SheetSetup>): boolean =>
    placementAt(wanted, { ...setup, ...change }, load).fits;
  const out: Offer[] = [];
  const offer = (label: string, change: Partial<SheetSetup>): void => {
    if (fitsWith(change)) out.push({ label, change });
  };
  if (setup.place) offer('Move the views to where they fit', { place: undefined });
  if (fit !== undefined && setup.scale !== 'fit' && fit < setup.scale)
    out.push({ label: `Scale ${scaleText(fit)}`, change: { scale: fit } });
  if (setup.paper === 'own') {
    const [w, h] = paperSize(setup);
    offer('Turn the sheet', { ownPaper: [h, w], place: undefined });
  } else
    offer(setup.upright ? 'Turn the sheet to landscape' : 'Turn the sheet upright', {
      upright: !setup.upright,
      place: undefined,
    });
  const larger = papers.slice(at + 1).find((p) => fitsWith({ paper: p, place: undefined }));
  if (larger) out.push({ label: `Paper ${larger}`, change: { paper: larger, place: undefined } });
  if (setup.gap > CLOSE)
    offer(`Close the gap to ${CLOSE} mm`, { gap: CLOSE, between: undefined, place: undefined });
  const spare = SPARE.find(
    (v) =>
      setup.views.length > 1 &&
      setup.views.includes(v) &&
      fitsWith({ views: setup.views.filter((x) => x !== v), place: undefined }),
  );
  if (spare)
    out.push({
      label: `Leave the ${VIEW_TITLES[spare].toLowerCase()} out`,
      change: { views: setup.views.filter((x) => x !== spare), place: undefined },
    });
  return out;
};

/** How much of the frame the views' group covers, 0 to 1. */
export const fullnessOf = (
  { layout, margins }: Pick<Placement, 'layout' | 'margins'>,
  setup: SheetSetup,
): number => {
  const { frame } = paperFrame(setup);
  const group = groupRoom(layout, margins, setup);
  const free = inner(frame, 2);
  return (group.w * group.h) / (free.w * free.h);
};
