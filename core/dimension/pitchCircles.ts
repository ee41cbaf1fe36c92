import type { Surface } from '../geometry/surface.ts';
import { cross, length } from '../geometry/vec.ts';
import { readFaceKey } from '../naming/keys.ts';
import { evenCircle, ontoOrigin } from '../solid/evenCircle.ts';
import type { PitchSize } from './place.ts';
import { AXES, isAlong } from './stations.ts';

type Cylinder = Extract<Surface, { kind: 'cylinder' }>;

/** Copies of a round that stand evenly on a circle. */
export type Pitch = {
  /** the first, the second and the last of the copies, round the circle */
  readonly of: PitchSize;
  /** the round in the middle of the circle, if there is one */
  readonly about: string | undefined;
  /** the axis of the part that they run along */
  readonly axis: 0 | 1 | 2;
  /** true where one of them stands on a centre line of the circle: no angle says where they begin then */
  readonly isOnCentreLine: boolean;
};

/**
 * The pitch circles of a part: round features of one name along an axis of the part, evenly on a circle.
 * @param shown the faces that the part shows, by their keys
 * @param near axes nearer than this are one, part units
 */
export const pitchCircles = (shown: ReadonlyMap<string, Surface>, near: number): Pitch[] => {
  const rounds = [...shown].flatMap(([key, s]) => {
    const axis = s.kind === 'cylinder' ? AXES.find((k) => isAlong(s.a, k)) : undefined;
    return s.kind === 'cylinder' && axis !== undefined ? [{ key, s, axis }] : [];
  });
  const rows = new Map<string, { key: string; s: Cylinder; axis: 0 | 1 | 2 }[]>();
  for (const r of rounds) {
    const { feature, role } = readFaceKey(r.key);
    const name = `${feature}/${role}`;
    const row = rows.get(name) ?? [];
    const like = row[0];
    if (like && (like.axis !== r.axis || Math.abs(like.s.r - r.s.r) > near)) continue;
    rows.set(name, [...row, r]);
  }
  const found: (Pitch & { readonly centre: readonly number[]; readonly radius: number })[] = [];
  for (const row of rows.values()) {
    const [first, second] = row;
    const last = row.at(-1);
    if (!first || !second || !last || last === second) continue;
    const { a } = first.s;
    const others = rounds.filter((r) => !row.includes(r) && length(cross(r.s.a, a)) < 1e-7);
    const circle = evenCircle(
      row.map((r) => r.s.o),
      a,
      others.map((r) => r.s.o),
      near,
    );
    if (!circle) continue;
    const { centre, radius } = circle;
    const far = (p: readonly number[], q: readonly number[]): number =>
      Math.hypot(...AXES.map((k) => (p[k] as number) - (q[k] as number)));
    // the wall of a counterbore stands on the circle of its hole
    if (found.some((f) => far(f.centre, centre) <= near && Math.abs(f.radius - radius) <= near)) continue;
    const about = others.find((r) => far(ontoOrigin(r.s.o, a), centre) <= near);
    const isOnCentreLine = row.some((r) => {
      const p = ontoOrigin(r.s.o, a);
      return AXES.some((k) => k !== first.axis && Math.abs(p[k] - centre[k]) <= near);
    });
    found.push({
      of: [first.key, second.key, last.key],
      about: about?.key,
      axis: first.axis,
      isOnCentreLine,
      centre,
      radius,
    });
  }
  return found;
};
