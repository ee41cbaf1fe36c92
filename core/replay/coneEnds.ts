import { EDGE_ON } from '../geometry/nearness.ts';
import { mapPoint } from '../geometry/rigid.ts';
import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { isAtHand, levelAt, pointAt, uprightAt } from './coordinates.ts';
import type { FramedFeature } from './framePoints.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';
import { paperAngle } from './polygonDrawn.ts';

/**
 * The ends of drill tips and countersinks, where a view looks square to their axis: a ray from the rim at half the included angle to the axis
 * meets the axis, or the side of the hole.
 */
export const drawConeEnds = (p: Plan, f: FramedFeature): void => {
  const { place } = f;
  for (const cone of f.cones)
    for (const v of p.sheet.views) {
      const { toward, u, v: up } = VIEW_FRAMES[v.name];
      const across = [place.x, place.y].find((d) => Math.abs(dot(d, toward)) < EDGE_ON);
      const axis: Vec2 = [dot(place.z, u), dot(place.z, up)];
      // the axis stands level or upright in the view
      if (!across || Math.abs(dot(place.z, toward)) > EDGE_ON || Math.abs(axis[0] * axis[1]) > EDGE_ON)
        continue;
      const q: Vec2 = [dot(across, u), dot(across, up)];
      const at = (r: number, z: number): Vec2 => {
        const local: Vec3 = across === place.x ? [r, 0, z] : [0, r, z];
        return placeOfPoint(v, mapPoint(place, local));
      };
      const half = (cone.half * Math.PI) / 180;
      const end = at(cone.to, cone.level - (cone.radius - cone.to) / Math.tan(half));
      const along = Math.abs(axis[1]) > 0.5 ? 1 : 0;
      if (pointThere(p, end) || isAtHand(p, { view: v.name, at: end[along] }, along)) continue;
      const rim = pointAt(p, v.name, at(cone.radius, cone.level), 'construction');
      const side = { view: v.name, at: end[1 - along] as number };
      if (along === 1) uprightAt(p, side);
      else levelAt(p, side);
      const line = (along === 1 ? p.upright.at(end[0]) : p.level.at(end[1])) as string;
      const angle = paperAngle([
        -axis[0] * Math.cos(half) - q[0] * Math.sin(half),
        -axis[1] * Math.cos(half) - q[1] * Math.sin(half),
      ]);
      const square = Math.abs(angle % 15) < 1e-9;
      const [ray, point] = [freshName(p, 'l'), freshName(p, 'p')];
      take(
        p,
        {
          view: v.name,
          stage: 'construction',
          tool: square ? 'set square' : 'protractor',
          ...(!square && { source: 'counted' as const }),
          instruction: {
            kind: 'coneEnd',
            feature: f.feature,
            half: cone.half,
            meets: cone.to === 0 ? 'axis' : 'side',
          },
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
