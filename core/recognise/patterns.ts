import { add, distance, dot, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { sameData } from '../number/sameData.ts';
import type { Unnamed } from '../solids/solidFeatures.ts';
import { isSquare, neat, neatPlace } from './standing.ts';

const AXES = ['x', 'y', 'z'] as const;

const placeOf = (f: Unnamed): Vec3 => (f.at ?? [0, 0, 0]) as unknown as Vec3;

/** Whether two features differ in their place only. */
const isAlike = (a: Unnamed, b: Unnamed): boolean =>
  sameData({ ...a, at: undefined }, { ...b, at: undefined });

/** The direction a feature is drilled along, where it is an axis: 0, 1 or 2. */
const axisOf = ({ plane = 'top', turn }: Unnamed): 0 | 1 | 2 | undefined =>
  turn
    ? undefined
    : plane === 'top' || plane === 'bottom'
      ? 2
      : plane === 'front' || plane === 'back'
        ? 1
        : 0;

type Repeated = { readonly feature: Unnamed; readonly of: readonly number[] };

/** All of some places evenly round a circle, about an axis of the body. */
const roundCircle = (all: readonly Unnamed[], axis: 0 | 1 | 2, size: number): Repeated | undefined => {
  const places = all.map(placeOf);
  if (all.length < 3) return undefined;
  const middle = scale(
    places.reduce<Vec3>((s, p) => add(s, p), [0, 0, 0]),
    1 / places.length,
  );
  const tol = size * 1e-8;
  const [first] = places as [Vec3];
  const radius = distance(first, middle);
  if (radius <= tol) return undefined;
  const flatOf = (p: Vec3): Vec3 => sub(p, middle);
  if (places.some((p) => Math.abs(distance(p, middle) - radius) > tol || Math.abs(flatOf(p)[axis]) > tol))
    return undefined;
  const [i, j] = [(axis + 1) % 3, (axis + 2) % 3] as [0 | 1 | 2, 0 | 1 | 2];
  const angles = places.map((p) => Math.atan2(flatOf(p)[j], flatOf(p)[i])).sort((a, b) => a - b);
  const part = (2 * Math.PI) / places.length;
  if (angles.some((a, k) => Math.abs(a - (angles[0] as number) - k * part) * radius > tol)) return undefined;
  const through = neatPlace(middle, size);
  through[axis] = 0;
  return {
    feature: {
      ...(all[0] as Unnamed),
      repeat: { count: places.length, about: { axis: AXES[axis], through } },
    },
    of: all.map((_, k) => k),
  };
};

/** The longest row of places at equal steps that begins with the first. */
const inRow = (all: readonly Unnamed[], size: number): Repeated | undefined => {
  const places = all.map(placeOf);
  const tol = size * 1e-8;
  let best: { readonly of: number[]; readonly step: Vec3 } | undefined;
  places.forEach((a, i) => {
    places.forEach((b, j) => {
      const step = sub(b, a);
      // a row runs along an axis, upwards
      const main = step.findIndex((x) => Math.abs(x) > tol);
      if (
        i === j ||
        main < 0 ||
        (step[main] as number) < 0 ||
        step.some((x, k) => k !== main && Math.abs(x) > tol)
      )
        return;
      const of = [i];
      for (;;) {
        const next = add(a, scale(step, of.length));
        const k = places.findIndex((p) => distance(p, next) <= tol);
        if (k < 0) break;
        of.push(k);
      }
      if (!best || of.length > best.of.length) best = { of, step };
    });
  });
  if (!best) return undefined;
  const { of, step } = best as { of: number[]; step: Vec3 };
  return {
    feature: {
      ...(all[of[0] as number] as Unnamed),
      repeat: { count: of.length, step: neatPlace(step, size) },
    },
    of,
  };
};

/** Two rows alike, the one the mirror image of the other, as one feature. */
const mirrored = (all: readonly Unnamed[], size: number): Unnamed[] => {
  const out = [...all];
  for (let i = 0; i < out.length; i++) {
    const a = out[i] as Unnamed;
    const axis = axisOf(a);
    if (a.mirror || axis === undefined || a.shape.kind !== 'hole') continue;
    const j = out.findIndex((b, k) => k > i && isAlike(a, b) && !b.mirror);
    const b = out[j];
    if (!b) continue;
    const off = sub(placeOf(b), placeOf(a));
    const main = off.findIndex((x) => Math.abs(x) > size * 1e-8);
    const step = a.repeat && 'step' in a.repeat ? (a.repeat.step as unknown as Vec3) : undefined;
    if (main < 0 || main === axis || off.some((x, k) => k !== main && Math.abs(x) > size * 1e-8)) continue;
    if (
      a.repeat &&
      (!step || !isSquare(scale(step, 1 / Math.hypot(...step)), scale(off, 1 / Math.hypot(...off))))
    )
      continue;
    const at = placeOf(a)[main as 0 | 1 | 2] + dot(off, AXIS[main as 0 | 1 | 2]) / 2;
    out[i] = { ...a, mirror: { normal: AXES[main as 0 | 1 | 2], at: neat(at, size) } };
    out.splice(j, 1);
  }
  return out;
};
const AXIS: readonly [Vec3, Vec3, Vec3] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** What is the same however it is turned about its own axis. */
const isRound = ({ shape }: Unnamed): boolean => shape.kind === 'hole' || shape.kind === 'cylinder';

/** Features that are alike in one feature with its copies: evenly on a circle, in rows, and rows mirrored. @param size the part's size, a length */
export const inPatterns = (features: readonly Unnamed[], size: number): Unnamed[] => {
  const groups: Unnamed[][] = [];
  for (const f of features) {
    const group = groups.find((g) => isAlike(g[0] as Unnamed, f));
    if (group) group.push(f);
    else groups.push([f]);
  }
  return groups.flatMap((group) => {
    const axis = axisOf(group[0] as Unnamed);
    const circle =
      axis !== undefined && isRound(group[0] as Unnamed) ? roundCircle(group, axis, size) : undefined;
    // four at the corners of a square are read as two rows more easily, unless a round stands between them
    if (circle && group.length !== 4) return [circle.feature];
    const out: Unnamed[] = [];
    let rest = [...group];
    while (rest.length) {
      const row = rest.length > 1 ? inRow(rest, size) : undefined;
      if (!row) {
        out.push(...rest);
        break;
      }
      out.push(row.feature);
      rest = rest.filter((_, i) => !row.of.includes(i));
    }
    const rows = mirrored(out, size);
    return circle && rows.length > 1 ? [circle.feature] : rows;
  });
};
