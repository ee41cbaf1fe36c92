import { pointOn2 } from '../geometry/curve2.ts';
import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON, SAME_PLACE } from '../geometry/nearness.ts';
import { mapPoint, type Rigid, turnVector } from '../geometry/rigid.ts';
import {
  add,
  along,
  cross2,
  distance,
  distance2,
  dot,
  length,
  scale,
  sub,
  sub2,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { featureOfFace } from '../naming/keys.ts';
import { DEGREE } from '../number/angle.ts';
import { homesOf } from '../part/homes.ts';
import { placementsOf } from '../part/placement.ts';
import type { PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { stretchOnPaper } from '../sheet/layout/similarity.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import type { ViewLine } from '../view/view.ts';
import { circleByPoints } from './arcByCrown.ts';
import { isAtHand, levelAt, pointAt, uprightAt } from './coordinates.ts';
import { facesOfLine } from './lineFaces.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';
import { paperAngle } from './polygonDrawn.ts';
import type { Polygon } from './polygons.ts';

/** The end of a prism whose corners a cone takes off, as of bolt heads and nuts. Part units. */
export type ChamferedEnd = {
  readonly body: string;
  /** the prism, and the cone that chamfers it */
  readonly feature: string;
  readonly cone: string;
  /** the circle in which the cone meets the end face */
  readonly centre: Vec3;
  readonly radius: number;
  /** unit, out of the end face */
  readonly out: Vec3;
  /** between the cone and the end face, degrees */
  readonly slope: number;
  /** of the end face before they are taken off */
  readonly corners: readonly Vec3[];
};

/** The ends of prisms that cones chamfer. @param polygons those of the same part */
export const chamferedEndsOf = (file: PartFile, polygons: readonly Polygon[]): ChamferedEnd[] => {
  const read = sizeReader(file);
  return file.bodies.flatMap((b, i) => {
    const home = homesOf(file)[i] as Rigid;
    return b.features.flatMap((f, j): ChamferedEnd[] => {
      const s = f.shape;
      if (f.off || f.op !== 'keep' || s.kind !== 'cone') return [];
      const height = read.length(s.height, []);
      const [low, high] = [read.length(s.diameter, []) / 2, read.length(s.topDiameter ?? 0, []) / 2];
      return placementsOf(f, read, ['bodies', i, 'features', j]).flatMap(({ place }): ChamferedEnd[] => {
        const way = high < low ? 1 : -1;
        const centre = mapPoint(home, mapPoint(place, [0, 0, way > 0 ? height : 0]));
        const out = scale(turnVector(home, turnVector(place, [0, 0, 1])), way);
        const end = polygons.find(
          (g) =>
            distance(g.centre, centre) < SAME_PLACE &&
            length(sub(g.normal, scale(out, dot(g.normal, out)))) < EDGE_ON,
        );
        const radius = Math.min(low, high);
        const [a, c] = (end?.corners ?? []) as [Vec3, Vec3];
        // the circle touches the sides: the middle of one is as far off
        if (!end || Math.abs(distance(scale(add(a, c), 0.5), centre) - radius) > SAME_PLACE) return [];
        return [
          {
            body: b.name,
            feature: end.feature,
            cone: f.id,
            centre,
            radius,
            out,
            slope: Math.atan2(height, Math.abs(low - high)) / DEGREE,
            corners: end.corners,
          },
        ];
      });
    });
  });
};

/** Along which coordinate of the paper the axis of an end runs in a view: 0 level, 1 upright; nothing where it does neither. */
const axisAlong = (e: ChamferedEnd, v: PlacedView): 0 | 1 | undefined => {
  const { toward, u, v: up } = VIEW_FRAMES[v.name];
  if (Math.abs(dot(e.out, toward)) > EDGE_ON) return undefined;
  if (Math.abs(dot(e.out, u)) < EDGE_ON) return 1;
  return Math.abs(dot(e.out, up)) < EDGE_ON ? 0 : undefined;
};

/** The circle in which a cone meets an end, where a view sees it true: about the middle, touching the sides of the prism. */
export const drawChamferCircle = (p: Plan, e: ChamferedEnd): void => {
  const v = p.sheet.views.find((x) => Math.abs(dot(e.out, VIEW_FRAMES[x.name].toward)) > 1 - EDGE_ON);
  if (!v) return;
  const at = placeOfPoint(v, e.centre);
  const r = e.radius * v.toPaper.k;
  const isIt = (c: { readonly c: Vec2; readonly r: number }): boolean =>
    distance2(c.c, at) < SAME_PLACE && Math.abs(c.r - r) < SAME_PLACE;
  if (p.rims.some((x) => x.view === v.name && isIt({ c: x.centre, r: x.r }))) return;
  // a prism that is stated across its flats has been drawn about this circle
  const known = [...p.board.circles].find(([, c]) => isIt(c))?.[0];
  const circle = known ?? freshName(p, 'c');
  if (known === undefined) {
    const [a, b] = e.corners.slice(0, 2).map((q) => pointThere(p, placeOfPoint(v, q)));
    if (a === undefined || b === undefined) return;
    const centre = pointAt(p, v.name, at, 'construction');
    const [side, square, foot] = [freshName(p, 'l'), freshName(p, 'l'), freshName(p, 'p')];
    take(
      p,
      {
        view: v.name,
        stage: 'construction',
        tool: 'compass',
        instruction: { kind: 'chamferCircle', feature: e.feature },
      },
      [
        { do: 'join', line: side, a, b },
        { do: 'square', line: square, to: side, through: centre },
        { do: 'cross', point: foot, a: square, b: side },
        { do: 'circle', circle, centre, through: foot },
      ],
    );
  }
  p.rims.push({ view: v.name, circle, centre: at, r });
};

/**
 * Finds how high the corners of a chamfered end are left, where a view sees one of them at the side: there the cone is a straight line from the side of
 * its circle, aslant to the end face, which meets the edge of that corner. All corners end at this height.
 */
export const drawChamferedEnd = (p: Plan, e: ChamferedEnd): void => {
  for (const v of p.sheet.views) {
    const k = axisAlong(e, v);
    if (k === undefined) continue;
    const { toward, u, v: up } = VIEW_FRAMES[v.name];
    // the corner that stands out furthest to the side, in the plane of the axis
    const corner = e.corners.find((c) => Math.abs(dot(sub(c, e.centre), toward)) < SAME_PLACE);
    if (!corner) continue;
    const reach = distance(corner, e.centre);
    const side = scale(sub(corner, e.centre), 1 / reach);
    const drop = (reach - e.radius) * Math.tan(e.slope * DEGREE);
    const end = placeOfPoint(v, along(corner, e.out, -drop));
    if (pointThere(p, end) || isAtHand(p, { view: v.name, at: end[k] as number }, k)) continue;
    const rim = pointAt(p, v.name, placeOfPoint(v, along(e.centre, side, e.radius)), 'construction');
    const edge = { view: v.name, at: end[1 - k] as number };
    if (k === 1) uprightAt(p, edge);
    else levelAt(p, edge);
    const line = (k === 1 ? p.upright.at(end[0]) : p.level.at(end[1])) as string;
    const run = along(scale(side, Math.cos(e.slope * DEGREE)), e.out, -Math.sin(e.slope * DEGREE));
    const angle = paperAngle([dot(run, u), dot(run, up)]);
    const square = Math.abs(angle / 15 - Math.round(angle / 15)) < 1e-9;
    const [ray, point] = [freshName(p, 'l'), freshName(p, 'p')];
    take(
      p,
      {
        view: v.name,
        stage: 'construction',
        tool: square ? 'set square' : 'protractor',
        instruction: { kind: 'chamferEnd', feature: e.feature, slope: e.slope },
      },
      [
        square
          ? { do: 'slant', line: ray, through: rim, angle }
          : { do: 'protract', line: ray, through: rim, angle },
        { do: 'cross', point, a: ray, b: line },
      ],
    );
  }
};

/** An arc that stands for a chamfer's curve leaves it by no more than this on the paper, mm: half a wide line, so that its ink covers the curve. */
const ARC_OFF = 0.25;
/** Places of a curve at which an arc is held against it. */
const HELD_AT = 64;

/** Whether a curve of space lies on the cone of a chamfered end. */
const isOnCone = (e: ChamferedEnd, edge: Edge): boolean =>
  [0, 0.3, 0.5, 1].every((t) => {
    const off = sub(pointOn(edge.curve, edge.from + t * (edge.to - edge.from)), e.centre);
    const down = -dot(off, e.out);
    const reach = length(along(off, e.out, down));
    return Math.abs((reach - e.radius) * Math.tan(e.slope * DEGREE) - down) < SAME_PLACE;
  });

/**
 * Finds the light circle of the curve in which a chamfer cuts a flat side, as drafters do: through its two ends and its crown, which stands over their
 * middle on the line of the end face.
 * @returns what draws the arc on it; nothing where the line is not such a curve, is only partly seen, or an arc would leave it visibly
 */
export const chamferArc = (
  p: Plan,
  v: PlacedView,
  l: ViewLine,
  seen: boolean,
  edge: Edge,
  ends: readonly ChamferedEnd[],
): (() => void) | undefined => {
  const e = ends.find((x) => isOnCone(x, edge));
  const k = e && axisAlong(e, v);
  if (!e || k === undefined) return undefined;
  const s = stretchOnPaper(v.toPaper, l);
  const at = (t: number): Vec2 => pointOn2(s.curve, s.from + t * (s.to - s.from));
  const [a, b] = [at(0), at(1)];
  const top = placeOfPoint(v, e.centre)[k] as number;
  const crown: Vec2 = k === 1 ? [(a[0] + b[0]) / 2, top] : [top, (a[1] + b[1]) / 2];
  // the chord runs along the end face, and the crown is part of the curve
  if (Math.abs((a[k] as number) - (b[k] as number)) > SAME_PLACE) return undefined;
  const held = Array.from({ length: HELD_AT + 1 }, (_, i) => at(i / HELD_AT));
  if (Math.min(...held.map((q) => Math.abs((q[k] as number) - top))) > SAME_PLACE) return undefined;
  const bulge = Math.abs((a[k] as number) - top);
  const half = distance2(a, b) / 2;
  const r = (half * half + bulge * bulge) / (2 * bulge);
  const centre: Vec2 =
    k === 1 ? [crown[0], top + Math.sign(a[1] - top) * r] : [top + Math.sign(a[0] - top) * r, crown[1]];
  const off = Math.max(...held.map((q) => Math.abs(distance2(q, centre) - r)));
  if (off > ARC_OFF) return undefined;
  const line = { view: v.name, at: top };
  if (k === 1) levelAt(p, line);
  else uprightAt(p, line);
  const onto = (k === 1 ? p.level.at(top) : p.upright.at(top)) as string;
  // counter-clockwise from end to end by way of the crown
  const [from, to] = cross2(sub2(crown, a), sub2(b, crown)) > 0 ? [a, b] : [b, a];
  const about = facesOfLine(p, l);
  const face = about.on.find((f) => featureOfFace(f) === e.feature);
  const arc = { crown, ...(face !== undefined && { face }) };
  const circle = circleByPoints(p, v.name, [from, to], arc, { on: onto });
  return () =>
    take(
      p,
      {
        view: v.name,
        stage: 'lines',
        tool: 'compass',
        instruction: { kind: 'chamferArc', seen, off, line: about },
      },
      [{ do: 'arc', seen, circle, from: pointAt(p, v.name, from), to: pointAt(p, v.name, to) }],
    );
};
