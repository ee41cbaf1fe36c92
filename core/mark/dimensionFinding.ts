import type { ViewName } from '../geometry/viewFrames.ts';
import type { GivenFigure, StatedSize } from './givenFigure.ts';

/** What can be wrong with the dimensions of a drawing that was made elsewhere. */
export type DimensionMistake =
  | 'figure wrong'
  | 'radius for diameter'
  | 'decimal slip'
  | 'digits swapped'
  | 'measures to nothing'
  | 'size missing'
  | 'size given twice';

/** A mistake in the dimensions: what, where, and the likeliest cause. */
export type DimensionFinding = {
  readonly kind: DimensionMistake;
  readonly view: ViewName | undefined;
  readonly sentence: string;
  /** the figure it is about */
  readonly figure?: GivenFigure;
};

const digits = (x: string): string => [...x.replace(/\D/g, '')].sort().join('');

/** The likeliest cause of a figure that is not what the part has. */
export const causeOf = (
  { value: stated, within }: Pick<StatedSize, 'value' | 'within'>,
  value: number,
): readonly [DimensionMistake, string] => {
  const is = (k: number): boolean => Math.abs(stated * k - value) <= within * k + 1e-6 * value;
  if (is(2)) return ['radius for diameter', 'half of it is stated, as a radius would be'];
  if (is(0.5)) return ['radius for diameter', 'twice of it is stated, as a diameter would be'];
  if (is(10) || is(0.1) || is(100) || is(0.01)) return ['decimal slip', 'the point has slipped'];
  const [a, b] = [stated, value].map((x) => String(Number(x.toFixed(4)))) as [string, string];
  if (a.length === b.length && a.indexOf('.') === b.indexOf('.') && digits(a) === digits(b))
    return ['digits swapped', 'two digits are swapped'];
  return ['figure wrong', 'it was typed over, or read from another place'];
};
