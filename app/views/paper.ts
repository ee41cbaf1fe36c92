import type { Vec2 } from '../../core/geometry/vec.ts';
import { decimal } from '../../core/number/format.ts';
import { isometricWalk, paperPlaceWords, type SideSeen } from '../../core/pictorial/isometricPaper.ts';
import { SQUARES, type WalkedPaper } from '../../core/solids/typedWalk.ts';

/** A ruled paper: how its own places stand on the board, which are counted in squares to the right and up from where it begins. */
export type Paper = {
  readonly name: string;
  readonly shown: (p: Vec2) => Vec2;
  /** the paper's own place at a place of the board */
  readonly placeAt: (q: Vec2) => Vec2;
  /** whether places half way between the lines are drawn on too */
  readonly hasHalves: boolean;
  /** the ruled place nearest to one of the paper's own; by halves where it has them */
  readonly nearest: (p: Vec2, half: boolean) => Vec2;
  /** where a key leads from a place */
  readonly keys: Readonly<Record<string, Vec2>>;
  readonly words: (p: Vec2) => string;
  readonly walk: WalkedPaper;
  /** what a board shows at least: from left and bottom to right and top, in squares */
  readonly least: readonly [number, number, number, number];
  /** how steep the lines are that are ruled besides the upright ones, a square apart */
  readonly slopes: readonly number[];
  /** from one upright line to the next */
  readonly width: number;
};

/** Squared paper, for views. */
export const SQUARED: Paper = {
  name: 'squared paper',
  shown: (p) => p,
  placeAt: (q) => q,
  hasHalves: true,
  nearest: ([x, y], half) => {
    const k = half ? 2 : 1;
    return [Math.round(x * k) / k, Math.round(y * k) / k];
  },
  keys: { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] },
  words: (p) => `${decimal(p[0], 2)} ${decimal(p[1], 2)}`,
  walk: SQUARES,
  least: [0, 0, 12, 7.5],
  slopes: [0],
  width: 1,
};

const ACROSS = Math.cos(Math.PI / 6);

/** Isometric paper, for pictorials that show a side besides front and top. */
export const isometric = (side: SideSeen): Paper => {
  const walk = isometricWalk(side);
  const { right, left, back, forward, up, down } = walk.ways;
  return {
    name: 'isometric paper',
    shown: ([x, y]) => [x * ACROSS, y / 2],
    placeAt: ([u, v]) => [u / ACROSS, v * 2],
    hasHalves: false,
    nearest: ([x, y]) => {
      // places lie where both figures are even, or both odd
      const near = [Math.floor(x), Math.ceil(x)].map((i): Vec2 => [i, i + 2 * Math.round((y - i) / 2)]);
      const off = (p: Vec2): number => Math.hypot((p[0] - x) * ACROSS, (p[1] - y) / 2);
      return near.reduce((a, b) => (off(b) < off(a) ? b : a));
    },
    keys: {
      ArrowRight: right,
      ArrowLeft: left,
      PageUp: back,
      PageDown: forward,
      ArrowUp: up,
      ArrowDown: down,
    },
    words: (p) => paperPlaceWords(side, p),
    walk,
    least: side === 'right' ? [-6, -5, 23, 9] : [-12, -1, 17, 13],
    slopes: [Math.tan(Math.PI / 6), -Math.tan(Math.PI / 6)],
    width: ACROSS,
  };
};
