import { EDGE_ON } from '../geometry/nearness.ts';
import { cross, dot, length, type Vec3 } from '../geometry/vec.ts';
import { faceInWords } from '../naming/keys.ts';
import { sourceOf } from '../part/bodySource.ts';
import type { ModelledPart } from '../part/model.ts';
import { bodyAndFace, facesOf, type RelationFile } from '../part/placeSchema.ts';
import { axisOf, flatFace } from '../part/placing.ts';
import { plainFigures } from '../part/plainFigures.ts';
import type { BodyFile, FeatureFile, PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { statedHome } from '../part/statedHome.ts';
import type { BuiltPart } from '../solid/build.ts';
import { byFace, type PlacesByFace, squareFace } from '../station/fixedBy.ts';
import {
  chainBetween,
  chainTimes,
  chainWorth,
  type SizeChain,
  type SizeTerm,
  writtenTerms,
} from '../station/sizeChain.ts';
import { type StatedPlace, statedPlaces } from '../station/statedPlaces.ts';
import { takenApart } from './takenApart.ts';

type AxisNumber = 0 | 1 | 2;
const AXES: readonly AxisNumber[] = [0, 1, 2];

/** A place of one body along an axis of the part: a flat face square to the axis, or the axis of a round face that runs across it. */
export type PlaceAlong = {
  /** number of the body */
  readonly body: number;
  /** key of the face */
  readonly face: string;
  readonly kind: 'face' | 'axis';
  /** coordinate in the part, part units */
  readonly at: number;
};

const AXIS_DIRECTIONS: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** All places of a part along an axis that lengths can be counted between, body by body from the low end; faces that lie in one plane of a body count once. */
export const placesAlong = (part: BuiltPart, axis: AxisNumber): readonly PlaceAlong[] =>
  part.bodies.flatMap(({ solid, edges }, body) => {
    const shown = new Set(edges.flatMap((e) => e.on));
    const all = solid.faces.flatMap((f): PlaceAlong[] => {
      const s = solid.surfaces[f.surface];
      if (!s || !shown.has(f.key)) return [];
      const d = AXIS_DIRECTIONS[axis] as Vec3;
      if (s.kind === 'plane')
        return length(cross(s.n, d)) < EDGE_ON
          ? [{ body, face: f.key, kind: 'face', at: s.d * Math.sign(dot(s.n, d)) }]
          : [];
      if (s.kind !== 'cylinder' || Math.abs(dot(s.a, d)) > EDGE_ON) return [];
      return [{ body, face: f.key, kind: 'axis', at: s.o[axis] }];
    });
    const known: PlaceAlong[] = [];
    for (const p of all.sort((a, b) => a.at - b.at))
      if (!known.some((k) => k.kind === p.kind && Math.abs(k.at - p.at) <= solid.tol.linear * 10))
        known.push(p);
    return known;
  });

/** A feature without its thread, whose sizes must agree with those of its shape and so cannot be moved one by one. */
const withoutThread = (f: FeatureFile): FeatureFile =>
  'thread' in f.shape ? { ...f, shape: { ...f.shape, thread: undefined } } : f;

/** The features of every body as they are stated, each in its place where that is stated by figures, in a frame of its own where relations place it. */
const statedApart = ({ file, outers }: ModelledPart): PartFile => {
  const read = sizeReader(file);
  return {
    ...file,
    bodies: file.bodies.map((b, i): BodyFile => {
      const source = sourceOf(file, i, read);
      const bare = source.features.map(withoutThread);
      const features = b.from === undefined ? bare : plainFigures(bare, source.read, source.path);
      const outer = outers[i];
      if (b.place?.length || !outer) return { name: b.name, features };
      // what comes from another file has a place of its own there too
      return b.from === undefined
        ? { name: b.name, features, at: b.at, turn: b.turn }
        : { name: b.name, features, ...statedHome(outer) };
    }),
  };
};

/** Sums of stated sizes for the coordinates of an assembly's faces along one of the part's axes. */
type Sums = {
  readonly modelled: ModelledPart;
  readonly axis: AxisNumber;
  readonly places: PlacesByFace<StatedPlace>;
};

/** The axis of a placed body's own frame that runs along one of the part's, with its sense. */
const ownAxis = ({ modelled, axis }: Sums, body: number): { k: AxisNumber; sense: 1 | -1 } | undefined => {
  const { file, outers } = modelled;
  if (!file.bodies[body]?.place?.length) return { k: axis, sense: 1 };
  const outer = outers[body];
  if (!outer) return undefined;
  const seen = [outer.x[axis], outer.y[axis], outer.z[axis]];
  const k = AXES.find((i) => 1 - Math.abs(seen[i] as number) < EDGE_ON);
  return k === undefined ? undefined : { k, sense: (seen[k] as number) > 0 ? 1 : -1 };
};

/** A coordinate within a body as a sum; of a placed body in its own frame, in the sense of the part's axis. */
const within = (sums: Sums, body: number, face: string, kind: 'face' | 'axis'): SizeChain | undefined => {
  const own = ownAxis(sums, body);
  const name = sums.modelled.file.bodies[body]?.name;
  if (!own || name === undefined) return undefined;
  const { k, sense } = own;
  const onFace = sums.places.get(`${name}: ${face}`)?.places ?? [];
  const square = kind === 'face' ? squareFace(sums.places, [name], face, k) : undefined;
  // a turned or drawn outline states a face by its corners: each of them tells where it is
  const told = onFace
    .filter((p) => (kind === 'face' || p.radius !== undefined) && p.chains()[k] !== undefined)
    .sort((a, b) => (a.chains()[k]?.length ?? 0) - (b.chains()[k]?.length ?? 0))[0];
  const chain = (square ?? told)?.chains()[k];
  return chain && chainTimes(chain, sense);
};

/** The gap or offset of a relation as a term; none where it is left out or nought. */
const gapOf = ({ modelled }: Sums, body: number, number: number, r: RelationFile): SizeTerm[] => {
  const key = 'against' in r ? 'gap' : 'offset';
  const q = 'against' in r ? r.gap : 'along' in r ? r.offset : undefined;
  if (q === undefined) return [];
  const path = ['bodies', body, 'place', number, key];
  return [{ path, q, worth: sizeReader(modelled.file).length(q, path), times: 1 }];
};

/** Where the origin of a body's frame lies along the axis, as a sum; nought for one that is placed by figures. */
const originOf = (sums: Sums, body: number): SizeChain | undefined => {
  const { modelled, axis } = sums;
  const { file, model } = modelled;
  const relations = file.bodies[body]?.place ?? [];
  if (!relations.length) return [];
  const d = AXIS_DIRECTIONS[axis] as Vec3;
  const before = model.bodies.slice(0, body);
  const own = model.bodies[body];
  for (const [n, r] of relations.entries()) {
    const [ownFace, otherName] = facesOf(r);
    const named = bodyAndFace(otherName, before);
    if (!named || !own) continue;
    const [other, otherFace] = named;
    const kind = 'axis' in r ? 'axis' : 'face';
    const met = kind === 'axis' ? axisOf(other, otherFace) : flatFace(other, otherFace);
    if (!met) continue;
    const level = dot(met.direction, d);
    // an axis settles what lies across it, a face what lies square to it
    if (kind === 'axis' ? Math.abs(level) > EDGE_ON : 1 - Math.abs(level) > EDGE_ON) continue;
    const index = before.indexOf(other);
    const home = originOf(sums, index);
    const [there, here] = [within(sums, index, otherFace, kind), within(sums, body, ownFace, kind)];
    if (!home || !there || !here) continue;
    const gap = chainTimes(gapOf(sums, body, n, r), kind === 'axis' ? 0 : Math.sign(level));
    return chainBetween(here, chainSum([home, there, gap.filter((t) => t.times !== 0)]));
  }
  return undefined;
};

/** Sums added up; each size once. */
const chainSum = (chains: readonly SizeChain[]): SizeChain =>
  chains.reduce((sum, c) => chainBetween(chainTimes(c, -1), sum), [] as SizeChain);

/** A length between two places of an assembly: what it comes to, and of which stated sizes it is the sum. */
export type LengthThrough = {
  /** part units, never below nought */
  readonly length: number;
  /** undefined where it is no sum of stated sizes, as where a turn by an angle stands between */
  readonly chain: SizeChain | undefined;
  /** what each size of the sum belongs to, in its order: "socket, bore", "the gap of rod end" */
  readonly owners: readonly string[];
};

/** What a size of a sum belongs to. */
const ownerOf = ({ bodies }: PartFile, { path }: SizeTerm): string => {
  const [root, body, what, number] = path;
  if (root !== 'bodies' || typeof body !== 'number')
    return root === 'dims' ? `the size ${path[1]}` : 'as stated';
  const own = bodies[body];
  if (what === 'place') return `the gap of ${own?.name}`;
  const feature = what === 'features' && typeof number === 'number' ? own?.features[number] : undefined;
  return feature ? `${own?.name}, ${feature.id}` : `the place of ${own?.name}`;
};

/** A sum may differ from the length as it is built by so much of the part's size. */
const SAME = 1e-9;

/**
 * The length between two places of an assembly along an axis of the part, as a sum of stated sizes: those of each body between its faces, and from one body to
 * the next by the relations that place it, with their gaps. The sums of an axis are opened once; the function that is given back answers for each two places.
 * @param axis 0, 1, 2 for X, Y, Z of the part
 * @param part the built part, whose size says how near a sum must come
 */
export const lengthsThrough = (
  modelled: ModelledPart,
  part: BuiltPart,
  axis: AxisNumber,
): ((from: PlaceAlong, to: PlaceAlong) => LengthThrough) => {
  const apart = statedApart(modelled);
  const sums: Sums = { modelled, axis, places: byFace(statedPlaces(apart)) };
  const read = sizeReader(modelled.file);
  const worthOf = (text: string): number => read.length(Number.isNaN(Number(text)) ? text : Number(text), []);
  const sumOf = (p: PlaceAlong): SizeChain | undefined => {
    const [home, own] = [originOf(sums, p.body), within(sums, p.body, p.face, p.kind)];
    return home && own && chainSum([home, own]);
  };
  return (from, to) => {
    const [low, high] = from.at <= to.at ? [from, to] : [to, from];
    const [a, b] = [sumOf(low), sumOf(high)];
    const length = high.at - low.at;
    const chain = a && b && chainBetween(a, b);
    const holds = chain && Math.abs(chainWorth(chain) - length) <= SAME * part.tol.size;
    const sum = holds ? takenApart(writtenTerms(chain), worthOf) : [];
    return { length, chain: holds ? sum : undefined, owners: sum.map((t) => ownerOf(apart, t)) };
  };
};

/** A place in words: "left side of slot", "axis of bore". */
export const placeWords = ({ face, kind }: PlaceAlong): string =>
  kind === 'axis' ? `axis of ${faceInWords(face)}` : faceInWords(face);
