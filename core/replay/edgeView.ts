import { ON_LINE, SAME_PLACE } from '../geometry/nearness.ts';
import { along, distance, distance2, dot2, sub, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { CuttingPlane } from '../section/trace.ts';
import { onPaper } from '../sheet/layout/similarity.ts';
import type { DrawnEdgeView } from '../sheet/views/edgeView.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { edgeLineNumberOf } from '../sheet/views/trueShape.ts';
import { flatten } from '../view/project.ts';
import { pointAt } from './coordinates.ts';
import { freshName, type Plan, pointThere, take, viewNamed } from './plan.ts';
import { footPlace } from './shapeDrawn.ts';

/** An auxiliary view at the board in which a plane is an edge. */
export type EdgeBoard = {
  readonly edge: DrawnEdgeView;
  /** which line it stands on: 1 for X1Y1 */
  readonly number: number;
  /** the level line of the plane in the top view */
  readonly level: string;
  /** X1Y1 */
  readonly line: string;
  /** XY between the front and the top view */
  readonly xy: string;
  /** the foot on X1Y1 of the projector that each point of the view stands on */
  readonly feet: Map<string, string>;
};

/** The point of the part in a principal view. */
export const pointIn = (p: Plan, view: ViewName, at: Vec3): string =>
  pointAt(p, view, placeOfPoint(viewNamed(p, view), at), 'cut');

/** Where a point of the part stands in the edge view, paper mm. */
export const placeInEdge = ({ edge }: Pick<EdgeBoard, 'edge'>, at: Vec3): Vec2 =>
  onPaper(edge.toPaper, flatten(edge.frame, at));

/** A level line of the plane in the top view, by its three points; nothing where it could not be told from them. */
const levelLine = (p: Plan, cut: string, points: readonly [Vec3, Vec3, Vec3]): string | undefined => {
  const [low, mid, high] = points.toSorted((a, b) => a[2] - b[2]) as [Vec3, Vec3, Vec3];
  const isLevel = (a: Vec3, b: Vec3): boolean => Math.abs(a[2] - b[2]) * p.sheet.scale <= ON_LINE;
  const step = { stage: 'cut', tool: 'straight edge' } as const;
  const line = freshName(p, 'l');
  const pair = isLevel(low, mid) ? [low, mid] : isLevel(mid, high) ? [mid, high] : undefined;
  if (pair) {
    const [a, b] = pair.map((x) => pointIn(p, 'top', x)) as [string, string];
    if (a === b) return undefined;
    const instruction = { kind: 'levelOfPlane', cut, where: 'two points' } as const;
    take(p, { ...step, view: 'top', instruction }, [{ do: 'join', line, a, b }]);
    return line;
  }
  const share = (mid[2] - low[2]) / (high[2] - low[2]);
  const beside = along(low, sub(high, low), share);
  const top = viewNamed(p, 'top');
  const place = placeOfPoint(top, beside);
  if (distance2(place, placeOfPoint(top, mid)) <= ON_LINE) return undefined;
  const [a, b, m] = [low, high, mid].map((x) => pointIn(p, 'front', x)) as [string, string, string];
  const [across, level, met] = ['l', 'l', 'p'].map((k) => freshName(p, k)) as [string, string, string];
  take(p, { ...step, view: 'front', instruction: { kind: 'levelOfPlane', cut, where: 'front' } }, [
    { do: 'join', line: across, a, b },
    { do: 'level', line: level, through: m },
    { do: 'cross', point: met, a: across, b: level },
  ]);
  const third = pointIn(p, 'top', mid);
  const instruction = { kind: 'levelOfPlane', cut, where: 'top' } as const;
  if (Math.abs(high[0] - low[0]) * p.sheet.scale <= ON_LINE) {
    // straight before one another the two points give no crossing with the projector
    const found = pointAt(p, 'top', place, 'cut');
    take(p, { ...step, view: 'top', instruction }, [{ do: 'join', line, a: third, b: found }]);
    return line;
  }
  const [c, d] = [low, high].map((x) => pointIn(p, 'top', x)) as [string, string];
  const [fall, over, found] = ['l', 'l', 'p'].map((k) => freshName(p, k)) as [string, string, string];
  take(p, { ...step, view: 'top', instruction }, [
    { do: 'upright', line: fall, through: met },
    { do: 'join', line: over, a: c, b: d },
    { do: 'cross', point: found, a: fall, b: over },
    { do: 'join', line, a: third, b: found },
  ]);
  return line;
};

/** Finds a level line of the plane, and draws X1Y1 square to it; nothing where the sheet or the plane does not allow it. */
export const beginEdgeView = (p: Plan, plane: CuttingPlane): EdgeBoard | undefined => {
  const edge = p.sheet.edgeViews.find((e) => e.cut === plane.name);
  const xy = p.reference.get('top');
  const isFrontThere = p.sheet.views.some((v) => v.name === 'front');
  if (!edge || !plane.points || xy === undefined || !isFrontThere) return undefined;
  const level = levelLine(p, plane.name, plane.points);
  if (level === undefined) return undefined;
  const number = edgeLineNumberOf(p.sheet, plane.name);
  const [line, start] = [freshName(p, 'l'), freshName(p, 'p')];
  take(
    p,
    {
      view: undefined,
      stage: 'cut',
      tool: 'set square',
      instruction: { kind: 'edgeLine', line: number },
      source: 'sheet',
    },
    [
      { do: 'place', point: start, left: edge.line.from[0], bottom: edge.line.from[1] },
      { do: 'square', line, to: level, through: start },
    ],
  );
  return { edge, number, level, line, xy, feet: new Map() };
};

/** A point of the part in the edge view: along its projector from the top view, at its height from XY. */
export const edgePoint = (p: Plan, b: EdgeBoard, at: Vec3, label = ''): string => {
  const place = placeInEdge(b, at);
  const known = pointThere(p, place);
  if (known !== undefined) return known;
  const [top, front] = [pointIn(p, 'top', at), pointIn(p, 'front', at)];
  const [projector, fall] = [freshName(p, 'l'), freshName(p, 'l')];
  const [foot, off, point] = [freshName(p, 'p'), freshName(p, 'p'), freshName(p, 'p')];
  const way = dot2(sub2(place, footPlace(b.edge.line, place)), p.board.lines.get(b.level)?.d as Vec2);
  take(
    p,
    {
      view: undefined,
      stage: 'cut',
      tool: 'dividers',
      instruction: { kind: 'edgePoint', line: b.number, label },
    },
    [
      { do: 'parallel', line: projector, to: b.level, through: top },
      { do: 'cross', point: foot, a: b.line, b: projector },
      { do: 'upright', line: fall, through: front },
      { do: 'cross', point: off, a: fall, b: b.xy },
      { do: 'carry', point, along: projector, from: foot, span: [off, front], way: way < 0 ? -1 : 1 },
    ],
  );
  b.feet.set(point, foot);
  return point;
};

/** The foot on X1Y1 of the projector through a point of the edge view. */
export const footOfPoint = (p: Plan, b: EdgeBoard, point: string): string => {
  const known = b.feet.get(point);
  if (known !== undefined) return known;
  const [projector, foot] = [freshName(p, 'l'), freshName(p, 'p')];
  take(
    p,
    {
      view: undefined,
      stage: 'cut',
      tool: 'set square',
      instruction: { kind: 'edgePoint', line: b.number, label: '' },
    },
    [
      { do: 'parallel', line: projector, to: b.level, through: point },
      { do: 'cross', point: foot, a: b.line, b: projector },
    ],
  );
  b.feet.set(point, foot);
  return foot;
};

/** The plane's edge in the edge view, through its three points. */
export const edgeOfPlane = (p: Plan, b: EdgeBoard, plane: CuttingPlane): string => {
  const labelAt = (at: Vec3): string =>
    p.corners.find((c) => distance(c.at, at) * p.sheet.scale <= SAME_PLACE)?.label ?? '';
  const points = (plane.points ?? []).map((at) => ({
    name: edgePoint(p, b, at, labelAt(at)),
    place: placeInEdge(b, at),
  }));
  const [first] = points as [(typeof points)[0]];
  const last = points.reduce((x, y) =>
    distance2(y.place, first.place) > distance2(x.place, first.place) ? y : x,
  );
  const line = freshName(p, 'l');
  take(
    p,
    {
      view: undefined,
      stage: 'cut',
      tool: 'straight edge',
      instruction: { kind: 'edgeOfPlane', cut: plane.name },
    },
    [{ do: 'join', line, a: first.name, b: last.name }],
  );
  return line;
};
