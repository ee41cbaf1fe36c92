import { joinedGroups } from '../../core/faces/joinedGroups.ts';
import { boxDiagonal, boxInside, boxOf } from '../../core/geometry/box.ts';
import { stepTo } from '../../core/geometry/marched.ts';
import { add, cross, distance, dot, length, scale, sub, type Vec3 } from '../../core/geometry/vec.ts';
import { namedFaces } from '../../core/trimmed/faceNames.ts';
import { MOST_FACES } from '../../core/trimmed/solidsFile.ts';
import type { EdgeOf, FaceOf, TrimmedSolid } from '../../core/trimmed/trimmedSolid.ts';
import { refuseNet } from './netWords.ts';
import type { NamedTriangles } from './readTriangles.ts';

/** Corners nearer than this share of the size are one; triangles are in one plane where they stray no farther from it. */
const NEAR = 2e-6;
/** Triangles whose directions differ by less than this (rad) may be in one plane. */
const LEAN = 2e-4;

type Side = { readonly triangle: number; readonly from: number; readonly to: number };

/**
 * Every side of a triangle with the triangle beyond it. Where more than two meet in one side, as where parts touch, each goes with the one
 * that it also hangs together with elsewhere.
 * @throws Refusal with the place of a hole, or of a side where that does not part them
 */
const neighboursOf = (
  triangles: readonly (readonly number[])[],
  points: readonly Vec3[],
): [Side, number][] => {
  const sides = new Map<string, Side[]>();
  triangles.forEach((t, triangle) => {
    for (const k of [0, 1, 2]) {
      const [from, to] = [t[k] as number, t[(k + 1) % 3] as number];
      const key = `${from} ${to}`;
      sides.set(key, [...(sides.get(key) ?? []), { triangle, from, to }]);
    }
  });
  const beyond = (s: Side): readonly Side[] => sides.get(`${s.to} ${s.from}`) ?? [];
  const { join, groupOf } = joinedGroups(triangles.length);
  for (const list of sides.values()) {
    const [s] = list as [Side];
    const others = beyond(s);
    if (list.length !== others.length)
      refuseNet(
        others.length === 0 && list.length > 1 ? 'turned-over' : 'open',
        scale(add(points[s.from] as Vec3, points[s.to] as Vec3), 0.5),
      );
    if (list.length === 1) join(s.triangle, (others[0] as Side).triangle);
  }
  return [...sides.values()].flat().map((s): [Side, number] => {
    const others = beyond(s);
    const own =
      others.length === 1 ? others : others.filter((o) => groupOf(o.triangle) === groupOf(s.triangle));
    if (own.length !== 1) refuseNet('crowded', scale(add(points[s.from] as Vec3, points[s.to] as Vec3), 0.5));
    return [s, (own[0] as Side).triangle];
  });
};

/** A direction along an axis where it is so but for rounding. */
const squared = (n: Vec3): Vec3 => {
  const k = n.findIndex((x) => Math.abs(x) > 1 - 1e-10);
  return k < 0 ? n : ([0, 1, 2].map((i) => (i === k ? Math.sign(n[i] as number) : 0)) as unknown as Vec3);
};

/** Six times the volume inside triangles; below zero where they are turned inside out, as round a hollow. */
const spatOf = (triangles: readonly (readonly number[])[], points: readonly Vec3[]): number =>
  triangles.reduce((sum, t) => {
    const [a, b, c] = t.map((i) => points[i]) as [Vec3, Vec3, Vec3];
    return sum + dot(a, cross(b, c));
  }, 0);

/** The numbers of triangles that hang together, with the hollows inside them. @throws Refusal where all are turned inside out */
const piecesOf = (
  triangles: readonly (readonly number[])[],
  points: readonly Vec3[],
  neighbours: readonly (readonly [Side, number])[],
): number[][] => {
  const { join, groupOf } = joinedGroups(triangles.length);
  for (const [side, other] of neighbours) join(side.triangle, other);
  const nets = new Map<number, number[]>();
  triangles.forEach((_, t) => {
    const g = groupOf(t);
    const net = nets.get(g);
    if (net) net.push(t);
    else nets.set(g, [t]);
  });
  const all = [...nets.values()].map((net) => {
    const own = net.map((t) => triangles[t] as readonly number[]);
    return {
      net,
      isHollow: spatOf(own, points) < 0,
      box: boxOf(own.flat().map((i) => points[i] as Vec3)),
    };
  });
  const pieces = all.filter((x) => !x.isHollow);
  for (const hollow of all.filter((x) => x.isHollow)) {
    const around = pieces.filter((x) => boxInside(hollow.box, x.box, 0));
    const home = around.reduce<(typeof pieces)[number] | undefined>(
      (best, x) => (best && boxDiagonal(best.box) <= boxDiagonal(x.box) ? best : x),
      undefined,
    );
    if (!home)
      return refuseNet('inside-out', points[triangles[hollow.net[0] as number]?.[0] as number] as Vec3);
    home.net.push(...hollow.net);
  }
  return pieces.map((x) => x.net);
};

/**
 * Solids with flat faces from closed nets of triangles: those in one plane are one face, nets that do not hang together are solids of their
 * own.
 * @throws Refusal with the place where a net is open, crowded or turned over
 */
export const flatFaced = ({ triangles: given }: NamedTriangles): TrimmedSolid[] => {
  const size = boxDiagonal(boxOf(given.flat()));
  if (!(size > 0)) return refuseNet('empty');
  // corners in one place are one point
  const points: Vec3[] = [];
  const known = new Map<string, number>();
  const step = size * NEAR;
  const pointAt = (p: Vec3): number => {
    const cell = p.map((x) => Math.round(x / step));
    const key = cell.join(' ');
    const before = known.get(key);
    if (before !== undefined) return before;
    const made = points.push(p) - 1;
    // also from the cells beside it, for a place near the edge of its cell
    for (const dx of [-1, 0, 1])
      for (const dy of [-1, 0, 1])
        for (const dz of [-1, 0, 1]) {
          const beside = `${(cell[0] as number) + dx} ${(cell[1] as number) + dy} ${(cell[2] as number) + dz}`;
          if (!known.has(beside)) known.set(beside, made);
        }
    return made;
  };
  const triangles = given.map((t) => t.map(pointAt)).filter((t) => new Set(t).size === 3);
  const beyond = neighboursOf(triangles, points);
  return piecesOf(triangles, points, beyond).map((net) => flatSolid(net, triangles, points, beyond, size));
};

/** One solid from the triangles of its nets, by their numbers. */
const flatSolid = (
  net: readonly number[],
  all: readonly (readonly number[])[],
  points: readonly Vec3[],
  allNeighbours: readonly (readonly [Side, number])[],
  size: number,
): TrimmedSolid => {
  const step = size * NEAR;
  const own = new Map(net.map((t, i) => [t, i]));
  const triangles = net.map((t) => all[t] as readonly number[]);
  const neighbours = allNeighbours.flatMap(([side, other]): [Side, number][] => {
    const [t, o] = [own.get(side.triangle), own.get(other)];
    return t === undefined || o === undefined ? [] : [[{ ...side, triangle: t }, o]];
  });
  const areas = triangles.map((t): Vec3 => {
    const [a, b, c] = t.map((i) => points[i]) as [Vec3, Vec3, Vec3];
    return cross(sub(b, a), sub(c, a));
  });
  const beyond: number[][] = triangles.map(() => []);
  for (const [side, other] of neighbours) beyond[side.triangle]?.push(other);
  // from the largest triangle on, for its plane is known best
  const faceOf = triangles.map(() => -1);
  const planes: { n: Vec3; d: number }[] = [];
  const order = triangles
    .map((_, i) => i)
    .sort((a, b) => length(areas[b] as Vec3) - length(areas[a] as Vec3));
  for (const first of order) {
    if ((faceOf[first] as number) >= 0) continue;
    const area = areas[first] as Vec3;
    const n = squared(scale(area, 1 / Math.max(length(area), Number.MIN_VALUE)));
    const d = dot(n, points[(triangles[first] as number[])[0] as number] as Vec3);
    const face = planes.push({ n, d }) - 1;
    if (planes.length > MOST_FACES) refuseNet('many-faces');
    const waiting = [first];
    faceOf[first] = face;
    for (let t = waiting.pop(); t !== undefined; t = waiting.pop())
      for (const other of beyond[t] as number[]) {
        if ((faceOf[other] as number) >= 0) continue;
        const flat = (triangles[other] as number[]).every(
          (i) => Math.abs(dot(n, points[i] as Vec3) - d) <= step,
        );
        const own = areas[other] as Vec3;
        const thin = length(own) <= step * size;
        if (!flat || (!thin && dot(own, n) < Math.cos(LEAN) * length(own))) continue;
        faceOf[other] = face;
        waiting.push(other);
      }
  }
  const corners = exactCorners(triangles, points, faceOf, planes, step, size * EXACT);
  // a plane through three corners that are where they are
  const through = planes.map(({ n, d }, face) => {
    const own = triangles.filter((_, t) => faceOf[t] === face);
    return own.length === 1 ? planeOfTriangle(own[0] as readonly number[], corners) : { n, d };
  });
  return solidOf(corners, neighbours, faceOf, through);
};

type FlatPlane = { readonly n: Vec3; readonly d: number };

/** Planes that meet with less than this (the volume that their directions span) leave a corner where it is. */
const LEAST_SPAN = 1e-3;
/** A corner lies on a plane that it is no farther from than this share of the size: faces that miss one another by more are not closed. */
const EXACT = 1e-9;

const planeOfTriangle = (t: readonly number[], points: readonly Vec3[]): FlatPlane => {
  const [a, b, c] = t.map((i) => points[i]) as [Vec3, Vec3, Vec3];
  const area = cross(sub(b, a), sub(c, a));
  const n = squared(scale(area, 1 / Math.max(length(area), Number.MIN_VALUE)));
  return { n, d: dot(n, a) };
};

/** The point nearest to p that lies on all of some planes; undefined where they have none in common that is found safely. */
const onPlanes = (p: Vec3, own: readonly FlatPlane[]): Vec3 | undefined => {
  const off = ({ n, d }: FlatPlane): number => d - dot(n, p);
  const [a, b] = own;
  if (!a) return p;
  if (!b) return add(p, scale(a.n, off(a)));
  if (own.length === 2) {
    const k = dot(a.n, b.n);
    const det = 1 - k * k;
    if (det < LEAST_SPAN * LEAST_SPAN) return undefined;
    const [x, y] = [(off(a) - k * off(b)) / det, (off(b) - k * off(a)) / det];
    return add(p, add(scale(a.n, x), scale(b.n, y)));
  }
  let best: { readonly span: number; readonly at: Vec3 } | undefined;
  own.slice(0, 12).forEach((a, x, few) => {
    few.slice(x + 1).forEach((b, y) => {
      for (const c of few.slice(x + y + 2)) {
        const span = Math.abs(dot(a.n, cross(b.n, c.n)));
        if (span < LEAST_SPAN || span <= (best?.span ?? 0)) continue;
        const at = stepTo(a.n, -a.d, b.n, -b.d, c.n, -c.d);
        if (at) best = { span, at };
      }
    });
  });
  return best?.at;
};

/**
 * The corners where their faces meet exactly: a file states them to some seven figures, and faces through such corners would miss one another
 * by more than the engine takes for one place. Only faces of several triangles hold a corner: the plane of a single triangle goes with its
 * corners. Where such faces have no corner in common, as on a net that is nearly flat, those of them that are smallest are parted into their
 * triangles again (`faceOf` and `planes` are changed).
 * @param near a corner is moved no farther than four times this, a length
 * @param exact what is nearer to a plane than this lies on it, a length
 */
const exactCorners = (
  triangles: readonly (readonly number[])[],
  points: readonly Vec3[],
  faceOf: number[],
  planes: FlatPlane[],
  near: number,
  exact: number,
): Vec3[] => {
  const at: number[][] = points.map(() => []);
  triangles.forEach((t, i) => {
    for (const p of t) at[p]?.push(i);
  });
  const members: number[][] = planes.map(() => []);
  faceOf.forEach((f, t) => {
    members[f]?.push(t);
  });
  const part = (face: number): void => {
    const [, ...rest] = members[face] as number[];
    for (const t of rest) {
      const made = planes.push(planeOfTriangle(triangles[t] as readonly number[], points)) - 1;
      faceOf[t] = made;
      members[made] = [t];
    }
    members[face] = [(members[face] as number[])[0] as number];
  };
  const out = [...points];
  const waiting = points.map((_, i) => i);
  for (let i = waiting.pop(); i !== undefined; i = waiting.pop()) {
    const p = points[i] as Vec3;
    for (;;) {
      const firm = [...new Set((at[i] as number[]).map((t) => faceOf[t] as number))].filter(
        (f) => (members[f] as number[]).length > 1,
      );
      const own = firm.map((f) => planes[f] as FlatPlane);
      const found = onPlanes(p, own);
      const holds =
        found &&
        distance(found, p) <= near * 4 &&
        own.every(({ n, d }) => Math.abs(dot(n, found) - d) <= exact);
      if (holds || !firm.length) {
        out[i] = holds ? found : p;
        break;
      }
      const least = firm.reduce((a, b) =>
        (members[b] as number[]).length < (members[a] as number[]).length ? b : a,
      );
      // its other corners are held by fewer faces now
      for (const t of members[least] as number[]) waiting.push(...(triangles[t] as readonly number[]));
      part(least);
    }
  }
  return out;
};

const solidOf = (
  points: readonly Vec3[],
  neighbours: readonly (readonly [Side, number])[],
  faceOf: readonly number[],
  planes: readonly FlatPlane[],
): TrimmedSolid => {
  const edges: EdgeOf[] = [];
  const uses: [number, 1 | -1][][] = planes.map(() => []);
  const made = new Map<string, number>();
  for (const [side, other] of neighbours) {
    const own = faceOf[side.triangle] as number;
    if (own === faceOf[other]) continue;
    const back = made.get(`${side.to} ${side.from}`);
    const edge =
      back ?? edges.push({ kind: 'line', ends: [points[side.from] as Vec3, points[side.to] as Vec3] }) - 1;
    if (back === undefined) made.set(`${side.from} ${side.to}`, edge);
    uses[own]?.push([edge, back === undefined ? 1 : -1]);
  }
  const faces = planes.flatMap(({ n, d }, i): FaceOf[] =>
    uses[i]?.length ? [{ name: '', surface: { kind: 'plane', n, d }, edges: uses[i] }] : [],
  );
  return namedFaces({ kind: 'trimmed', edges, faces });
};
