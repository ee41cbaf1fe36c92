import type { FeatureFile, PartFile, Quantity, ViewName } from '../part/schema.ts';
import { typedQuantity } from '../part/schema.ts';

/**
 * A profile counted on squared paper: corners in whole and half squares along and up. With `mirrored`, the corners are one half, and the axis
 * stands upright through the first of them.
 */
export type SquaredProfile = {
  readonly corners: readonly (readonly [number, number])[];
  readonly mirrored: boolean;
  /** rounds every corner, in squares; none where 0 */
  readonly round: number;
};

type Corner = readonly [number, number];

const same = (a: Corner, b: Corner): boolean => a[0] === b[0] && a[1] === b[1];

/** All corners of the loop, in squares: those counted, and where it is mirrored their images in turn. */
export const wholeLoop = ({ corners, mirrored }: SquaredProfile): Corner[] => {
  if (!mirrored || !corners.length) return [...corners];
  const axis = (corners[0] as Corner)[0];
  const images = [...corners].reverse().map(([x, y]): Corner => [2 * axis - x, y]);
  return [...corners, ...images]
    .filter((p, i, all) => i === 0 || !same(p, all[i - 1] as Corner))
    .filter((p, i, all) => i < all.length - 1 || !same(p, all[0] as Corner));
};

const WORDS = [
  ['right', 'left'],
  ['up', 'down'],
] as const;

/** The outline as one walks it: "right 6, up 5, right 2 and up 3". */
export const walkedWords = (corners: readonly Corner[]): string[] =>
  corners.slice(1).map((p, i) => {
    const from = corners[i] as Corner;
    const moves = ([0, 1] as const).flatMap((k) => {
      const by = p[k] - from[k];
      return by === 0 ? [] : [`${WORDS[k][by > 0 ? 0 : 1]} ${squaresText(Math.abs(by))}`];
    });
    return moves.join(' and ');
  });

/** Whole and half squares: "3 1/2". */
export const squaresText = (n: number): string => {
  const whole = Math.floor(n);
  const half = n - whole === 0.5;
  return half ? (whole ? `${whole} 1/2` : '1/2') : String(whole);
};

/** What keeps a loop from being a profile; undefined where it is one. */
export const profileTrouble = (p: SquaredProfile): string | undefined => {
  const loop = wholeLoop(p);
  if (loop.length < 3) return 'Count at least three corners.';
  const area = loop.reduce((s, [x, y], i) => {
    const [x2, y2] = loop[(i + 1) % loop.length] as Corner;
    return s + x * y2 - x2 * y;
  }, 0);
  if (Math.abs(area) < 1e-9) return 'The corners lie on one line.';
  const sides = loop.map((a, i) => [a, loop[(i + 1) % loop.length] as Corner] as const);
  const turn = (a: Corner, b: Corner, c: Corner): number =>
    (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  const crosses = sides.some(([a, b], i) =>
    sides.some(
      ([c, d], k) =>
        k > i + 1 &&
        !(i === 0 && k === sides.length - 1) &&
        turn(a, b, c) * turn(a, b, d) < 0 &&
        turn(c, d, a) * turn(c, d, b) < 0,
    ),
  );
  return crosses ? 'The outline crosses itself. Move a corner.' : undefined;
};

/** A count of squares as a size of the part: "3 sq" where squares have a worth there, else worked out. */
export const squaresSize = (n: number, worth: Quantity | undefined, side: number): Quantity => {
  if (n === 0) return 0;
  if (worth === undefined) return Number((n * side).toFixed(6));
  return n < 0 ? `-${squaresText(-n)} sq` : `${squaresText(n)} sq`;
};

/** The feature that a counted profile makes: grown towards its observer, standing at the origin. */
export const squaredFeature = (
  id: string,
  p: SquaredProfile,
  part: PartFile,
  side: number,
  plane: ViewName,
  thickness: string,
): FeatureFile => {
  const worth = part.dims?.sq;
  const size = (n: number): Quantity => squaresSize(n, worth, side);
  const deep = typedQuantity(thickness);
  return {
    id,
    op: 'add',
    ...(plane !== 'top' && { plane }),
    // a profile seen from the front grows towards the front: it begins at the back of its thickness
    at: plane === 'front' ? [0, deep, 0] : [0, 0, 0],
    shape: {
      kind: 'extrude',
      height: deep,
      profile: {
        polygon: wholeLoop(p).map(([x, y]): [Quantity, Quantity] => [size(x), size(y)]),
        ...(p.round > 0 && { round: size(p.round) }),
      },
    },
  };
};
