import { type Box3, joinBoxes } from './box.ts';
import type { Vec3 } from './vec.ts';

/** Finds the boxes that a line or plane meets without looking at all of them. */
export type BoxTree = {
  /** calls `meet` with the number of every box, widened, that the half line p + t d, t at least `from`, meets */
  readonly alongLine: (p: Vec3, d: Vec3, from: number, meet: (id: number) => void) => void;
  /** the numbers of all boxes, widened, that the plane n.p = d meets, ascending */
  readonly acrossPlane: (n: Vec3, d: number) => number[];
};

type Node = {
  readonly box: Box3;
  /** the boxes themselves where there are few, else the two halves */
  readonly ids?: readonly number[];
  readonly halves?: readonly [Node, Node];
};

/** A node of so few boxes is not parted further. */
const FEW = 4;

const nodeOf = (boxes: readonly Box3[], ids: readonly number[]): Node => {
  const box = ids.map((i) => boxes[i] as Box3).reduce(joinBoxes);
  if (ids.length <= FEW) return { box, ids };
  // parted in the middle of the order along the longest side: each half then holds as many
  const sides = [0, 1, 2].map((k) => (box[k + 3] as number) - (box[k] as number));
  const axis = sides.indexOf(Math.max(...sides));
  const middle = (i: number): number =>
    ((boxes[i] as Box3)[axis] as number) + ((boxes[i] as Box3)[axis + 3] as number);
  const sorted = [...ids].sort((a, b) => middle(a) - middle(b));
  const half = sorted.length >> 1;
  return { box, halves: [nodeOf(boxes, sorted.slice(0, half)), nodeOf(boxes, sorted.slice(half))] };
};

/** True where the half line from p along d meets the box widened by `tol`; `inverse` has 1 / d. */
const meets = (b: Box3, p: Vec3, d: Vec3, inverse: Vec3, from: number, tol: number): boolean => {
  let lo = from;
  let hi = Number.POSITIVE_INFINITY;
  for (let i = 0; i < 3; i++) {
    const at = p[i] as number;
    const low = (b[i] as number) - tol;
    const high = (b[i + 3] as number) + tol;
    if (d[i] === 0) {
      if (at < low || at > high) return false;
      continue;
    }
    const k = inverse[i] as number;
    const [t0, t1] = [(low - at) * k, (high - at) * k];
    lo = Math.max(lo, Math.min(t0, t1));
    hi = Math.min(hi, Math.max(t0, t1));
  }
  return lo <= hi;
};

/** True where the box widened by `tol` lies to one side of the plane n.p = d, n a unit vector. */
export const isBesidePlane = (box: Box3, n: Vec3, d: number, tol: number): boolean => {
  const middle = (n[0] * (box[0] + box[3]) + n[1] * (box[1] + box[4]) + n[2] * (box[2] + box[5])) / 2 - d;
  const reach =
    (Math.abs(n[0]) * (box[3] - box[0]) +
      Math.abs(n[1]) * (box[4] - box[1]) +
      Math.abs(n[2]) * (box[5] - box[2])) /
    2;
  return Math.abs(middle) > reach + tol;
};

/**
 * A tree of boxes in which each node holds its halves' boxes: a line asks only the nodes that it meets.
 * @param tol by how much each box is widened
 */
export const boxTree = (boxes: readonly Box3[], tol: number): BoxTree => {
  const root = boxes.length
    ? nodeOf(
        boxes,
        boxes.map((_, i) => i),
      )
    : undefined;
  return {
    alongLine: (p, d, from, meet) => {
      const inverse: Vec3 = [1 / d[0], 1 / d[1], 1 / d[2]];
      const visit = (node: Node): void => {
        if (!meets(node.box, p, d, inverse, from, tol)) return;
        if (node.halves) for (const half of node.halves) visit(half);
        else
          for (const id of node.ids as readonly number[])
            if (meets(boxes[id] as Box3, p, d, inverse, from, tol)) meet(id);
      };
      if (root) visit(root);
    },
    acrossPlane: (n, d) => {
      const found: number[] = [];
      const visit = (node: Node): void => {
        if (isBesidePlane(node.box, n, d, tol)) return;
        if (node.halves) for (const half of node.halves) visit(half);
        else
          for (const id of node.ids as readonly number[])
            if (!isBesidePlane(boxes[id] as Box3, n, d, tol)) found.push(id);
      };
      if (root) visit(root);
      return found.sort((a, b) => a - b);
    },
  };
};
