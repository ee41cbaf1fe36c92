import { add, dot, scale, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import type { Axis, LaidViews } from './aligned.ts';
import { type Arrangement, arrangementOf } from './arrangement.ts';
import type { FlatPlane } from './candidatePlanes.ts';
import { areaOf, type Border, closedLoops } from './regions.ts';

/** Whether a point of space is inside a solid that was found. */
type Inside = (p: Vec3) => boolean;

const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
/** For each axis the observer whom a profile across it grows towards, and what his view's u and v are. */
const ACROSS = [
  { plane: 'right', u: 1, v: 2, sign: 1 },
  { plane: 'front', u: 0, v: 2, sign: -1 },
  { plane: 'top', u: 0, v: 1, sign: 1 },
] as const;

/** Figures are written to twelve places, so that 8 is not 8.000000000000002. */
const figure = (x: number): number => Number(x.toPrecision(12)) + 0;

const middleOf = (space: Arrangement, cell: number): Vec3 => {
  const own = space.cells[cell]?.corners ?? [];
  const sum = own.reduce<Vec3>((s, c) => add(s, space.corners[c] as Vec3), [0, 0, 0]);
  return scale(sum, 1 / own.length);
};

/** A step in no plane's direction, as a share of the part's size. */
const ASIDE: Vec3 = [0.618e-4, 0.414e-4, 0.272e-4];

/** The solid as a question about points, from its choice of cells. A point on a plane that bounds nothing there is moved off it. */
const insideOf = (space: Arrangement, isSolid: readonly boolean[], size: number): Inside => {
  const ids = new Map(space.cells.map((c, i) => [c.sides.join(''), i]));
  return (p) => {
    const sides = space.sidesOf(p);
    const own = sides.includes(0) ? space.sidesOf(add(p, scale(ASIDE, size))) : sides;
    const id = ids.get(own.join(''));
    return id !== undefined && (isSolid[id] as boolean);
  };
};

/** The planes in which the solid has faces. */
const usedPlanes = (space: Arrangement, isSolid: readonly boolean[]): FlatPlane[] => {
  const used = new Set<number>();
  for (const { plane, cells } of space.facets) {
    const [a, b] = cells.map((c) => c !== undefined && isSolid[c]);
    if (a !== b) used.add(plane);
  }
  return space.planes.filter((_, k) => used.has(k));
};

/** The solid parted by its own planes only. */
type Own = { readonly space: Arrangement; readonly isSolid: readonly boolean[] };

const ownCells = (
  box: readonly FlatPlane[],
  used: readonly FlatPlane[],
  inside: Inside,
  tol: number,
): Own => {
  const more = used.filter((p) => !box.includes(p));
  const space = arrangementOf([...box, ...more], tol);
  return { space, isSolid: space.cells.map((_, i) => inside(middleOf(space, i))) };
};

type Kind = 'level' | 'wall' | 'slope';
const kindOf = (p: FlatPlane, axis: Axis): Kind => {
  const k = Math.abs(p.n[axis]);
  return k > 1 - 1e-9 ? 'level' : k < 1e-9 ? 'wall' : 'slope';
};

/** A feature without its name. */
type Unnamed = Omit<FeatureFile, 'id'> & { readonly called: string };

/** A closed way grown along an axis between two levels. */
const grown = (loop: readonly Vec2[], axis: Axis, lo: number, hi: number, op: 'add' | 'cut'): Unnamed => {
  const { plane, u, v, sign } = ACROSS[axis];
  const us = loop.map((p) => p[0]);
  const vs = loop.map((p) => p[1]);
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
  const isRectangle =
    loop.length === 4 && loop.every((p) => [u0, u1].includes(p[0]) && [v0, v1].includes(p[1]));
  if (isRectangle) {
    const at: [number, number, number] = [0, 0, 0];
    const size: [number, number, number] = [0, 0, 0];
    at[u] = figure(u0);
    at[v] = figure(v0);
    at[axis] = figure(lo);
    size[u] = figure(u1 - u0);
    size[v] = figure(v1 - v0);
    size[axis] = figure(hi - lo);
    return {
      called: op === 'add' ? 'block' : 'recess',
      op,
      at,
      shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] },
    };
  }
  const at: [number, number, number] = [0, 0, 0];
  at[axis] = figure(sign > 0 ? lo : hi);
  return {
    called: op === 'add' ? 'profile' : 'opening',
    op,
    plane,
    at,
    shape: {
      kind: 'extrude',
      profile: { polygon: loop.map((p): [number, number] => [figure(p[0]), figure(p[1])]) },
      height: figure(hi - lo),
    },
  };
};

/** The outlines of the solid between two levels, where only walls bound it there. */
const loopsBetween = (own: Own, axis: Axis, lo: number, hi: number, tol: number): Vec2[][] | undefined => {
  const { u, v } = ACROSS[axis];
  const flat = (p: Vec3): Vec2 => [p[u], p[v]];
  const isBetween = (c: number | undefined): c is number => {
    if (c === undefined) return false;
    const m = middleOf(own.space, c)[axis];
    return lo < m && m < hi;
  };
  const borders: Border[] = [];
  for (const { plane, cells } of own.space.facets) {
    const p = own.space.planes[plane] as FlatPlane;
    if (kindOf(p, axis) !== 'wall') continue;
    const between = cells.filter(isBetween);
    const solid = between.filter((c) => own.isSolid[c]);
    if (solid.length !== 1) continue;
    const cell = solid[0] as number;
    const corners = (own.space.cells[cell]?.corners ?? [])
      .map((c) => own.space.corners[c] as Vec3)
      .filter((q) => Math.abs(dot(p.n, q) - p.d) <= tol * 4);
    // out of the solid, in the plane of the loop
    const side = own.space.cells[cell]?.sides[plane] as number;
    const out: Vec2 = [-side * p.n[u], -side * p.n[v]];
    const way: Vec2 = [-out[1], out[0]];
    const places = corners.map((q) => ({ q: flat(q), t: flat(q)[0] * way[0] + flat(q)[1] * way[1] }));
    places.sort((a, b) => a.t - b.t);
    const [from, to] = [places[0], places.at(-1)];
    if (from && to && to.t - from.t > tol * 4) borders.push({ from: from.q, to: to.q });
  }
  return closedLoops(borders, tol * 8);
};

/** Everything beyond a plane taken away. */
const cutBeyond = (plane: FlatPlane, side: number, laid: LaidViews): Unnamed => {
  const n = scale(plane.n, -side);
  const middle = scale(add(laid.min, laid.max), 0.5);
  const size = Math.hypot(...sub(laid.max, laid.min));
  const foot = add(middle, scale(plane.n, plane.d - dot(plane.n, middle)));
  const deg = 180 / Math.PI;
  const tilt = Math.acos(Math.max(-1, Math.min(1, n[2]))) * deg;
  const swing = Math.atan2(n[1], n[0]) * deg;
  return {
    called: 'slope',
    op: 'cut',
    turn: [
      { axis: 'y', angle: figure(tilt) },
      { axis: 'z', angle: figure(swing) },
    ],
    at: [figure(foot[0]), figure(foot[1]), figure(foot[2])],
    shape: {
      kind: 'extrude',
      profile: { rectangle: [figure(4 * size), figure(4 * size)] },
      height: figure(2 * size),
    },
  };
};

/** The solid as slabs across an axis; undefined where more than one of them has slopes, or its slopes are not all round it. */
const slabsAcross = (own: Own, axis: Axis, laid: LaidViews): Unnamed[] | undefined => {
  const { space, isSolid } = own;
  const used = new Set<number>();
  for (const { plane, cells } of space.facets) {
    const [a, b] = cells.map((c) => c !== undefined && isSolid[c]);
    if (a !== b) used.add(plane);
  }
  const levels = [...used]
    .map((k) => space.planes[k] as FlatPlane)
    .filter((p) => kindOf(p, axis) === 'level')
    .map((p) => p.d / p.n[axis])
    .sort((a, b) => a - b);
  const [first, ...rest] = levels;
  if (first === undefined) return undefined;
  const plain: Unnamed[] = [];
  const sloping: Unnamed[] = [];
  let lo = first;
  for (const hi of rest) {
    const between = space.cells.flatMap((_, c) => {
      const m = middleOf(space, c)[axis];
      return lo < m && m < hi ? [c] : [];
    });
    const isBetween = new Set(between);
    const slopes = new Set<number>();
    for (const { plane, cells } of space.facets) {
      if (kindOf(space.planes[plane] as FlatPlane, axis) !== 'slope') continue;
      const inside = cells.filter((c) => c !== undefined && isBetween.has(c)) as number[];
      const solid = inside.filter((c) => isSolid[c]).length;
      if (solid === 1) slopes.add(plane);
    }
    // a slope is stated by what it takes off the whole slab
    const full = between.filter((c) => isSolid[c]);
    const sides = [...slopes].map((k) => ({
      k,
      side: space.cells[full[0] as number]?.sides[k] as number,
    }));
    if (sides.some(({ k, side }) => full.some((c) => space.cells[c]?.sides[k] !== side))) return undefined;
    if (!full.length) {
      lo = hi;
      continue;
    }
    const features: Unnamed[] = [];
    const source = sides.length ? withoutSlopes(own, between, sides, axis, lo, hi, laid) : own;
    const loops = source && loopsBetween(source, axis, lo, hi, laid.tol);
    if (!loops) return undefined;
    for (const l of [...loops].sort((a, b) => areaOf(b) - areaOf(a)))
      features.push(grown(l, axis, lo, hi, areaOf(l) > 0 ? 'add' : 'cut'));
    for (const { k, side } of sides) features.push(cutBeyond(space.planes[k] as FlatPlane, side, laid));
    if (sides.length && sloping.length) return undefined;
    (sides.length ? sloping : plain).push(...features);
    lo = hi;
  }
  return [...sloping, ...plain];
};

/** A slab as it is before its slopes are cut: its cells parted by walls only. */
const withoutSlopes = (
  own: Own,
  between: readonly number[],
  sides: readonly { readonly k: number; readonly side: number }[],
  axis: Axis,
  lo: number,
  hi: number,
  laid: LaidViews,
): Own | undefined => {
  const { space, isSolid } = own;
  const kept = between.filter((c) => sides.every(({ k, side }) => space.cells[c]?.sides[k] === side));
  const walls = space.planes.filter((p, k) => k < 6 || kindOf(p, axis) === 'wall');
  const ends = [lo, hi].map((d): FlatPlane => ({ n: AXES[axis] as Vec3, d }));
  const levels = ends.filter(
    (e) => !walls.some((w) => kindOf(w, axis) === 'level' && Math.abs(w.d - e.d) <= laid.tol),
  );
  const bare = arrangementOf([...walls, ...levels], laid.tol);
  const state = bare.cells.map((): boolean | undefined => undefined);
  const ids = new Map(bare.cells.map((c, i) => [c.sides.join(''), i]));
  for (const c of kept) {
    const id = ids.get(bare.sidesOf(middleOf(space, c)).join(''));
    if (id === undefined) return undefined;
    if (state[id] !== undefined && state[id] !== isSolid[c]) return undefined;
    state[id] = isSolid[c];
  }
  return { space: bare, isSolid: state.map((s) => s === true) };
};

/** The solid as its box with flat cuts all round, where it lies on one side of each of its faces. */
const convexOf = (own: Own, laid: LaidViews): Unnamed[] | undefined => {
  const { space, isSolid } = own;
  const full = space.cells.filter((_, c) => isSolid[c]);
  const sides = space.planes.map((_, k) => full[0]?.sides[k] as number);
  if (full.length !== 1) return undefined;
  const [min, max] = [laid.min, laid.max];
  const box: Unnamed = {
    called: 'block',
    op: 'add',
    at: [figure(min[0]), figure(min[1]), figure(min[2])],
    shape: {
      kind: 'block',
      width: figure(max[0] - min[0]),
      depth: figure(max[1] - min[1]),
      height: figure(max[2] - min[2]),
    },
  };
  return [box, ...space.planes.flatMap((p, k) => (k < 6 ? [] : [cutBeyond(p, sides[k] as number, laid)]))];
};

/** The solid as its box with blocks taken out of it, or as blocks put together, where all its faces are square to the axes. */
const blocksOf = (own: Own): Unnamed[] | undefined => {
  const { space, isSolid } = own;
  if (space.planes.some((p) => !p.n.some((x) => Math.abs(x) > 1 - 1e-9))) return undefined;
  const places = ([0, 1, 2] as const).map((axis) =>
    space.planes
      .filter((p) => kindOf(p, axis) === 'level')
      .map((p) => p.d / p.n[axis])
      .sort((a, b) => a - b),
  ) as unknown as readonly [readonly number[], readonly number[], readonly number[]];
  const ids = new Map(space.cells.map((c, i) => [c.sides.join(''), i]));
  const count = places.map((xs) => xs.length - 1) as [number, number, number];
  const key = (x: number, y: number, z: number): number => (x * count[1] + y) * count[2] + z;
  const solid: boolean[] = [];
  for (let x = 0; x < count[0]; x++)
    for (let y = 0; y < count[1]; y++)
      for (let z = 0; z < count[2]; z++) {
        const [px, py, pz] = places;
        const middle: Vec3 = [
          ((px[x] as number) + (px[x + 1] as number)) / 2,
          ((py[y] as number) + (py[y + 1] as number)) / 2,
          ((pz[z] as number) + (pz[z + 1] as number)) / 2,
        ];
        const id = ids.get(space.sidesOf(middle).join(''));
        solid[key(x, y, z)] = id !== undefined && (isSolid[id] as boolean);
      }
  type Range = [[number, number], [number, number], [number, number]];
  const covering = (wanted: boolean): Range[] => {
    const open = new Set(solid.flatMap((s, i) => (s === wanted ? [i] : [])));
    const isAll = (r: Range): boolean => {
      for (let x = r[0][0]; x < r[0][1]; x++)
        for (let y = r[1][0]; y < r[1][1]; y++)
          for (let z = r[2][0]; z < r[2][1]; z++) if (solid[key(x, y, z)] !== wanted) return false;
      return true;
    };
    const out: Range[] = [];
    for (let x = 0; x < count[0]; x++)
      for (let y = 0; y < count[1]; y++)
        for (let z = 0; z < count[2]; z++) {
          if (!open.has(key(x, y, z))) continue;
          const r: Range = [
            [x, x + 1],
            [y, y + 1],
            [z, z + 1],
          ];
          // as long as can be one way, then the next
          for (const k of [0, 1, 2] as const)
            for (const end of [1, 0] as const)
              for (;;) {
                const wider = r.map((s) => [...s]) as Range;
                wider[k][end] += end === 1 ? 1 : -1;
                if (wider[k][end] < 0 || wider[k][end] > count[k] || !isAll(wider)) break;
                r[k] = wider[k];
              }
          out.push(r);
          for (let a = r[0][0]; a < r[0][1]; a++)
            for (let b = r[1][0]; b < r[1][1]; b++)
              for (let c = r[2][0]; c < r[2][1]; c++) open.delete(key(a, b, c));
        }
    return out;
  };
  const block = (r: Range, op: 'add' | 'cut'): Unnamed => {
    const lo = r.map((s, k) => places[k]?.[s[0]] as number) as unknown as Vec3;
    const hi = r.map((s, k) => places[k]?.[s[1]] as number) as unknown as Vec3;
    const [width, depth, height] = sub(hi, lo).map(figure) as [number, number, number];
    return {
      called: op === 'add' ? 'block' : 'recess',
      op,
      at: [figure(lo[0]), figure(lo[1]), figure(lo[2])],
      shape: { kind: 'block', width, depth, height },
    };
  };
  const added = covering(true).map((r) => block(r, 'add'));
  const taken = [
    block(
      [
        [0, count[0]],
        [0, count[1]],
        [0, count[2]],
      ],
      'add',
    ),
    ...covering(false).map((r) => block(r, 'cut')),
  ];
  return taken.length <= added.length ? taken : added;
};

const named = (all: readonly Unnamed[]): FeatureFile[] => {
  const times = new Map<string, number>();
  return all.map(({ called, ...feature }) => {
    const n = (times.get(called) ?? 0) + 1;
    times.set(called, n);
    const isOne = all.filter((x) => x.called === called).length === 1;
    return { id: isOne ? called : `${called} ${n}`, ...feature } as FeatureFile;
  });
};

/**
 * A solid that was found as a part of few features: blocks, profiles and what is taken out of them.
 * @param space space parted by the planes of the search, and `isSolid` the choice of its cells
 * @param units the part file's unit
 * @returns undefined where its slopes cannot be stated by features
 */
export const statedSolid = (
  laid: LaidViews,
  space: Arrangement,
  isSolid: readonly boolean[],
  units: 'mm' | 'in',
): PartFile | undefined => {
  const used = usedPlanes(space, isSolid);
  const box = space.planes.slice(0, 6);
  const own = ownCells(box, used, insideOf(space, isSolid, Math.hypot(...sub(laid.max, laid.min))), laid.tol);
  const ways = [
    blocksOf(own),
    convexOf(own, laid),
    ...([2, 1, 0] as const).map((axis) => slabsAcross(own, axis, laid)),
  ];
  const best = ways
    .filter((w): w is Unnamed[] => w !== undefined && w.length > 0)
    .sort((a, b) => a.length - b.length)[0];
  return (
    best && {
      format: 'blue-ledger/part@1',
      name: 'Solid from views',
      units,
      dims: {},
      bodies: [{ name: 'body', features: named(best) }],
    }
  );
};
