import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Account } from '../naming/accounts.ts';
import type { DrawnAs } from '../sheet/views/trueShape.ts';
import type { ReplayMethod } from './deed.ts';
import type { Origin } from './figureOrigin.ts';

/** A place of a view, mm on the paper. */
export type Spot = { readonly view: ViewName; readonly at: Vec2 };

/** A length that is measured: mm on the paper, and where it comes from. */
export type Figure = { readonly length: number; readonly origin: Origin };

/** What a line of a view is: the edge in which faces meet, by their keys, or the outline of one face. */
export type LineFaces = { readonly isOutline: boolean; readonly on: readonly string[] };

/** An arc that is found by its ends and its crown: where the crown stands, and on which face it is drawn, where it is named by that. */
export type ArcByCrown = { readonly crown: Vec2; readonly face?: string };

/** How far the root of a thread lies inside its outside: by its pitch, or by drawing proportions. */
export type ThreadRoot = { readonly outside: number } & (
  | { readonly pitch: number }
  | { readonly share: number }
);

/** A side of a view's box. */
export type BoxSide = 'left' | 'right' | 'lower' | 'upper';

/** How a line runs on the paper. */
export type LineSense = 'upright' | 'level';

/** Which way one goes on the paper. */
export type PaperWay = 'left' | 'right' | 'down' | 'up';

/** Where a coordinate is measured from. */
export type MeasuredFrom =
  /** an end of the view's box, along that side of it */
  | { readonly kind: 'end'; readonly end: 'left' | 'right' | 'bottom' | 'top'; readonly side: BoxSide }
  /** the corner of a view none of whose sides is drawn */
  | { readonly kind: 'corner' }
  /** the line at which the part's own coordinate is nought */
  | { readonly kind: 'nought'; readonly way: PaperWay }
  /** the last corner of the outline that is being walked */
  | { readonly kind: 'last corner'; readonly at: Vec2; readonly way: PaperWay };

/** Where a projector starts. */
export type ProjectorFrom =
  | { readonly kind: 'point'; readonly view: ViewName; readonly at: Vec2 }
  | { readonly kind: 'rim'; readonly view: ViewName; readonly centre: Vec2; readonly at: Vec2 }
  /** a point that is no corner; in no view where it stands between them */
  | { readonly kind: 'mark'; readonly view: ViewName | undefined; readonly at: Vec2 };

/**
 * What a step of the replay asks for, as plain values: features by their names, places in mm on the paper, angles in degrees. Its view is that of
 * the step. The sentence is made of it in `words/`.
 */
export type Instruction =
  // the boxes of the views
  | { readonly kind: 'sheetCorner'; readonly left: number; readonly bottom: number }
  /** the middle of a base that is drawn before any box, by the sheet's edges */
  | {
      readonly kind: 'baseCentre';
      readonly feature: string;
      readonly left: number;
      readonly bottom: number;
    }
  | { readonly kind: 'boxThroughCorners'; readonly feature: string }
  | {
      readonly kind: 'lineBetweenViews';
      readonly sense: LineSense;
      readonly name: string;
      readonly away: number;
    }
  | { readonly kind: 'mitreCorner'; readonly line: boolean }
  | { readonly kind: 'nearSide'; readonly of: ViewName; readonly side: BoxSide; readonly away: number }
  | { readonly kind: 'farSide'; readonly account: Account; readonly figure: Figure }
  // coordinates
  | {
      readonly kind: 'setOff';
      readonly account: Account;
      readonly figure: Figure;
      readonly from: MeasuredFrom;
      readonly to: Spot | undefined;
      readonly sense: LineSense;
    }
  | {
      readonly kind: 'halveSide';
      readonly side: BoxSide;
      readonly sense: LineSense;
    }
  | {
      readonly kind: 'divideSide';
      readonly side: BoxSide;
      readonly sense: LineSense;
      readonly part: number;
      readonly parts: number;
    }
  | {
      readonly kind: 'turnDepth';
      readonly method: ReplayMethod;
      readonly from: ViewName;
      readonly of: Spot | undefined;
      readonly sense: LineSense;
    }
  | {
      readonly kind: 'carryAcross';
      readonly account: Account;
      readonly from: ViewName;
      readonly of: Spot | undefined;
      readonly sense: LineSense;
    }
  | {
      readonly kind: 'projector';
      readonly account: Account;
      readonly from: ProjectorFrom;
      readonly sense: LineSense;
    }
  | { readonly kind: 'markCrossing'; readonly at: Vec2 }
  | { readonly kind: 'followLine' }
  | { readonly kind: 'markOnLine'; readonly at: Vec2; readonly line: 'circle' | 'line' }
  // lines of the views
  | {
      readonly kind: 'drawLine';
      readonly how: 'visible' | 'hidden' | 'light';
      readonly from: Vec2;
      readonly to: Vec2;
      readonly line: LineFaces;
    }
  /** in place of the end of a part that runs on */
  | { readonly kind: 'breakLine'; readonly from: Vec2; readonly to: Vec2 }
  /** round what a cut lays open in a view */
  | { readonly kind: 'freehandBreak'; readonly cut: string }
  | { readonly kind: 'uncutLine'; readonly line: LineFaces }
  | {
      readonly kind: 'drawRound';
      readonly seen: boolean;
      readonly what: 'arc' | 'circle';
      readonly line: LineFaces;
    }
  | {
      readonly kind: 'lightCircle';
      readonly figure: Figure;
      readonly centre: Vec2;
      /** where it is the root of a screw's thread: how that follows from the thread, part units */
      readonly root?: ThreadRoot | undefined;
    }
  | { readonly kind: 'bisectChord'; readonly arc: ArcByCrown }
  | { readonly kind: 'crownOnLine'; readonly arc: ArcByCrown }
  | { readonly kind: 'setOffCrown'; readonly figure: Figure; readonly arc: ArcByCrown }
  | { readonly kind: 'centreByCrown'; readonly arc: ArcByCrown }
  | { readonly kind: 'divideCircle'; readonly middle: Vec2; readonly angle: number }
  | { readonly kind: 'ellipsePoints'; readonly points: number; readonly line: LineFaces }
  | { readonly kind: 'joinEllipse'; readonly seen: boolean; readonly line: LineFaces }
  | { readonly kind: 'markOnCircle' }
  | { readonly kind: 'joinPlotted'; readonly seen: boolean; readonly line: LineFaces }
  | {
      readonly kind: 'coneEnd';
      readonly feature: string;
      readonly half: number;
      readonly meets: 'axis' | 'side';
    }
  | { readonly kind: 'chamferCircle'; readonly feature: string }
  | { readonly kind: 'chamferEnd'; readonly feature: string; readonly slope: number }
  /** an arc in place of the curve of a chamfer, which leaves it by so much at most, mm on the paper */
  | { readonly kind: 'chamferArc'; readonly seen: boolean; readonly off: number; readonly line: LineFaces }
  /** from the stated width n units along and one across, or half of one at either side; a unit in mm on the paper */
  | {
      readonly kind: 'taperByRatio';
      readonly feature: string;
      readonly n: number;
      readonly unit: number;
      readonly from: Vec2;
      readonly half: boolean;
    }
  // regular polygons
  | {
      readonly kind: 'polygonCircle';
      readonly feature: string;
      readonly figure: Figure;
      readonly through: 'corners' | 'sides';
      readonly sides: number;
    }
  | {
      readonly kind: 'stepCorners';
      readonly feature: string;
      readonly span: 'radius' | 'found' | 'side';
      readonly sides: number;
    }
  | {
      readonly kind: 'cornerRay';
      readonly feature: string;
      readonly angle: number;
      readonly sides: number;
      readonly bySetSquares: boolean;
    }
  | { readonly kind: 'pentagonSide'; readonly feature: string }
  | { readonly kind: 'halfSides'; readonly feature: string; readonly figure: Figure }
  | {
      readonly kind: 'sideRay';
      readonly feature: string;
      readonly angle: number;
      readonly sides: number;
    }
  | { readonly kind: 'circleThroughCorners'; readonly feature: string }
  | {
      readonly kind: 'tangents';
      readonly feature: string;
      readonly sides: number;
      readonly bySetSquares: boolean;
    }
  | { readonly kind: 'tangentCrossings'; readonly feature: string; readonly sides: number }
  // features on axes of their own
  | {
      readonly kind: 'axis';
      readonly feature: string;
      readonly of: 'feature' | 'base';
      readonly angle: number;
    }
  | { readonly kind: 'copyOnCircle'; readonly feature: string; readonly angle: number }
  | {
      readonly kind: 'setOffOnAxis';
      readonly feature: string;
      readonly figure: Figure;
      readonly way: 'along' | 'square';
    }
  | { readonly kind: 'squareToAxis' | 'parallelToAxis'; readonly feature: string }
  | { readonly kind: 'firstSide'; readonly feature: string; readonly angle: number }
  | { readonly kind: 'foldBack'; readonly feature: string }
  | { readonly kind: 'foldedDepth'; readonly feature: string; readonly from: ViewName }
  | { readonly kind: 'sharpSides'; readonly feature: string }
  | { readonly kind: 'roundedCorner'; readonly feature: string; readonly figure: Figure }
  // cuts
  | {
      readonly kind: 'trace';
      readonly cut: string;
      /** which leg of a bent cut, counted from 1 */
      readonly leg: number | undefined;
      /** by its two points where no angle is given */
      readonly angle: number | undefined;
    }
  | { readonly kind: 'wholeEdge'; readonly what: 'generator' | 'edge'; readonly on: readonly string[] }
  /** its label is empty where it only serves a curve */
  | { readonly kind: 'cutPoint'; readonly label: string; readonly where: 'trace' | 'projector' }
  | { readonly kind: 'cutPointOnLevel' }
  | { readonly kind: 'levelCircle'; readonly profile: ViewName }
  | { readonly kind: 'levelOnProfile' }
  | { readonly kind: 'circleOfCut' }
  | { readonly kind: 'joinCut'; readonly seen: boolean; readonly line: LineFaces }
  // a plane that slopes in all views, and the auxiliary view in which it is an edge
  | { readonly kind: 'levelOfPlane'; readonly cut: string; readonly where: 'front' | 'top' | 'two points' }
  | { readonly kind: 'edgeLine'; readonly line: number }
  | { readonly kind: 'edgePoint'; readonly line: number; readonly label: string }
  | { readonly kind: 'edgeOfPlane'; readonly cut: string }
  /** HT, where the plane's edge meets the line of the edge view */
  | { readonly kind: 'traceOnGround'; readonly cut: string; readonly line: number }
  /** where a level line of the plane meets the vertical plane */
  | { readonly kind: 'levelOnWall'; readonly cut: string }
  | { readonly kind: 'traceOnWall'; readonly cut: string; readonly fromHT: boolean }
  | { readonly kind: 'edgeOutline'; readonly seen: boolean; readonly what: 'line' | 'curve' }
  /** a point of a level circle at which one sees its round face turn away, looking along the level line */
  | { readonly kind: 'outlineOnCircle'; readonly middle: Vec2 }
  /** the lines whose points are not found one by one */
  | { readonly kind: 'edgeRest'; readonly lines: number }
  /** its label is empty where it only serves a curve */
  | { readonly kind: 'edgeCutPoint'; readonly label: string; readonly by: 'projector' | 'edge' | 'level' }
  | { readonly kind: 'backToTop'; readonly label: string }
  | { readonly kind: 'heightBack'; readonly label: string; readonly line: number }
  | {
      readonly kind: 'planeShapePoint';
      readonly label: string;
      /** the line of the shape, and that of the edge view from which its distance is taken */
      readonly line: number;
      readonly from: number;
      readonly apart: boolean;
    }
  // true shapes and sections drawn by themselves; `line` counts the lines between views, 1 for X1Y1: a section has none, its light line stands for XY
  | { readonly kind: 'shapeLine'; readonly line: number | undefined; readonly drawnAs: DrawnAs }
  | {
      readonly kind: 'shapePoint';
      readonly line: number | undefined;
      readonly label: string;
      readonly distances: ViewName;
      /** whether it stands away from its projectors, so that spacings are carried along its line */
      readonly apart: boolean;
    }
  | {
      readonly kind: 'joinShape';
      readonly cut: string;
      readonly drawnAs: DrawnAs;
      /** the body whose shape it is, where there are several */
      readonly body: string | undefined;
      /** of the points it joins; undefined where one has none */
      readonly labels: readonly string[] | undefined;
      readonly straight: boolean;
    }
  // what makes a construction a drawing
  | { readonly kind: 'centreLines' | 'cuttingPlanes' | 'hatching' | 'lettering' | 'rubOut' };

/** What a step works towards. */
export type Target =
  | { readonly kind: 'nothing' | 'linesBetweenViews' | 'uncutSolid' | 'breaks' }
  | { readonly kind: 'feature'; readonly name: string }
  | { readonly kind: 'box'; readonly of: ViewName }
  | { readonly kind: 'trace' | 'edgeView' | 'cut' | 'trueShape'; readonly cut: string };
