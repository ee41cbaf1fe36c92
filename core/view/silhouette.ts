import type { Line3 } from '../geometry/curve3.ts';
import { pointOn } from '../geometry/curve3.ts';
import { along, cross, length, scale, type Vec3 } from '../geometry/vec.ts';
import type { Solid } from '../solid/body.ts';
import { carrierOf, surfacesAt } from '../solid/boundary.ts';
import { changingSheets } from '../solid/sheets.ts';
import type { Cylinder } from '../solid/surface.ts';
import type { ViewFrame } from './frames.ts';

/** A stretch of a generator along which a curved face turns away from the observer. */
export type Silhouette = {
  readonly curve: Line3;
  readonly from: number;
  readonly to: number;
  readonly of: string;
};

/** The two generators of a cylinder that a given observer sees as its outline; none when seen end-on. */
export const outlineGenerators = (s: Cylinder, f: ViewFrame): Line3[] => {
  const across = cross(s.a, f.toward);
  const size = length(across);
  if (size < 1e-9) return [];
  const m = scale(across, s.r / size);
  return [1, -1].map((k) => ({ type: 'line', p: along(s.o, m as Vec3, k), d: s.a }));
};

/** The outlines of a body's curved faces where those faces really are on its boundary. */
export const silhouettesOf = (s: Solid, f: ViewFrame): Silhouette[] =>
  s.surfaces.flatMap((surface, id) => {
    if (surface.kind !== 'cylinder') return [];
    return outlineGenerators(surface, f).flatMap((curve) => {
      const { on, pieces } = carrierOf(s, curve);
      const out: Silhouette[] = [];
      for (const { from, to } of pieces) {
        const t = (from + to) / 2;
        const through = surfacesAt(s, on, pointOn(curve, t));
        if (!through.includes(id)) continue;
        if (!changingSheets(s, curve, t, through).some((sheet) => sheet.surface === id)) continue;
        const face = (s.facesOf[id] as number[])[0] as number;
        out.push({ curve, from, to, of: s.faces[face]!.key });
      }
      return out;
    });
  });
