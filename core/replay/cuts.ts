import { pointOn2 } from '../geometry/curve2.ts';
import { pointOn } from '../geometry/curve3.ts';
import { distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../part/schema.ts';
import type { CutPoint } from '../section/cutPoints.ts';
import type { Section } from '../section/section.ts';
import { isFlat } from '../section/trace.ts';
import { shapePlace } from '../sheet/compose.ts';
import { type PlacedView, placeOfPoint } from '../sheet/placedView.ts';
import { onPaper } from '../sheet/similarity.ts';
import { distanceView } from '../sheet/xyDistance.ts';
import type { Edge } from '../solid/boundary.ts';
import { levelAt, pointAt, uprightAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import { freshName, type Plan, pointThere, take, viewNamed } from './plan.ts';

type Edges = ReadonlyMap<string, Edge>;
const NEAR = 1e-6;

/** A light line over an edge that is straight in the part, in a view where it is not a point. */
const lineOver = (p: Plan, view: ViewName, e: Edge): string | undefined => {
  if (e.curve.type !== 'line') return undefined;
  const known = p.overEdges.get(`${view} ${e.key}`);
  if (known !== undefined) return known;
  const v = viewNamed(p, view);
  const [a, b] = [e.from, e.to].map((t) => placeOfPoint(v, pointOn(e.curve, t))) as [Vec2, Vec2];
  if (distance2(a, b) < 1e-3) return undefined;
  const [from, to] = [pointAt(p, view, a, 'cut'), pointAt(p, view, b, 'cut')];
  const line = freshName(p, 'l');
  take(
    p,
    {
      view,
      stage: 'cut',
      tool: 'straight edge',
      text: `Draw the whole edge light in the ${view} view.`,
      why: 'A cut point lies on its edge: it is found where the edge is met.',
    },
    [{ do: 'join', line, a: from, b: to }],
  );
  p.overEdges.set(`${view} ${e.key}`, line);
  return line;
};

/** The trace as a light line, by the points that state it or its angle. */
const traceLine = (p: Plan, s: Section): string => {
  const { plane } = s;
  const v = viewNamed(p, plane.seenIn);
  const first = onPaper(v.toPaper, plane.start);
  const a = pointAt(p, plane.seenIn, first, 'cut');
  const line = freshName(p, 'l');
  const degrees = Math.round((Math.atan2(plane.direction[1], plane.direction[0]) * 180) / Math.PI);
  const exact =
    Math.abs((Math.atan2(plane.direction[1], plane.direction[0]) * 180) / Math.PI - degrees) < 1e-9;
  if (exact && degrees % 15 === 0)
    take(
      p,
      {
        view: plane.seenIn,
        stage: 'cut',
        tool: 'set square',
        text: `Draw the trace of cut ${plane.name} at ${degrees} degrees in the ${plane.seenIn} view.`,
        why: 'The plane is seen edge-on there.',
      },
      [{ do: 'slant', line, through: a, angle: degrees }],
    );
  else {
    const far = v.box.w + v.box.h;
    const second: Vec2 = [
      first[0] + plane.direction[0] * far * 0.5,
      first[1] + plane.direction[1] * far * 0.5,
    ];
    const b = pointAt(p, plane.seenIn, second, 'cut');
    take(
      p,
      {
        view: plane.seenIn,
        stage: 'cut',
        tool: 'straight edge',
        text: `Draw the trace of cut ${plane.name} through its two points in the ${plane.seenIn} view.`,
        why: 'The plane is seen edge-on there.',
      },
      [{ do: 'join', line, a, b }],
    );
  }
  return line;
};

const rimAt = (p: Plan, view: ViewName, at: Vec2) =>
  p.rims.find((r) => r.view === view && Math.abs(distance2(r.centre, at) - r.r) < NEAR);

/** Marks where a line meets the edge of a cut point in a view; false where the edge gives no crossing there. */
const markOnEdge = (
  p: Plan,
  view: ViewName,
  at: Vec2,
  line: string,
  e: Edge | undefined,
  label: string,
  why: string,
): boolean => {
  const point = freshName(p, 'p');
  const words = {
    view,
    stage: 'cut',
    tool: 'pencil',
    text: `Mark cut point ${label} where the line meets its edge in the ${view} view.`,
    why,
  } as const;
  const rim = rimAt(p, view, at);
  const { p: origin, d } = p.board.lines.get(line) as { p: Vec2; d: Vec2 };
  if (rim) {
    const off = dot2(sub2(at, rim.centre), d);
    if (Math.abs(off) < NEAR) return false;
    take(p, words, [{ do: 'meet', point, line, circle: rim.circle, way: off > 0 ? 1 : -1 }]);
    return true;
  }
  const over = e && lineOver(p, view, e);
  if (over === undefined) return false;
  const own = (p.board.lines.get(over) as { d: Vec2 }).d;
  if (
    Math.abs(d[0] * own[1] - d[1] * own[0]) < 1e-4 ||
    Math.abs((at[0] - origin[0]) * d[1] - (at[1] - origin[1]) * d[0]) > 1e-5
  )
    return false;
  take(p, words, [{ do: 'cross', point, a: line, b: over }]);
  return true;
};

/** Finds a cut point in every view: first on the trace, then along a projector until it meets the edge again. */
const locate = (p: Plan, s: Section, trace: string, c: CutPoint, edges: Edges): void => {
  const e = edges.get(c.edge);
  const home = s.plane.seenIn;
  const place = (v: PlacedView): Vec2 => placeOfPoint(v, c.at);
  const first = place(viewNamed(p, home));
  if (!pointThere(p, first))
    markOnEdge(p, home, first, trace, e, c.label, 'The plane meets the edge where the trace crosses it.');
  pointAt(p, home, first, 'cut');
  for (const v of p.sheet.views) {
    const at = place(v);
    if (v.name === home || pointThere(p, at)) continue;
    // the coordinate that can be projected comes first; the edge gives the other
    const shares = (k: 0 | 1): boolean =>
      (k === 0
        ? (p.upright.at(at[0]) ?? p.xPoints.at(at[0]))
        : (p.level.at(at[1]) ?? p.yPoints.at(at[1]))) !== undefined;
    for (const k of [0, 1] as const) {
      if (pointThere(p, at) || (!shares(k) && !sharesByTurn(home, v.name, k))) continue;
      if (k === 0) uprightAt(p, { view: v.name, at: at[0], stage: 'cut' });
      else levelAt(p, { view: v.name, at: at[1], stage: 'cut' });
      const line = (k === 0 ? p.upright.at(at[0]) : p.level.at(at[1])) as string;
      markOnEdge(p, v.name, at, line, e, c.label, 'Its projector is followed until it meets the edge.');
    }
    pointAt(p, v.name, at, 'cut');
  }
};

/** True where a view takes that coordinate from another round the mitre corner. */
const sharesByTurn = (from: ViewName, to: ViewName, k: 0 | 1): boolean => {
  const level = (v: ViewName): boolean => v === 'top' || v === 'bottom';
  const side = (v: ViewName): boolean => v === 'left' || v === 'right';
  return (level(from) && side(to) && k === 0) || (side(from) && level(to) && k === 1);
};

/** The true shape: projectors square to the trace, distances from XY set off from X1Y1, the points joined. */
const drawShape = (p: Plan, s: Section, trace: string): void => {
  const { plane } = s;
  const shape = p.sheet.shapes.find((x) => x.cut === plane.name);
  const names = p.sheet.views.map((v) => v.name);
  const other = distanceView(plane.seenIn, names);
  const reference = other && p.reference.get(plane.seenIn === 'front' ? other : plane.seenIn);
  if (!shape || !other || reference === undefined || (plane.seenIn !== 'front' && other !== 'front')) return;
  const n = p.sheet.sections.indexOf(s) + 1;
  const base = freshName(p, 'l');
  const start = freshName(p, 'p');
  take(
    p,
    {
      view: undefined,
      stage: 'true shape',
      tool: 'set square',
      text: `Draw X${n}Y${n} parallel to the trace, where there is room.`,
      why: 'The shape is seen square to the plane, so its base line runs along the trace.',
      source: 'sheet',
    },
    [
      { do: 'place', point: start, left: shape.line.from[0], bottom: shape.line.from[1] },
      { do: 'parallel', line: base, to: trace, through: start },
    ],
  );
  const t = viewNamed(p, plane.seenIn);
  const o = viewNamed(p, other);
  const direction = p.board.lines.get(base)?.d as Vec2;
  const square: Vec2 = [-direction[1], direction[0]];
  const acrossRef = (p.board.lines.get(reference) as { d: Vec2 }).d[0] === 1;
  const points = s.bodies.flatMap((b) => b.cutPoints);
  let anchor: { readonly foot: string; readonly on: string; readonly at: Vec2 } | undefined;
  for (const c of points) {
    const at = shapePlace(shape, s, c);
    if (pointThere(p, at)) continue;
    const on = pointThere(p, placeOfPoint(t, c.at)) as string;
    const measured = pointAt(p, other, placeOfPoint(o, c.at), 'true shape');
    const [foot, projector, off, fall, mark] = [
      freshName(p, 'p'),
      freshName(p, 'l'),
      freshName(p, 'p'),
      freshName(p, 'l'),
      freshName(p, 'p'),
    ];
    const deeds: Deed[] = [];
    if (!shape.apart)
      deeds.push(
        { do: 'square', line: projector, to: trace, through: on },
        { do: 'cross', point: foot, a: base, b: projector },
      );
    else if (!anchor) {
      // moved away from its own projectors: the first foot is chosen, the others keep their spacing along the trace
      const f = footPlace(shape.line, at);
      deeds.push({
        do: 'setOff',
        point: foot,
        along: base,
        from: start,
        distance: distance2(f, shape.line.from),
        way: (Math.sign(dot2(sub2(f, shape.line.from), direction)) as 1 | -1) || 1,
      });
      deeds.push({ do: 'square', line: projector, to: base, through: foot });
    } else {
      const by = dot2(sub2(footPlace(shape.line, at), anchor.at), direction);
      deeds.push({
        do: 'carry',
        point: foot,
        along: base,
        from: anchor.foot,
        span: [anchor.on, on],
        way: by < 0 ? -1 : 1,
      });
      deeds.push({ do: 'square', line: projector, to: base, through: foot });
    }
    const way = Math.sign(dot2(sub2(at, footPlace(shape.line, at)), square)) as 1 | -1;
    deeds.push(
      { do: acrossRef ? 'upright' : 'level', line: fall, through: measured },
      { do: 'cross', point: off, a: fall, b: reference },
      {
        do: 'carry',
        point: mark,
        along: projector,
        from: foot,
        span: [off, measured],
        way: projectorWay(p, trace, base, shape.apart, way),
      },
    );
    take(
      p,
      {
        view: plane.seenIn,
        stage: 'true shape',
        tool: 'dividers',
        ...(shape.apart && !anchor && { source: 'sheet' as const }),
        text: `Project cut point ${c.label} square to the trace onto X${n}Y${n}; take its distance from XY in the ${other} view and set it off.`,
        why: 'Along the trace the plane shows its true length, across it the other view does.',
      },
      deeds,
    );
    anchor ??= { foot, on, at: footPlace(shape.line, at) };
  }
  for (const { stretches } of shape.rims)
    for (const r of stretches) {
      const ends = [pointOn2(r.curve, r.from), pointOn2(r.curve, r.to)].map((x) => pointThere(p, x));
      const [from, to] = ends;
      const inner = points
        .map((c) => shapePlace(shape, s, c))
        .flatMap((x) => {
          const t = parameterNear(r.curve, r.from, r.to, x);
          const name = pointThere(p, x);
          return t !== undefined && name !== undefined ? [{ t, name }] : [];
        })
        .sort((a, b) => a.t - b.t)
        .map((x) => x.name);
      const straight = r.curve.type === 'line';
      if (straight && (from === undefined || to === undefined)) continue;
      const whole = distance2(pointOn2(r.curve, r.from), pointOn2(r.curve, r.to)) < NEAR;
      const through = [
        ...new Set([
          ...(from === undefined ? [] : [from]),
          ...inner,
          ...(to === undefined || whole ? [] : [to]),
        ]),
      ];
      if (through.length < 2) continue;
      take(
        p,
        {
          view: undefined,
          stage: 'true shape',
          tool: straight ? 'straight edge' : 'curve template',
          text: `Join the points of the true shape of ${plane.name}${straight ? '' : ' with a curve'}.`,
          why: 'In the order round the cut.',
        },
        [
          straight
            ? { do: 'draw', seen: true, from: from as string, to: to as string }
            : { do: 'curve', seen: true, through, closed: whole },
        ],
      );
    }
};

/** A line square to X1Y1 runs like one square to the trace, for both run along it. */
const projectorWay = (p: Plan, trace: string, base: string, apart: boolean, way: 1 | -1): 1 | -1 => {
  if (apart) return way;
  const [a, b] = [p.board.lines.get(trace)?.d as Vec2, p.board.lines.get(base)?.d as Vec2];
  return dot2(a, b) > 0 ? way : (-way as 1 | -1);
};

const footPlace = (line: { readonly from: Vec2; readonly to: Vec2 }, at: Vec2): Vec2 => {
  const e = sub2(line.to, line.from);
  const k = dot2(sub2(at, line.from), e) / dot2(e, e);
  return [line.from[0] + k * e[0], line.from[1] + k * e[1]];
};

/** Where along a stretch a place lies; undefined off it. */
const parameterNear = (
  curve: Parameters<typeof pointOn2>[0],
  from: number,
  to: number,
  at: Vec2,
): number | undefined => {
  if (curve.type === 'line') return undefined;
  const n = 720;
  let best = { t: from, far: Number.POSITIVE_INFINITY };
  for (let i = 0; i <= n; i++) {
    const t = from + ((to - from) * i) / n;
    const far = distance2(pointOn2(curve, t), at);
    if (far < best.far) best = { t, far };
  }
  // a step of the scan is longer than the curve's own accuracy
  const step = distance2(pointOn2(curve, from), pointOn2(curve, from + (to - from) / n));
  return best.far <= Math.max(step, 1e-4) ? best.t : undefined;
};

/** The cuts that are flat, each found point by point in all views. @returns what draws their true shapes later */
export const findCuts = (p: Plan, edges: Edges): (() => void)[] =>
  p.sheet.sections.flatMap((s) => {
    if (!isFlat(s.plane) || !s.bodies.length || !p.sheet.views.some((v) => v.name === s.plane.seenIn))
      return [];
    const trace = traceLine(p, s);
    for (const c of s.bodies.flatMap((b) => b.cutPoints)) locate(p, s, trace, c, edges);
    return [() => drawShape(p, s, trace)];
  });
