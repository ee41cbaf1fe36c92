import { curveByEye } from '../core/geometry/curveByEye.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import {
  type Board,
  emptyBoard,
  type Finished,
  type LightCircle,
  type LightLine,
  perform,
} from '../core/replay/perform.ts';
import { planReplay } from '../core/replay/planReplay.ts';
import type { ShortStep, Step } from '../core/replay/step.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import type { Rect } from '../core/sheet/layout/paper.ts';
import { zigzag } from '../core/sheet/views/brokenEnds.ts';

/** What a step puts on the sheet, as paths. Paper mm with y down. */
export type StepInk = {
  /** light lines and circles */
  readonly light: string;
  readonly visible: string;
  readonly hidden: string;
  readonly marks: readonly Vec2[];
};

/** A step as the desk shows it: its words, and what it puts on the sheet. */
export type ReplayStep = Omit<Step, 'deeds' | 'from'> & StepInk;

/** A construction as the desk shows it, with the short form over its steps. */
export type ReplayShown = { readonly steps: readonly ReplayStep[]; readonly short: readonly ShortStep[] };

const mm = (x: number): string => String(Math.round(x * 1000) / 1000 + 0);

/** How far light lines run past the views, mm. */
const PAST = 9;
const roomOf = (sheet: Sheet): Rect => {
  const rooms = [sheet.layout.extent, ...[...sheet.shapes, ...sheet.edgeViews].map((s) => s.room)];
  const x0 = Math.min(...rooms.map((r) => r.x)) - PAST;
  const y0 = Math.min(...rooms.map((r) => r.y)) - PAST;
  const x1 = Math.max(...rooms.map((r) => r.x + r.w)) + PAST;
  const y1 = Math.max(...rooms.map((r) => r.y + r.h)) + PAST;
  return { x: x0, y: y0, w: x1 - x0, h: y1 - y0 };
};

/** The part of an endless line inside a room. */
const clipped = ({ p, d }: LightLine, r: Rect): readonly [Vec2, Vec2] | undefined => {
  let [from, to] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (const [k, low, size] of [
    [0, r.x, r.w],
    [1, r.y, r.h],
  ] as const) {
    if (Math.abs(d[k]) < 1e-12) {
      if (p[k] < low || p[k] > low + size) return undefined;
      continue;
    }
    const [a, b] = [(low - p[k]) / d[k], (low + size - p[k]) / d[k]];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  if (from >= to) return undefined;
  const at = (t: number): Vec2 => [p[0] + t * d[0], p[1] + t * d[1]];
  return [at(from), at(to)];
};

/** A light line runs past the points that are found on it, and past its own where there are none, mm. */
const OVER = 5;
const ALONE = 12;

/** The points that each light line passes through in the whole of a replay: a drafter draws it no longer than that. */
const pointsOnLines = (steps: readonly Drawable[]): Map<string, string[]> => {
  const on = new Map<string, string[]>();
  const add = (line: string, ...points: string[]): void => {
    on.set(line, [...(on.get(line) ?? []), ...points]);
  };
  for (const d of steps.flatMap((s) => s.deeds)) {
    if (d.do === 'join') add(d.line, d.a, d.b);
    else if (d.do === 'cross') {
      add(d.a, d.point);
      add(d.b, d.point);
    } else if (d.do === 'meet') add(d.line, d.point);
    else if (d.do === 'setOff' || d.do === 'carry') add(d.along, d.from, d.point);
    else if (d.do === 'swing') add(d.onto, d.centre, d.point);
    else if ('through' in d && 'line' in d) add(d.line, d.through);
  }
  return on;
};

type Ends = { readonly from?: Vec2; readonly to?: Vec2 };

/** The construction of a sheet as the desk shows it; the arguments are those of the plan. */
export const replayShown = (...of: Parameters<typeof planReplay>): ReplayShown => {
  const { steps, short } = planReplay(...of);
  return { steps: replayPicture(steps, frameOf(of[0])), short };
};

/** The paper that steps are drawn on, mm with y up: how high it is, how far light lines may run, and the boxes of the views. */
export type Frame = { readonly height: number; readonly room: Rect; readonly boxes: readonly Rect[] };

/** The frame of a sheet. */
export const frameOf = (sheet: Sheet): Frame => ({
  height: sheet.paper.height,
  room: roomOf(sheet),
  boxes: sheet.views.map((v) => v.box),
});

/** What a step draws needs of it: its deeds, and for the box of a view that it sets that view out. */
type Drawable = Pick<Step, 'deeds'> & Partial<Pick<Step, 'stage' | 'view'>>;

/** Steps of a planned construction with what each draws. */
export const replayPicture = (steps: readonly Step[], frame: Frame): ReplayStep[] => {
  const ink = stepInk(steps, frame);
  return steps.map(({ deeds: _deeds, from: _from, ...words }, i) => ({
    ...words,
    ...(ink[i] as StepInk),
  }));
};

/** Half of a light arc about the place where it crosses another one, radians. */
const CROSSING = 0.14;

/** The circles that only cross others: of these a drafter draws short arcs where they cross, by the names of those places. */
const crossingsOnly = (steps: readonly Drawable[]): ReadonlyMap<string, readonly string[]> => {
  const deeds = steps.flatMap((s) => s.deeds);
  const crossed = new Map<string, string[]>();
  for (const d of deeds)
    if (d.do === 'pair')
      for (const circle of [d.a, d.b]) crossed.set(circle, [...(crossed.get(circle) ?? []), d.point]);
  for (const d of deeds) if (d.do === 'meet' || d.do === 'step' || d.do === 'arc') crossed.delete(d.circle);
  return crossed;
};

/** What each step puts on the board that is drawn by those before it. */
export const stepInk = (steps: readonly Drawable[], { height, room, boxes }: Frame): StepInk[] => {
  const board: Board = emptyBoard();
  const onLines = pointsOnLines(steps);
  const whole = emptyBoard();
  for (const d of steps.flatMap((s) => s.deeds)) perform(whole, d);
  const crossings = crossingsOnly(steps);
  const arcAbout = ({ c, r }: LightCircle, p: Vec2): Ends => {
    const angle = Math.atan2(p[1] - c[1], p[0] - c[0]);
    const at = (q: number): Vec2 => [c[0] + r * Math.cos(q), c[1] + r * Math.sin(q)];
    return { from: at(angle - CROSSING), to: at(angle + CROSSING) };
  };
  /** A light line as long as the work needs it; what sets the views out goes along its box, and lines between views all the way. */
  const drawnLine = (name: string, step: Drawable): readonly [Vec2, Vec2] | undefined => {
    const l = whole.lines.get(name) as LightLine;
    const along = (p: Vec2): number => (p[0] - l.p[0]) * l.d[0] + (p[1] - l.p[1]) * l.d[1];
    const at = (t: number): Vec2 => [l.p[0] + t * l.d[0], l.p[1] + t * l.d[1]];
    const ts = (onLines.get(name) ?? []).map((n) => along(whole.points.get(n) as Vec2));
    // the mitre line belongs to no view and begins at its corner
    if (step.stage === 'setting out' && step.view) {
      const k = Math.abs(l.d[0]) > 0.5 ? 1 : 0;
      const own = boxes.filter((b) =>
        (k === 0 ? [b.x, b.x + b.w] : [b.y, b.y + b.h]).some((x) => Math.abs(x - l.p[k]) < 1e-6),
      );
      if (!own.length) return clipped(l, room);
      for (const b of own) ts.push(along([b.x, b.y]), along([b.x + b.w, b.y + b.h]));
    }
    const [low, high] = [Math.min(...ts), Math.max(...ts)];
    const past = high - low < 1e-6 ? ALONE : OVER;
    return [at(low - past), at(high + past)];
  };
  const at = (p: Vec2): string => `${mm(p[0])} ${mm(height - p[1])}`;
  const circlePath = ({ c, r }: LightCircle, ends: Ends = {}): string => {
    if (ends.from && ends.to) {
      const angle = (p: Vec2): number => Math.atan2(p[1] - c[1], p[0] - c[0]);
      const sweep = (angle(ends.to) - angle(ends.from) + 2 * Math.PI) % (2 * Math.PI);
      // counter-clockwise on the paper is against the sense of the screen's y
      return `M${at(ends.from)}A${mm(r)} ${mm(r)} 0 ${sweep > Math.PI ? 1 : 0} 0 ${at(ends.to)}`;
    }
    return `M${at([c[0] - r, c[1]])}A${mm(r)} ${mm(r)} 0 1 0 ${at([c[0] + r, c[1]])}A${mm(r)} ${mm(r)} 0 1 0 ${at([c[0] - r, c[1]])}`;
  };
  const curvePath = (points: readonly Vec2[], closed: boolean): string =>
    curveByEye(points, closed).reduce(
      (d, { c1, c2, to }) => `${d}C${at(c1)} ${at(c2)} ${at(to)}`,
      `M${at(points[0] as Vec2)}`,
    );
  const finishedPath = (f: Finished): string => {
    if (f.kind === 'straight') return `M${at(f.from)}L${at(f.to)}`;
    if (f.kind === 'break') return `M${zigzag(f.from, f.to).map(at).join('L')}`;
    return f.kind === 'arc' ? circlePath(f.circle, f) : curvePath(f.through, f.closed);
  };
  return steps.map((step) => {
    let light = '';
    const marks: Vec2[] = [];
    const before = board.finished.length;
    for (const d of step.deeds) {
      perform(board, d);
      if ('line' in d && d.do !== 'meet') {
        const run = drawnLine(d.line, step);
        if (run) light += `M${at(run[0])}L${at(run[1])}`;
      } else if (d.do === 'circle') {
        const circle = board.circles.get(d.circle) as LightCircle;
        const places = crossings.get(d.circle);
        light += places
          ? places.map((n) => circlePath(circle, arcAbout(circle, whole.points.get(n) as Vec2))).join('')
          : circlePath(circle);
      } else if ('point' in d) {
        const p = board.points.get(d.point) as Vec2;
        marks.push([p[0], height - p[1]]);
        if (d.do === 'swing') {
          const c = board.points.get(d.centre) as Vec2;
          const from = board.points.get(d.from) as Vec2;
          const left = (from[0] - c[0]) * (p[1] - c[1]) - (from[1] - c[1]) * (p[0] - c[0]) > 0;
          const r = Math.hypot(from[0] - c[0], from[1] - c[1]);
          light += circlePath({ c, r }, left ? { from, to: p } : { from: p, to: from });
        }
      }
    }
    const drawn = board.finished.slice(before);
    const path = (seen: boolean): string =>
      drawn
        .filter((f) => f.seen === seen)
        .map(finishedPath)
        .join('');
    return { light, visible: path(true), hidden: path(false), marks };
  });
};
