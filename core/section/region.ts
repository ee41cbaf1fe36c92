import { type Box3, boxCentre, boxCorners, boxDiagonal } from '../geometry/box.ts';
import { along2, dot, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import { type Cell, cell } from '../solid/cell.ts';
import type { LoopSegment } from '../solid/loop.ts';
import type { Operation } from '../solid/partModel.ts';
import { flatten } from '../view/project.ts';
import type { CuttingPlane, Leg } from './trace.ts';

/** How far the parts of a cut reach beyond the part, as a share of its size. */
const BEYOND = 1.5;
/** Steps of the arc that closes a region beyond the part. */
const ARC_STEP = TAU / 12;

/** The trace's view with a circle in it, wide of the part and of the trace's points. */
const surroundings = (c: CuttingPlane, box: Box3) => {
  const f = c.frame;
  const centre = flatten(f, boxCentre(box));
  const reach = [...boxCorners(box).map((p) => flatten(f, p)), ...c.legs.map((l) => l.start)].map((p) =>
    Math.hypot(p[0] - centre[0], p[1] - centre[1]),
  );
  const levels = boxCorners(box).map((p) => dot(p, f.toward));
  const pad = boxDiagonal(box);
  return {
    centre,
    radius: BEYOND * Math.max(pad / 4, ...reach),
    levels: [Math.min(...levels) - pad, Math.max(...levels) + pad] as const,
    place: { x: f.u, y: f.v, z: f.toward, origin: [0, 0, 0] as const },
  };
};

/** Where the ray from p along the unit vector d leaves the circle (p inside it). */
const leaves = (p: Vec2, d: Vec2, centre: Vec2, radius: number): Vec2 => {
  const q = sub2(p, centre);
  const half = dot2(q, d);
  return along2(p, d, -half + Math.sqrt(half * half - dot2(q, q) + radius * radius));
};

/** The name of a leg's face: the first leg takes the cut's own name. */
export const legRole = (name: string, i: number): string => (i === 0 ? name : `${name}.${i + 1}`);

/**
 * What a cut takes away, as a cell: all that lies on the observer's side of its legs, in a half section only ahead of the point
 * where it begins. Its faces are named after the cut: "A", "A.2", ...; those beyond the part are named "beyond".
 * @param box the part's box
 */
export const regionOf = (c: CuttingPlane, box: Box3): Cell => {
  const { centre, radius, levels, place } = surroundings(c, box);
  const [first, last] = [c.legs[0] as Leg, c.legs.at(-1) as Leg];
  const out = (p: Vec2, d: Vec2): Vec2 => leaves(p, d, centre, radius);
  const back = (d: Vec2): Vec2 => [-d[0], -d[1]];
  const end = out(last.start, last.direction);
  const corners = c.half
    ? [out(halfPoint(c), back(c.sight)), halfPoint(c), end]
    : [out(first.start, back(first.direction)), ...c.legs.slice(1).map((l) => l.start), end];
  const roles = c.half ? [legRole(c.name, 1), c.name] : c.legs.map((_, i) => legRole(c.name, i));
  // the observer is on the right of the trace where the sight goes to its left
  const observerRight = first.sight[0] * -first.direction[1] + first.sight[1] * first.direction[0] > 0;
  const start = corners[0] as Vec2;
  const angle = (p: Vec2): number => Math.atan2(p[1] - centre[1], p[0] - centre[0]);
  const sense = observerRight ? -1 : 1;
  const sweep = (((sense * (angle(start) - angle(end))) % TAU) + TAU) % TAU;
  const steps = Math.ceil(sweep / ARC_STEP);
  const arc = Array.from({ length: Math.max(0, steps - 1) }, (_, i): Vec2 => {
    const a = angle(end) + (sense * sweep * (i + 1)) / steps;
    return [centre[0] + radius * Math.cos(a), centre[1] + radius * Math.sin(a)];
  });
  const points = [...corners, ...arc];
  const loop = points.map((a, i): LoopSegment => {
    const b = points[(i + 1) % points.length] as Vec2;
    return { a, b, role: roles[i] ?? 'beyond' };
  });
  return cell(
    { kind: 'sweep', loop, z0: levels[0], z1: levels[1], roles: { low: 'beyond', high: 'beyond' } },
    place,
  );
};

/** Where a half section begins, in its trace's view. */
const halfPoint = (c: CuttingPlane): Vec2 => along2(c.start, c.direction, c.from);

/**
 * The strip of space that one leg of a cut rules, as an operation that keeps only what lies in it. Its end faces lie where the
 * leg begins and ends.
 * @param behind only what lies on the far side of the leg, as its observer sees it
 */
export const stripOf = (c: CuttingPlane, leg: Leg, box: Box3, behind: boolean): Operation => {
  const { centre, radius, levels, place } = surroundings(c, box);
  const first = c.legs[0] as Leg;
  const begins = leg === first ? 0 : leg.from;
  const at = (s: number): Vec2 => along2(leg.start, leg.direction, s - begins);
  const far = 2 * radius;
  const toStart = dot2(sub2(centre, leg.start), leg.direction) + begins;
  const [lo, hi] = [Math.max(leg.from, toStart - far), Math.min(leg.to, toStart + far)];
  const across = (p: Vec2, x: number): Vec2 => along2(p, leg.sight, x);
  const near = behind ? 0 : -far * 2;
  const points = [
    across(at(lo), near),
    across(at(hi), near),
    across(at(hi), far * 2),
    across(at(lo), far * 2),
  ];
  const roles = [behind ? 'leg' : 'beyond', 'end', 'beyond', 'start'];
  const loop = points.map((a, i): LoopSegment => {
    const b = points[(i + 1) % 4] as Vec2;
    return { a, b, role: roles[i] as string };
  });
  const strip = cell(
    { kind: 'sweep', loop, z0: levels[0], z1: levels[1], roles: { low: 'beyond', high: 'beyond' } },
    place,
  );
  return { feature: STRIP, op: 'keep', sectioned: true, cells: [{ cell: strip, copy: '' }] };
};

/** The name under which a strip's faces go. */
export const STRIP = 'strip';
