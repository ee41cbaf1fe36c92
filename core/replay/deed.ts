import type { ViewName } from '../geometry/viewFrames.ts';

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
  /** a break line: narrow, with a zigzag in its middle, 3 mm beyond both points */
  | { readonly do: 'break'; readonly seen: true; readonly from: string; readonly to: string }
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

/** How depths are brought from one view into another. */
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
