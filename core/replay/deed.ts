import type { ViewName } from '../geometry/viewFrames.ts';
import type { Account } from '../naming/accounts.ts';
import type { Layer } from '../sheet/ink/ink.ts';
import type { SizeChain } from '../station/sizeChain.ts';

/**
 * What one does at the board, in terms of things that are there already: points, light lines and circles by their names. Only `place`,
 * `setOff`, `protract` and the radius of a `circle` bring a figure with them; everything else follows from what is drawn. Paper mm. The directions of lines:
 * a level line runs to the right, an upright one up, one joined from its first point to its second, one drawn square to another a quarter turn
 * counter-clockwise from it, one aslant by its angle from +x or from the line it is turned from.
 */
export type Deed =
  /** a point measured from the left and lower edge of the sheet */
  | { readonly do: 'place'; readonly point: string; readonly left: number; readonly bottom: number }
  | { readonly do: 'level' | 'upright'; readonly line: string; readonly through: string }
  /** by set squares: a multiple of 15 degrees */
  | {
      readonly do: 'slant';
      readonly line: string;
      readonly through: string;
      readonly angle: number;
      readonly from?: string;
    }
  /** by the protractor: a stated angle */
  | {
      readonly do: 'protract';
      readonly line: string;
      readonly through: string;
      readonly angle: number;
      readonly from?: string;
    }
  | { readonly do: 'join'; readonly line: string; readonly a: string; readonly b: string }
  | {
      readonly do: 'square' | 'parallel';
      readonly line: string;
      readonly to: string;
      readonly through: string;
    }
  /** a measured distance along a line, in its direction or against it */
  | {
      readonly do: 'setOff';
      readonly point: string;
      readonly along: string;
      readonly from: string;
      readonly distance: number;
      readonly way: 1 | -1;
    }
  /** a distance taken with the dividers from two points and set off elsewhere */
  | {
      readonly do: 'carry';
      readonly point: string;
      readonly along: string;
      readonly from: string;
      readonly span: readonly [string, string];
      readonly way: 1 | -1;
    }
  | { readonly do: 'cross'; readonly point: string; readonly a: string; readonly b: string }
  /** where a line meets a circle: the furthest such place in the line's direction, or against it */
  | {
      readonly do: 'meet';
      readonly point: string;
      readonly line: string;
      readonly circle: string;
      readonly way: 1 | -1;
    }
  /** where two circles cross: to the left (1) or right of the line from the first one's centre to the second's */
  | {
      readonly do: 'pair';
      readonly point: string;
      readonly a: string;
      readonly b: string;
      readonly side: 1 | -1;
    }
  /** a light circle through a point, or of a measured radius */
  | { readonly do: 'circle'; readonly circle: string; readonly centre: string; readonly through: string }
  | { readonly do: 'circle'; readonly circle: string; readonly centre: string; readonly radius: number }
  /** the distance of two points stepped along a circle, counter-clockwise */
  | {
      readonly do: 'step';
      readonly point: string;
      readonly circle: string;
      readonly from: string;
      readonly span: readonly [string, string];
    }
  /** a point swung about a centre onto a line, in the line's direction from the centre or against it */
  | {
      readonly do: 'swing';
      readonly point: string;
      readonly centre: string;
      readonly from: string;
      readonly onto: string;
      readonly way: 1 | -1;
    }
  /** a finished line, straight between two points */
  | { readonly do: 'draw'; readonly seen: boolean; readonly from: string; readonly to: string }
  /** a finished arc on a light circle, counter-clockwise; all round where no ends are named */
  | {
      readonly do: 'arc';
      readonly seen: boolean;
      readonly circle: string;
      readonly from?: string;
      readonly to?: string;
    }
  /** a finished curve through points, by eye or with a curve template */
  | {
      readonly do: 'curve';
      readonly seen: boolean;
      readonly through: readonly string[];
      readonly closed: boolean;
    };

/** What a step is for, in the order of work. */
export type Phase =
  | 'setting out'
  | 'construction'
  | 'projection'
  | 'lines'
  | 'cut'
  | 'true shape'
  | 'finishing';

/**
 * Where a figure of a step comes from: the sheet's layout, a stated size, a sum of such, a calculation, an overall size that was calculated when
 * the sheet was planned, or a convenient choice.
 */
export type FigureOrigin = 'sheet' | 'given' | 'counted' | 'calculated' | 'planned' | 'convenient';

/** What a step works towards: a feature in a view, a box, the trace of a cut. */
export type Work = { readonly on: string; readonly view: ViewName | undefined };

/**
 * What a step brings to a short form that takes several together: the verb with what all of them have in common, and what this one adds: "set off",
 * "W 25 from the left".
 */
export type Brief = readonly [lead: string, what: string];

/** One step of the replay: mostly one deed, several that belong together where one alone would show nothing. */
export type Step = {
  readonly view: ViewName | undefined;
  readonly stage: Phase;
  readonly tool: string;
  /** what is done, from where to where */
  readonly text: string;
  readonly why: string;
  readonly deeds: readonly Deed[];
  readonly account?: Account;
  /** for a measured distance: where it comes from */
  readonly source?: FigureOrigin;
  /** how it is counted from the given sizes, part units: "90 - 15" */
  readonly working?: string;
  /** those sizes */
  readonly sizes?: SizeChain;
  /** keys of the corners it is about */
  readonly about: readonly string[];
  /** layers of the finished sheet that are drawn in this step as a whole */
  readonly shows?: readonly Layer[];
  /** the light lines are rubbed out */
  readonly clears?: boolean;
  readonly work: Work;
  /** undefined where the step only leads up to what the next one finds */
  readonly brief?: Brief;
  /** for a projector: the view that it comes from */
  readonly from?: ViewName;
};

/** What a drafter does in one go: several steps that belong together. */
export type ShortStep = {
  readonly view: ViewName | undefined;
  readonly stage: Phase;
  readonly text: string;
  readonly why: string;
  /** how many of the steps it takes together, which follow one another */
  readonly count: number;
};

/** A construction in its full and in its short form: the same deeds in the same order. */
export type Replay = { readonly steps: readonly Step[]; readonly short: readonly ShortStep[] };

export type ReplayMethod = 'mitre' | 'arcs' | 'distances';
export type ReplayChoice = {
  readonly method: ReplayMethod;
  /** which view comes first */
  readonly first: ViewName;
  /** hidden lines with their view, or all of them at the end */
  readonly hidden: 'per view' | 'last';
  /** lines darkened with their view, or all of them light first and darkened at the end */
  readonly darken: 'per view' | 'last';
  /** boxes about the views first; or each outline walked corner by corner; or the whole solid before it is cut */
  readonly order: 'boxes' | 'outline' | 'uncut';
};
