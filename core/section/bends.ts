import { pointOn } from '../geometry/curve3.ts';
import type { Intervals } from '../solid/cell.ts';
import { cutIntervals, joinIntervals } from '../solid/intervals.ts';
import type { RimLoop, RimPiece } from './rim.ts';
import { type Leg, shapePoint } from './trace.ts';

/** Whether a piece of the outline runs along the upright at s, where a leg begins or ends. */
const liesAt = (p: RimPiece, leg: Leg, s: number, tol: number): boolean =>
  p.curve.type === 'line' &&
  [p.from, p.to].every((x) => Math.abs(shapePoint(leg, pointOn(p.curve, x))[0] - s) <= tol * 40);

/** Stretches of t, ascending, that pieces along a bend cover. */
const coverOf = (pieces: readonly RimPiece[], c: Leg): Intervals =>
  pieces
    .map((p) => [p.from, p.to].map((x) => shapePoint(c, pointOn(p.curve, x))[1]).sort((x, y) => x - y))
    .sort((a, b) => (a[0] as number) - (b[0] as number))
    .reduce<Intervals>((all, x) => joinIntervals(all, x), []);

/**
 * Takes out what two legs share along their bend, where the cut face runs on from one to the other; what only one of them has
 * is a true rim there.
 */
export const withoutBends = (
  perLeg: readonly (readonly RimPiece[])[],
  legs: readonly Leg[],
  tol: number,
): RimPiece[] => {
  const out = perLeg.flatMap((pieces, i) =>
    pieces.filter(
      (p) =>
        ![(legs[i] as Leg).from, (legs[i] as Leg).to].some(
          (s) => Number.isFinite(s) && liesAt(p, legs[i] as Leg, s, tol),
        ),
    ),
  );
  perLeg.slice(1).forEach((after, i) => {
    const before = perLeg[i] as readonly RimPiece[];
    const bend = (legs[i] as Leg).to;
    const sides = [before, after].map((side, k) =>
      side.filter((p) => liesAt(p, legs[i + k] as Leg, bend, tol)),
    );
    const covers = sides.map((side, k) => coverOf(side, legs[i + k] as Leg));
    sides.forEach((side, k) => {
      const c = legs[i + k] as Leg;
      const own = cutIntervals(covers[k] as Intervals, covers[1 - k] as Intervals);
      for (let j = 0; j < own.length; j += 2) {
        const [lo, hi] = [own[j] as number, own[j + 1] as number];
        const host = side.find((p) => {
          const ts = [p.from, p.to].map((x) => shapePoint(c, pointOn(p.curve, x))[1]);
          return Math.min(...ts) <= (lo + hi) / 2 && Math.max(...ts) >= (lo + hi) / 2;
        });
        if (!host || hi - lo <= tol) continue;
        const [ta, tb] = [host.from, host.to].map((x) => shapePoint(c, pointOn(host.curve, x))[1]) as [
          number,
          number,
        ];
        const at = (t: number): number => host.from + ((t - ta) / (tb - ta)) * (host.to - host.from);
        out.push({ ...host, from: at(tb > ta ? lo : hi), to: at(tb > ta ? hi : lo) });
      }
    });
  });
  return out;
};

/** The stretches of t, ascending, in which a leg's part of a cut face reaches its bend at s. */
export const reachAtBend = (loops: readonly RimLoop[], leg: Leg, s: number, tol: number): Intervals =>
  coverOf(
    loops.flatMap((l) => l.pieces.filter((p) => liesAt(p, leg, s, tol))),
    leg,
  );
