import { dot } from '../core/geometry/vec.ts';
import type { CutFace } from '../core/section/cutFace.ts';
import type { Section } from '../core/section/section.ts';
import { observerDirection, shapePoint } from '../core/section/trace.ts';
import type { BuiltPart } from '../core/solid/build.ts';
import { type Measures, measureSolid, measureTogether } from '../core/solid/measure.ts';
import { frameToward, type ViewFrame } from '../core/view/frames.ts';
import { flatten } from '../core/view/project.ts';
import type { View } from '../core/view/view.ts';
import { viewOf } from '../core/view/view.ts';
import { curveJson, flatCurveJson } from './curveJson.ts';

/** The JSON answers of the command line (cli.md), deterministic for the same input. */

export const viewJson = (view: View, part: BuiltPart) => ({
  box: view.box,
  lines: view.lines.map((l) => ({
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

const loopsIn = (face: CutFace, part: BuiltPart, flat: Parameters<typeof flatCurveJson>[3]) =>
  face.loops.map((l) => ({
    outer: l.outer,
    curves: l.pieces.map((p) => flatCurveJson(p.curve, p.from, p.to, flat, part.tol.linear, part.tol.size)),
  }));

/** @param frames the sectional views asked for; "section" is the view square to the plane */
export const sectionJson = (part: BuiltPart, section: Section, frames: ReadonlyMap<string, ViewFrame>) => ({
  format: 'blue-ledger/section@1',
  name: section.plane.name,
  bodies: section.bodies.map(({ name, hatched, face, cutPoints }) => ({
    name,
    hatched,
    area: face.area,
    perimeter: face.perimeter,
    centroid: face.centroid,
    loops: loopsIn(face, part, (p) => shapePoint(section.plane, p)),
    cutPoints: cutPoints.map(({ label, on, at, along, across }) => ({ label, on, at, along, across })),
  })),
  views: Object.fromEntries(
    [...frames].map(([name, frame]) => {
      const edgeOn = Math.abs(dot(section.plane.kept.n, frame.toward)) < 1e-9;
      return [
        name,
        {
          ...viewJson(viewOf(section.remains, frame, part.tol), part),
          cut: edgeOn
            ? []
            : section.bodies.flatMap(({ face }) => loopsIn(face, part, (p) => flatten(frame, p))),
        },
      ];
    }),
  ),
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
