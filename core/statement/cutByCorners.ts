import { EDGE_ON } from '../geometry/nearness.ts';
import { cross, distance2, dot, length, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { Refusal } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { TraceFile } from '../part/schema.ts';
import { flatten } from '../view/project.ts';

/** A corner of the part by the name that the drawing gives it, part units. */
export type NamedCorner = { readonly label: string; readonly at: Vec3 };

/** A plane of three corners as a trace: the view in which it is an edge, and the two places that are furthest apart there. */
export type CornerTrace = Pick<TraceFile, 'seenIn'> & { readonly through: [number, number][] };

/** Three points lie in line where their triangle is so flat, as a share of its longest side squared. */
const IN_LINE = 1e-9;

const refuse = (said: Said): never => {
  throw new Refusal({ path: ['cuts'], where: 'the cut', ...said });
};

const cornerNamed = (name: string, corners: readonly NamedCorner[]): Vec3 => {
  const own =
    corners.find((c) => c.label === name) ??
    corners.find((c) => c.label.toLowerCase() === name.toLowerCase());
  return own?.at ?? refuse(says('cutline.corner', { name }));
};

const NAME = "([\\p{L}\\p{N}]+'*)";
const THREE = new RegExp(
  `^(?:cut |section |plane )?(?:through |by |of )?(?:the )?(?:three )?(?:corners|points) ${NAME}(?:,| and|,? ) ?${NAME}(?:,| and|, and|,? ) ?${NAME}$`,
  'iu',
);

/**
 * The plane through three corners, where it is an edge in a view that is on the sheet.
 * @param typed without how one looks: "through corners 1, 5 and 9"
 * @param views on the sheet
 * @returns nothing where the line names no three corners
 * @throws Refusal where a name is not known, the three lie in line, or the plane is oblique to all views
 */
export const traceByCorners = (
  typed: string,
  corners: readonly NamedCorner[],
  views: readonly ViewName[],
): CornerTrace | undefined => {
  const m = THREE.exec(typed.trim().replace(/\s+/g, ' '));
  if (!m) return undefined;
  const names = m.slice(1, 4) as string[];
  const [a, b, c] = names.map((name) => cornerNamed(name, corners)) as [Vec3, Vec3, Vec3];
  const n = cross(sub(b, a), sub(c, a));
  const longest = Math.max(length(sub(b, a)), length(sub(c, a)), length(sub(c, b)));
  const list = names.join(', ');
  if (length(n) <= IN_LINE * longest ** 2) return refuse(says('cutline.corners-in-line', { names: list }));
  const view = views.find((v) => Math.abs(dot(VIEW_FRAMES[v].toward, n)) <= EDGE_ON * length(n));
  if (!view) return refuse(says('cutline.oblique', { names: list }));
  const places = [a, b, c].map((p) => flatten(VIEW_FRAMES[view], p));
  const pairs = [
    [0, 1],
    [0, 2],
    [1, 2],
  ].map(([i, k]) => [places[i as number], places[k as number]] as [Vec2, Vec2]);
  const [first, last] = pairs.reduce((x, y) => (distance2(y[0], y[1]) > distance2(x[0], x[1]) ? y : x));
  // the trace runs on to the right, or up where it is upright
  const ends =
    first[0] < last[0] || (first[0] === last[0] && first[1] < last[1]) ? [first, last] : [last, first];
  return { seenIn: view, through: ends.map(([u, v]) => [tidyFigure(u), tidyFigure(v)]) };
};
