import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import type { ShapeFile } from '../../part/shapes/shapes.ts';
import {
  Ask,
  type Drafts,
  type Maker,
  need,
  op,
  type Quantity3,
  sidesIn,
  spanOf,
  type UnusedSizes,
} from './draft.ts';
import { FACE_AXES, placeOn, shifted, type TypedContext } from './placing.ts';
import type { FaceName, Gathered } from './sortedWords.ts';
import { standing } from './standing.ts';

type PolygonSize = { side: Quantity } | { acrossFlats: Quantity } | { acrossCorners: Quantity };

export const polygonOf = (p: UnusedSizes, sides: number, what: string, assumed: string[]): PolygonSize => {
  const side = p.named('side');
  if (side !== undefined) return { side: typedQuantity(side) };
  const flats = p.named('af');
  if (flats !== undefined) return { acrossFlats: typedQuantity(flats) };
  const corners = p.named('ac', 'diameter', 'radius');
  if (corners !== undefined) return { acrossCorners: typedQuantity(corners) };
  const bare = p.loose.shift() ?? p.named('width');
  if (sides === 4) return { side: need(bare, `How long is a side of the ${what}?`, 'side 40') };
  assumed.push(`${bare} across flats`);
  const size = need(
    bare,
    `How large is the ${what}? Give a side, or across flats or corners.`,
    'side 22',
    '38 across flats',
  );
  return { acrossFlats: size };
};

/** A hole that is no circle: a prism cut inwards from the face. */
export const polygonHole = (
  g: Gathered,
  p: UnusedSizes,
  c: TypedContext,
  face: FaceName,
  sides: number,
  assumed: string[],
): Drafts => {
  const shape = polygonOf(p, sides, 'hole', assumed);
  const n = FACE_AXES[face][2];
  const stated = g.means.has('through') ? undefined : p.named('depth');
  const depth = stated ?? String(spanOf(c, n));
  if (stated === undefined && !g.means.has('through')) assumed.push('right through');
  const place = placeOn(face, g, p.loose, c);
  if (!place.stated && c.box) assumed.push(`in the middle of the ${face}`);
  if (!g.at.length && !Object.keys(g.from).length && p.loose.length >= 2) p.loose.splice(0, 2);
  const at = [...place.at] as Quantity3;
  // it grows out of the face again, so it begins at its floor
  const outer = Number(at[n]);
  at[n] = shifted(outer, depth, FACE_AXES[face][3] === 1 ? -1 : 1, c);
  return {
    features: [
      {
        base: 'hole',
        op: op(g, 'cut'),
        ...(face !== 'top' && { plane: face }),
        shape: { kind: 'prism', sides, ...shape, height: typedQuantity(depth) },
        at,
      },
    ],
    assumed,
  };
};

export const sidesOf = (g: Gathered, p: UnusedSizes, what: string): number => {
  const stated = p.named('sides');
  const n = stated === undefined ? sidesIn(g) : Number(stated);
  if (n === undefined || !Number.isInteger(n))
    throw new Ask(`How many sides has the ${what}?`, ['6 sides', 'hexagon']);
  return n;
};

export const prism: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const sides = sidesOf(g, p, 'prism');
  const named = p.named('height', 'length', 'thickness');
  const size = polygonOf(p, sides, 'prism', assumed);
  const height = need(named ?? p.loose.shift(), 'How long is the prism?', '60 high');
  return {
    features: [
      {
        base: 'prism',
        op: op(g, 'add'),
        ...standing(g, p, c, assumed),
        shape: { kind: 'prism', sides, ...size, height },
      },
    ],
    assumed,
  };
};

export const TOPS = {
  side: 'topSide',
  acrossFlats: 'topAcrossFlats',
  acrossCorners: 'topAcrossCorners',
} as const;

export const pyramid: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const sides = sidesOf(g, p, 'pyramid');
  const named = p.named('height', 'length');
  const size = polygonOf(p, sides, 'pyramid', assumed);
  const height = need(named ?? p.loose.shift(), 'How high is the pyramid?', '50 high');
  const key = Object.keys(size)[0] as keyof typeof TOPS;
  return {
    features: [
      {
        base: 'pyramid',
        op: op(g, 'add'),
        ...standing(g, p, c, assumed),
        shape: {
          kind: 'pyramid',
          sides,
          ...size,
          height,
          ...(g.top !== undefined && { [TOPS[key]]: typedQuantity(g.top) }),
        } as ShapeFile,
      },
    ],
    assumed,
  };
};
