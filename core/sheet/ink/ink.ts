import type { Curve2 } from '../../geometry/curve2.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import type { Looks } from '../../view/looks.ts';

/**
 * What is drawn on the sheet, once for screen, SVG and PDF. Paper millimetres from the sheet's lower left corner, x to
 * the right, y up. Dashes and hatch lines are real geometry: every stretch that carries ink is there.
 */
export type Stretch = { readonly curve: Curve2; readonly from: number; readonly to: number };

/** What a line is for; its width and colour follow from it. */
export type Pen =
  | 'outline'
  | 'hidden'
  | 'centre'
  | 'trace'
  | 'traceEnd'
  | 'reference'
  | 'projector'
  | 'dimension'
  | 'hatch'
  | 'frame'
  | 'rule'
  | 'square';

export type Layer =
  | 'frame'
  | 'title'
  | 'views'
  | 'hidden'
  | 'breaks'
  | 'centre'
  | 'reference'
  | 'mitre'
  | 'projectors'
  | 'trace'
  | 'hatch'
  | 'trueShape'
  | 'labels'
  | 'numbers'
  | 'dimensions'
  | 'balloons'
  | 'tints'
  | 'squares';

export type StrokeInk = {
  readonly kind: 'stroke';
  readonly layer: Layer;
  readonly pen: Pen;
  readonly stretches: readonly Stretch[];
  /** the view it belongs to, and the keys of the edges it shows */
  readonly view?: string;
  readonly edges?: readonly string[];
  /** the line as it runs, where the stretches are its dashes */
  readonly whole?: Stretch;
  /** the dimension that it is part of */
  readonly dimension?: string;
  /** of hatching: the rim of the area in any order (even-odd), the direction of its lines (radians) and how far apart they are, mm */
  readonly area?: { readonly rim: readonly Stretch[]; readonly angle: number; readonly spacing: number };
};
export type TextInk = {
  readonly kind: 'text';
  readonly layer: Layer;
  readonly text: string;
  readonly at: Vec2;
  /** height of the capitals in mm */
  readonly height: number;
  readonly anchor: 'start' | 'middle' | 'end';
  /** degrees that it is turned about its place, against the clock */
  readonly angle?: number;
  /** the dimension that it is the figure of */
  readonly dimension?: string;
  /** the place on the paper that it names, for a number at a point */
  readonly names?: Vec2;
  /** a point's name: its view, the key of the point written first, and the place on the paper that it names */
  readonly label?: { readonly view: string; readonly point: string; readonly of: Vec2 };
};
/** A filled triangle or other small polygon (arrow heads). */
export type FillInk = {
  readonly kind: 'fill';
  readonly layer: Layer;
  readonly points: readonly Vec2[];
  readonly dimension?: string;
};
/** Areas of a view in which faces that look one way are seen, in the colour that such faces have in every view. */
export type TintInk = {
  readonly kind: 'tint';
  readonly layer: 'tints';
  readonly view: string;
  readonly looks: Looks;
  readonly areas: readonly (readonly Vec2[])[];
  /** it is part of none */
  readonly dimension?: undefined;
};
export type Ink = StrokeInk | TextInk | FillInk | TintInk;

/** Width of wide lines, mm (ISO 128-2). */
export const WIDE = 0.5;
/** Width of narrow lines: half that of wide ones, mm (ISO 128-2). */
export const NARROW = 0.25;
/** Width of the lines of squared paper, mm: they lie behind the drawing. */
const FAINT = 0.13;
/** The width of a pen's line, mm. */
export const penWidth = (pen: Pen): number => {
  if (pen === 'square') return FAINT;
  return pen === 'outline' || pen === 'traceEnd' || pen === 'frame' ? WIDE : NARROW;
};

/** A straight stretch from one point of the paper to another, mm. */
export const straight = (a: Vec2, b: Vec2): Stretch => {
  const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const d: Vec2 = size ? [(b[0] - a[0]) / size, (b[1] - a[1]) / size] : [1, 0];
  return { curve: { type: 'line', p: a, d }, from: 0, to: size };
};

/** Lines of one pen on a layer, paper mm. @param more what they belong to */
export const stroke = (layer: Layer, pen: Pen, stretches: readonly Stretch[], more: object = {}): Ink => ({
  kind: 'stroke',
  layer,
  pen,
  stretches,
  ...more,
});
/** Letters centred on a place of the paper, mm. */
export const letters = (
  layer: Layer,
  text: string,
  at: Vec2,
  height: number,
  anchor: 'start' | 'middle' | 'end' = 'middle',
): TextInk => ({ kind: 'text', layer, text, at, height, anchor });
