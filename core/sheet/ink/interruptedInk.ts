import { zigzag } from '../views/brokenEnds.ts';
import { breakLinesOf, outsideStrips, type Strip } from '../views/interrupted.ts';
import { type Ink, type Stretch, straight, stroke } from './ink.ts';

/** How far off the edge of a strip a line may end, mm. */
const NEAR = 1e-3;

/** Ink with nothing drawn in some strips of the paper. */
export const inkOutside = (ink: readonly Ink[], strips: readonly Strip[]): Ink[] =>
  strips.length === 0
    ? [...ink]
    : ink.map((i) => (i.kind === 'stroke' ? { ...i, stretches: outsideStrips(i.stretches, strips) } : i));

/**
 * The break lines of interrupted views: narrow, with a zigzag, on both edges of each strip.
 * @param outline the visible lines that the strips interrupt, on the paper
 * @param view what the ink is known by
 */
export const interruptionInk = (outline: readonly Stretch[], strips: readonly Strip[], view: string): Ink[] =>
  strips.flatMap((strip) =>
    breakLinesOf(outline, strip, NEAR).map(([a, b]) => {
      const points = zigzag(a, b);
      return stroke(
        'breaks',
        'rule',
        points.slice(1).map((p, i) => straight(points[i] as typeof a, p)),
        { view },
      );
    }),
  );
