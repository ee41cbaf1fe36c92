import type { Box3 } from '../geometry/box.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { FeatureCentre } from '../ledger/ledger.ts';
import type { NumberedPoint } from '../ledger/numbering.ts';
import type { Posting } from '../ledger/postings.ts';
import type { Fault } from '../number/fault.ts';
import type { Section } from '../section/section.ts';
import type { Gap } from '../solid/interruption.ts';
import type { HoleTable } from './annotate/holeRows.ts';
import type { LaidOut } from './dimensions/layOut.ts';
import type { Ink } from './ink/ink.ts';
import type { Gaps } from './layout/gaps.ts';
import type { Layout } from './layout/layout.ts';
import type { MarginsOf } from './layout/margins.ts';
import type { PaperFrame } from './layout/paper.ts';
import type { TitleGuides } from './layout/titleGuides.ts';
import type { SheetSetup } from './setup.ts';
import type { PlacedAuxiliary } from './views/auxiliary.ts';
import type { PlacedBalloon } from './views/balloons.ts';
import type { DrawnEdgeView } from './views/edgeView.ts';
import type { PlacedPictorial } from './views/pictorialView.ts';
import type { PlacedView } from './views/placedView.ts';
import type { PlaneTraceLine } from './views/planeTraceLines.ts';
import type { PlacedShape } from './views/trueShape.ts';

/** The sheet: everything that is drawn, and the objects it is drawn from. Paper millimetres, origin lower left, y up. */
export type Sheet = {
  readonly paper: PaperFrame & { readonly name: string };
  readonly scale: number;
  readonly angle: SheetSetup['angle'];
  readonly gaps: Gaps;
  /** where the names of the views stand */
  readonly titles: TitleGuides;
  /** the number of the first line that a true shape stands on: X1Y1, or X2Y2 where the upright line is named X1Y1 */
  readonly firstLine: number;
  readonly units: 'mm' | 'in';
  /** of the part as it is drawn: nearer together where its views are interrupted */
  readonly box: Box3;
  /** the stretches that interrupted views leave out */
  readonly interruptions: readonly Gap[];
  readonly layout: Layout;
  readonly views: readonly PlacedView[];
  readonly shapes: readonly PlacedShape[];
  readonly sections: readonly Section[];
  /** the dimensions in their views, and those that no view on the sheet shows */
  readonly dimensions: LaidOut;
  /** the holes whose places and sizes stand in a table, where there is one */
  readonly holeTable: HoleTable | undefined;
  /** what the dimensions of each view take beyond its box, mm */
  readonly margins: MarginsOf;
  /** views square to inclined faces */
  readonly auxiliaries: readonly PlacedAuxiliary[];
  /** the auxiliary views of cuts that slope in all principal views, in which they are edges */
  readonly edgeViews: readonly DrawnEdgeView[];
  /** HT and VT of these cuts, where XY is drawn */
  readonly planeTraces: readonly PlaneTraceLine[];
  /** an isometric, where the house rules want one and it has a place */
  readonly pictorial: PlacedPictorial | undefined;
  /** the items of the parts list at the views, where they are shown */
  readonly balloons: readonly PlacedBalloon[];
  /** how the points are posted in each view */
  readonly postings: ReadonlyMap<ViewName, ReadonlyMap<string, Posting>>;
  readonly ink: readonly Ink[];
  /** what does not fit, each with its remedy; the sheet is drawn all the same */
  readonly findings: readonly Fault[];
};

/** What a file of a drawing needs: the paper and the ink on it. A development has such a sheet too. */
export type InkedPaper = Pick<Sheet, 'paper' | 'ink' | 'scale' | 'units'>;

/** A sheet whose objects have their places, before they are inked. */
export type PlacedSheet = Omit<Sheet, 'ink'>;

/** The numbered points of a part, with the names that were moved by hand (`labelKey`). */
export type Numbered = {
  readonly points: readonly NumberedPoint[];
  /** the centres of round features, for their projectors */
  readonly centres?: readonly FeatureCentre[] | undefined;
  readonly moved?: Readonly<Record<string, readonly [number, number]>> | undefined;
  /** bodies whose corners are not named on the sheet: nobody numbers those of a bolt */
  readonly unnamed?: ReadonlySet<string> | undefined;
};
