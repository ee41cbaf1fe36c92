import { pointOn, tangentOn } from '../geometry/curve3.ts';
import { normalAt, type Surface, signedDistance } from '../geometry/surface.ts';
import { along, cross, distance, dot, perpendiculars, scale, sub, type Vec3 } from '../geometry/vec.ts';
import type { BoundaryStretch, TrimmedFace } from '../trimmed/trimmedFace.ts';
import {
  followWay,
  greatCircleWay,
  ringWay,
  rulingWay,
  straightWay,
  tubeWay,
  type Way,
} from '../trimmed/walk.ts';
import { joinedGroups } from './joinedGroups.ts';

/** A place of the face close beside its boundary. */
const placeBeside = (f: TrimmedFace, b: BoundaryStretch, share: number, off: number): Vec3 => {
  const t = b.from + share * (b.to - b.from);
  const p = pointOn(b.curve, t);
  const out = scale(normalAt(f.surface, p), f.outward);
  const q = along(p, cross(out, scale(tangentOn(b.curve, t), b.run)), off);
  // back onto the surface
  return along(q, normalAt(f.surface, q), -signedDistance(f.surface, q));
};

/** Headings across a plane; the first and its opposite are those that every hole is surely left by. */
const HEADINGS = [0.7342, 3.8758, 2.305, 5.4466];

/** The ways to look for other loops from a place of a surface; `others` are places of these. */
const waysFrom = (s: Surface, x: Vec3, others: readonly Vec3[]): (Way | undefined)[] => {
  switch (s.kind) {
    case 'plane': {
      const [e1, e2] = perpendiculars(s.n);
      return HEADINGS.map((q) => straightWay(s.n, x, along(scale(e1, Math.cos(q)), e2, Math.sin(q))));
    }
    case 'cylinder':
    case 'cone':
      return [rulingWay(s, x, 1), rulingWay(s, x, -1), ringWay(s, x)];
    case 'sphere':
      return others.map((p) => greatCircleWay(s, x, p));
    case 'torus':
      return [tubeWay(s, x), ringWay(s, x)];
  }
};

/** How far along the first heading of a surface a place lies: the outermost of a loop leads to its neighbours. */
const heightOn = (s: Surface, p: Vec3): number => {
  if (s.kind === 'plane') {
    const [e1, e2] = perpendiculars(s.n);
    return dot(p, along(scale(e1, Math.cos(HEADINGS[0] as number)), e2, Math.sin(HEADINGS[0] as number)));
  }
  return s.kind === 'sphere' ? 0 : dot(sub(p, s.o), s.a);
};

/** Places along an edge, as shares of its length: evenly, and next to its ends. */
const SHARES = [1e-4, ...Array.from({ length: 16 }, (_, i) => (i + 0.4142) / 16), 1 - 1e-4];

/** From where a loop looks for others: the places of it that lie furthest out, and one of every few of its edges. */
const placesOf = (f: TrimmedFace, loop: readonly BoundaryStretch[], off: number): Vec3[] => {
  const all = loop.flatMap((b) =>
    SHARES.map((share) => ({
      b,
      share,
      height: heightOn(f.surface, pointOn(b.curve, b.from + share * (b.to - b.from))),
    })),
  );
  const top = all.reduce((a, b) => (b.height > a.height ? b : a));
  const bottom = all.reduce((a, b) => (b.height < a.height ? b : a));
  const step = Math.ceil(loop.length / 6);
  const some = loop.filter((_, i) => i % step === 0).map((b) => ({ b, share: 0.4142 }));
  return [top, bottom, ...some].map(({ b, share }) => placeBeside(f, b, share, off));
};

/**
 * Groups loops on one side of a surface by the faces that they bound. From places beside each loop the surface is followed to the nearest
 * loop: what is met there bounds the same face.
 * @param loops the stretches of each loop
 * @param fine nearer than this, places are one, a length
 * @returns the groups, as numbers of loops
 */
export const groupedLoops = (
  surface: Surface,
  outward: 1 | -1,
  loops: readonly (readonly BoundaryStretch[])[],
  fine: number,
): number[][] => {
  if (loops.length === 1) return [[0]];
  const boundary = loops.flat();
  const loopOf = loops.flatMap((l, i) => l.map(() => i));
  const f: TrimmedFace = { name: '', surface, outward, boundary, fine };
  const { join, groupOf } = joinedGroups(loops.length + 1);
  const apex = loops.length;
  const tip = surface.kind === 'cone' ? surface.o : undefined;
  const isTipFree = tip && !boundary.some((b) => b.ends.some((p) => distance(p, tip) <= fine * 1e4));
  const marks = loops.map((l) => {
    const b = l[0] as BoundaryStretch;
    return pointOn(b.curve, b.from + 0.4142 * (b.to - b.from));
  });
  loops.forEach((loop, i) => {
    const others = marks
      .slice(0, 25)
      .filter((_, k) => k !== i)
      .slice(0, 24);
    for (const x of placesOf(f, loop, fine * 1e3)) {
      waysFrom(surface, x, others).forEach((way, k) => {
        const found = way && followWay(f, way);
        if (typeof found === 'object' && found.fromFace) join(i, loopOf[found.stretch] as number);
        // towards a cone's apex nothing is met: all loops of which that is so surround it together
        if (isTipFree && k === 1 && found === 'none') join(i, apex);
      });
    }
  });
  const groups = new Map<number, number[]>();
  loops.forEach((_, i) => {
    const g = groupOf(i);
    groups.set(g, [...(groups.get(g) ?? []), i]);
  });
  return [...groups.values()];
};
