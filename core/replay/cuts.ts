import { pointOn } from '../geometry/curve3.ts';
import { ON_LINE } from '../geometry/nearness.ts';
import { distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { isPrincipal, type PrincipalSection } from '../section/section.ts';
import type { Leg } from '../section/trace.ts';
import { onPaper } from '../sheet/layout/similarity.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import { levelAt, pointAt, uprightAt } from './coordinates.ts';
import { type Findable, pointsToFind } from './curvePoints.ts';
import { endViewOf, generatorThrough, parallelCircle, type Revolved, type Ruled } from './generators.ts';
import { freshName, type Plan, pointThere, take, viewNamed, workOn } from './plan.ts';
import { paperAngle, rayDeed } from './polygonDrawn.ts';
import { drawShape, legOf, type TraceLeg } from './shapeDrawn.ts';

type Edges = ReadonlyMap<string, Edge>;
/** A light line over an edge or generator that is straight in the part, in a view where it is not a point. */
export const lineOver = (p: Plan, view: ViewName, e: Ruled): string | undefined => {
  if (e.curve.type !== 'line') return undefined;
  const known = p.overEdges.get(`${view} ${e.key}`);
  if (known !== undefined) return known;
  const v = viewNamed(p, view);
  const [a, b] = [e.from, e.to].map((t) => placeOfPoint(v, pointOn(e.curve, t))) as [Vec2, Vec2];
  if (distance2(a, b) < 1e-3) return undefined;
  const [from, to] = [pointAt(p, view, a, 'cut'), pointAt(p, view, b, 'cut')];
  // of two generators behind one another one line is drawn
  const ends = `${view} ${[from, to].sort().join(' to ')}`;
  const drawn = p.overEdges.get(ends);
  if (drawn !== undefined) {
    p.overEdges.set(`${view} ${e.key}`, drawn);
    return drawn;
  }
  const line = freshName(p, 'l');
  take(
    p,
    {
      view,
      stage: 'cut',
      tool: 'straight edge',
      instruction: {
        kind: 'wholeEdge',
        what: e.key.startsWith('generator') ? 'generator' : 'edge',
        on: p.edges.get(e.key)?.on ?? [],
      },
    },
    [{ do: 'join', line, a: from, b: to }],
  );
  p.overEdges.set(`${view} ${e.key}`, line);
  p.overEdges.set(ends, line);
  return line;
};

/** A leg of the trace as a light line, by the points that state it or by its angle. */
const legLine = (p: Plan, s: PrincipalSection, leg: Leg, nth: number | undefined): string => {
  const { plane } = s;
  const v = viewNamed(p, plane.seenIn);
  const a = pointAt(p, plane.seenIn, onPaper(v.toPaper, leg.start), 'cut');
  const line = freshName(p, 'l');
  const step = { view: plane.seenIn, stage: 'cut' } as const;
  const trace = { kind: 'trace', cut: plane.name, leg: nth } as const;
  const angle = paperAngle(leg.direction);
  if (leg.end && !(Math.abs(angle % 15) < 1e-9)) {
    const b = pointAt(p, plane.seenIn, onPaper(v.toPaper, leg.end), 'cut');
    take(
      p,
      {
        ...step,
        tool: 'straight edge',
        instruction: { ...trace, angle: undefined },
      },
      [{ do: 'join', line, a, b }],
    );
    return line;
  }
  const level = freshName(p, 'l');
  const ray = rayDeed(line, a, level, angle);
  take(
    p,
    {
      ...step,
      tool: ray.do === 'slant' ? 'set square' : 'protractor',
      ...(ray.do === 'protract' && { source: 'given' as const }),
      instruction: { ...trace, angle },
    },
    [{ do: 'level', line: level, through: a }, ray],
  );
  return line;
};

/** The trace as light lines, one a leg, with its bends as points. */
const traceLines = (p: Plan, s: PrincipalSection): TraceLeg[] => {
  const { legs, seenIn } = s.plane;
  const v = viewNamed(p, seenIn);
  return legs.map((leg, i) => {
    const line = legLine(p, s, leg, legs.length > 1 ? i + 1 : undefined);
    p.strokes.push({ view: seenIn, line });
    return { leg, line, start: pointAt(p, seenIn, onPaper(v.toPaper, leg.start), 'cut') };
  });
};

/** The circle drawn in a view on which a place lies. */
export const rimAt = (p: Plan, view: ViewName, at: Vec2) =>
  p.rims.find((r) => r.view === view && Math.abs(distance2(r.centre, at) - r.r) < ON_LINE);

/** Marks where a line meets the edge of a cut point in a view; false where the edge gives no crossing there. */
const markOnEdge = (
  p: Plan,
  view: ViewName,
  at: Vec2,
  line: string,
  e: Ruled | undefined,
  c: Findable,
  where: 'trace' | 'projector',
): boolean => {
  const point = freshName(p, 'p');
  const step = {
    view,
    stage: 'cut',
    tool: 'pencil',
    instruction: { kind: 'cutPoint', label: c.label, where },
    about: c.keys,
  } as const;
  const rim = rimAt(p, view, at);
  const { p: origin, d } = p.board.lines.get(line) as { p: Vec2; d: Vec2 };
  if (rim) {
    const off = dot2(sub2(at, rim.centre), d);
    if (Math.abs(off) < ON_LINE) return false;
    take(p, step, [{ do: 'meet', point, line, circle: rim.circle, way: off > 0 ? 1 : -1 }]);
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
  take(p, step, [{ do: 'cross', point, a: line, b: over }]);
  return true;
};

/** Finds a cut point in every view: first on the trace, then along a projector until it meets the edge or generator again. */
const locate = (
  p: Plan,
  s: PrincipalSection,
  trace: readonly TraceLeg[],
  c: Findable,
  edges: Edges,
): void => {
  const { skin } = c;
  // a round face is known by the same key as its seam, which is no edge to find a point on
  const e = skin ? generatorThrough(p, skin.surface, skin.face, c.at, edges.values()) : edges.get(c.edge);
  const home = s.plane.seenIn;
  const place = (v: PlacedView): Vec2 => placeOfPoint(v, c.at);
  const first = place(viewNamed(p, home));
  const line = legOf(s, trace, c).line;
  if (!pointThere(p, first)) markOnEdge(p, home, first, line, e, c, 'trace');
  // on a ball or ring the trace is followed to a level, or to the circle of a level
  if (!pointThere(p, first) && skin && !e) findOnParallel(p, s, skin.surface, c, line);
  pointAt(p, home, first, 'cut');
  // where a projector runs along the generator another view has to come first
  for (const last of [false, true])
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
        const carried = (k === 0 ? p.upright.at(at[0]) : p.level.at(at[1])) as string;
        markOnEdge(p, v.name, at, carried, e, c, 'projector');
      }
      if (last && !pointThere(p, at) && skin) parallelCircle(p, skin.surface, c.at);
      if (last) pointAt(p, v.name, at, 'cut');
    }
};

/** A point on a ball or ring: where the trace meets the circle of its level, seen from the end or by way of it. */
const findOnParallel = (
  p: Plan,
  s: PrincipalSection,
  surface: Revolved,
  c: Findable,
  trace: string,
): void => {
  const end = endViewOf(p, surface);
  const circle = parallelCircle(p, surface, c.at);
  if (!end || circle === undefined || end.name !== s.plane.seenIn) return;
  const at = placeOfPoint(end, c.at);
  const rim = p.board.circles.get(circle) as { c: Vec2 };
  const off = dot2(sub2(at, rim.c), (p.board.lines.get(trace) as { d: Vec2 }).d);
  if (Math.abs(off) < ON_LINE) return;
  take(
    p,
    {
      view: end.name,
      stage: 'cut',
      tool: 'pencil',
      instruction: { kind: 'cutPointOnLevel' },
      about: c.keys,
    },
    [{ do: 'meet', point: freshName(p, 'p'), line: trace, circle, way: off > 0 ? 1 : -1 }],
  );
};

/** True where a view takes that coordinate from another round the mitre corner. */
const sharesByTurn = (from: ViewName, to: ViewName, k: 0 | 1): boolean => {
  const level = (v: ViewName): boolean => v === 'top' || v === 'bottom';
  const side = (v: ViewName): boolean => v === 'left' || v === 'right';
  return (level(from) && side(to) && k === 0) || (side(from) && level(to) && k === 1);
};

/** The cuts, each found point by point in all views. @returns the points found, and what draws the true shapes later */
export const findCuts = (
  p: Plan,
  edges: Edges,
  tol: number,
): { readonly found: readonly Findable[]; readonly shapes: readonly (() => void)[] } => {
  const found: Findable[] = [];
  const shapes: (() => void)[] = [];
  for (const s of p.sheet.sections.filter(isPrincipal)) {
    if (!s.bodies.length || !p.sheet.views.some((v) => v.name === s.plane.seenIn)) continue;
    workOn(p, { kind: 'trace', cut: s.plane.name }, s.plane.seenIn);
    const trace = traceLines(p, s);
    workOn(p, { kind: 'cut', cut: s.plane.name }, undefined);
    const points = pointsToFind(p, s, edges, tol);
    for (const c of points) locate(p, s, trace, c, edges);
    found.push(...points);
    shapes.push(() => {
      workOn(p, { kind: 'trueShape', cut: s.plane.name }, undefined);
      drawShape(p, s, trace, points);
    });
  }
  return { found, shapes };
};
