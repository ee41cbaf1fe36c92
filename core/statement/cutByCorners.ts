import { distance2, type Vec2 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import { AUXILIARY, type PartFile } from '../part/schema.ts';
import { isEdgeIn, squareToPoints } from '../section/planeOfPoints.ts';
import { flatten } from '../view/project.ts';
import {
  CORNER,
  type CornerContext,
  cornerPlace,
  halfWay,
  isCorner,
  type NamedCorner,
  refuseCut,
  type ThreePoints,
} from './cornerPlaces.ts';
import { planeByEdges } from './cutByEdges.ts';

/**
 * A plane of three corners as a trace: the view in which it is an edge, and the two places that are furthest apart there; one that slopes in all views by
 * its three corners, for the auxiliary view in which it is an edge.
 */
export type CornerTrace = {
  readonly trace:
    | { readonly seenIn: ViewName; readonly through: [number, number][] }
    | { readonly seenIn: typeof AUXILIARY; readonly corners: Triple };
  /** what was taken for granted */
  readonly assumed: readonly string[];
};
type Triple = [[number, number, number], [number, number, number], [number, number, number]];

/** A corner, or the middle of an edge. */
const ITEM = `((?:the )?(?:middle|mid-?point) of (?:the )?(?:edge )?)?(${CORNER})(?: ?[-–] ?(${CORNER}))?`;
const NEXT = '(?:,| and|, and|,? ) ?';
const THREE = new RegExp(
  `^(?:cut |section |plane )?(?:through |by |of )?(?:the )?(?:three )?((?:corners|points) |(?:middles|mid-?points) of (?:the )?(?:edges )?)?${ITEM}${NEXT}${ITEM}${NEXT}${ITEM}$`,
  'iu',
);

/** Three corners or middles of edges by name: "through corners 1, 5 and 9", "through the middles of edges 1-2, 3-7 and 5-8". */
const pointsNamed = (
  typed: string,
  c: CornerContext,
): { readonly points: ThreePoints; readonly names: string } | undefined => {
  const m = THREE.exec(typed.trim().replace(/\s+/g, ' '));
  if (!m) return undefined;
  const lead = m[1] ?? '';
  const items = [2, 5, 8].map((k) => ({
    isMiddle: m[k] !== undefined || lead.startsWith('mid'),
    from: m[k + 1] as string,
    to: m[k + 2],
  }));
  if (items.some((i) => i.isMiddle !== (i.to !== undefined))) return undefined;
  const named = items.flatMap((i) => [i.from, ...(i.to === undefined ? [] : [i.to])]);
  // without the word, only what the ledger names is taken for corners
  if (!lead && !named.every((name) => isCorner(name, c))) return undefined;
  const points = items.map(({ from, to }) => {
    const at = cornerPlace(from, c);
    return to === undefined ? at : halfWay(at, cornerPlace(to, c));
  }) as unknown as ThreePoints;
  const names = items
    .map((i) => (i.to === undefined ? i.from : `the middle of ${i.from}-${i.to}`))
    .join(', ');
  return { points, names };
};

/**
 * The plane through three corners, or by edges that corners name.
 * @param typed without how one looks: "through corners 1, 5 and 9", "through points (0, 0, 20), (40, 0, 5) and (0, 30, 5)", "square to edge 3-9 at its middle"
 * @param views on the sheet: one in which the plane is an edge is taken, else the auxiliary view on the top view
 * @returns nothing where the line names no corners or edges
 * @throws Refusal where a name or figure is not known, the three lie in line, or the plane slopes in all views and the top view is missing
 */
export const traceByCorners = (
  typed: string,
  corners: readonly NamedCorner[],
  views: readonly ViewName[],
  part: PartFile,
): CornerTrace | undefined => {
  const context = { part, corners };
  const byEdges = planeByEdges(typed, context);
  const said = byEdges ? { ...byEdges, names: typed.trim() } : pointsNamed(typed, context);
  if (!said) return undefined;
  const { points, names } = said;
  const assumed = byEdges?.assumed ?? [];
  const n = squareToPoints(points);
  if (!n) return refuseCut(says('cutline.corners-in-line', { names }));
  const view = views.find((v) => isEdgeIn(n, VIEW_FRAMES[v]));
  if (!view) {
    if (!views.includes('top')) return refuseCut(says('cutline.oblique', { names }));
    return { assumed, trace: { seenIn: AUXILIARY, corners: points.map((p) => p.map(tidyFigure)) as Triple } };
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
  return { assumed, trace: { seenIn: view, through: ends.map(([u, v]) => [tidyFigure(u), tidyFigure(v)]) } };
};
