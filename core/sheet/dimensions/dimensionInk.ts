import { along2, type Vec2 } from '../../geometry/vec.ts';
import { type FillInk, type Ink, type Stretch, straight, stroke, type TextInk } from '../ink/ink.ts';
import { onPaper } from '../layout/similarity.ts';
import type { PlacedView } from '../views/placedView.ts';
import { figureWidth } from './figureText.ts';
import { ARROW, type Arrow, FIGURE, type Laid, type Line } from './laid.ts';

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

const endInk = ({ tip, along }: Arrow, ends: LineEnds, more: object): Ink => {
  const fill = (points: readonly Vec2[]): FillInk => ({ kind: 'fill', layer: 'dimensions', points, ...more });
  if (ends === 'ticks') {
    // from lower left to upper right as one reads along the line
    const [a, b] = [Math.SQRT1_2 * TICK, Math.SQRT1_2 * TICK];
    return stroke(
      'dimensions',
      'outline',
      [straight([tip[0] - a, tip[1] - b], [tip[0] + a, tip[1] + b])],
      more,
    );
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
  { radius, from, to }: Pick<NonNullable<Laid['drawn']['arc']>, 'radius' | 'from' | 'to'>,
  centre: Vec2,
): Stretch => ({
  curve: { type: 'conic', c: centre, major: [radius, 0], minor: [0, radius], round: true },
  from,
  to,
});

/** The line beneath a figure that is not to scale is so far below it, mm. */
const BELOW = 0.4;

/** The line beneath a figure that is not to scale. */
const underline = ({ text, drawn }: Laid, place: (p: Vec2) => Vec2, more: object): Ink => {
  const turn = (drawn.text.angle * Math.PI) / 180;
  const way: Vec2 = [Math.cos(turn), Math.sin(turn)];
  const from = along2(drawn.text.at, [-way[1], way[0]], -BELOW);
  const to = along2(from, way, figureWidth(text));
  return stroke('dimensions', 'dimension', [straight(place(from), place(to))], more);
};

/**
 * The ink of a dimension: extension lines, dimension line or leader, its ends and its figure.
 * @param id by which its ink is known
 */
export const dimensionInk = (d: Laid, id: string, home: PlacedView, ends: LineEnds): Ink[] => {
  // as it is laid out the part's origin is the view's
  const origin = onPaper(home.toPaper, [0, 0]);
  const place = ([x, y]: Vec2): Vec2 => [origin[0] + x, origin[1] + y];
  const { line, rest = [], arc, extension, shelf, arrows, zero, text } = d.drawn;
  const after = rest.slice(1).map((p, i): Line => [rest[i] as Vec2, p]);
  const run = ([a, b]: Line) => straight(place(a), place(b));
  const more = { view: home.name, dimension: id };
  const figure: TextInk = {
    kind: 'text',
    layer: 'dimensions',
    text: d.text,
    at: place(text.at),
    height: FIGURE,
    anchor: 'start',
    ...(text.angle && { angle: text.angle }),
    dimension: id,
  };
  // a leader keeps its arrow in every school
  const school = d.side || arc || extension.length ? ends : 'arrows';
  return [
    ...(extension.length ? [stroke('dimensions', 'dimension', extension.map(run), more)] : []),
    ...(line
      ? [
          stroke(
            'dimensions',
            'dimension',
            [run(line), ...after.map(run), ...(shelf ? [run(shelf)] : [])],
            more,
          ),
        ]
      : []),
    ...(zero?.isDrawn
      ? [
          stroke(
            'dimensions',
            'dimension',
            [arcOf({ radius: ZERO, from: 0, to: 2 * Math.PI }, place(zero.at))],
            more,
          ),
        ]
      : []),
    ...(arc ? [stroke('dimensions', 'dimension', [arcOf(arc, place(arc.centre))], more)] : []),
    ...(d.isOffScale ? [underline(d, place, more)] : []),
    ...arrows.map((a) => endInk({ tip: place(a.tip), along: a.along }, school, more)),
    figure,
  ];
};
