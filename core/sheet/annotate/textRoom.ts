import type { Vec2 } from '../../geometry/vec.ts';
import type { TextInk } from '../ink/ink.ts';
import { boxCorners2, boxRound } from '../layout/boxes.ts';
import type { Rect } from '../layout/paper.ts';
import { letterWidth } from './letterWidth.ts';

/** The room that a text takes on the paper: a rectangle that is turned with the text. */
export type TextRoom = {
  /** the rectangle with the paper's sides that holds it */
  readonly box: Rect;
  /** the text's own rectangle, in a frame turned with the text about the paper's lower left corner */
  readonly own: Rect;
  /** cosine and sine of the angle by which the text leans; nothing where it is level or upright */
  readonly lean?: readonly [number, number] | undefined;
};

/** The room of something that stands level. */
export const levelRoom = (box: Rect): TextRoom => ({ box, own: box });

const onPaperOf = ([c, s]: readonly [number, number], [x, y]: Vec2): Vec2 => [c * x - s * y, s * x + c * y];
const inTextOf = ([c, s]: readonly [number, number], [x, y]: Vec2): Vec2 => [c * x + s * y, c * y - s * x];

/**
 * The room of a text.
 * @param margin kept free round its letters, mm; less than nought for a room that lies within them
 * @param at its place, where that is to be another than its own
 */
export const textRoom = (t: TextInk, margin: number, at: Vec2 = t.at): TextRoom => {
  const w = letterWidth(t.text, t.height);
  const from = t.anchor === 'middle' ? w / 2 : t.anchor === 'end' ? w : 0;
  const rectAt = ([x, y]: Vec2): Rect => ({
    x: x - from - margin,
    y: y - margin,
    w: w + 2 * margin,
    h: t.height + 2 * margin,
  });
  if (!t.angle) return levelRoom(rectAt(at));
  // a figure that is read from the right stands to the left of its place
  if (t.angle === 90)
    return levelRoom({
      x: at[0] - t.height - margin,
      y: at[1] - from - margin,
      w: t.height + 2 * margin,
      h: w + 2 * margin,
    });
  const turn = (t.angle * Math.PI) / 180;
  const lean = [Math.cos(turn), Math.sin(turn)] as const;
  const own = rectAt(inTextOf(lean, at));
  return { box: boxRound(boxCorners2(own).map((p) => onPaperOf(lean, p))), own, lean };
};

/** A stretch of the paper as it runs in a room's own frame. */
export const seenFrom = ({ lean }: TextRoom, [a, b]: readonly [Vec2, Vec2]): readonly [Vec2, Vec2] =>
  lean ? [inTextOf(lean, a), inTextOf(lean, b)] : [a, b];

const rectsOverlap = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** Whether a room lies beyond one side of a room that leans. */
const isBeyond = (room: TextRoom, other: TextRoom): boolean => {
  const { lean, own } = room;
  if (!lean) return false;
  const corners = boxCorners2(other.own).map((p) => (other.lean ? onPaperOf(other.lean, p) : p));
  return !rectsOverlap(own, boxRound(corners.map((p) => inTextOf(lean, p))));
};

/** Whether two texts lie on one another: by the directions of both rectangles. */
export const textRoomsMeet = (a: TextRoom, b: TextRoom): boolean =>
  rectsOverlap(a.box, b.box) && !isBeyond(a, b) && !isBeyond(b, a);
