import type { Vec2 } from '../geometry/vec.ts';
import type { View } from '../view/view.ts';
import type { Mistake } from './finding.ts';
import { boxOfLines, type GivenLine, type OwnLine, type Warp, warped } from './given.ts';
import { agree } from './joined.ts';
import { featureOf, spanMiddle } from './tell.ts';

const MOVES: readonly {
  readonly kind: Mistake | undefined;
  readonly words: string;
  readonly m: readonly [number, number, number, number];
}[] = [
  { kind: undefined, words: '', m: [1, 0, 0, 1] },
  { kind: 'turned by 90 degrees', words: 'turned by 90 degrees to the left', m: [0, -1, 1, 0] },
  { kind: 'turned by 90 degrees', words: 'turned by 90 degrees to the right', m: [0, 1, -1, 0] },
  { kind: 'upside down', words: 'turned upside down', m: [-1, 0, 0, -1] },
  { kind: 'mirrored', words: 'mirrored, left for right', m: [-1, 0, 0, 1] },
  { kind: 'mirrored', words: 'mirrored, top for bottom', m: [1, 0, 0, -1] },
];

/** Scales that are mistaken for one another, and the factors of a slip. */
const FACTORS = [1, 2, 1 / 2, 5, 1 / 5, 10, 1 / 10, 4, 1 / 4, 25.4, 1 / 25.4] as const;

const moveWarp = (
  [a, b, c, d]: readonly [number, number, number, number],
  kx: number,
  ky: number,
  to: Vec2,
): Warp => ({
  map: (p) => [(a * p[0] + b * p[1]) * kx + to[0], (c * p[0] + d * p[1]) * ky + to[1]],
  k: Math.abs(kx - ky) < 1e-12 ? kx : undefined,
  flips: a * d - b * c < 0,
});

type Vote = { readonly by: Vec2; readonly votes: number };

/** The moves that most points of two sets agree on, by a vote among all pairs; the one with most votes first. */
export const votes = (from: readonly Vec2[], to: readonly Vec2[], tol: number, best: number): Vote[] => {
  const counts = new Map<string, { votes: number; by: Vec2 }>();
  const cell = tol * 2;
  for (const p of from)
    for (const q of to) {
      const by: Vec2 = [q[0] - p[0], q[1] - p[1]];
      const key = `${Math.round(by[0] / cell)} ${Math.round(by[1] / cell)}`;
      const c = counts.get(key) ?? { votes: 0, by };
      c.votes++;
      counts.set(key, c);
    }
  return [...counts.values()].sort((a, b) => b.votes - a.votes).slice(0, best);
};

/** So many of the moves that were voted for are tried. */
const TRIED = 5;

/** The middle of a curve's box, which for a closed one is that of the circle it may be. */
const centreOf = (l: GivenLine): Vec2 => {
  const b = boxOfLines([l]);
  return [spanMiddle(b, 0), spanMiddle(b, 1)];
};

const MOST_POINTS = 60;
const telling = (lines: readonly GivenLine[]): Vec2[] => {
  const all = lines.flatMap((l) =>
    l.kind === 'round' ? [l.centre] : l.kind === 'straight' ? [l.a, l.b] : [centreOf(l)],
  );
  const step = Math.max(1, Math.floor(all.length / MOST_POINTS));
  return all.filter((_, i) => i % step === 0);
};

/** Given lines laid on a view's own: how, and how many of its own lines they meet. */
export type Fit = {
  readonly lines: GivenLine[];
  /** the same for a line that was left aside */
  readonly lay: (l: GivenLine) => GivenLine;
  readonly hits: number;
  readonly to: Vec2;
  readonly kx: number;
  readonly ky: number;
  readonly move: (typeof MOVES)[number];
};

/** Lays given lines on a view's own by one move and scale, wherever most of them fall on it. */
const fitWith = (
  given: readonly GivenLine[],
  own: readonly OwnLine[],
  move: (typeof MOVES)[number],
  kx: number,
  ky: number,
  tol: number,
): Fit => {
  const turn = moveWarp(move.m, kx, ky, [0, 0]);
  const turned = given.map((l) => warped(l, turn));
  const tries = votes(telling(turned), telling(own.map((o) => o.line)), tol, TRIED).map(({ by }): Fit => {
    const shift = moveWarp([1, 0, 0, 1], 1, 1, by);
    const lay = (l: GivenLine): GivenLine => warped(warped(l, turn), shift);
    const lines = turned.map((l) => warped(l, shift));
    const hits = own.filter((o) => lines.some((l) => l.seen === o.line.seen && agree(l, o.line, tol))).length;
    return { lines, lay, hits, to: by, kx, ky, move };
  });
  const none: Fit = { lines: turned, lay: (l) => warped(l, turn), hits: 0, to: [0, 0], kx, ky, move };
  return tries.reduce((best, f) => (f.hits > best.hits ? f : best), tries[0] ?? none);
};

/** Given lines laid on a view's own as they stand, neither turned nor scaled. @param k given units to a unit of the part */
export const asItStands = (
  lines: readonly GivenLine[],
  own: readonly OwnLine[],
  k: number,
  tol: number,
): Fit => fitWith(lines, own, MOVES[0] as (typeof MOVES)[number], 1 / k, 1 / k, tol);

/** Below this share of lines met where they stand, other readings of a view are looked for; another must explain at least half. */
const DOUBTFUL = 0.6;
const EXPLAINS = 0.5;

/**
 * The likeliest reading of a view: as it stands where that will do, else turned, mirrored or scaled.
 * @param k given units to a unit of the part, as most views have it
 */
export const bestFit = (
  lines: readonly GivenLine[],
  own: readonly OwnLine[],
  view: View,
  k: number,
  tol: number,
): Fit => {
  const plain = asItStands(lines, own, k, tol);
  // the view as it stands is preferred; another reading must explain far more
  let best = plain;
  const enough = (f: Fit): boolean => f.hits > best.hits + 1 && f.hits >= own.length * EXPLAINS;
  // a move that explains every line is taken before many features that all went wrong
  if (plain.hits < own.length) {
    const astray = new Set(
      own
        .filter((o) => !plain.lines.some((l) => agree(l, o.line, tol)))
        .flatMap((o) => featureOf(o.of) ?? []),
    );
    for (const move of MOVES.slice(1)) {
      if (astray.size < 2 || best.hits === own.length) break;
      const f = fitWith(lines, own, move, 1 / k, 1 / k, tol);
      if (f.hits === own.length) best = f;
    }
  }
  if (best === plain && plain.hits < own.length * DOUBTFUL) {
    for (const move of MOVES.slice(1)) {
      const f = fitWith(lines, own, move, 1 / k, 1 / k, tol);
      if (enough(f)) best = f;
    }
    for (const x of FACTORS) {
      if (x === 1) continue;
      for (const [fx, fy] of [
        [x, x],
        [x, 1],
        [1, x],
      ] as const) {
        const f = fitWith(lines, own, MOVES[0] as (typeof MOVES)[number], fx / k, fy / k, tol);
        if (enough(f)) best = f;
      }
    }
    // any other stretch, by the boxes
    const b = boxOfLines(lines);
    const [w, h] = [view.box[2] - view.box[0], view.box[3] - view.box[1]];
    const [kx, ky] = [w / (b[2] - b[0]), h / (b[3] - b[1])];
    for (const [fx, fy] of [
      [kx, ky],
      [kx, 1 / k],
      [1 / k, ky],
    ] as const) {
      const f = fitWith(lines, own, MOVES[0] as (typeof MOVES)[number], fx, fy, tol);
      if (enough(f)) best = f;
    }
  }
  return best;
};
