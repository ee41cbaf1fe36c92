import { along2, type Vec2 } from '../../geometry/vec.ts';
import { type FillInk, type Ink, type Stretch, straight, stroke, type TextInk } from '../ink/ink.ts';
import { onPaper, readsUpright, type Similarity, stretchOnPaper, turned } from '../layout/similarity.ts';
import type { PlacedView } from '../views/placedView.ts';
import { figureWidth } from './figureText.ts';
import { ARROW, type Arrow, type Drawn, FIGURE, type LaidSize, type Line } from './laid.ts';

/** How dimension lines end, by school. */
export type LineEnds = 'arrows' | 'ticks' | 'dots';

/** Half an arrow head's width (15 degrees, ISO 129-1), mm. */
const HALF = ARROW * Math.tan((7.5 * Math.PI) / 180);
/** A tick's half length, and a dot's radius, mm. */
const TICK = 1.5;
const DOT = 0.6;
const DOT_SIDES = 12;
/** The radius of the ring at a zero mark, mm. */
const ZERO = 1.2;

const endInk = ({ tip, along }: Arrow, ends: LineEnds, toSheet: Similarity, more: object): Ink => {
  const fill = (points: readonly Vec2[]): FillInk => ({
    kind: 'fill',
    layer: 'dimensions',
    points: points.map((p) => onPaper(toSheet, p)),
    ...more,
  });
  if (ends === 'ticks') {
    // from lower left to upper right as one reads along the line
    const [a, b] = [Math.SQRT1_2 * TICK, Math.SQRT1_2 * TICK];
    const tick = straight([tip[0] - a, tip[1] - b], [tip[0] + a, tip[1] + b]);
    return stroke('dimensions', 'outline', [stretchOnPaper(toSheet, tick)], more);
  }
  if (ends === 'dots')
    return fill(
      Array.from({ length: DOT_SIDES }, (_, i): Vec2 => {
        const q = (2 * Math.PI * i) / DOT_SIDES;
        return [tip[0] + DOT * Math.cos(q), tip[1] + DOT * Math.sin(q)];
      }),
    );
  const back = along2(tip, along, -ARROW);
  const across: Vec2 = [-along[1], along[0]];
  return fill([tip, along2(back, across, HALF), along2(back, across, -HALF)]);
};

const arcOf = (
  { radius, from, to }: Pick<NonNullable<Drawn['arc']>, 'radius' | 'from' | 'to'>,
  centre: Vec2,
): Stretch => ({
  curve: { type: 'conic', c: centre, major: [radius, 0], minor: [0, radius], round: true },
  from,
  to,
});

/** The line beneath a figure that is not to scale is so far below it, mm. */
const BELOW = 0.4;

/** The line beneath a figure that is not to scale. */
const underline = ({ text, drawn }: LaidSize): Stretch => {
  const turn = (drawn.text.angle * Math.PI) / 180;
  const way: Vec2 = [Math.cos(turn), Math.sin(turn)];
  const from = along2(drawn.text.at, [-way[1], way[0]], -BELOW);
  return straight(from, along2(from, way, figureWidth(text)));
};

/** Where a figure begins and how it is turned on the sheet: one that would be read upside down is turned about the middle of its room. */
const figureOnSheet = (
  { text, drawn }: LaidSize,
  toSheet: Similarity,
): { readonly at: Vec2; readonly angle: number } => {
  const { at, angle } = drawn.text;
  // a view is never turned, and its angles stay to the last digit
  if (toSheet.s === 0 && toSheet.c > 0) return { at: onPaper(toSheet, at), angle };
  const own = (angle * Math.PI) / 180;
  const way: Vec2 = [Math.cos(own), Math.sin(own)];
  const [x, y] = turned(toSheet, way);
  if (readsUpright([x, y])) return { at: onPaper(toSheet, at), angle: (Math.atan2(y, x) * 180) / Math.PI };
  const end = along2(along2(at, way, figureWidth(text)), [-way[1], way[0]], FIGURE);
  return { at: onPaper(toSheet, end), angle: (Math.atan2(-y, -x) * 180) / Math.PI };
};

/**
 * The ink of a size: extension lines, dimension line or leader, its ends and its figure.
 * @param id by which its ink is known
 * @param toSheet from where it was laid out to the sheet, paper mm to paper mm: moved and turned, never scaled
 */
export const sizeInk = (
  d: LaidSize,
  id: string,
  view: string,
  toSheet: Similarity,
  ends: LineEnds,
): Ink[] => {
  const { line, rest = [], arc, extension, shelf, arrows, zero } = d.drawn;
  const after = rest.slice(1).map((p, i): Line => [rest[i] as Vec2, p]);
  const more = { view, dimension: id };
  const lines = (all: readonly Stretch[]): Ink =>
    stroke(
      'dimensions',
      'dimension',
      all.map((s) => stretchOnPaper(toSheet, s)),
      more,
    );
  const run = ([a, b]: Line): Stretch => straight(a, b);
  const { at, angle } = figureOnSheet(d, toSheet);
  const figure: TextInk = {
    kind: 'text',
    layer: 'dimensions',
    text: d.text,
    at,
    height: FIGURE,
    anchor: 'start',
    ...(angle && { angle }),
    dimension: id,
  };
  // a leader keeps its arrow in every school
  const school = d.side || arc || extension.length ? ends : 'arrows';
  return [
    ...(extension.length ? [lines(extension.map(run))] : []),
    ...(line ? [lines([run(line), ...after.map(run), ...(shelf ? [run(shelf)] : [])])] : []),
    ...(zero?.isDrawn ? [lines([arcOf({ radius: ZERO, from: 0, to: 2 * Math.PI }, zero.at)])] : []),
    ...(arc ? [lines([arcOf(arc, arc.centre)])] : []),
    ...(d.isOffScale ? [lines([underline(d)])] : []),
    ...arrows.map((a) => endInk(a, school, toSheet, more)),
    figure,
  ];
};

/** From where the dimensions of a view were laid out to the sheet: there the part's origin is the view's. */
export const dimensionsToSheet = ({ toPaper }: PlacedView): Similarity => ({
  k: 1,
  c: 1,
  s: 0,
  to: onPaper(toPaper, [0, 0]),
});
