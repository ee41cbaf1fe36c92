import { cosDegrees, sinDegrees } from '../geometry/angle.ts';
import { type Plane, plane } from '../geometry/surface.ts';
import { along, cross, dot, scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { attempt, type Fault, Refusal, type Result } from '../number/fault.ts';
import {
  type PartFile,
  type Quantity,
  readBySchema,
  type TraceFile,
  traceSchema,
  type ViewName,
} from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { VIEW_FRAMES, type ViewFrame } from '../view/frames.ts';
import type { HalfSpace } from '../view/scene.ts';

/**
 * A flat cutting plane, worked out from its trace. (s, t) are the true shape's own axes: s along the trace from its first
 * point, t the coordinate that the trace's view does not show. `kept` holds the plane; its normal is the direction of sight.
 */
export type CuttingPlane = {
  readonly name: string;
  readonly seenIn: ViewName;
  /** the trace's first point and direction in that view's (u, v) */
  readonly start: Vec2;
  readonly direction: Vec2;
  readonly angle: number;
  /** the direction of sight in that view, square to the trace */
  readonly sight: Vec2;
  readonly kept: HalfSpace;
  readonly origin: Vec3;
  readonly sAxis: Vec3;
  readonly tAxis: Vec3;
  readonly whole: readonly string[];
  readonly cut: readonly string[];
};

const LOOKS: Record<TraceFile['look'], Vec2> = { up: [0, 1], down: [0, -1], left: [-1, 0], right: [1, 0] };

/** The world axis that a principal view does not show, in its positive sense. */
const depthAxis = (f: ViewFrame): Vec3 => f.toward.map((x) => Math.abs(x)) as unknown as Vec3;

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

/**
 * Works a trace out over the part's named sizes.
 * @returns the plane; or a fault for bad figures, and by name for bent, stepped and half cuts (not built yet)
 */
export const cuttingPlane = (trace: TraceFile, file: PartFile): Result<CuttingPlane> =>
  attempt(() => {
    const read = sizeReader(file);
    const where = `cut "${trace.name}"`;
    const fail = (key: string, what: string, mend: string): never => {
      throw new Refusal({ path: [key], where: `${where}, ${key}`, what, mend });
    };
    const point = (p: readonly [Quantity, Quantity], key: string): Vec2 => {
      try {
        return [read.length(p[0], [key]), read.length(p[1], [key])];
      } catch (error) {
        if (error instanceof Refusal)
          throw new Refusal({ ...error.fault, where: `${where}, ${key}` } as Fault);
        throw error;
      }
    };
    if (trace.half) fail('half', 'A half section is not built yet.', 'Take "half" away for a full section.');
    if (trace.through && trace.through.length > 2)
      fail('through', 'A bent or stepped cut is not built yet.', 'Give two points for a flat one.');
    let start: Vec2;
    let angle: number;
    let direction: Vec2;
    if (trace.through) {
      if (trace.at || trace.angle !== undefined)
        fail('at', 'Both "through" and "at" with "angle" are given.', 'Give one of the two.');
      const [a, b] = trace.through.map((p) => point(p, 'through')) as [Vec2, Vec2];
      const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
      if (size === 0) fail('through', 'The two points are one.', 'Give two points apart.');
      start = a;
      direction = [(b[0] - a[0]) / size, (b[1] - a[1]) / size];
      angle = (Math.atan2(direction[1], direction[0]) * 180) / Math.PI;
    } else {
      if (!trace.at || trace.angle === undefined)
        return fail(
          'through',
          'The place of the cut is missing.',
          'Give "through" two points, or "at" with "angle".',
        );
      start = point(trace.at, 'at');
      angle = read.angle(trace.angle, ['angle']);
      direction = [cosDegrees(angle), sinDegrees(angle)];
    }
    const look = LOOKS[trace.look];
    const left: Vec2 = [-direction[1], direction[0]];
    const facing = left[0] * look[0] + left[1] * look[1];
    if (Math.abs(facing) < 1e-9)
      fail(
        'look',
        `One cannot look ${trace.look} along the cut itself.`,
        'Choose one of the two other directions.',
      );
    const sight: Vec2 = facing > 0 ? left : [direction[1], -direction[0]];
    const f = VIEW_FRAMES[trace.seenIn];
    const inSpace = (v: Vec2): Vec3 => along(scale(f.u, v[0]), f.v, v[1]);
    const n = inSpace(sight);
    const origin = inSpace(start);
    return {
      name: trace.name,
      seenIn: trace.seenIn,
      start,
      direction,
      angle,
      sight,
      kept: { n, d: dot(n, origin) },
      origin,
      sAxis: inSpace(direction),
      tAxis: depthAxis(f),
      whole: trace.whole ?? [],
      cut: trace.cut ?? [],
    };
  });

/** The cutting plane as a surface. */
export const cutterOf = (c: CuttingPlane): Plane => plane(c.kept.n, c.kept.d);

/** True-shape coordinates of a point of the cutting plane. */
export const shapePoint = (c: CuttingPlane, p: Vec3): Vec2 => [
  dot([p[0] - c.origin[0], p[1] - c.origin[1], p[2] - c.origin[2]], c.sAxis),
  dot(p, c.tAxis),
];

/**
 * The frame of the view square to the cut, for an observer on the side that is taken away: never mirrored. It is the view
 * along the direction to that observer, turned so that u is horizontal.
 */
export const observerDirection = (c: CuttingPlane): Vec3 => scale(c.kept.n, -1);

/** +1 where (s, t) is right-handed for the observer, -1 where the observer sees s run to the left. */
export const handedness = (c: CuttingPlane): 1 | -1 =>
  dot(cross(c.sAxis, c.tAxis), observerDirection(c)) > 0 ? 1 : -1;
