import { boxOf2, type Curve2, lengthBetween } from '../geometry/curve2.ts';
import type { Tolerance } from '../solid/body.ts';
import { crossCarriers } from './crossing.ts';
import type { FlatCarrier, Member } from './flatCarrier.ts';
import type { ViewFrame } from './frames.ts';
import { gather } from './gather.ts';
import { membersIn, type Run, runsOf, twinsOver } from './runs.ts';
import { hidingIn, type SceneBody } from './scene.ts';
import { findTwins } from './twins.ts';

/** A line of a view: a stretch [from, to] of a flat curve, each piece of the picture once. */
export type ViewLine = {
  readonly class: 'visible' | 'hidden';
  readonly kind: 'edge' | 'outline';
  readonly curve: Curve2;
  readonly from: number;
  readonly to: number;
  /** keys of the faces that meet there (one for an outline) */
  readonly of: readonly string[];
  /** keys of the edges that fall on it */
  readonly sources: readonly string[];
};
export type View = {
  readonly frame: ViewFrame;
  /** [u0, v0, u1, v1] of all lines */
  readonly box: readonly [number, number, number, number];
  readonly lines: readonly ViewLine[];
};

/** A run with the names of all that falls on it. */
const lineOf = (c: FlatCarrier, { from, to, class: seen }: Run, tol: Tolerance): ViewLine => {
  const over = c.twins.length ? twinsOver(c, from, to, tol).map((twin) => twin.members[0] as Member) : [];
  const here = [...membersIn(c, from, to), ...over];
  const names = (of: (m: Member) => readonly string[]): string[] =>
    here.length === 1 ? [...of(here[0] as Member)].sort() : [...new Set(here.flatMap(of))].sort();
  return {
    class: seen,
    kind: here.some((m) => m.kind === 'edge') ? 'edge' : 'outline',
    curve: c.curve,
    from,
    to,
    of: names((m) => m.of),
    sources: names((m) => [m.source]),
  };
};

/**
 * The lines of a view with visible and hidden parts.
 *
 * Curves are projected and merged by the flat curve they fall on (so coincident lines are there once), parted where they cross
 * one another, and each stretch is decided by two rays infinitesimally to either side: hidden only if both are blocked.
 */
export const viewOf = (scene: readonly SceneBody[], frame: ViewFrame, tol: Tolerance): View => {
  const carriers = gather(scene, frame, tol.linear);
  crossCarriers(carriers, tol.linear);
  findTwins(carriers, tol.linear);
  const ranks = new Map(carriers.map((c, i) => [c, i]));
  const order = (c: FlatCarrier): number => ranks.get(c) as number;
  const hides = hidingIn(scene, frame, tol);
  const lines = carriers.flatMap((c) => runsOf(c, frame, tol, hides, order).map((r) => lineOf(c, r, tol)));
  const boxes = lines.map((l) => boxOf2(l.curve, l.from, l.to));
  const edge = (i: number, pick: (...xs: number[]) => number): number =>
    boxes.length
      ? boxes.reduce(
          (m, b) => pick(m, b[i] as number),
          i < 2 ? Number.POSITIVE_INFINITY : Number.NEGATIVE_INFINITY,
        )
      : 0;
  return { frame, box: [edge(0, Math.min), edge(1, Math.min), edge(2, Math.max), edge(3, Math.max)], lines };
};

/** The drawn length of a line. */
export const lineLength = (l: ViewLine): number => lengthBetween(l.curve, l.from, l.to);
