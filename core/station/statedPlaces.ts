import { SAME_FIGURE } from '../geometry/nearness.ts';
import { compose, mapPoint, type Rigid, turnVector } from '../geometry/rigid.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { faceKey } from '../naming/keys.ts';
import { Refusal } from '../number/fault.ts';
import { bodyPlacement, placementsOf } from '../part/placement.ts';
import type { Quantity } from '../part/quantity.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import { localShape } from '../part/shapes/shapes.ts';
import type { Path, SizeReader } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';
import { threadMeasures } from '../part/threads.ts';
import { type LocalPlace, localPlaces, placesOfThread } from './localPlaces.ts';
import { chainBetween, chainTimes, chainWorth, type SizeChain, type SizeTerm } from './sizeChain.ts';

/** How a point's coordinates come from the stated sizes; nothing for one that is no sum of them, such as a cosine. */
export type Chains = readonly [SizeChain | undefined, SizeChain | undefined, SizeChain | undefined];

/** A point of a feature, or of a copy of it, that its sizes fix. Part units. */
export type StatedPlace = {
  readonly body: string;
  readonly feature: string;
  /** "" for the first copy */
  readonly copy: string;
  readonly kind: LocalPlace['kind'] | 'point';
  /** keys of its feature's faces there */
  readonly faces: readonly string[];
  /** the directions in which they look there, either sense, in each of the frames below; of flat ones the same all over */
  readonly looks: readonly {
    readonly face: string;
    readonly flat: boolean;
    readonly n: Vec3;
    readonly local: Vec3;
    readonly inBody: Vec3;
  }[];
  /** in the part, in the feature's own frame, and in its body's */
  readonly at: Vec3;
  readonly local: Vec3;
  readonly inBody: Vec3;
  /** of a round, where this is its centre */
  readonly radius: number | undefined;
  readonly chains: () => Chains;
  readonly localChains: () => Chains;
  readonly bodyChains: () => Chains;
  readonly radiusChain: () => SizeChain | undefined;
};

/** A profile with rounded corners as it is before they are rounded: its sharp corners are what its sizes state. */
const sharpShape = (shape: FeatureFile['shape']): FeatureFile['shape'][] =>
  shape.kind === 'extrude' && !('circle' in shape.profile) && shape.profile.round !== undefined
    ? [{ ...shape, profile: { ...shape.profile, round: undefined } }]
    : [];

/** A threaded shape whose diameter may be moved by itself: its thread is as deep as the stated one, and names no diameter any more. */
const movableShape = (shape: FeatureFile['shape'], { units }: SizeReader): FeatureFile['shape'] => {
  if (shape.kind !== 'cylinder' || typeof shape.thread?.size !== 'string') return shape;
  const measures = threadMeasures(shape.thread, Number.NaN, units);
  if (!measures) return shape;
  return { ...shape, thread: { ...shape.thread, size: undefined, pitch: measures.pitch } };
};

/** A place while it is worked out; its figures in one row: three in the part, in its own frame and in its body's, and the radius. */
type Raw = {
  readonly copy: string;
  readonly point: LocalPlace;
  readonly world: Rigid;
  readonly place: Rigid;
  readonly figures: readonly number[];
};

const rawPlaces = (
  body: PartFile['bodies'][number],
  f: FeatureFile,
  read: SizeReader,
  bodyPath: Path,
  path: Path,
): Raw[] => {
  const shapes = [f.shape, ...sharpShape(f.shape)];
  const local = shapes.map((s) => localShape(movableShape(s, read), read, [...path, 'shape']));
  const outer = bodyPlacement(body, read, bodyPath);
  return placementsOf(f, read, path).flatMap(({ place, copy }) => {
    const world: Rigid = compose(outer, place);
    const points = local.flatMap(({ solids, threads }) => [
      ...solids.flatMap((s) => localPlaces(s, world)),
      ...(threads ?? []).flatMap((t) => placesOfThread(t, world)),
    ]);
    return points.map((p): Raw => {
      const at = mapPoint(world, p.at);
      const inBody = mapPoint(place, p.at);
      return { copy, point: p, world, place, figures: [...at, ...p.at, ...inBody, p.radius ?? Number.NaN] };
    });
  });
};

const samePath = (a: Path, b: Path): boolean => a.length === b.length && a.every((k, i) => k === b[i]);

/** A reader that notes which lengths are read. */
const noting = (
  read: SizeReader,
  into: Map<string, { path: Path; q: Quantity; worth: number }>,
): SizeReader => {
  const note = (q: Quantity, path: Path, worth: number): number => {
    into.set(path.join('/'), { path, q, worth });
    return worth;
  };
  return {
    ...read,
    length: (q, path) => note(q, path, read.length(q, path)),
    size: (q, path) => note(q, path, read.size(q, path)),
  };
};

/** A reader to which one length of the statement is longer by so much. */
const lengthening = (read: SizeReader, which: Path, by: number): SizeReader => ({
  ...read,
  length: (q, path) => read.length(q, path) + (samePath(path, which) ? by : 0),
  size: (q, path) => read.size(q, path) + (samePath(path, which) ? by : 0),
});

/** How much a size is moved to see what follows it, as a share of it; twice, so that what is no straight proportion shows. */
const MOVES = [1 / 512, -1 / 1024] as const;
/** Slopes that differ by less are one: a move of a thousandth leaves some twelve digits. */
const SAME_SLOPE = 1e-7;

/** How many times a size counts: a whole number, halves or quarters; otherwise it is no sum. */
const timesOf = (slopes: readonly number[]): number | undefined => {
  const [a] = slopes;
  if (a === undefined) return undefined;
  const quarters = Math.round(a * 4);
  return slopes.every((s) => Math.abs(s - quarters / 4) < SAME_SLOPE * Math.max(1, Math.abs(s)))
    ? quarters / 4
    : undefined;
};

/** A stated size taken apart into the named sizes it is worked out from, with what is left as a figure of its own. */
type NamedSizes = (t: SizeTerm) => SizeChain;

const NAMES = /[\p{L}_][\p{L}\p{N}_]*/gu;

/**
 * Takes expressions apart: "H - 14" is H once and 14 off. One that is no such sum, such as a product of two names, stays whole; so does one
 * without names.
 */
const namedSizes = (file: PartFile): NamedSizes => {
  const dims = file.dims ?? {};
  const plain = sizeReader(file);
  const readers = new Map<string, readonly { by: number; read: SizeReader }[]>();
  const movedReaders = (name: string, worth: number) => {
    const known = readers.get(name);
    if (known) return known;
    const made = MOVES.map((share) => {
      const by = (Math.abs(worth) || 1) * share;
      return { by, read: sizeReader({ ...file, dims: { ...dims, [name]: worth + by } }) };
    });
    readers.set(name, made);
    return made;
  };
  return (t) => {
    if (typeof t.q !== 'string') return [t];
    const used = [...new Set(t.q.match(NAMES))].filter((n) => Object.hasOwn(dims, n));
    if (!used.length) return [t];
    const terms: SizeTerm[] = [];
    let rest = t.worth;
    for (const name of used) {
      const worth = plain.length(name, ['dims', name]);
      const times = timesOf(
        movedReaders(name, worth).map(({ by, read }) => (read.length(t.q, t.path) - t.worth) / by),
      );
      if (times === undefined) return [t];
      if (times === 0) continue;
      terms.push({ path: ['dims', name], q: name, worth, times });
      rest -= times * worth;
    }
    if (Math.abs(rest) <= SAME_FIGURE * Math.max(1, Math.abs(t.worth))) return terms;
    return [...terms, { path: [...t.path, 'figure'], q: rest, worth: rest, times: 1 }];
  };
};

/**
 * How every figure of a feature's places is a sum of stated sizes: each size is moved a little, and what follows it, and how many times, is
 * noted. So a sum says how the point came to be, and holds whatever the sizes are, as long as the statement stays the same.
 */
const chainsOfFeature = (
  work: (read: SizeReader) => Raw[],
  read: SizeReader,
  raw: readonly Raw[],
  named: NamedSizes,
): (SizeChain | undefined)[][] => {
  const sizes = new Map<string, { path: Path; q: Quantity; worth: number }>();
  work(noting(read, sizes));
  const terms = raw.map((r) => r.figures.map((): SizeTerm[] | undefined => []));
  for (const { path, q, worth } of sizes.values()) {
    const moved = MOVES.flatMap((share) => {
      const by = (Math.abs(worth) || 1) * share;
      try {
        const there = work(lengthening(read, path, by));
        return there.length === raw.length ? [{ by, there }] : [];
      } catch (error) {
        // a size moved beyond what its shape allows: the other move tells
        if (error instanceof Refusal) return [];
        throw error;
      }
    });
    // a nought that has to stay one, such as the radius of a corner on the axis, adds nothing to any sum
    if (!moved.length && worth === 0) continue;
    raw.forEach((r, i) => {
      r.figures.forEach((was, k) => {
        const times = timesOf(moved.map(({ by, there }) => ((there[i]?.figures[k] as number) - was) / by));
        const row = terms[i] as (SizeTerm[] | undefined)[];
        if (times === undefined) row[k] = undefined;
        else if (times !== 0) row[k]?.push(...chainTimes(named({ path, q, worth, times: 1 }), times));
      });
    });
  }
  return terms.map((row, i) =>
    row.map((all, k) => {
      const chain = all && chainBetween([], all);
      const figure = raw[i]?.figures[k] as number;
      const sums =
        chain && Math.abs(chainWorth(chain) - figure) <= SAME_FIGURE * Math.max(1, Math.abs(figure));
      return sums ? chain : undefined;
    }),
  );
};

/**
 * All points that the sizes of a part fix, feature by feature in the order of the statement, with how each coordinate comes from those sizes.
 * The sums are worked out when they are first asked for.
 * @param file a part that is in order
 */
export const statedPlaces = (file: PartFile): StatedPlace[] => {
  const read = sizeReader(file);
  const named = namedSizes(file);
  return file.bodies.flatMap((body, i) =>
    body.features.flatMap((f, j): StatedPlace[] => {
      // where a body stands by relations, its places are no sums of stated sizes
      if (f.off || body.place?.length) return [];
      const bodyPath = ['bodies', i];
      const path = [...bodyPath, 'features', j];
      const work = (r: SizeReader): Raw[] => rawPlaces(body, f, r, bodyPath, path);
      const raw = work(read);
      let known: (SizeChain | undefined)[][] | undefined;
      const row = (n: number): readonly (SizeChain | undefined)[] => {
        known ??= chainsOfFeature(work, read, raw, named);
        return known[n] ?? [];
      };
      return raw.flatMap(({ copy, point, world, place, figures }, n): StatedPlace[] => {
        if (point.off) return [];
        const triple = (k: number): Vec3 => figures.slice(k, k + 3) as unknown as Vec3;
        const chains = (k: number) => (): Chains => [row(n)[k], row(n)[k + 1], row(n)[k + 2]];
        const stated: StatedPlace = {
          body: body.name,
          feature: f.id,
          copy,
          kind: point.kind,
          faces: point.roles.map((role) => faceKey(f.id, role, copy)),
          looks: point.looks.map((q) => ({
            face: faceKey(f.id, q.role, copy),
            flat: q.flat,
            n: turnVector(world, q.n),
            local: q.n,
            inBody: turnVector(place, q.n),
          })),
          at: triple(0),
          local: triple(3),
          inBody: triple(6),
          radius: point.radius,
          chains: chains(0),
          localChains: chains(3),
          bodyChains: chains(6),
          radiusChain: () => (point.radius === undefined ? undefined : row(n)[9]),
        };
        return [stated];
      });
    }),
  );
};
