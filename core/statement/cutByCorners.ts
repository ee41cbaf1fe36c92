import { distance2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { attempt, Refusal } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import { AUXILIARY, type PartFile, typedQuantity } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { isEdgeIn, squareToPoints } from '../section/planeOfPoints.ts';
import { flatten } from '../view/project.ts';

/** A corner of the part by the name that the drawing gives it, part units. */
export type NamedCorner = { readonly label: string; readonly at: Vec3 };

/**
 * A plane of three corners as a trace: the view in which it is an edge, and the two places that are furthest apart there; one that slopes in all views by
 * its three corners, for the auxiliary view in which it is an edge.
 */
export type CornerTrace =
  | { readonly seenIn: ViewName; readonly through: [number, number][] }
  | { readonly seenIn: typeof AUXILIARY; readonly corners: Triple };
type Triple = [[number, number, number], [number, number, number], [number, number, number]];

const refuse = (said: Said): never => {
  throw new Refusal({ path: ['cuts'], where: 'the cut', ...said });
};

const cornerNamed = (name: string, corners: readonly NamedCorner[]): Vec3 => {
  const own =
    corners.find((c) => c.label === name) ??
    corners.find((c) => c.label.toLowerCase() === name.toLowerCase());
  return own?.at ?? refuse(says('cutline.corner', { name }));
};

/** A corner by its name in the ledger, or by its width, depth and height in brackets. */
const NAME = "(\\([^()]*\\)|\\[[^\\[\\]]*\\]|[\\p{L}\\p{N}]+'*)";
const THREE = new RegExp(
  `^(?:cut |section |plane )?(?:through |by |of )?(?:the )?(?:three )?((?:corners|points) )?${NAME}(?:,| and|,? ) ?${NAME}(?:,| and|, and|,? ) ?${NAME}$`,
  'iu',
);

/** The place of a corner that is named, or written in brackets. */
const placeOf = (written: string, corners: readonly NamedCorner[], part: PartFile): Vec3 => {
  if (!/^[([]/.test(written)) return cornerNamed(written, corners);
  const inside = written.slice(1, -1).trim();
  const figures = inside.split(/[,;]/.test(inside) ? /[,;]/ : /\s+/);
  if (figures.length !== 3) return refuse(says('cutline.three-figures', { typed: written }));
  return figures.map((figure) => {
    const q = figure.trim();
    const read = attempt(() => sizeReader(part).length(typedQuantity(q), []));
    return read.ok ? read.value : refuse(says('cutline.figure', { typed: q }));
  }) as unknown as Vec3;
};

/**
 * The plane through three corners.
 * @param typed without how one looks: "through corners 1, 5 and 9", "through points (0, 0, 20), (40, 0, 5) and (0, 30, 5)"
 * @param views on the sheet: one in which the plane is an edge is taken, else the auxiliary view on the top view
 * @returns nothing where the line names no three corners
 * @throws Refusal where a name or figure is not known, the three lie in line, or the plane slopes in all views and the top view is missing
 */
export const traceByCorners = (
  typed: string,
  corners: readonly NamedCorner[],
  views: readonly ViewName[],
  part: PartFile,
): CornerTrace | undefined => {
  const m = THREE.exec(typed.trim().replace(/\s+/g, ' '));
  if (!m) return undefined;
  const names = m.slice(2, 5) as string[];
  // without the word, only what the ledger names is taken for corners
  const isNamed = (name: string): boolean => /^[([]/.test(name) || corners.some((c) => c.label === name);
  if (!m[1] && !names.every(isNamed)) return undefined;
  const points = names.map((name) => placeOf(name, corners, part)) as [Vec3, Vec3, Vec3];
  const n = squareToPoints(points);
  const list = names.join(', ');
  if (!n) return refuse(says('cutline.corners-in-line', { names: list }));
  const view = views.find((v) => isEdgeIn(n, VIEW_FRAMES[v]));
  if (!view) {
    if (!views.includes('top')) return refuse(says('cutline.oblique', { names: list }));
    return { seenIn: AUXILIARY, corners: points.map((p) => p.map(tidyFigure)) as Triple };
  }
  const places = points.map((p) => flatten(VIEW_FRAMES[view], p));
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
