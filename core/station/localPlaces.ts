import { EDGE_ON } from '../geometry/nearness.ts';
import type { Rigid } from '../geometry/rigid.ts';
import { along, cross, cross2, dot, length, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import type { LocalSolid, Sweep, Turned } from '../solid/cell.ts';
import type { LoopSegment } from '../solid/loop.ts';
import type { LocalThread } from '../solid/thread.ts';
import { sizeOfSolid } from '../trimmed/solidSize.ts';
import type { FaceOf, TrimmedSolid } from '../trimmed/trimmedSolid.ts';

/**
 * A point of a shape that its sizes fix: a corner, a centre, or the outermost point of a round (its side). Local frame, part units.
 * `roles` are the faces of the shape it belongs to; `radius` stands with the centre of a round.
 */
export type LocalPlace = {
  readonly kind: 'corner' | 'centre' | 'side';
  readonly at: Vec3;
  readonly roles: readonly string[];
  /** the directions in which its faces look there, either sense */
  readonly looks: readonly Look[];
  readonly radius?: number;
  /** true for the side of a circle that is not part of its arc: it takes its place in the list, and is no point of the shape */
  readonly off?: true;
};
/** The direction in which a face looks at a place; of a flat one the same all over. */
export type Look = { readonly role: string; readonly n: Vec3; readonly flat: boolean };

const UP: Vec3 = [0, 0, 1];
/** How a side of a sweep over a stretch of its loop looks at one of the stretch's ends. */
const lookAt = ({ a, b, arc, role }: LoopSegment, end: Vec2): Look => {
  if (arc) return { role, n: [(end[0] - arc.c[0]) / arc.r, (end[1] - arc.c[1]) / arc.r, 0], flat: false };
  const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
  return { role, n: [(b[1] - a[1]) / size, -(b[0] - a[0]) / size, 0], flat: true };
};

/** An axis of the world as a unit vector of the local frame. */
const worldAxis = (m: Rigid, k: 0 | 1 | 2): Vec3 => [m.x[k], m.y[k], m.z[k]];

/** The directions square to the local z axis that lie along axes of the world, both ways. */
const axesAcross = (m: Rigid): Vec2[] =>
  ([0, 1, 2] as const)
    .map((k) => worldAxis(m, k))
    .filter((e) => Math.abs(e[2]) < EDGE_ON)
    .flatMap((e): Vec2[] => [
      [e[0], e[1]],
      [-e[0], -e[1]],
    ]);

/** Whether a point of an arc's circle lies on the arc itself, its ends included. */
const isOnArc = (s: LoopSegment, q: Vec2): boolean => {
  const { arc } = s;
  if (!arc) return false;
  const side = cross2(sub2(s.b, s.a), sub2(q, s.a)) * (arc.ccw ? -1 : 1);
  return side > -EDGE_ON * arc.r * arc.r;
};

const placesOfSweep = (s: Sweep, m: Rigid): LocalPlace[] => {
  const ends = (
    [
      [s.z0, s.roles.low],
      [s.z1, s.roles.high],
    ] as const
  ).filter(([z]) => Number.isFinite(z));
  const across = axesAcross(m);
  return ends.flatMap(([z, cap]) => [
    ...s.loop.flatMap((segment, i): LocalPlace[] => {
      const { a, arc, role } = segment;
      const before = s.loop[(i + s.loop.length - 1) % s.loop.length] as LoopSegment;
      const capLook: Look = { role: cap, n: UP, flat: true };
      const corner: LocalPlace = {
        kind: 'corner',
        at: [a[0], a[1], z],
        roles: [role, before.role, cap],
        looks: [capLook, lookAt(segment, a), lookAt(before, a)],
      };
      if (!arc) return [corner];
      const sides = across
        .map((d): Vec2 => [arc.c[0] + arc.r * d[0], arc.c[1] + arc.r * d[1]])
        .map(
          (q): LocalPlace => ({
            kind: 'side',
            at: [q[0], q[1], z],
            roles: [role, cap],
            looks: [capLook],
            ...(!isOnArc(segment, q) && { off: true }),
          }),
        );
      return [
        { kind: 'centre', at: [arc.c[0], arc.c[1], z], roles: [role, cap], looks: [capLook], radius: arc.r },
        ...sides,
        // where a circle is only parted into arcs there is no corner
        ...(before.role === role ? [] : [corner]),
      ];
    }),
    { kind: 'centre', at: [0, 0, z], roles: [cap], looks: [{ role: cap, n: UP, flat: true }] },
  ]);
};

/** The points of a thread that its figures fix: its ends, and where full thread ends, on its face and on its other line. */
export const placesOfThread = (t: LocalThread, m: Rigid): LocalPlace[] => {
  const levels = [t.low, t.high, ...(t.end === undefined ? [] : [t.end])].filter(Number.isFinite);
  const across = axesAcross(m);
  return [...new Set(levels)].flatMap((z): LocalPlace[] => [
    { kind: 'centre', at: [0, 0, z], roles: [], looks: [], radius: t.other },
    ...[t.radius, t.other].flatMap((r) =>
      across.map((d): LocalPlace => ({ kind: 'side', at: [r * d[0], r * d[1], z], roles: [], looks: [] })),
    ),
  ]);
};

const poleAt = (z: number, role: string): LocalPlace => ({
  kind: 'side',
  at: [0, 0, z],
  roles: [role],
  looks: [],
});

const placesOfTurned = (s: Turned, m: Rigid): LocalPlace[] => {
  const across = axesAcross(m);
  return s.loop.flatMap((segment, i): LocalPlace[] => {
    const { a, arc, role } = segment;
    const before = s.loop[(i + s.loop.length - 1) % s.loop.length] as LoopSegment;
    const roles = [role, before.role];
    const looks = [segment, before].flatMap((x): Look[] =>
      !x.arc && Math.abs(x.a[1] - x.b[1]) <= s.snap ? [{ role: x.role, n: UP, flat: true }] : [],
    );
    const radius = a[0] > s.snap ? { radius: a[0] } : {};
    const ring = (rho: number, z: number, of: readonly string[], look: readonly Look[]): LocalPlace[] =>
      across.map(
        (d): LocalPlace => ({ kind: 'side', at: [rho * d[0], rho * d[1], z], roles: of, looks: look }),
      );
    const corner: LocalPlace[] = [
      { kind: 'centre', at: [0, 0, a[1]], roles, looks, ...radius },
      ...(a[0] > s.snap ? ring(a[0], a[1], roles, looks) : []),
    ];
    if (!arc) return corner;
    const outermost = (
      [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const
    )
      .map(([x, z]): Vec2 => [arc.c[0] + x * arc.r, arc.c[1] + z * arc.r])
      .map((q) => ({ q, off: q[0] < -s.snap || !isOnArc(segment, q) }));
    return [
      ...corner,
      ...(arc.c[0] > s.snap
        ? // a ring: the centres of its tube where it is seen from the side
          across.map(
            (d): LocalPlace => ({
              kind: 'centre',
              at: [arc.c[0] * d[0], arc.c[0] * d[1], arc.c[1]],
              roles: [role],
              looks: [],
              radius: arc.r,
            }),
          )
        : []),
      {
        kind: 'centre',
        at: [0, 0, arc.c[1]],
        roles: [role],
        looks: [],
        ...(arc.c[0] > s.snap ? {} : { radius: arc.r }),
      },
      // those beside the axis make rings; on the axis a ball has its two ends
      ...outermost.flatMap(({ q: [rho, z], off }, n) =>
        (n < 2 || arc.c[0] > s.snap ? ring(rho, z, [role], []) : [poleAt(z, role)]).map(
          (p): LocalPlace => (off ? { ...p, off } : p),
        ),
      ),
    ];
  });
};

/** Corners nearer than this share of the solid's size are one. */
const ONE_CORNER = 1e-9;

/** Points in one place are found by rounding it to this share of the solid's size. */
const cornerKey = (p: Vec3, size: number): string =>
  p.map((x) => Math.round(x / (size * ONE_CORNER))).join(' ');

/** Of a solid that is given by its faces: the ends of its edges, and the centres and sides of its circles. */
const placesOfTrimmed = (s: TrimmedSolid, m: Rigid): LocalPlace[] => {
  const size = sizeOfSolid(s);
  const onEdge: FaceOf[][] = s.edges.map(() => []);
  for (const f of s.faces) for (const [e] of f.edges) onEdge[e]?.push(f);
  const corners = new Map<string, { readonly at: Vec3; readonly faces: Set<FaceOf> }>();
  const circles = new Map<
    string,
    { readonly c: Vec3; readonly r: number; readonly faces: Set<FaceOf>; readonly sides: [Vec3, boolean][] }
  >();
  const meet = (at: Vec3, faces: readonly FaceOf[]): void => {
    const key = cornerKey(at, size);
    const corner = corners.get(key) ?? { at, faces: new Set() };
    corners.set(key, corner);
    for (const f of faces) corner.faces.add(f);
  };
  s.edges.forEach((e, i) => {
    const faces = onEdge[i] as FaceOf[];
    if (e.kind === 'line') for (const end of e.ends) meet(end, faces);
    if (e.kind === 'meeting') for (const end of [e.through[0], e.through.at(-1)] as Vec3[]) meet(end, faces);
    if (e.kind !== 'ellipse') return;
    const { c, u, v, from, to } = e;
    const at = (t: number): Vec3 => along(along(c, u, Math.cos(t)), v, Math.sin(t));
    const whole = to - from >= TAU - 1e-9;
    if (!whole) for (const t of [from, to]) meet(at(t), faces);
    const r = length(u);
    if (Math.abs(length(v) - r) > size * ONE_CORNER) return;
    const key = `${cornerKey(c, size)} ${Math.round(r / (size * ONE_CORNER))}`;
    const circle = circles.get(key) ?? { c, r, faces: new Set(), sides: [] };
    circles.set(key, circle);
    for (const f of faces) circle.faces.add(f);
    if (circle.sides.length) return;
    for (const k of [0, 1, 2] as const) {
      const d = worldAxis(m, k);
      if (Math.abs(dot(d, cross(u, v))) > EDGE_ON * r * r) continue;
      for (const sign of [1, -1]) {
        const t = Math.atan2(sign * dot(d, v), sign * dot(d, u));
        circle.sides.push([along(c, d, sign * r), whole || wrapAngle(t - from) <= to - from + EDGE_ON]);
      }
    }
  });
  const looksOf = (faces: ReadonlySet<FaceOf>): Pick<LocalPlace, 'roles' | 'looks'> => ({
    roles: [...faces].map((f) => f.name),
    looks: [...faces].flatMap((f): Look[] =>
      f.surface.kind === 'plane' ? [{ role: f.name, n: f.surface.n, flat: true }] : [],
    ),
  });
  return [
    ...[...corners.values()].map((c): LocalPlace => ({ kind: 'corner', at: c.at, ...looksOf(c.faces) })),
    ...[...circles.values()].flatMap(({ c, r, faces, sides }): LocalPlace[] => [
      { kind: 'centre', at: c, radius: r, ...looksOf(faces) },
      ...sides.map(
        ([at, on]): LocalPlace => ({
          kind: 'side',
          at,
          ...looksOf(faces),
          ...(!on && { off: true as const }),
        }),
      ),
    ]),
  ];
};

/**
 * The points that the sizes of a solid fix, in an order that does not hang on the sizes.
 * @param solid in its local frame; an end that runs "through" has none
 * @param turn how the solid is turned in the world, for the sides of its rounds; its origin does not count
 */
export const localPlaces = (solid: LocalSolid, turn: Rigid): LocalPlace[] => {
  switch (solid.kind) {
    case 'sweep':
      return placesOfSweep(solid, turn);
    case 'turned':
      return placesOfTurned(solid, turn);
    case 'trimmed':
      return placesOfTrimmed(solid, turn);
    case 'convex':
      return solid.planes.flatMap(({ corners, role, n }) => [
        ...corners.map((at): LocalPlace => {
          // the planes that meet in a corner hold the same point
          const met = solid.planes.filter((x) => x.corners.some((c) => c.every((v, k) => v === at[k])));
          return {
            kind: 'corner',
            at,
            roles: met.map((x) => x.role),
            looks: met.map((x) => ({ role: x.role, n: x.n, flat: true })),
          };
        }),
        // the middle of a regular end lies on the axis
        ...(role === 'bottom' || role === 'top'
          ? [
              {
                kind: 'centre',
                at: [0, 0, corners[0]?.[2] ?? 0],
                roles: [role],
                looks: [{ role, n, flat: true }],
              } as const,
            ]
          : []),
      ]);
  }
};
