import { type Curve2, pointOn2 } from '../geometry/curve2.ts';
import type { Ellipse3 } from '../geometry/curve3.ts';
import { EDGE_ON, SAME_PLACE, WHOLE_TURN } from '../geometry/nearness.ts';
import { cross, distance2, dot, length, scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { stretchOnPaper } from '../sheet/layout/similarity.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import { pointAt } from './coordinates.ts';
import { parameterNear } from './curvePoints.ts';
import { type EdgeBoard, edgePoint, placeInEdge } from './edgeView.ts';
import { freshName, type Plan, pointThere, take, viewNamed } from './plan.ts';
import { divideCircle, lightCircle } from './rounds.ts';

/** A round edge is found in the edge view by so many points of its circle. */
const DIVISIONS = 12;

/** A point of a round edge, and what marks it in the view in which the edge is a circle. */
type OnCircle = { readonly at: Vec3; readonly mark: () => void };

const isRound = (c: Ellipse3): boolean => Math.abs(length(c.u) - length(c.v)) <= EDGE_ON * length(c.u);

/** The view on the sheet in which a round edge is a circle. */
const trueView = (p: Plan, c: Ellipse3): ViewName | undefined => {
  const axis = scale(cross(c.u, c.v), 1 / (length(c.u) * length(c.v)));
  const names = p.sheet.views.map((v) => v.name);
  return names.find((v) => Math.abs(dot(axis, VIEW_FRAMES[v].toward)) > 1 - EDGE_ON);
};

/** The ends of a level circle's diameter square to the level lines: where its round face turns away in the edge view. */
const turningPoints = (p: Plan, b: EdgeBoard, c: Ellipse3): OnCircle[] => {
  const view = viewNamed(p, 'top');
  const middle = placeOfPoint(view, c.c);
  const h = b.edge.frame.toward;
  return ([1, -1] as const).map((way): OnCircle => {
    const r = length(c.u) * way;
    const at: Vec3 = [c.c[0] - h[1] * r, c.c[1] + h[0] * r, c.c[2]];
    const place = placeOfPoint(view, at);
    const mark = (): void => {
      if (pointThere(p, place) !== undefined) return;
      const circle = lightCircle(p, 'top', middle, length(c.u) * p.sheet.scale);
      const centre = pointAt(p, 'top', middle, 'construction');
      const [line, point] = [freshName(p, 'l'), freshName(p, 'p')];
      const level = p.board.lines.get(b.level)?.d as Vec2;
      const sense = level[0] * (place[1] - middle[1]) - level[1] * (place[0] - middle[0]) > 0 ? 1 : -1;
      const instruction = { kind: 'outlineOnCircle', middle } as const;
      take(p, { view: 'top', stage: 'cut', tool: 'set squares', instruction }, [
        { do: 'square', line, to: b.level, through: centre },
        { do: 'meet', point, line, circle, way: sense },
      ]);
    };
    return { at, mark };
  });
};

/** Points at equal angles round a circle that a principal view shows as such, from its level diameter on. */
const dividingPoints = (p: Plan, view: ViewName, c: Ellipse3): OnCircle[] => {
  const { u, v } = VIEW_FRAMES[view];
  const r = length(c.u);
  const [place, middle] = [(q: Vec3) => placeOfPoint(viewNamed(p, view), q), c.c];
  return Array.from({ length: DIVISIONS }, (_, i): OnCircle => {
    const q = (WHOLE_TURN * i) / DIVISIONS;
    const [x, y] = [r * Math.cos(q), r * Math.sin(q)];
    const at = middle.map((m, k) => m + (u[k] as number) * x + (v[k] as number) * y) as unknown as Vec3;
    const mark = (): void => {
      if (pointThere(p, place(at)) === undefined)
        divideCircle(p, view, place(middle), r * p.sheet.scale, place(at), 'cut');
    };
    return { at, mark };
  });
};

/** Whether a place of an edge's circle is on the edge. */
const isOnEdge = ({ curve, from, to }: Edge, at: Vec3): boolean => {
  if (curve.type !== 'ellipse') return false;
  const off: Vec3 = [at[0] - curve.c[0], at[1] - curve.c[1], at[2] - curve.c[2]];
  const t = Math.atan2(dot(off, curve.v), dot(off, curve.u));
  return [t, t + WHOLE_TURN, t - WHOLE_TURN].some((x) => x >= from - EDGE_ON && x <= to + EDGE_ON);
};

/** The points of all round edges by which their lines in the edge view can be drawn. */
const pointsOnCircles = (p: Plan, b: EdgeBoard): OnCircle[] =>
  [...p.edges.values()].flatMap((e) => {
    const c = e.curve;
    if (c.type !== 'ellipse' || !isRound(c)) return [];
    const view = trueView(p, c);
    if (!view) return [];
    const points = view === 'top' || view === 'bottom' ? turningPoints(p, b, c) : dividingPoints(p, view, c);
    return points.filter((q) => isOnEdge(e, q.at));
  });

const isWholeCurve = (curve: Curve2, [a, z]: readonly [Vec2, Vec2]): boolean =>
  curve.type !== 'line' && distance2(a, z) <= SAME_PLACE;

/**
 * The lines of the edge view: straight ones between corners of the part or outlines of its round faces, ellipses through points of their circles. How many
 * others there are is said.
 */
export const drawEdgeOutline = (p: Plan, b: EdgeBoard): void => {
  const corners = p.corners.filter((c) => !c.cut);
  const onCircles = pointsOnCircles(p, b).map((q) => ({ ...q, place: placeInEdge(b, q.at) }));
  const found = (q: OnCircle): string => {
    q.mark();
    return edgePoint(p, b, q.at);
  };
  const endAt = (place: Vec2): (() => string) | undefined => {
    const corner = corners.find((c) => distance2(placeInEdge(b, c.at), place) <= SAME_PLACE * 10);
    if (corner) return () => edgePoint(p, b, corner.at, corner.label);
    const there = pointThere(p, place);
    if (there !== undefined) return () => there;
    const round = onCircles.find((q) => distance2(q.place, place) <= SAME_PLACE * 10);
    return round && (() => found(round));
  };
  const draw = (what: 'line' | 'curve', seen: boolean, through: readonly string[], closed: boolean): void =>
    take(
      p,
      {
        view: undefined,
        stage: 'lines',
        tool: what === 'line' ? 'straight edge' : 'curve template',
        instruction: { kind: 'edgeOutline', seen, what },
      },
      [
        what === 'line'
          ? { do: 'draw', seen, from: through[0] as string, to: through[1] as string }
          : { do: 'curve', seen, through, closed },
      ],
    );
  /** what lies on a curve between its ends, in order along it */
  const within = (s: Stretch, ends: readonly Vec2[]): OnCircle[] =>
    onCircles
      .flatMap((q) => {
        const t = ends.some((e) => distance2(e, q.place) <= SAME_PLACE)
          ? undefined
          : parameterNear(s, q.place);
        return t === undefined ? [] : [{ t, q }];
      })
      .sort((x, y) => x.t - y.t)
      .map(({ q }) => q);
  let rest = 0;
  for (const l of b.edge.view.lines.filter((x) => x.kind !== 'tangent')) {
    const s = stretchOnPaper(b.edge.toPaper, l);
    const ends = [s.from, s.to].map((t) => pointOn2(s.curve, t)) as [Vec2, Vec2];
    const closed = isWholeCurve(s.curve, ends);
    const inner = s.curve.type === 'line' ? [] : within(s, closed ? [] : ends);
    const [from, to] = closed ? [undefined, undefined] : ends.map(endAt);
    const seen = l.class !== 'hidden';
    if (s.curve.type === 'line' && from && to) {
      const [a, z] = [from(), to()];
      if (a !== z) draw('line', seen, [a, z], false);
      else rest++;
    } else if (closed && inner.length >= DIVISIONS / 2)
      draw('curve', seen, [...new Set(inner.map(found))], true);
    else if (from && to && inner.length)
      draw('curve', seen, [from(), ...new Set(inner.map(found)), to()], false);
    else rest++;
  }
  if (rest)
    take(
      p,
      {
        view: undefined,
        stage: 'lines',
        tool: 'pencil',
        instruction: { kind: 'edgeRest', lines: rest },
      },
      [],
    );
};
