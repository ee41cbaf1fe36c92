import { TAU } from '../geometry/angle.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import {
  type Arch2,
  boxOf2,
  type Curve2,
  type Free2,
  isPeriodic,
  lengthBetween,
  parameterOn2,
  pointOn2,
  sameConic,
  tangentOn2,
} from '../geometry/curve2.ts';
import { partedAt, pointOn, within } from '../geometry/curve3.ts';
import { meetings } from '../geometry/meeting2.ts';
import { bracketedRoot, signChanges } from '../geometry/roots.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import {
  along,
  cross,
  distance2,
  dot,
  dot2,
  length,
  length2,
  scale,
  sub,
  sub2,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import type { Tolerance } from '../solid/body.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import { crossings } from '../solid/crossings.ts';
import type { ViewFrame } from './frames.ts';
import { flatten, type Shadow, shadowsOf } from './project.ts';
import { type SceneBody, SIDE_SHARE, sightOf } from './scene.ts';
import { coneOutlineRadii, type Silhouette, silhouettesOf } from './silhouette.ts';

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

type Member = Shadow & {
  readonly kind: 'edge' | 'outline';
  readonly of: readonly string[];
  readonly source: string;
};
type FlatCarrier = {
  readonly curve: Curve2;
  readonly members: Member[];
  readonly cuts: number[];
  /** free curves that run over one another here and there */
  readonly twins: FlatCarrier[];
};

/** Where an edge on a curved face passes from its near side to its far side: visibility may change there. */
const turningParameters = (edge: Edge, body: SceneBody, f: ViewFrame, tol: number): number[] => {
  const { curve, from, to } = edge;
  if (curve.type === 'line') return [];
  const through = (n: Vec3, o: Vec3): number[] =>
    within(curve, crossings(curve, { kind: 'plane', n, d: dot(n, o) }, tol), from, to);
  const turnings = (s: Surface): number[] => {
    switch (s.kind) {
      case 'plane':
        return [];
      case 'cylinder': {
        const n = cross(s.a, f.toward);
        const size = length(n);
        // the outline generators lie in the plane through the axis square to a x n
        return size < 1e-9 ? [] : through(cross(s.a, scale(n, 1 / size)), s.o);
      }
      case 'sphere':
        return through(f.toward, s.o);
      case 'cone':
        return coneOutlineRadii(s, f.toward).flatMap((e) =>
          through(cross(s.a, e), s.o).filter((t) => dot(sub(pointOn(curve, t), s.o), e) > 0),
        );
      case 'torus':
        return signChanges((t) => dot(normalAt(s, pointOn(curve, t)), f.toward), from, to, 64);
    }
  };
  return edge.sheets.flatMap(({ surface }) => turnings(body.solid.surfaces[surface] as Surface));
};

/** 1 or -1 where two arches are one curve, run in the same or the opposite sense; 0 where they are not. */
const archSense = (a: Arch2, b: Arch2, tol: number): 1 | -1 | 0 => {
  // the parameter's sign turns the one half diameter that goes with its odd part
  const [even, odd] = a.form === 'parabola' ? (['v', 'u'] as const) : (['u', 'v'] as const);
  if (a.form !== b.form || distance2(a.c, b.c) > tol || distance2(a[even], b[even]) > tol) return 0;
  if (distance2(a[odd], b[odd]) <= tol) return 1;
  return length2([a[odd][0] + b[odd][0], a[odd][1] + b[odd][1]]) <= tol ? -1 : 0;
};

const FAMILY = { line: 0, conic: 1, arch: 2 } as const;

/**
 * Flat carriers, found again by a few whole numbers that equal ones share to well within a bucket: direction and offset of
 * a line, centre of a conic. Neighbouring buckets are looked at too.
 */
const carrierIndex = (tol: number) => {
  const buckets = new Map<number, FlatCarrier[]>();
  const QUARTER = Math.round((Math.PI / 2) * 1e4);
  const key = (family: number, x: number, y: number): number => (family * 2e5 + x + 1e5) * 1e8 + y;
  const slotsOf = (k: Exclude<Curve2, { type: 'free' }>): readonly [number, number][] => {
    const width = tol * 1e4;
    if (k.type !== 'line') return [[0, Math.round((k.c[0] + 0.7 * k.c[1]) / width) % 1e7]];
    const x = Math.round(Math.atan2(k.d[1], k.d[0]) * 1e4);
    const y = Math.round((k.d[0] * k.p[1] - k.d[1] * k.p[0]) / width) % 1e7;
    // just either side of the vertical a line may run in either sense
    return Math.abs(Math.abs(x) - QUARTER) < 2
      ? [
          [x, y],
          [-x, -y],
        ]
      : [[x, y]];
  };
  const fits = (c: Curve2, m: Member): boolean => {
    if (c.type === 'line')
      return [m.lo, m.hi].every((s) => {
        const p = pointOn2(m.curve, s);
        return Math.abs((p[0] - c.p[0]) * c.d[1] - (p[1] - c.p[1]) * c.d[0]) <= tol * 2;
      });
    if (c.type === 'arch') return m.curve.type === 'arch' && archSense(c, m.curve, tol * 2) !== 0;
    return c.type === 'conic' && m.curve.type === 'conic' && sameConic(c, m.curve, tol * 2);
  };
  return {
    find: (m: Member): FlatCarrier | undefined => {
      if (m.curve.type === 'free') return undefined;
      const family = FAMILY[m.curve.type];
      const reach = family === 0 ? 1 : 0;
      for (const [x, y] of slotsOf(m.curve))
        for (let i = -reach; i <= reach; i++)
          for (let j = -1; j <= 1; j++) {
            const home = buckets.get(key(family, x + i, y + j))?.find((c) => fits(c.curve, m));
            if (home) return home;
          }
      return undefined;
    },
    add: (c: FlatCarrier): void => {
      if (c.curve.type === 'free') return;
      const [x, y] = slotsOf(c.curve)[0] as [number, number];
      const k = key(FAMILY[c.curve.type], x, y);
      const list = buckets.get(k);
      if (list) list.push(c);
      else buckets.set(k, [c]);
    },
  };
};

const gather = (scene: readonly SceneBody[], f: ViewFrame, tol: number): FlatCarrier[] => {
  const carriers: FlatCarrier[] = [];
  const index = carrierIndex(tol);
  const place = (m: Member, turns: readonly number[], edge?: Edge): void => {
    let home = index.find(m);
    if (!home) {
      home = { curve: m.curve, members: [], cuts: [], twins: [] };
      carriers.push(home);
      index.add(home);
    }
    home.members.push(reread(m, home.curve, tol));
    const own = home.curve;
    for (const t of turns) {
      if (own.type === 'free') home.cuts.push(...(edge ? within(edge.curve, [t], m.lo, m.hi) : []));
      else if (own.type === 'arch')
        home.cuts.push(own === m.curve ? t : t * archSense(own, m.curve as Arch2, tol * 2));
      else if (edge) home.cuts.push(parameterOn2(own, flatten(f, pointOn(edge.curve, t))));
    }
  };
  scene.forEach((body, order) => {
    for (const edge of body.edges) {
      if (!isDrawn(edge)) continue;
      const turns = turningParameters(edge, body, f, tol);
      const under = edge.sheets.map((sheet) => body.solid.surfaces[sheet.surface] as Surface);
      for (const shadow of shadowsOf(edge.curve, edge.from, edge.to, f, tol, `${order}:${edge.key}`, under))
        place({ ...shadow, kind: 'edge', of: edge.on, source: edge.key }, turns, edge);
    }
    for (const s of silhouettesOf(body.solid, f)) {
      for (const [from, to] of keptStretches(s, body))
        for (const shadow of shadowsOf(s.curve, from, to, f, tol, `${order}:${s.of}`, []))
          place({ ...shadow, kind: 'outline', of: [s.of], source: s.of }, []);
    }
  });
  return carriers;
};

/** The stretches of an outline on the kept side of a cut. */
const keptStretches = (s: Silhouette, body: SceneBody): [number, number][] => {
  const { kept } = body;
  if (!kept) return [[s.from, s.to]];
  const tol = body.solid.tol.linear;
  const side = (t: number): number => dot(kept.n, pointOn(s.curve, t)) - kept.d;
  const cutter: Surface = { kind: 'plane', n: kept.n, d: kept.d };
  return partedAt(s.curve, crossings(s.curve, cutter, tol), s.from, s.to).filter(
    ([from, to]) => side((from + to) / 2) >= -tol,
  );
};

/** A member told in the parameter of the carrier it was merged with. */
const reread = (m: Member, home: Curve2, tol: number): Member => {
  if (home === m.curve || home.type === 'free') return m;
  if (home.type === 'arch') {
    if (archSense(home, m.curve as Arch2, tol * 2) === 1) return m;
    return { ...m, lo: -m.hi, hi: -m.lo, spaceAt: (s) => m.spaceAt(-s) };
  }
  if (home.type === 'line') {
    const a = parameterOn2(home, pointOn2(m.curve, m.lo));
    const b = parameterOn2(home, pointOn2(m.curve, m.hi));
    const rate = (m.hi - m.lo) / (b - a);
    return { ...m, lo: Math.min(a, b), hi: Math.max(a, b), spaceAt: (s) => m.spaceAt(m.lo + (s - a) * rate) };
  }
  const a = parameterOn2(home, pointOn2(m.curve, m.lo));
  const by = a - m.lo;
  return { ...m, lo: m.lo + by, hi: m.hi + by, spaceAt: (s) => m.spaceAt(s - by) };
};

/** True where the member covers parameter s (by whole turns on closed curves). Gives the parameter in its own range. */
const coverAt = (m: Member, s: number, slack: number, periodic: boolean): number | undefined => {
  if (!periodic) return s >= m.lo - slack && s <= m.hi + slack ? s : undefined;
  const t = s + TAU * Math.ceil((m.lo - slack - s) / TAU);
  return t <= m.hi + slack ? t : undefined;
};

const speedScale = (k: Curve2): number => (k.type === 'conic' ? length2(k.minor) : 1);

const crossCarriers = (carriers: readonly FlatCarrier[], tol: number): void => {
  const boxes = carriers.map((c) => {
    const bs = c.members.map((m) => boxOf2(c.curve, m.lo, m.hi));
    return [
      Math.min(...bs.map((b) => b[0])),
      Math.min(...bs.map((b) => b[1])),
      0,
      Math.max(...bs.map((b) => b[2])),
      Math.max(...bs.map((b) => b[3])),
      0,
    ] as const;
  });
  const grid = boxGrid(boxes, tol * 4);
  const range = (c: FlatCarrier): [number, number] => [
    Math.min(...c.members.map((m) => m.lo)),
    Math.max(...c.members.map((m) => m.hi)),
  ];
  const covered = (c: FlatCarrier, s: number): boolean => {
    const slack = (tol * 4) / speedScale(c.curve);
    return c.members.some((m) => coverAt(m, s, slack, isPeriodic(c.curve)) !== undefined);
  };
  carriers.forEach((a, i) => {
    for (const j of grid.near(boxes[i]!)) {
      if (j < i || (j === i && a.curve.type !== 'free')) continue;
      const b = carriers[j] as FlatCarrier;
      for (const [s, t] of meetings(a.curve, range(a), b.curve, range(b), tol)) {
        if (!covered(a, s) || !covered(b, t)) continue;
        a.cuts.push(s);
        b.cuts.push(t);
      }
    }
  });
};

const NEAREST_SAMPLES = 96;

/** Where a free curve comes nearest to a point, and how near. */
const nearestOn = (c: FlatCarrier, p: Vec2): { s: number; far: number } => {
  const { lo, hi } = c.members[0] as Member;
  const k = c.curve;
  const at = (i: number): number => lo + ((hi - lo) * i) / NEAREST_SAMPLES;
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= NEAREST_SAMPLES; i++) {
    const far = distance2(pointOn2(k, at(i)), p);
    if (far < least) [best, least] = [i, far];
  }
  // whether the distance grows or falls; asked within the stretch only, for at its ends the curve may turn back
  const square = (s: number): number => {
    const q = sub2(pointOn2(k, s), p);
    return dot2(q, q);
  };
  const slope = (s: number): number => square(Math.min(hi, s + 1e-6)) - square(Math.max(lo, s - 1e-6));
  const [a, b] = [at(Math.max(0, best - 1)), at(Math.min(NEAREST_SAMPLES, best + 1))];
  const [fa, fb] = [slope(a), slope(b)];
  const s = fa > 0 === fb > 0 ? at(best) : bracketedRoot(slope, a, b, fa, fb);
  return { s, far: distance2(pointOn2(k, s), p) };
};

/** How near, in tolerances, free curves must be to be one: they are known by points alone. */
const TWIN_REACH = 20;

/**
 * Free curves cannot be merged by their figures: those that run over one another are told of each other here, and parted
 * at each other's ends and cuts.
 */
const findTwins = (carriers: readonly FlatCarrier[], tol: number): void => {
  const free = carriers.filter((c): c is FlatCarrier & { curve: Free2 } => c.curve.type === 'free');
  const boxes = free.map((c) => boxOf2(c.curve, (c.members[0] as Member).lo, (c.members[0] as Member).hi));
  const reach = tol * TWIN_REACH;
  const share = (a: FlatCarrier, b: FlatCarrier): boolean => {
    const { lo, hi } = a.members[0] as Member;
    return [0.11, 0.5, 0.83].some((x) => nearestOn(b, pointOn2(a.curve, lo + x * (hi - lo))).far <= reach);
  };
  free.forEach((a, i) => {
    for (let j = i + 1; j < free.length; j++) {
      const b = free[j] as FlatCarrier;
      const [p, q] = [boxes[i]!, boxes[j]!];
      if (p[0] > q[2] + reach || q[0] > p[2] + reach || p[1] > q[3] + reach || q[1] > p[3] + reach) continue;
      if (!share(a, b) && !share(b, a)) continue;
      a.twins.push(b);
      b.twins.push(a);
    }
  });
  const known = new Map(
    free.map((c) => [c as FlatCarrier, [...c.cuts, ...c.members.flatMap((m) => [m.lo, m.hi])]]),
  );
  for (const a of free)
    for (const b of a.twins)
      for (const s of known.get(b) as number[]) {
        const { s: t, far } = nearestOn(a, pointOn2(b.curve, s));
        if (far <= reach) a.cuts.push(t);
      }
};

type Run = {
  from: number;
  to: number;
  class: 'visible' | 'hidden';
  kind: 'edge' | 'outline';
  of: Set<string>;
  sources: Set<string>;
};

/** Parts a carrier at all its cuts, decides each stretch once, and joins stretches that run on alike. */
const runsOf = (
  c: FlatCarrier,
  f: ViewFrame,
  tol: Tolerance,
  blocked: (p: Vec3) => boolean,
  order: (c: FlatCarrier) => number,
): Run[] => {
  const periodic = isPeriodic(c.curve);
  const wrap = (s: number): number => (periodic ? ((s % TAU) + TAU) % TAU : s);
  const full = periodic && c.members.some((m) => m.hi - m.lo >= TAU - 1e-9);
  const cuts = [
    ...c.cuts,
    ...c.members.flatMap((m) => (m.hi - m.lo >= TAU - 1e-9 && periodic ? [] : [m.lo, m.hi])),
  ]
    .map(wrap)
    .sort((a, b) => a - b);
  const apart = (a: number, b: number): boolean =>
    distance2(pointOn2(c.curve, a), pointOn2(c.curve, b)) > tol.linear * 4;
  const knots = cuts.filter(
    (s, i) => i === 0 || (periodic && s - (cuts[i - 1] as number) > 1) || apart(cuts[i - 1] as number, s),
  );
  if (periodic) {
    if (!knots.length) knots.push(0);
    const last = knots.at(-1) as number;
    if (knots.length > 1 && !apart((knots[0] as number) + TAU, last) && (knots[0] as number) + TAU - last < 1)
      knots.pop();
    knots.push((knots[0] as number) + TAU);
  }
  const side = tol.size * SIDE_SHARE;
  const runs: Run[] = [];
  for (let i = 1; i < knots.length; i++) {
    const a = knots[i - 1] as number;
    const b = knots[i] as number;
    const s = (a + b) / 2;
    const here = c.members.flatMap((m) => {
      const t = coverAt(m, s, 0, periodic);
      return t === undefined ? [] : [{ m, p: m.spaceAt(t) }];
    });
    if (!here.length) continue;
    const over = c.twins.filter((twin) =>
      [0.5, 0.3, 0.7].every(
        (x) => nearestOn(twin, pointOn2(c.curve, a + x * (b - a))).far <= tol.linear * TWIN_REACH,
      ),
    );
    // the first of several that run over one another here speaks for all
    if (over.some((twin) => order(twin) < order(c))) continue;
    for (const twin of over) {
      const m = twin.members[0] as Member;
      here.push({ m, p: m.spaceAt(nearestOn(twin, pointOn2(c.curve, s)).s) });
    }
    // only the nearest needs a look: if it is hidden, all behind it are
    const near = here.reduce((x, y) => (dot(y.p, f.toward) > dot(x.p, f.toward) ? y : x));
    const t2 = tangentOn2(c.curve, s);
    const across = along([f.u[0] * -t2[1], f.u[1] * -t2[1], f.u[2] * -t2[1]], f.v, t2[0]);
    const hidden = blocked(along(near.p, across, side)) && blocked(along(near.p, across, -side));
    runs.push({
      from: a,
      to: b,
      class: hidden ? 'hidden' : 'visible',
      kind: here.some(({ m }) => m.kind === 'edge') ? 'edge' : 'outline',
      of: new Set(here.flatMap(({ m }) => m.of)),
      sources: new Set(here.map(({ m }) => m.source)),
    });
  }
  return joined(withoutSlivers(c.curve, runs, tol.size * SLIVER_SHARE), full || periodic);
};

/**
 * Where a line touches the end of another, the two meetings found there stand apart by the root of the rounding: what lies between
 * them is seen as its neighbour is.
 */
const SLIVER_SHARE = 1e-6;

const withoutSlivers = (k: Curve2, runs: Run[], least: number): Run[] => {
  const sliver = runs.map(
    (r) => r.to - r.from <= 1 && distance2(pointOn2(k, r.from), pointOn2(k, r.to)) <= least,
  );
  const size = (r: Run | undefined): number => (r ? distance2(pointOn2(k, r.from), pointOn2(k, r.to)) : 0);
  /** The first run that is no sliver, going on from i without a gap. */
  const beyond = (i: number, step: 1 | -1): Run | undefined => {
    for (let j = i + step; ; j += step) {
      const [a, b] = [runs[j - step] as Run, runs[j]];
      if (!b || (step > 0 ? b.from !== a.to : b.to !== a.from)) return undefined;
      if (!sliver[j]) return b;
    }
  };
  runs.forEach((r, i) => {
    if (!sliver[i]) return;
    const [before, after] = [beyond(i, -1), beyond(i, 1)];
    const longest = size(before) >= size(after) ? before : after;
    if (longest) r.class = longest.class;
  });
  return runs;
};

const joined = (runs: Run[], periodic: boolean): Run[] => {
  const out: Run[] = [];
  const absorb = (into: Run, r: Run): void => {
    for (const x of r.of) into.of.add(x);
    for (const x of r.sources) into.sources.add(x);
    if (r.kind === 'edge') into.kind = 'edge';
  };
  for (const r of runs) {
    const last = out.at(-1);
    if (last && last.class === r.class && last.to === r.from) {
      last.to = r.to;
      absorb(last, r);
    } else out.push(r);
  }
  const first = out[0];
  const last = out.at(-1);
  if (
    periodic &&
    first &&
    last &&
    first !== last &&
    first.class === last.class &&
    Math.abs(last.to - first.from - TAU) < 1e-12
  ) {
    first.from = last.from - TAU;
    absorb(first, last);
    out.pop();
  }
  return out;
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
  const { blocked } = sightOf(scene, frame, tol);
  const lines = carriers.flatMap((c) =>
    runsOf(c, frame, tol, blocked, order).map(
      (r): ViewLine => ({
        class: r.class,
        kind: r.kind,
        curve: c.curve,
        from: r.from,
        to: r.to,
        of: [...r.of].sort(),
        sources: [...r.sources].sort(),
      }),
    ),
  );
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
