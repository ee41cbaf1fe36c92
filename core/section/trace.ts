import { EDGE_ON } from '../geometry/nearness.ts';
import { type Plane, plane } from '../geometry/surface.ts';
import {
  along,
  along2,
  cross,
  cross2,
  dot,
  dot2,
  scale,
  sub2,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewFrame } from '../geometry/viewFrames.ts';
import { cosDegrees, sinDegrees } from '../number/angle.ts';
import { attempt, type Fault, Refusal, type Result } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import type { Quantity } from '../part/quantity.ts';
import { AUXILIARY, type PartFile, readBySchema, type TraceFile, traceSchema } from '../part/schema.ts';
import type { SizeReader } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';
import { flatten } from '../view/project.ts';
import type { HalfSpace } from '../view/scene.ts';
import { edgeFrame, squareToPoints } from './planeOfPoints.ts';

/**
 * One flat piece of a cut. (s, t) are the true shape's own axes: s runs along the trace, on through all its legs, t is the
 * coordinate that the trace's view does not show. `kept` holds the plane; its normal is the direction of sight.
 */
export type Leg = {
  /** the leg's first point and direction in the trace's view (u, v) */
  readonly start: Vec2;
  readonly direction: Vec2;
  readonly angle: number;
  /** its last point as stated; none where the trace is stated by a place and an angle */
  readonly end: Vec2 | undefined;
  /** the direction of sight in that view, square to the leg */
  readonly sight: Vec2;
  readonly kept: HalfSpace;
  /** where s would be nought if the leg ran back that far */
  readonly origin: Vec3;
  readonly sAxis: Vec3;
  readonly tAxis: Vec3;
  /** the stretch of s in which this leg cuts; endless where it runs on */
  readonly from: number;
  readonly to: number;
};

/** A cut worked out from its trace: its first leg, which rules the view square to it, and all its legs in order. */
export type CuttingPlane = Leg & {
  readonly name: string;
  readonly seenIn: TraceFile['seenIn'];
  /** the view in which it is an edge */
  readonly frame: ViewFrame;
  /** the three points by which a plane is stated that slopes in all principal views */
  readonly points?: readonly [Vec3, Vec3, Vec3];
  /** a half section: only what lies ahead of the leg's beginning is taken away */
  readonly half: boolean;
  readonly legs: readonly Leg[];
  readonly whole: readonly string[];
  readonly cut: readonly string[];
};

/** True for one endless plane: nothing but a side of it is taken away. */
export const isFlat = (c: CuttingPlane): boolean => c.legs.length === 1 && !c.half;

const LOOKS: Record<TraceFile['look'], Vec2> = { up: [0, 1], down: [0, -1], left: [-1, 0], right: [1, 0] };

/** The direction that a view does not show: of a principal view a world axis in its positive sense, else the one towards its observer. */
const depthAxis = (f: ViewFrame): Vec3 => {
  const axis = f.toward.map((x) => Math.abs(x)) as unknown as Vec3;
  return axis.some((x) => x > 1 - EDGE_ON) ? axis : f.toward;
};

/** Reads unknown data as one trace or a list of them. */
export const readTraces = (data: unknown): Result<TraceFile[]> => {
  const list = Array.isArray(data) ? data : [data];
  const traces: TraceFile[] = [];
  for (const item of list) {
    const read = readBySchema(traceSchema, item);
    if (!read.ok) return read;
    traces.push(read.value);
  }
  return { ok: true, value: traces };
};

type Refuse = (key: string, said: Said) => never;

/** A figure of a trace; one that cannot be read names the cut. */
const figureOf = (q: Quantity, key: string, read: SizeReader, where: string): number => {
  try {
    return read.length(q, [key]);
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal({ ...error.fault, where: `${where}, ${key}` } as Fault);
    throw error;
  }
};

/** How a trace is stated in the view where it is an edge: its points, and the way to look there. */
type InView = {
  readonly frame: ViewFrame;
  readonly points: readonly Vec2[];
  readonly look: Vec2;
  /** of a plane of three points, those */
  readonly stated?: readonly [Vec3, Vec3, Vec3];
};

/** The directions of sight in space, of a plane that is an edge in no principal view. */
const SIGHTS: Record<TraceFile['look'], Vec3> = {
  up: [0, 0, 1],
  down: [0, 0, -1],
  left: [-1, 0, 0],
  right: [1, 0, 0],
};

/** A plane of three points in its auxiliary view. */
const obliqueTrace = (trace: TraceFile, read: SizeReader, where: string, refuse: Refuse): InView => {
  const { corners, through, at, half, look } = trace;
  if (!corners) return refuse('corners', says('trace.no-corners'));
  if (through || at || half) refuse('corners', says('trace.corners-and-more'));
  const places = corners.map((p) => p.map((q) => figureOf(q, 'corners', read, where)) as unknown as Vec3);
  const [a, b, c] = places as [Vec3, Vec3, Vec3];
  const n = squareToPoints([a, b, c]);
  if (!n) return refuse('corners', says('trace.corners-in-line'));
  const frame = edgeFrame(n);
  if (!frame) return refuse('corners', says('trace.corners-level'));
  const start = flatten(frame, a);
  const [x, y] = flatten(frame, n);
  return {
    frame,
    points: [start, [start[0] - y, start[1] + x]],
    look: flatten(frame, SIGHTS[look]),
    stated: [a, b, c],
  };
};

/** The points of a trace; a flat one given by place and angle gets a second point a unit further on. */
const tracePoints = (trace: TraceFile, read: SizeReader, where: string, refuse: Refuse): Vec2[] => {
  if (trace.corners) refuse('corners', says('trace.corners-and-more'));
  const point = (p: readonly [Quantity, Quantity], key: string): Vec2 => [
    figureOf(p[0], key, read, where),
    figureOf(p[1], key, read, where),
  ];
  if (trace.through) {
    if (trace.at || trace.angle !== undefined) refuse('at', says('trace.two-ways'));
    return trace.through.map((p) => point(p, 'through'));
  }
  if (!trace.at || trace.angle === undefined) return refuse('through', says('trace.missing'));
  const angle = read.angle(trace.angle, ['angle']);
  const start = point(trace.at, 'at');
  return [start, [start[0] + cosDegrees(angle), start[1] + sinDegrees(angle)]];
};

const traceInView = (trace: TraceFile, read: SizeReader, where: string, refuse: Refuse): InView =>
  trace.seenIn === AUXILIARY
    ? obliqueTrace(trace, read, where, refuse)
    : {
        frame: VIEW_FRAMES[trace.seenIn],
        points: tracePoints(trace, read, where, refuse),
        look: LOOKS[trace.look],
      };

type Line = { readonly start: Vec2; readonly direction: Vec2; readonly size: number };

/** The legs as stretches of lines, refused where they do not make a trace that parts the view in two. */
const linesOf = (points: readonly Vec2[], refuse: Refuse): Line[] => {
  const lines = points.slice(1).map((b, i): Line => {
    const a = points[i] as Vec2;
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (size === 0)
      refuse('through', says('trace.same-points', { first: i + 1, second: i + 2, count: points.length }));
    return { start: a, direction: [(b[0] - a[0]) / size, (b[1] - a[1]) / size], size };
  });
  const last = lines.length - 1;
  lines.forEach((a, i) => {
    for (let j = i + 1; j <= last; j++) {
      const b = lines[j] as Line;
      const k = cross2(a.direction, b.direction);
      if (Math.abs(k) < 1e-12) {
        if (j === i + 1 && dot2(a.direction, b.direction) < 0)
          refuse('through', says('trace.turns-back', { point: j + 1 }));
        continue;
      }
      if (j === i + 1) continue;
      const gap = sub2(b.start, a.start);
      const x = cross2(gap, b.direction) / k;
      const y = cross2(gap, a.direction) / k;
      const onA = (x >= 0 || i === 0) && x <= a.size;
      const onB = y >= 0 && (y <= b.size || j === last);
      if (onA && onB) refuse('through', says('trace.crosses', { first: i + 1, second: j + 1 }));
    }
  });
  const [first, end] = [lines[0] as Line, lines[last] as Line];
  const k = cross2(first.direction, end.direction);
  if (lines.length === 2 && Math.abs(k) < 1e-12 && dot2(first.direction, end.direction) < 0)
    refuse('through', says('trace.turns-back-at-2'));
  return lines;
};

/**
 * Works a trace out over the part's named sizes.
 * @returns the cut, its legs in order; or a fault for bad figures and for a trace that crosses itself
 */
export const cuttingPlane = (trace: TraceFile, file: PartFile): Result<CuttingPlane> =>
  attempt(() => {
    const read = sizeReader(file);
    const where = `cut "${trace.name}"`;
    const refuse: Refuse = (key, said) => {
      throw new Refusal({ path: [key], where: `${where}, ${key}`, ...said });
    };
    const { frame: f, points, look, stated } = traceInView(trace, read, where, refuse);
    const half = trace.half === true;
    if (half && points.length > 2) refuse('half', says('trace.half-bent'));
    const lines = linesOf(points, refuse);
    const facings = lines.map(({ direction: d }) => -d[1] * look[0] + d[0] * look[1]);
    const ruling = facings.find((x) => Math.abs(x) >= 1e-9);
    if (ruling === undefined) return refuse('look', says('trace.look', { look: trace.look }));
    const inSpace = (v: Vec2): Vec3 => along(scale(f.u, v[0]), f.v, v[1]);
    const tAxis = depthAxis(f);
    let run = 0;
    const legs = lines.map(({ start, direction: d, size }, i): Leg => {
      const sight: Vec2 = ruling > 0 ? [-d[1], d[0]] : [d[1], -d[0]];
      const n = inSpace(sight);
      const corner = inSpace(start);
      const begins = run;
      run += size;
      return {
        start,
        direction: d,
        angle: (Math.atan2(d[1], d[0]) * 180) / Math.PI,
        end: trace.through && (points[i + 1] as Vec2),
        sight,
        kept: { n, d: dot(n, corner) },
        origin: along(corner, inSpace(d), -begins),
        sAxis: inSpace(d),
        tAxis,
        from: i === 0 ? Number.NEGATIVE_INFINITY : begins,
        to: i === lines.length - 1 ? Number.POSITIVE_INFINITY : run,
      };
    });
    let first = legs[0] as Leg;
    // the half begins at `at`, or at the second of two points
    if (half) first = { ...first, from: trace.through ? run : 0 };
    return {
      ...first,
      name: trace.name,
      seenIn: trace.seenIn,
      frame: f,
      ...(stated && { points: stated }),
      half,
      legs: [first, ...legs.slice(1)],
      whole: trace.whole ?? [],
      cut: trace.cut ?? [],
    };
  });

/**
 * One leg of a cut taken by itself, as for a true shape of that leg alone: s runs as in the whole cut, and `start` is where s would be
 * nought. The list of legs stays, for stretches of a rim name theirs by its place there.
 */
export const legAlone = (c: CuttingPlane, leg: Leg): CuttingPlane => ({
  ...c,
  ...leg,
  start: along2(leg.start, leg.direction, Number.isFinite(leg.from) ? -leg.from : 0),
});

/** Whether two legs lie in planes that face the same way, as those of an offset cut do. */
export const sameFacing = (a: Leg, b: Leg): boolean => dot(a.kept.n, b.kept.n) > 1 - EDGE_ON;

/** A leg's plane as a surface. */
export const cutterOf = (c: Leg): Plane => plane(c.kept.n, c.kept.d);

/** True-shape coordinates of a point of the leg's plane. */
export const shapePoint = (c: Leg, p: Vec3): Vec2 => [
  dot([p[0] - c.origin[0], p[1] - c.origin[1], p[2] - c.origin[2]], c.sAxis),
  dot(p, c.tAxis),
];

/**
 * The frame of the view square to the cut, for an observer on the side that is taken away: never mirrored. It is the view
 * along the direction to that observer, turned so that u is horizontal.
 */
export const observerDirection = (c: Leg): Vec3 => scale(c.kept.n, -1);

/** +1 where (s, t) is right-handed for the observer, -1 where the observer sees s run to the left. */
export const handedness = (c: Leg): 1 | -1 =>
  dot(cross(c.sAxis, c.tAxis), observerDirection(c)) > 0 ? 1 : -1;

/** A leg's own frame for the observer: s to the right or left, as it runs for him, and t upright. */
export const legFrame = (c: Leg): ViewFrame => {
  const h = handedness(c);
  return {
    u: c.sAxis,
    v: [c.tAxis[0] * h, c.tAxis[1] * h, c.tAxis[2] * h],
    toward: [-c.kept.n[0], -c.kept.n[1], -c.kept.n[2]],
  };
};
