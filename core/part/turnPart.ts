import { dot, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, VIEW_NAMES, type ViewName } from '../geometry/viewFrames.ts';
import { faceKey, readFaceKey } from '../naming/keys.ts';
import { bodyAndFace, type RelationFile } from './placeSchema.ts';
import type { ProfileFile } from './profileSchema.ts';
import type { Quantity } from './quantity.ts';
import { quantitySum, type Term } from './quantitySum.ts';
import type { BodyFile, FeatureFile, PartFile } from './schema.ts';
import { sizeReader } from './sizes.ts';
import { statedHome } from './statedHome.ts';

/**
 * Turns a part by quarter turns so that its words follow: a block keeps being a block with its sizes in their new places, a
 * hole from the top becomes one from the back, an outline is walked in its new sense.
 */

const AXES = ['x', 'y', 'z'] as const;
type Axis = 0 | 1 | 2;
type Point = readonly [Quantity, Quantity, Quantity];

/** For each new axis: the old one that comes to lie along it, and with which sense. */
type Turn = readonly [Way, Way, Way];
type Way = { readonly from: Axis; readonly sign: 1 | -1 };
const way = (from: Axis, sign: 1 | -1): Way => ({ from, sign });

/** For each face the turn that brings it to the front. */
const TURNS: Record<Exclude<ViewName, 'front'>, Turn> = {
  left: [way(1, -1), way(0, 1), way(2, 1)],
  right: [way(1, 1), way(0, -1), way(2, 1)],
  back: [way(0, -1), way(1, -1), way(2, 1)],
  top: [way(0, 1), way(2, -1), way(1, 1)],
  bottom: [way(0, 1), way(2, 1), way(1, -1)],
};

const turnedVector = (t: Turn, v: Vec3): Vec3 => t.map(({ from, sign }) => sign * v[from]) as unknown as Vec3;

/** Where an old axis comes to lie. */
const axisAfter = (t: Turn, old: Axis): { readonly to: Axis; readonly sign: 1 | -1 } => {
  const to = t.findIndex((w) => w.from === old) as Axis;
  return { to, sign: (t[to] as Way).sign };
};

/** The axis that a unit vector along one lies on, and its sense. */
const alongAxis = (v: Vec3): { readonly axis: Axis; readonly sign: 1 | -1 } => {
  const axis = v.findIndex((x) => Math.abs(x) > 0.5) as Axis;
  return { axis, sign: v[axis] > 0 ? 1 : -1 };
};

type Tools = {
  readonly turn: Turn;
  /** added along each new axis, so that what stood at the origin stands there again */
  readonly shift: readonly (Quantity | 0)[];
  readonly sum: (...terms: Term[]) => Quantity;
};
const plus = (q: Quantity): Term => ({ sign: 1, q });
const minus = (q: Quantity): Term => ({ sign: -1, q });

const turnedPoint = (
  { turn, shift, sum }: Tools,
  p: Point,
  less: readonly Term[][] = [[], [], []],
): [Quantity, Quantity, Quantity] =>
  turn.map(({ from, sign }, k) =>
    sum(plus(shift[k] as Quantity), { sign, q: p[from] }, ...(less[k] as Term[])),
  ) as [Quantity, Quantity, Quantity];

/** A free vector: no shift. */
const turnedStep = (tools: Tools, p: Point): [Quantity, Quantity, Quantity] =>
  turnedPoint({ ...tools, shift: [0, 0, 0] }, p);

const turnedAngles = (
  { turn, sum }: Tools,
  turns: NonNullable<FeatureFile['turn']>,
): NonNullable<FeatureFile['turn']> =>
  turns.map(({ axis, angle }) => {
    const { to, sign } = axisAfter(turn, AXES.indexOf(axis) as Axis);
    return { axis: AXES[to] as 'x' | 'y' | 'z', angle: sum({ sign, q: angle }) };
  });

/** A profile turned in its own plane by so many quarter turns, counter-clockwise. */
const turnedProfile = (p: ProfileFile, quarters: number, sum: Tools['sum']): ProfileFile => {
  if (quarters === 0 || 'circle' in p) return p;
  if ('rectangle' in p) return quarters % 2 ? { ...p, rectangle: [p.rectangle[1], p.rectangle[0]] } : p;
  const point = ([x, y]: readonly [Quantity, Quantity]): [Quantity, Quantity] => {
    const [nx, ny] = [sum(minus(x)), sum(minus(y))];
    return (
      [
        [x, y],
        [ny, x],
        [nx, ny],
        [y, nx],
      ] as [Quantity, Quantity][]
    )[quarters] as [Quantity, Quantity];
  };
  if ('polygon' in p) return { ...p, polygon: p.polygon.map(point) };
  return {
    ...p,
    start: point(p.start),
    path: p.path.map((s) => ({ ...s, to: point(s.to), ...(s.centre && { centre: point(s.centre) }) })),
  };
};

/** True where quarter turns about its own axis leave a shape as it is. */
const looksTheSame = (shape: FeatureFile['shape'], quarters: number): boolean => {
  switch (shape.kind) {
    case 'prism':
    case 'pyramid':
      return typeof shape.sides === 'number' && (shape.sides * quarters) % 4 === 0;
    case 'slot':
      return quarters === 2;
    case 'revolve':
      return shape.angle === undefined;
    case 'block':
    case 'extrude':
      return false;
    default:
      return true;
  }
};

const turnedFeature = (f: FeatureFile, tools: Tools): FeatureFile => {
  const { turn, sum, shift } = tools;
  const { plane, at: _at, turn: turns, repeat, mirror, shape, ...rest } = f;
  const at: Point = f.at ?? [0, 0, 0];
  const frame = VIEW_FRAMES[plane ?? 'top'];
  const [u, v, w] = [frame.u, frame.v, frame.toward].map((x) => turnedVector(turn, x)) as [Vec3, Vec3, Vec3];
  const copies = {
    ...(repeat && {
      repeat:
        'step' in repeat
          ? { ...repeat, step: turnedStep(tools, repeat.step) }
          : (() => {
              const { to, sign } = axisAfter(turn, AXES.indexOf(repeat.about.axis) as Axis);
              const moved = repeat.about.through || shift.some((s) => s !== 0);
              return {
                ...repeat,
                about: {
                  axis: AXES[to] as 'x' | 'y' | 'z',
                  ...(moved && { through: turnedPoint(tools, repeat.about.through ?? [0, 0, 0]) }),
                },
                ...(repeat.angle !== undefined && { angle: sum({ sign, q: repeat.angle }) }),
              };
            })(),
    }),
    ...(mirror && {
      mirror: (() => {
        const { to, sign } = axisAfter(turn, AXES.indexOf(mirror.normal) as Axis);
        return {
          normal: AXES[to] as 'x' | 'y' | 'z',
          at: sum(plus(shift[to] as Quantity), { sign, q: mirror.at }),
        };
      })(),
    }),
  };
  const placed = (q: [Quantity, Quantity, Quantity]) => (q.some((x) => x !== 0) ? { at: q } : {});
  if (shape.kind === 'block' && !turns?.length) {
    // a block has no front of its own: its sizes change places, and it stands by its lowest corner again
    const size: Quantity[] = [0, 0, 0];
    const less: Term[][] = [[], [], []];
    for (const [way, q] of [
      [u, shape.width],
      [v, shape.depth],
      [w, shape.height],
    ] as const) {
      const { axis, sign } = alongAxis(way);
      size[axis] = q;
      if (sign < 0) less[axis] = [minus(q)];
    }
    const [width, depth, height] = size as [Quantity, Quantity, Quantity];
    return {
      ...rest,
      ...placed(turnedPoint(tools, at, less)),
      ...copies,
      shape: { kind: 'block', width, depth, height },
    };
  }
  const seen = VIEW_NAMES.find((name) => dot(VIEW_FRAMES[name].toward, w) > 0.5) as ViewName;
  const home = VIEW_FRAMES[seen];
  const quarters = (Math.round(Math.atan2(dot(u, home.v), dot(u, home.u)) / (Math.PI / 2)) + 4) % 4;
  const inPlane = looksTheSame(shape, quarters) || shape.kind === 'extrude' ? 0 : quarters;
  const about = alongAxis(home.toward);
  const allTurns = [
    ...(inPlane
      ? [
          {
            axis: AXES[about.axis] as 'x' | 'y' | 'z',
            angle: (inPlane === 3 ? -90 : inPlane * 90) * about.sign,
          },
        ]
      : []),
    ...turnedAngles(tools, turns ?? []),
  ];
  return {
    ...rest,
    ...(seen !== 'top' && { plane: seen }),
    ...placed(turnedPoint(tools, at)),
    ...(allTurns.length && { turn: allTurns }),
    ...copies,
    shape:
      shape.kind === 'extrude' ? { ...shape, profile: turnedProfile(shape.profile, quarters, sum) } : shape,
  };
};

/** The sides of a block, in its own frame. */
const SIDES: Readonly<Record<string, Vec3>> = {
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  back: [0, 1, 0],
  bottom: [0, 0, -1],
  top: [0, 0, 1],
};

/** What a face is called after a turn: a block's sides change their names, for it is stated upright again. */
const turnedFace = (body: BodyFile, key: string, turn: Turn): string => {
  const { feature, role, copy } = readFaceKey(key);
  const f = body.features.find((x) => x.id === feature);
  const side = SIDES[role];
  if (!side || f?.shape.kind !== 'block' || f.turn?.length) return key;
  const frame = VIEW_FRAMES[f.plane ?? 'top'];
  const world = [0, 1, 2].map(
    (i) =>
      side[0] * (frame.u[i] as number) +
      side[1] * (frame.v[i] as number) +
      side[2] * (frame.toward[i] as number),
  ) as unknown as Vec3;
  const now = turnedVector(turn, world);
  const found = Object.entries(SIDES).find(([, d]) => dot(d, now) > 0.5);
  return faceKey(feature, found?.[0] ?? role, copy);
};

const turnedRelation = (part: PartFile, body: BodyFile, r: RelationFile, turn: Turn): RelationFile => {
  const own = (key: string): string => turnedFace(body, key, turn);
  const other = (name: string): string => {
    const found = bodyAndFace(name, part.bodies);
    return found ? `${found[0].name}.${turnedFace(found[0], found[1], turn)}` : name;
  };
  if ('axis' in r) return { ...r, axis: own(r.axis), on: other(r.on) };
  return 'against' in r
    ? { ...r, face: own(r.face), against: other(r.against) }
    : { ...r, face: own(r.face), along: other(r.along) };
};

const turnedWhole = (b: BodyFile, tools: Tools): Pick<BodyFile, 'at' | 'turn'> => {
  const image = (v: Vec3): Vec3 => turnedVector(tools.turn, v);
  const { turn } = statedHome({
    x: image([1, 0, 0]),
    y: image([0, 1, 0]),
    z: image([0, 0, 1]),
    origin: [0, 0, 0],
  });
  const at = turnedPoint(tools, b.at ?? [0, 0, 0]);
  return {
    turn: [...(b.turn ?? []), ...(turn ?? []).filter((t) => t.angle !== 0)],
    ...(at.some((x) => x !== 0) && { at }),
  };
};

/** What is added along each new axis so that a first block at the origin stands there again; nothing for other parts. */
const shiftOf = (part: PartFile, turn: Turn): (Quantity | 0)[] => {
  const first = part.bodies[0]?.features[0];
  const free = part.bodies.every((b) => !b.at && !b.turn?.length);
  if (!free || first?.shape.kind !== 'block' || first.turn?.length || (first.plane ?? 'top') !== 'top')
    return [0, 0, 0];
  const { width, depth, height } = first.shape;
  const at = first.at ?? [0, 0, 0];
  return turn.map(({ from, sign }) =>
    sign < 0 && at[from] === 0 ? ([width, depth, height][from] as Quantity) : 0,
  );
};

/** The part turned as a whole, so that what looked to one side now looks to the front; every line says where its own now is. */
export const withFront = (part: PartFile, face: ViewName): PartFile => {
  if (face === 'front') return part;
  const turn = TURNS[face];
  const read = sizeReader(part);
  const sum = (...terms: Term[]): Quantity => quantitySum(terms, (q) => read.length(q, []));
  const tools: Tools = { turn, shift: shiftOf(part, turn), sum };
  return {
    ...part,
    bodies: part.bodies.map((b) => {
      const place = b.place && { place: b.place.map((r) => turnedRelation(part, b, r, turn)) };
      // a body that comes from elsewhere has no lines here that could be turned, so it is turned as a whole
      if (!b.features.length) return { ...b, ...turnedWhole(b, tools), ...place };
      return {
        ...b,
        ...(b.turn && { turn: turnedAngles(tools, b.turn) }),
        ...(b.at && { at: turnedPoint({ ...tools, shift: [0, 0, 0] }, b.at) }),
        ...place,
        features: b.features.map((f) => turnedFeature(f, tools)),
      };
    }),
  };
};
