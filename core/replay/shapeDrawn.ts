import { pointOn2 } from '../geometry/curve2.ts';
import { ON_LINE } from '../geometry/nearness.ts';
import { cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { PrincipalSection } from '../section/section.ts';
import type { Leg } from '../section/trace.ts';
import { onPaper } from '../sheet/layout/similarity.ts';
import { distanceView } from '../sheet/layout/xyDistance.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { inShape, isOnShape, lineNumberOf, type PlacedShape, shapePlace } from '../sheet/views/trueShape.ts';
import { flatten } from '../view/project.ts';
import { pointAt } from './coordinates.ts';
import { type Findable, parameterNear } from './curvePoints.ts';
import type { Deed } from './deed.ts';
import { freshName, type Plan, pointThere, take, viewNamed } from './plan.ts';

/** A leg of a trace that is drawn: its light line, and the point where it begins. */
export type TraceLeg = { readonly leg: Leg; readonly line: string; readonly start: string };

/** The leg of a trace that a cut point lies on: the one whose stretch holds it. */
export const legOf = (s: PrincipalSection, trace: readonly TraceLeg[], c: Findable): TraceLeg => {
  const at = flatten(s.plane.frame, c.at);
  const off = ({ leg }: TraceLeg): number => {
    const e = sub2(at, leg.start);
    const along = dot2(e, leg.direction);
    const begin = Math.max(leg.from, -1e9);
    const room = leg.to - begin;
    // beyond its ends a leg is as far as one would have to go back
    const past = Math.max(0, leg.from > -1e9 ? -along : 0, along - room);
    return Math.abs(cross2(leg.direction, e)) + past;
  };
  return trace.reduce((a, b) => (off(b) < off(a) - 1e-9 ? b : a));
};

/** A place of the developed trace on X1Y1. */
const basePlace = (shape: PlacedShape, along: number): Vec2 =>
  footPlace(shape.line, onPaper(shape.toPaper, inShape(shape.plane, along, 0)));

/** The line on which a true shape stands, or from which a section by itself is measured, parallel to the trace: its number, its name at the board, and the point by which it is placed. */
export const drawShapeLine = (
  p: Plan,
  shape: PlacedShape,
  trace: string,
): { readonly n: number | undefined; readonly base: string; readonly start: string } => {
  const { drawnAs } = shape;
  const n = drawnAs === 'true shape' ? lineNumberOf(p.sheet, shape.cut) : undefined;
  const [base, start] = [freshName(p, 'l'), freshName(p, 'p')];
  take(
    p,
    {
      view: undefined,
      stage: 'true shape',
      tool: 'set square',
      instruction: { kind: 'shapeLine', line: n, drawnAs },
      source: 'sheet',
    },
    [
      { do: 'place', point: start, left: shape.line.from[0], bottom: shape.line.from[1] },
      { do: 'parallel', line: base, to: trace, through: start },
    ],
  );
  return { n, base, start };
};

/** The true shape, or the removed or revolved section: projectors square to the trace, distances from XY set off from its line, the points joined. */
export const drawShape = (
  p: Plan,
  s: PrincipalSection,
  trace: readonly TraceLeg[],
  found: readonly Findable[],
): void => {
  const { plane } = s;
  const shape = p.sheet.shapes.find((x) => x.cut === plane.name);
  const names = p.sheet.views.map((v) => v.name);
  const other = distanceView(plane.seenIn, names);
  const reference = other && p.reference.get(plane.seenIn === 'front' ? other : plane.seenIn);
  if (!shape || !other || reference === undefined || (plane.seenIn !== 'front' && other !== 'front')) return;
  const points = found.filter((c) => isOnShape(shape, c));
  const { n, base, start } = drawShapeLine(p, shape, (trace[shape.leg ?? 0] as TraceLeg).line);
  const t = viewNamed(p, plane.seenIn);
  const o = viewNamed(p, other);
  const direction = p.board.lines.get(base)?.d as Vec2;
  const square: Vec2 = [-direction[1], direction[0]];
  const acrossRef = (p.board.lines.get(reference) as { d: Vec2 }).d[0] === 1;
  // moved away from its own projectors, or turned into line, it keeps the spacings along the trace
  const spaced = shape.apart || (trace.length > 1 && shape.leg === undefined);
  const feet = new Map<string, string>();
  type Anchor = { readonly foot: string; readonly on: string; readonly at: Vec2 };
  const anchors = new Map<number, Anchor>();
  /** The foot of a place of the trace on the base line, set off from the foot of its leg's beginning. */
  const footOf = (
    leg: TraceLeg,
    on: string,
    place: Vec2,
  ): { name: string; deeds: Deed[]; chosen: boolean } => {
    const key = `${trace.indexOf(leg)} ${on}`;
    const known = feet.get(key);
    if (known !== undefined) return { name: known, deeds: [], chosen: false };
    const name = freshName(p, 'p');
    feet.set(key, name);
    if (!anchors.size) {
      // the first foot is chosen
      anchors.set(trace.indexOf(leg), { foot: name, on, at: place });
      const deed: Deed = {
        do: 'setOff',
        point: name,
        along: base,
        from: start,
        distance: distance2(place, shape.line.from),
        way: (Math.sign(dot2(sub2(place, shape.line.from), direction)) as 1 | -1) || 1,
      };
      return { name, deeds: [deed], chosen: true };
    }
    const anchor = anchorOf(trace.indexOf(leg));
    const by = dot2(sub2(place, anchor.at), direction);
    const deed: Deed = {
      do: 'carry',
      point: name,
      along: base,
      from: anchor.foot,
      span: [anchor.on, on],
      way: by < 0 ? -1 : 1,
    };
    return { name, deeds: [...anchor.deeds, deed], chosen: false };
  };
  /** What a leg's distances are carried from: the bend that it shares with a leg that has its own already. */
  const anchorOf = (i: number): Anchor & { readonly deeds: Deed[] } => {
    const own = anchors.get(i);
    if (own) return { ...own, deeds: [] };
    const from = [...anchors.keys()].reduce((a, b) => (Math.abs(b - i) < Math.abs(a - i) ? b : a));
    const next = from < i ? i - 1 : i + 1;
    const before = anchorOf(next);
    const bend = trace[Math.max(i, next)] as TraceLeg;
    const at = basePlace(shape, bend.leg.from);
    const foot = freshName(p, 'p');
    anchors.set(i, { foot, on: bend.start, at });
    const by = dot2(sub2(at, before.at), direction);
    return {
      foot,
      on: bend.start,
      at,
      deeds: [
        ...before.deeds,
        {
          do: 'carry',
          point: foot,
          along: base,
          from: before.foot,
          span: [before.on, bend.start],
          way: by < 0 ? -1 : 1,
        },
      ],
    };
  };
  for (const c of points) {
    const at = shapePlace(shape, c);
    if (pointThere(p, at)) continue;
    // a bend belongs to two legs: in the shape of one leg alone it is a point of that one
    const leg = shape.leg === undefined ? legOf(s, trace, c) : (trace[shape.leg] as TraceLeg);
    const on = pointThere(p, placeOfPoint(t, c.at)) as string;
    const measured = pointAt(p, other, placeOfPoint(o, c.at), 'true shape');
    const [projector, off, fall, mark] = ['l', 'p', 'l', 'p'].map((k) => freshName(p, k)) as [
      string,
      string,
      string,
      string,
    ];
    const deeds: Deed[] = [];
    let foot: string;
    let chosen = false;
    if (spaced) {
      const found = footOf(leg, on, footPlace(shape.line, at));
      foot = found.name;
      chosen = found.chosen;
      deeds.push(...found.deeds, { do: 'square', line: projector, to: base, through: foot });
    } else {
      foot = freshName(p, 'p');
      deeds.push(
        { do: 'square', line: projector, to: leg.line, through: on },
        { do: 'cross', point: foot, a: base, b: projector },
      );
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
        way: projectorWay(p, leg.line, base, spaced, way),
      },
    );
    take(
      p,
      {
        view: plane.seenIn,
        stage: 'true shape',
        tool: 'dividers',
        ...(chosen && { source: 'sheet' as const }),
        instruction: { kind: 'shapePoint', line: n, label: c.label, distances: other, apart: spaced },
        about: c.keys,
      },
      deeds,
    );
  }
  joinShape(p, shape, points);
};

/** Joins the points of a true shape that are found, in the order round the cut. */
export const joinShape = (p: Plan, shape: PlacedShape, points: readonly Findable[]): void => {
  const labels = new Map(points.map((c) => [pointThere(p, shapePlace(shape, c)), c.label]));
  const labelsOf = (through: readonly string[]): readonly string[] | undefined => {
    const named = through.flatMap((x) => labels.get(x) || []);
    return named.length === through.length ? named : undefined;
  };
  const several = shape.rims.length > 1;
  // the edges behind a hole belong to a section alone
  for (const { body, stretches, behind } of shape.rims)
    for (const r of [...stretches, ...behind]) {
      const ends = [pointOn2(r.curve, r.from), pointOn2(r.curve, r.to)].map((x) => pointThere(p, x));
      const [from, to] = ends;
      const inner = points
        .map((c) => shapePlace(shape, c))
        .flatMap((x) => {
          const t = parameterNear(r, x);
          const name = pointThere(p, x);
          return t !== undefined && name !== undefined ? [{ t, name }] : [];
        })
        .sort((a, b) => a.t - b.t)
        .map((x) => x.name);
      const straight = r.curve.type === 'line';
      if (straight && (from === undefined || to === undefined)) continue;
      const whole = distance2(pointOn2(r.curve, r.from), pointOn2(r.curve, r.to)) < ON_LINE;
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
          instruction: {
            kind: 'joinShape',
            cut: shape.cut,
            drawnAs: shape.drawnAs,
            body: several ? body : undefined,
            labels: labelsOf(through),
            straight,
          },
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

/** The foot of the perpendicular from a place on a line of the sheet. */
export const footPlace = (line: { readonly from: Vec2; readonly to: Vec2 }, at: Vec2): Vec2 => {
  const e = sub2(line.to, line.from);
  const k = dot2(sub2(at, line.from), e) / dot2(e, e);
  return [line.from[0] + k * e[0], line.from[1] + k * e[1]];
};
