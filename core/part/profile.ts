import { along2, cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { says } from '../number/faultWords.ts';
import { arcSegments, circleLoop, type LoopSegment, loopArea } from '../solid/loop.ts';
import { crossingOf } from './loopCrossing.ts';
import type { ProfileFile } from './profileSchema.ts';
import type { Quantity } from './quantity.ts';
import type { SizeReader } from './sizeReading.ts';

type Path = readonly (string | number)[];

type Corner = { at: Vec2; arcAfter?: { c: Vec2; ccw: boolean }; role: string };

const pointReader =
  (read: SizeReader) =>
  (p: readonly [Quantity, Quantity], path: Path): Vec2 => [
    read.length(p[0], [...path, 0]),
    read.length(p[1], [...path, 1]),
  ];

/** The corners of a profile, each with the step that leaves it. */
const cornersOf = (
  profile: Exclude<ProfileFile, { circle: Quantity }>,
  read: SizeReader,
  path: Path,
): Corner[] => {
  const point = pointReader(read);
  if ('rectangle' in profile) {
    const w = read.size(profile.rectangle[0], [...path, 'rectangle', 0]) / 2;
    const h = read.size(profile.rectangle[1], [...path, 'rectangle', 1]) / 2;
    const at: Vec2[] = [
      [-w, -h],
      [w, -h],
      [w, h],
      [-w, h],
    ];
    return at.map((p, i) => ({ at: p, role: `side ${i + 1}` }));
  }
  if ('polygon' in profile) {
    const corners = profile.polygon.map((p, i) => ({
      at: point(p, [...path, 'polygon', i]),
      role: `side ${i + 1}`,
    }));
    const last = corners.at(-1) as Corner;
    if (corners.length > 3 && distance2(last.at, (corners[0] as Corner).at) === 0) corners.pop();
    return corners;
  }
  const start = point(profile.start, [...path, 'start']);
  const corners: Corner[] = [];
  let here = start;
  profile.path.forEach((step, i) => {
    const at = [...path, 'path', i];
    const to = point(step.to, [...at, 'to']);
    if (!step.centre) {
      if (step.turn) read.refuse([...at, 'turn'], says('step.turn-of-straight'));
      if (distance2(here, to) === 0) read.refuse(at, says('step.no-length'));
      corners.push({ at: here, role: `side ${i + 1}` });
    } else {
      const c = point(step.centre, [...at, 'centre']);
      if (!step.turn) read.refuse(at, says('arc.no-turn'));
      const [ra, rb] = [distance2(here, c), distance2(to, c)];
      if (ra === 0 || Math.abs(ra - rb) > 1e-6 * Math.max(ra, rb))
        read.refuse([...at, 'centre'], says('arc.radii', { start: ra, end: rb }));
      corners.push({ at: here, arcAfter: { c, ccw: step.turn === 'ccw' }, role: `side ${i + 1}` });
    }
    here = to;
  });
  if (distance2(here, start) > 0) corners.push({ at: here, role: 'closing side' });
  return corners;
};

/** Rounds every corner between two straight lines by a tangent arc of radius r. */
const rounded = (corners: Corner[], r: number, read: SizeReader, path: Path): LoopSegment[] => {
  const n = corners.length;
  const cutBack = corners.map((corner, i) => {
    const before = corners[(i + n - 1) % n] as Corner;
    const after = corners[(i + 1) % n] as Corner;
    if (before.arcAfter || corner.arcAfter || n < 3) return 0;
    const u = sub2(before.at, corner.at);
    const v = sub2(after.at, corner.at);
    const turn = Math.PI - Math.atan2(Math.abs(cross2(u, v)), dot2(u, v));
    return Math.abs(turn) < 1e-9 ? 0 : r * Math.tan(turn / 2);
  });
  const segments: LoopSegment[] = [];
  corners.forEach((corner, i) => {
    const next = corners[(i + 1) % n] as Corner;
    if (corner.arcAfter) {
      segments.push(...arcSegments(corner.at, next.at, corner.arcAfter.c, corner.arcAfter.ccw, corner.role));
      return;
    }
    const size = distance2(corner.at, next.at);
    const u = along2([0, 0], sub2(next.at, corner.at), 1 / size);
    const [back0, back1] = [cutBack[i] as number, cutBack[(i + 1) % n] as number];
    if (back0 + back1 > size * (1 + 1e-9))
      read.refuse(
        [...path, 'round'],
        says('rounding.large', {
          rounding: r,
          side: corner.role,
          length: size,
          most: ((r * size) / (back0 + back1)).toFixed(3),
        }),
      );
    const from = along2(corner.at, u, back0);
    const to = along2(next.at, u, -back1);
    if (distance2(from, to) > 1e-9 * size) segments.push({ a: from, b: to, role: corner.role });
    if (back1 > 0) {
      const afterNext = corners[(i + 2) % n] as Corner;
      const w = sub2(afterNext.at, next.at);
      const end = along2(next.at, w, back1 / Math.hypot(w[0], w[1]));
      const ccw = cross2(u, w) > 0;
      const inward: Vec2 = ccw ? [-u[1], u[0]] : [u[1], -u[0]];
      segments.push(...arcSegments(to, end, along2(to, inward, r), ccw, `round ${((i + 1) % n) + 1}`));
    }
  });
  return segments;
};

/** Every segment ends at the very number the next begins with: the inside test counts on it to the last bit. */
const watertight = (loop: LoopSegment[]): LoopSegment[] =>
  loop.map((s, i) => ({ ...s, b: (loop[(i + 1) % loop.length] as LoopSegment).a }));

/**
 * Works a profile out to a closed loop in its own plane.
 * @throws Refusal where figures are bad, radii disagree, the rounding is too large or the loop crosses itself
 */
export const profileLoop = (profile: ProfileFile, read: SizeReader, path: Path): LoopSegment[] => {
  if ('circle' in profile)
    return circleLoop([0, 0], read.size(profile.circle, [...path, 'circle']) / 2, 'side 1');
  const corners = cornersOf(profile, read, path);
  const r = profile.round === undefined ? 0 : read.length(profile.round, [...path, 'round']);
  if (r < 0) read.refuse([...path, 'round'], says('rounding.negative'));
  corners.forEach((corner, i) => {
    const next = corners[(i + 1) % corners.length] as Corner;
    if (!corner.arcAfter && distance2(corner.at, next.at) === 0)
      read.refuse(path, says('profile.corner-twice', { corner: i + 1 }));
  });
  const loop = watertight(rounded(corners, r, read, path));
  const crossing = crossingOf(loop);
  if (crossing) {
    const [p, first, second] = crossing;
    read.refuse(
      path,
      says('profile.crosses', { place: p.map((x) => Number(x.toFixed(3))).join(', '), first, second }),
    );
  }
  const area = loopArea(loop);
  const spread = loop.reduce((m, s) => Math.max(m, distance2(s.a, (loop[0] as LoopSegment).a)), 0);
  if (Math.abs(area) <= 1e-12 * spread * spread) read.refuse(path, says('profile.flat'));
  return loop;
};
