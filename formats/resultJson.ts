import { dot, type Vec2, type Vec3 } from '../core/geometry/vec.ts';
import { frameToward, type ViewFrame } from '../core/geometry/viewFrames.ts';
import type { CutFace } from '../core/section/cutFace.ts';
import { developedView } from '../core/section/developed.ts';
import type { RimLoop, RimPiece } from '../core/section/rim.ts';
import type { Section } from '../core/section/section.ts';
import { type CuttingPlane, type Leg, observerDirection, shapePoint } from '../core/section/trace.ts';
import type { BuiltPart } from '../core/solid/build.ts';
import { type Measures, measureSolid, measureTogether } from '../core/solid/measure.ts';
import { flatten, shadowsOf } from '../core/view/project.ts';
import type { View } from '../core/view/view.ts';
import { viewOf } from '../core/view/view.ts';
import { curveJson, flatCurveJson, writtenPoint } from './curveJson.ts';

/** The JSON answers of the command line (cli.md), deterministic for the same input. */

/** @param view those of threads stand with the other lines */
export const viewJson = (
  view: Pick<View, 'box' | 'lines'> & Partial<Pick<View, 'threads'>>,
  part: BuiltPart,
) => ({
  box: [
    ...writtenPoint([view.box[0], view.box[1]], part.tol.size),
    ...writtenPoint([view.box[2], view.box[3]], part.tol.size),
  ],
  lines: [...view.lines, ...(view.threads ?? [])].map((l) => ({
    class: l.class,
    kind: l.kind,
    curve: curveJson(l.curve, l.from, l.to, part.tol.size),
    of: l.of,
  })),
});

export const viewsJson = (part: BuiltPart, views: ReadonlyMap<string, View>) => ({
  format: 'blue-ledger/views@1',
  units: part.units,
  views: Object.fromEntries([...views].map(([name, v]) => [name, viewJson(v, part)])),
});

/** @param flat where a point of a leg falls, (s, t) or a view's (u, v) */
const loopsIn = (loops: readonly RimLoop[], part: BuiltPart, flat: (leg: number, p: Vec3) => Vec2) =>
  loops.map((l) => ({
    outer: l.outer,
    curves: l.pieces.map((p) =>
      flatCurveJson(p.curve, p.from, p.to, (q) => flat(p.leg, q), part.tol.linear, part.tol.size),
    ),
  }));

const faceJson = (face: CutFace, part: BuiltPart, plane: CuttingPlane) => ({
  area: face.area,
  perimeter: face.perimeter,
  centroid: face.centroid,
  loops: loopsIn(face.loops, part, (leg, p) => shapePoint(plane.legs[leg] as Leg, p)),
});

/** The loops of a cut as they stand in a view; what is seen as a point there is left out. */
const seenLoops = (face: CutFace, part: BuiltPart, frame: ViewFrame) => {
  const shows = (p: RimPiece): boolean =>
    shadowsOf(p.curve, Math.min(p.from, p.to), Math.max(p.from, p.to), frame, part.tol.linear, p.face, [])
      .length > 0;
  const loops = face.outline.map((l) => ({ ...l, pieces: l.pieces.filter(shows) }));
  return loopsIn(loops, part, (_, p) => flatten(frame, p));
};

/**
 * @param frames the sectional views asked for; "section" is the view square to the plane
 * @param developed adds the cut with its legs turned into one line, in (s, q)
 */
export const sectionJson = (
  part: BuiltPart,
  section: Section,
  frames: ReadonlyMap<string, ViewFrame>,
  developed = false,
) => ({
  format: 'blue-ledger/section@1',
  name: section.plane.name,
  bodies: section.bodies.map(({ name, hatched, face, parts, cutPoints }) => ({
    name,
    hatched,
    ...faceJson(face, part, section.plane),
    ...(parts.length && { parts: parts.map((x) => faceJson(x, part, section.plane)) }),
    cutPoints: cutPoints.map(({ label, on, at, along, across }) => ({ label, on, at, along, across })),
  })),
  ...(section.whole.length && { whole: section.whole }),
  views: Object.fromEntries([
    ...[...frames].map(([name, frame]) => {
      const edgeOn = section.plane.legs.every((l) => Math.abs(dot(l.kept.n, frame.toward)) < 1e-9);
      return [
        name,
        {
          ...viewJson(viewOf(section.remains, frame, part.tol), part),
          cut: edgeOn ? [] : section.bodies.flatMap(({ face }) => seenLoops(face, part, frame)),
        },
      ] as const;
    }),
    ...(developed ? [['developed', viewJson(developedView(part, section.plane), part)] as const] : []),
  ]),
});

/** The view square to a section's plane, seen by its observer. */
export const sectionFrame = (section: Section): ViewFrame => frameToward(observerDirection(section.plane));

const measuresJson = ({ volume, area, centreOfMass, box }: Measures) => ({ volume, area, centreOfMass, box });

export const measureJson = (part: BuiltPart) => {
  const each = part.bodies.map(({ solid, edges }) => ({ name: solid.name, m: measureSolid(solid, edges) }));
  return {
    format: 'blue-ledger/measure@1',
    units: part.units,
    bodies: each.map(({ name, m }) => ({ name, ...measuresJson(m) })),
    all: measuresJson(measureTogether(each.map((e) => e.m))),
  };
};
