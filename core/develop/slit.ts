import { pointOn } from '../geometry/curve3.ts';
import { dot, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import type { Edge } from '../solid/boundary.ts';
import { type FlatCurve, straightPiece } from './chart.ts';
import type { Region, Rim } from './regions.ts';

/** A directed piece of the outline of a face in the flat; one made by the opening has no edge. */
export type FlatPiece = FlatCurve & {
  readonly edge: Edge | undefined;
  /** the opening runs along it: it is the side from which the flat begins, or that with which it ends */
  readonly opening?: 'begin' | 'end';
  /** it runs down as the feature stands */
  readonly isDown: boolean;
};

/**
 * Where a region is opened: `phase` rises to the right in the flat, and whole numbers of it are the opening. A region that is closed round
 * its axis has one opening a turn; another is parted in two.
 */
export type Opening = {
  readonly phase: (r: Rim, t: number) => number;
  readonly height: (p: Vec3) => number;
  /** a place on the opening, on its left or its right side as the flat has it */
  readonly at: (height: number, side: 'left' | 'right') => Vec2;
};

/** The opening of a region that is closed round its axis. @param turn radians, in the region's own chart */
export const openingAt = ({ chart }: Region, turn: number): Opening => ({
  phase: (r, t) => (r.turnAt(t) - turn) / TAU,
  height: chart.height,
  at: (h, side) => chart.at(side === 'left' ? turn : turn + TAU, h),
});

/** A phase this near a whole number is on the opening. */
const ON_OPENING = 1e-10;
const LOOKS = 64;

/** Parameters inside a rim at which it crosses the opening, in the order in which it runs. */
const crossings = (r: Rim, { phase }: Opening): number[] => {
  const out: number[] = [];
  const steps = r.curve.type === 'line' ? 1 : LOOKS;
  const at = (i: number): number => r.from + ((r.to - r.from) * i) / steps;
  for (let i = 0; i < steps; i++) {
    let [a, b] = [at(i), at(i + 1)];
    const [pa, pb] = [phase(r, a), phase(r, b)];
    const level = Math.round((pa + pb) / 2);
    for (const k of [level - 1, level, level + 1]) {
      const [fa, fb] = [pa - k, pb - k];
      if (Math.abs(fa) <= ON_OPENING || Math.abs(fb) <= ON_OPENING) {
        // an inner place that falls on the opening itself parts the rim, once
        if (Math.abs(fb) <= ON_OPENING && i < steps - 1) out.push(b);
        continue;
      }
      if (fa > 0 === fb > 0) continue;
      [a, b] = [at(i), at(i + 1)];
      for (let n = 0; n < 200 && a !== b; n++) {
        const m = (a + b) / 2;
        if (m === a || m === b) break;
        if (phase(r, m) - k > 0 === fa > 0) a = m;
        else b = m;
      }
      out.push((a + b) / 2);
    }
  }
  return out;
};

type Part = Rim & { readonly window: number };

/** The parts of a loop between the openings, each with the window that it lies in. */
const partsOf = (loop: readonly Rim[], o: Opening): Part[] =>
  loop.flatMap((r) => {
    const cuts = [r.from, ...crossings(r, o), r.to];
    return cuts.slice(1).map((to, i): Part => {
      const from = cuts[i] as number;
      const part: Rim = { ...r, from, to };
      const middle = o.phase(part, (from + to) / 2);
      const level = Math.round(middle);
      if (Math.abs(middle - level) > ON_OPENING) return { ...part, window: Math.floor(middle) };
      // along the opening: the face is on the left, on the lower phase where it runs up
      const rises = o.height(pointOn(r.curve, to)) > o.height(pointOn(r.curve, from));
      return { ...part, window: rises ? level - 1 : level };
    });
  });

const runsDown = (r: Rim, { up }: Region): boolean =>
  dot(sub(pointOn(r.curve, r.to), pointOn(r.curve, r.from)), up) < 0;

/**
 * Opens a region.
 * @returns the pieces of its outline in the flat, apart for each window where the region is not closed, together where it is
 */
export const slitRegion = (region: Region, o: Opening | undefined): FlatPiece[][] => {
  const { chart, isClosed, isUpright } = region;
  if (!o)
    return [
      region.loops.flatMap((l) =>
        l.map((r) => ({ ...chart.flat(r, r.turnAt), edge: r.edge, isDown: runsDown(r, region) })),
      ),
    ];
  const windows = new Map<number, FlatPiece[]>();
  const put = (window: number, piece: FlatPiece): void => {
    const key = isClosed ? 0 : window;
    const own = windows.get(key) ?? [];
    own.push(piece);
    windows.set(key, own);
  };
  /** where the face begins on the opening, going up, and where it ends; with the windows on both sides */
  const events: { readonly height: number; readonly begins: boolean; readonly level: number }[] = [];
  for (const loop of region.loops) {
    const parts = partsOf(loop, o);
    parts.forEach((p, i) => {
      const by = isClosed ? -TAU * p.window : 0;
      put(p.window, { ...chart.flat(p, (t) => p.turnAt(t) + by), edge: p.edge, isDown: runsDown(p, region) });
      const next = parts[(i + 1) % parts.length] as Part;
      // round a loop that goes once round its axis the last window and the first are a turn apart
      const round =
        i === parts.length - 1 && isClosed
          ? Math.round(p.turnAt(p.to) / TAU - next.turnAt(next.from) / TAU)
          : 0;
      const to = next.window + round;
      const height = o.height(pointOn(p.curve, p.to));
      for (let k = p.window; k < to; k++) events.push({ height, begins: true, level: k + 1 });
      for (let k = p.window; k > to; k--) events.push({ height, begins: false, level: k });
    });
  }
  const sorted = events.sort((a, b) => a.height - b.height || Number(a.begins) - Number(b.begins));
  // a cone that is whole about its point begins there
  if (sorted[0] && !sorted[0].begins && chart.surface.kind === 'cone')
    sorted.unshift({ height: 0, begins: true, level: sorted[0].level });
  let begun: (typeof events)[number] | undefined;
  for (const e of sorted) {
    if (e.begins) {
      begun ??= e;
      continue;
    }
    if (begun && e.height > begun.height) {
      const [low, high] = [begun.height, e.height];
      put(e.level - 1, {
        ...straightPiece(o.at(low, 'right'), o.at(high, 'right')),
        edge: undefined,
        opening: isUpright ? 'end' : 'begin',
        isDown: !isUpright,
      });
      put(e.level, {
        ...straightPiece(o.at(high, 'left'), o.at(low, 'left')),
        edge: undefined,
        opening: isUpright ? 'begin' : 'end',
        isDown: isUpright,
      });
    }
    begun = undefined;
  }
  return [...windows.values()];
};
