import { type Ellipse3, isClosed } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import type { Rigid } from '../geometry/rigid.ts';
import {
  along,
  cross,
  cross2,
  distance,
  dot,
  length,
  scale,
  sub2,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import type { LocalSolid, Sweep, Turned } from '../solid/cell.ts';
import type { LoopSegment } from '../solid/loop.ts';
import { preparedSolid } from '../trimmed/preparedSolid.ts';
import type { TrimmedFace } from '../trimmed/trimmedFace.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';

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

/** Of a solid that is given by its faces: the ends of its edges, and the centres and sides of its circles. */
const placesOfTrimmed = (s: TrimmedSolid, m: Rigid): LocalPlace[] => {
  const { faces, size } = preparedSolid(s);
  const flatLook = (f: TrimmedFace): Look[] =>
    f.surface.kind === 'plane' ? [{ role: f.name, n: f.surface.n, flat: true }] : [];
  const corners: { at: Vec3; faces: Set<TrimmedFace> }[] = [];
  const corner = (at: Vec3, f: TrimmedFace): void => {
    const known = corners.find((c) => distance(c.at, at) <= size * ONE_CORNER);
    if (known) known.faces.add(f);
    else corners.push({ at, faces: new Set([f]) });
  };
  const circles: { curve: Ellipse3; at: Vec3; r: number; faces: Set<TrimmedFace>; sides: LocalPlace[] }[] =
    [];
  for (const f of faces)
    for (const b of f.boundary) {
      const whole = b.to - b.from >= TAU - 1e-9;
      if (!(whole && isClosed(b.curve))) for (const end of b.ends) corner(end, f);
      if (b.curve.type !== 'ellipse') continue;
      const { c, u, v } = b.curve;
      const r = length(u);
      if (Math.abs(length(v) - r) > size * ONE_CORNER) continue;
      const known = circles.find(
        (x) => distance(x.at, c) <= size * ONE_CORNER && Math.abs(x.r - r) <= size * ONE_CORNER,
      );
      if (known) {
        known.faces.add(f);
        continue;
      }
      const sides = ([0, 1, 2] as const).flatMap((k): LocalPlace[] => {
        const e = worldAxis(m, k);
        if (Math.abs(dot(e, cross(u, v))) > EDGE_ON * r * r) return [];
        return [1, -1].flatMap((sign): LocalPlace[] => {
          const d = scale(e, sign);
          const t = Math.atan2(dot(d, v), dot(d, u));
          const on = whole || wrapAngle(t - b.from) <= b.to - b.from + EDGE_ON;
          return [
            {
              kind: 'side',
              at: along(c, d, r),
              roles: [f.name],
              looks: [],
              ...(!on && { off: true as const }),
            },
          ];
        });
      });
      circles.push({ curve: b.curve, at: c, r, faces: new Set([f]), sides });
    }
  return [
    ...corners.map(
      (c): LocalPlace => ({
        kind: 'corner',
        at: c.at,
        roles: [...c.faces].map((f) => f.name),
        looks: [...c.faces].flatMap(flatLook),
      }),
    ),
    ...circles.flatMap(({ at, r, faces: of, sides }): LocalPlace[] => {
      const roles = [...of].map((f) => f.name);
      const looks = [...of].flatMap(flatLook);
      return [
        { kind: 'centre', at, roles, looks, radius: r },
        ...sides.map((p): LocalPlace => ({ ...p, roles, looks })),
      ];
    }),
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
