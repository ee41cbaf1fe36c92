import { type Box3, boxesMeet } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { boxOf2, type Curve2, isPeriodic } from '../geometry/curve2.ts';
import { meetings } from '../geometry/meeting2.ts';
import { length2 } from '../geometry/vec.ts';
import { coverAt, type FlatCarrier } from './flatCarrier.ts';

const speedScale = (k: Curve2): number => (k.type === 'conic' ? length2(k.minor) : 1);

/** What falls on a carrier: where, and between which parameters. */
export type Cover = {
  /** disjoint stretches, ascending: a long line may carry hundreds of edges in a few places */
  readonly stretches: readonly (readonly [number, number])[];
  readonly range: readonly [number, number];
  readonly holds: (s: number) => boolean;
  /** the box of each stretch in (u, v), flat in z */
  readonly boxes: readonly Box3[];
};

export const coverOf = (c: FlatCarrier, tol: number): Cover => {
  const slack = (tol * 4) / speedScale(c.curve);
  const sorted = c.members.length > 1 ? [...c.members].sort((a, b) => a.lo - b.lo) : c.members;
  const stretches: [number, number][] = [];
  for (const m of sorted) {
    const last = stretches.at(-1);
    if (last && m.lo - slack <= last[1]) last[1] = Math.max(last[1], m.hi);
    else stretches.push([m.lo, m.hi]);
  }
  const boxes = stretches.map(([lo, hi]): Box3 => {
    const [u0, v0, u1, v1] = boxOf2(c.curve, lo, hi);
    return [u0, v0, 0, u1, v1, 0];
  });
  const range = [(stretches[0] as [number, number])[0], Math.max(...stretches.map((x) => x[1]))] as const;
  if (isPeriodic(c.curve))
    return {
      stretches,
      boxes,
      range,
      holds: (s) => c.members.some((m) => coverAt(m, s, slack, true) !== undefined),
    };
  const holds = (s: number): boolean => {
    let lo = 0;
    let hi = stretches.length - 1;
    while (lo < hi) {
      const k = (lo + hi) >> 1;
      if ((stretches[k] as [number, number])[1] + slack < s) lo = k + 1;
      else hi = k;
    }
    const [from, to] = stretches[lo] as [number, number];
    return s >= from - slack && s <= to + slack;
  };
  return { stretches, boxes, range, holds };
};

/**
 * Parts carriers where they cross one another. The boxes of what falls on them are looked up, not those of the carriers: a line
 * across the whole view may carry little.
 * @param asked which carriers are to be parted
 */
export const crossCarriers = (
  carriers: readonly FlatCarrier[],
  covers: readonly Cover[],
  asked: readonly boolean[],
  tol: number,
): void => {
  const boxes: Box3[] = [];
  const owner: number[] = [];
  covers.forEach((cover, i) => {
    for (const b of cover.boxes) {
      boxes.push(b);
      owner.push(i);
    }
  });
  const grid = boxGrid(boxes, tol * 4);
  const met = new Int32Array(carriers.length).fill(-1);
  boxes.forEach((box, k) => {
    const i = owner[k] as number;
    if (!asked[i]) return;
    const a = carriers[i] as FlatCarrier;
    const onA = covers[i] as Cover;
    for (const other of grid.around(box)) {
      const j = owner[other] as number;
      // a pair of which both are asked is met once
      if ((j < i && asked[j]) || met[j] === i || (j === i && a.curve.type !== 'free')) continue;
      if (!boxesMeet(box, boxes[other] as Box3, tol * 4)) continue;
      met[j] = i;
      const b = carriers[j] as FlatCarrier;
      const onB = covers[j] as Cover;
      for (const [s, t] of meetings(a.curve, onA.range, b.curve, onB.range, tol)) {
        if (!onA.holds(s) || !onB.holds(t)) continue;
        a.cuts.push(s);
        b.cuts.push(t);
      }
    }
  });
};
