import { isClosed } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import type { CutFace } from './cutFace.ts';
import type { RimPiece } from './rim.ts';

/** A stretch of a rim's curve that the material behind a hole closes. */
export type HoleEdge = Pick<RimPiece, 'curve' | 'from' | 'to' | 'leg'>;

const TURN = 2 * Math.PI;

/**
 * Where round holes part the face of a section, the edge that is seen behind each: without it the section would be drawn as separate pieces.
 * Source: ISO 128-3, removed sections.
 * @param n the normal of the cutting plane
 * @returns stretches of the curves of the rim, from the end of one piece to the beginning of another
 */
export const holeEdges = ({ loops }: Pick<CutFace, 'loops'>, n: Vec3): HoleEdge[] => {
  // a hole that the plane runs along: its axis lies in the plane
  const isHole = ({ skin: s }: RimPiece): boolean =>
    (s.kind === 'cylinder' || s.kind === 'cone') && Math.abs(dot(s.a, n)) < EDGE_ON;
  const pieces = loops.flatMap((l, loop) =>
    l.pieces.map((p, i) => ({
      p,
      loop,
      before: l.pieces.at(i - 1) as RimPiece,
      after: l.pieces[(i + 1) % l.pieces.length] as RimPiece,
    })),
  );
  return pieces.flatMap((a): HoleEdge[] => {
    if (!isHole(a.after) || isHole(a.p)) return [];
    const way = Math.sign(a.p.to - a.p.from);
    const period = isClosed(a.p.curve) ? TURN : Number.POSITIVE_INFINITY;
    const ahead = pieces.flatMap((b) => {
      const isOther = b.loop !== a.loop && b.p.curve === a.p.curve && b.before.face === a.after.face;
      if (!isOther || Math.sign(b.p.to - b.p.from) !== way) return [];
      const far = (b.p.from - a.p.to) * way;
      const step = Number.isFinite(period) ? ((far % period) + period) % period : far;
      return step > 0 ? [step] : [];
    });
    if (!ahead.length) return [];
    const step = Math.min(...ahead) * way;
    const { curve, to, leg } = a.p;
    return [{ curve, from: to, to: to + step, leg }];
  });
};
