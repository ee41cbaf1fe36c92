import { type Curve3, pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import type { Cone, Cylinder, Round, Surface, Torus } from '../geometry/surface.ts';
import { add, along, cross, dot, length, perpendiculars, scale, unit, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import type { Face, Solid } from '../solid/body.ts';
import { CLASSIFYING_REACH, faceKeyAt } from '../solid/boundary.ts';
import { carrierOf, surfacesAt } from '../solid/carriers.ts';
import { type Change, isAway } from '../solid/change.ts';
import { changingCoedges } from '../solid/coedges.ts';

/** A stretch along which a curved face turns away from the observer. */
export type Silhouette = {
  readonly curve: Curve3;
  readonly from: number;
  readonly to: number;
  readonly surface: number;
  readonly of: string;
};

const cylinderOutlines = (s: Cylinder, toward: Vec3): Curve3[] => {
  const across = cross(s.a, toward);
  const size = length(across);
  if (size < EDGE_ON) return [];
  const m = scale(across, s.r / size);
  return [1, -1].map((k) => ({ type: 'line', p: along(s.o, m, k), d: s.a }));
};

/** The directions e from a cone's axis to its two outline rulings, where e.d cos = a.d sin; none from within or end-on. */
export const coneOutlineRadii = (s: Cone, toward: Vec3): Vec3[] => {
  const ad = dot(s.a, toward);
  const flat = along(toward, s.a, -ad);
  const reach = length(flat);
  if (reach < EDGE_ON) return [];
  const cos = (ad * s.sin) / (reach * s.cos);
  if (Math.abs(cos) >= 1 - 1e-12) return [];
  const e = scale(flat, 1 / reach);
  const back = cross(s.a, e);
  const sin = Math.sqrt((1 - cos) * (1 + cos));
  return [1, -1].map((k) => add(scale(e, cos), scale(back, k * sin)));
};

const torusOutlines = (s: Torus, toward: Vec3): Curve3[] => {
  const ad = dot(s.a, toward);
  const side = cross(s.a, toward);
  const circle = (c: Vec3, u: Vec3, v: Vec3): Curve3 => ({ type: 'ellipse', c, u, v });
  if (length(side) < EDGE_ON)
    return [s.R + s.r, s.R - s.r]
      .filter((rho) => rho > 0)
      .map((rho) => circle(s.o, scale(s.e1, rho), scale(s.e2, rho)));
  if (Math.abs(ad) >= EDGE_ON)
    return [1, -1].map((k): Curve3 => ({ type: 'contour', torus: s, toward, branch: k as 1 | -1 }));
  const e = unit(side);
  return [
    ...[1, -1].map((k) => circle(along(s.o, s.a, k * s.r), scale(s.e1, s.R), scale(s.e2, s.R))),
    ...[1, -1].map((k) => circle(along(s.o, e, k * s.R), scale(e, k * s.r), scale(s.a, s.r))),
  ];
};

/** The curves along which a given observer sees a curved surface turn away. */
export const outlinesOf = (s: Round, toward: Vec3): Curve3[] => {
  switch (s.kind) {
    case 'cylinder':
      return cylinderOutlines(s, toward);
    case 'cone':
      return coneOutlineRadii(s, toward).map((e) => ({
        type: 'line',
        p: s.o,
        d: add(scale(s.a, s.cos), scale(e, s.sin)),
      }));
    case 'sphere': {
      const [e1, e2] = perpendiculars(toward);
      return [{ type: 'ellipse', c: s.o, u: scale(e1, s.r), v: scale(e2, s.r) }];
    }
    case 'torus':
      return torusOutlines(s, toward);
  }
};

/** The outlines on one surface. */
const outlinesOn = (s: Solid, id: number, f: ViewFrame): Silhouette[] => {
  const surface = s.surfaces[id] as Surface;
  if (surface.kind === 'plane') return [];
  return outlinesOf(surface, f.toward).flatMap((curve) => {
    const { on, pieces } = carrierOf(s, curve, [id]);
    const out: Silhouette[] = [];
    for (const { from, to } of pieces) {
      const t = (from + to) / 2;
      const p = pointOn(curve, t);
      const through = surfacesAt(s, on, p);
      if (!through.includes(id)) continue;
      if (!changingCoedges(s, curve, t, through).some((c) => c.surface === id)) continue;
      out.push({ curve, from, to, surface: id, of: faceKeyAt(s, id, p) });
    }
    return out;
  });
};

/** The outlines of a body's curved faces where those faces really are on its boundary, by the surface they lie on. */
export type Silhouettes = readonly (readonly Silhouette[])[];

/** @param before the outlines in the body's last state: those on faces away from what changed are taken over, the very same objects */
export const silhouettesOf = (
  s: Solid,
  f: ViewFrame,
  before?: { readonly silhouettes: Silhouettes; readonly change: Change },
): Silhouettes =>
  s.surfaces.map((_, id) => {
    const holds =
      before?.change.kept[id] &&
      (s.facesOf[id] as number[]).every((i) =>
        isAway(before.change, (s.faces[i] as Face).box, s.tol.size * CLASSIFYING_REACH),
      );
    return holds ? (before.silhouettes[id] as readonly Silhouette[]) : outlinesOn(s, id, f);
  });
