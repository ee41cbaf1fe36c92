import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON, ON_LINE } from '../geometry/nearness.ts';
import { cross2, distance2, dot2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { Section } from '../section/section.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { isOnShape, lineNumberOf, shapePlace, trueShapeOn } from '../sheet/views/trueShape.ts';
import type { Edge } from '../solid/boundary.ts';
import { pointAt, uprightAt } from './coordinates.ts';
import { type Findable, pointsToFind } from './curvePoints.ts';
import { lineOver, rimAt } from './cuts.ts';
import type { Deed } from './deed.ts';
import { drawEdgeOutline } from './edgeOutline.ts';
import {
  beginEdgeView,
  type EdgeBoard,
  edgeOfPlane,
  edgePoint,
  footOfPoint,
  placeInEdge,
  pointIn,
} from './edgeView.ts';
import { generatorThrough, type Ruled } from './generators.ts';
import { freshName, type Plan, pointThere, take, viewNamed, workOn } from './plan.ts';
import { drawPlaneTraces } from './planeTraces.ts';
import { drawShapeLine, footPlace, joinShape } from './shapeDrawn.ts';

type Edges = ReadonlyMap<string, Edge>;

/** Two directions on the paper that differ by less cross nowhere near. */
const ONE_WAY = 1e-4;

const isUpright = (e: Ruled): boolean =>
  e.curve.type === 'line' && Math.hypot(e.curve.d[0], e.curve.d[1]) <= EDGE_ON;

/** The middle of a level circle; nothing for any other curve. */
const levelMiddle = ({ curve: c }: Ruled): Vec3 | undefined =>
  c.type === 'ellipse' && Math.abs(c.u[2]) <= EDGE_ON && Math.abs(c.v[2]) <= EDGE_ON ? c.c : undefined;

/** Finds a cut point where the plane is an edge: on its own edge there, at the level of its circle, or on its projector. */
const findInEdge = (p: Plan, b: EdgeBoard, trace: string, c: Findable, e: Ruled | undefined): string => {
  const place = placeInEdge(b, c.at);
  const known = pointThere(p, place);
  if (known !== undefined) return known;
  const way = (p.board.lines.get(trace) as { d: Vec2 }).d;
  const point = freshName(p, 'p');
  const mark = (by: 'projector' | 'edge' | 'level', deeds: readonly Deed[]): string => {
    take(
      p,
      {
        view: undefined,
        stage: 'cut',
        tool: by === 'edge' ? 'straight edge' : 'set square',
        instruction: { kind: 'edgeCutPoint', label: c.label, by },
        about: c.keys,
      },
      deeds,
    );
    return point;
  };
  if (e?.curve.type === 'line' && !isUpright(e)) {
    const ends = [e.from, e.to].map((t) => pointOn(e.curve, t));
    const [a, z] = ends.map((q) => placeInEdge(b, q)) as [Vec2, Vec2];
    const run = sub2(z, a);
    const size = distance2(a, z);
    if (size > ON_LINE && Math.abs(cross2(run, way)) > ONE_WAY * size) {
      const [from, to] = ends.map((q) => edgePoint(p, b, q)) as [string, string];
      const line = freshName(p, 'l');
      return mark('edge', [
        { do: 'join', line, a: from, b: to },
        { do: 'cross', point, a: line, b: trace },
      ]);
    }
  }
  const middle = e && levelMiddle(e);
  if (middle) {
    const through = edgePoint(p, b, middle);
    const line = freshName(p, 'l');
    return mark('level', [
      { do: 'parallel', line, to: b.line, through },
      { do: 'cross', point, a: line, b: trace },
    ]);
  }
  const top = pointIn(p, 'top', c.at);
  const [projector, foot] = [freshName(p, 'l'), freshName(p, 'p')];
  mark('projector', [
    { do: 'parallel', line: projector, to: b.level, through: top },
    { do: 'cross', point: foot, a: b.line, b: projector },
    { do: 'cross', point, a: projector, b: trace },
  ]);
  b.feet.set(point, foot);
  return point;
};

/** Carries a cut point back into the top view: along its projector until it meets its edge. */
const backToTop = (p: Plan, b: EdgeBoard, inEdge: string, c: Findable, e: Ruled | undefined): void => {
  const place = placeOfPoint(viewNamed(p, 'top'), c.at);
  if (pointThere(p, place) !== undefined || !e) return;
  const way = (p.board.lines.get(b.level) as { d: Vec2 }).d;
  const [projector, point] = [freshName(p, 'l'), freshName(p, 'p')];
  const step = {
    view: 'top',
    stage: 'cut',
    tool: 'set square',
    instruction: { kind: 'backToTop', label: c.label },
    about: c.keys,
  } as const;
  const back: Deed = { do: 'parallel', line: projector, to: b.level, through: inEdge };
  const rim = rimAt(p, 'top', place);
  if (rim) {
    const off = dot2(sub2(place, rim.centre), way);
    if (Math.abs(off) < ON_LINE) return;
    take(p, step, [back, { do: 'meet', point, line: projector, circle: rim.circle, way: off > 0 ? 1 : -1 }]);
    return;
  }
  const over = lineOver(p, 'top', e);
  if (over === undefined) return;
  if (Math.abs(cross2((p.board.lines.get(over) as { d: Vec2 }).d, way)) < ONE_WAY) return;
  take(p, step, [back, { do: 'cross', point, a: projector, b: over }]);
};

/** Carries a cut point into the front view: on its projector, at the height that it has in the edge view. */
const heightToFront = (p: Plan, b: EdgeBoard, inEdge: string, c: Findable): void => {
  const place = placeOfPoint(viewNamed(p, 'front'), c.at);
  if (pointThere(p, place) !== undefined) return;
  const foot = footOfPoint(p, b, inEdge);
  uprightAt(p, { view: 'front', at: place[0], stage: 'cut' });
  const line = p.upright.at(place[0]) as string;
  const [off, point] = [freshName(p, 'p'), freshName(p, 'p')];
  const xy = (p.board.lines.get(b.xy) as { p: Vec2 }).p[1];
  take(
    p,
    {
      view: 'front',
      stage: 'cut',
      tool: 'dividers',
      instruction: { kind: 'heightBack', label: c.label, line: b.number },
      about: c.keys,
    },
    [
      { do: 'cross', point: off, a: line, b: b.xy },
      { do: 'carry', point, along: line, from: off, span: [foot, inEdge], way: place[1] > xy ? 1 : -1 },
    ],
  );
};

/**
 * The true shape on the line after the edge view's: square to the plane's edge, at the distances of the top view from X1Y1.
 * @param inEdge the cut points as they were found in the edge view
 */
const drawObliqueShape = (
  p: Plan,
  b: EdgeBoard,
  cut: string,
  trace: string,
  found: readonly Findable[],
  inEdge: ReadonlyMap<Findable, string>,
): void => {
  const shape = trueShapeOn(p.sheet, cut);
  if (!shape) return;
  const points = found.filter((c) => isOnShape(shape, c));
  const { base, start } = drawShapeLine(p, shape, trace);
  const n = lineNumberOf(p.sheet, cut);
  const way = (p.board.lines.get(base) as { d: Vec2 }).d;
  const square: Vec2 = [-way[1], way[0]];
  let first: { readonly foot: string; readonly on: string; readonly place: Vec2 } | undefined;
  for (const c of points) {
    const at = shapePlace(shape, c);
    if (pointThere(p, at) !== undefined) continue;
    const on = inEdge.get(c) as string;
    const measured = pointIn(p, 'top', c.at);
    const onLine = footOfPoint(p, b, on);
    const place = footPlace(shape.line, at);
    const [projector, foot, point] = [freshName(p, 'l'), freshName(p, 'p'), freshName(p, 'p')];
    const sense = dot2(sub2(at, place), square) < 0 ? -1 : 1;
    const deeds: Deed[] = [];
    if (!shape.apart)
      deeds.push(
        { do: 'square', line: projector, to: trace, through: on },
        { do: 'cross', point: foot, a: base, b: projector },
      );
    else {
      // moved away from its projectors it keeps the spacings along the plane's edge; the first foot is chosen
      const from = first;
      const by = dot2(sub2(place, from ? from.place : shape.line.from), way);
      const along = { point: foot, along: base, way: by < 0 ? -1 : 1 } as const;
      deeds.push(
        from
          ? { do: 'carry', ...along, from: from.foot, span: [from.on, on] }
          : { do: 'setOff', ...along, from: start, distance: Math.abs(by) },
        { do: 'square', line: projector, to: base, through: foot },
      );
    }
    deeds.push({ do: 'carry', point, along: projector, from: foot, span: [onLine, measured], way: sense });
    take(
      p,
      {
        view: undefined,
        stage: 'true shape',
        tool: 'dividers',
        ...(shape.apart && !first && { source: 'sheet' as const }),
        instruction: { kind: 'planeShapePoint', label: c.label, line: n, from: b.number, apart: shape.apart },
        about: c.keys,
      },
      deeds,
    );
    first ??= { foot, on, place };
  }
  joinShape(p, shape, points);
};

/**
 * A cut that slopes in all principal views: a level line of its plane, the auxiliary view in which it is an edge, its cut points there and back in the principal
 * views. Source: the descriptive construction of a plane of three points.
 * @returns the points found, and what draws the true shape later; nothing where the sheet has no auxiliary view to construct
 */
export const findOblique = (
  p: Plan,
  s: Section,
  edges: Edges,
  tol: number,
): { readonly found: readonly Findable[]; readonly shape: () => void } | undefined => {
  const { plane } = s;
  const target = { kind: 'edgeView', cut: plane.name } as const;
  workOn(p, target, undefined);
  const b = beginEdgeView(p, plane);
  if (!b) return undefined;
  const trace = edgeOfPlane(p, b, plane);
  drawPlaneTraces(p, b, plane, trace);
  workOn(p, { kind: 'cut', cut: plane.name }, undefined);
  const found = pointsToFind(p, s, edges, tol);
  const pointsInEdge = new Map<Findable, string>();
  for (const c of found) {
    const e = c.skin
      ? generatorThrough(p, c.skin.surface, c.skin.face, c.at, edges.values())
      : edges.get(c.edge);
    const inEdge = findInEdge(p, b, trace, c, e);
    pointsInEdge.set(c, inEdge);
    backToTop(p, b, inEdge, c, e);
    pointIn(p, 'top', c.at);
    heightToFront(p, b, inEdge, c);
    for (const v of p.sheet.views) pointAt(p, v.name, placeOfPoint(v, c.at), 'cut');
  }
  return {
    found,
    shape: () => {
      workOn(p, target, undefined);
      drawEdgeOutline(p, b);
      workOn(p, { kind: 'trueShape', cut: plane.name }, undefined);
      drawObliqueShape(p, b, plane.name, trace, found, pointsInEdge);
    },
  };
};
