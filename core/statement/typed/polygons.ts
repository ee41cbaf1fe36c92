import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { typedQuantity } from '../../part/schema.ts';
import type { ShapeFile } from '../../part/shapes/shapes.ts';
import { Ask } from './ask.ts';
import { cutFace, depthOf, letInto } from './cutting.ts';
import { type Drafts, type Maker, need, op, type Quantity3, sidesIn, spanOf, whereOn } from './draft.ts';
import { alongFace, FACE_AXES, type FaceName } from './faces.ts';
import { placeOn, shifted, type TypedContext } from './placing.ts';
import type { Said } from './said.ts';
import { standing } from './standing.ts';

type PolygonSize = { side: Quantity } | { acrossFlats: Quantity } | { acrossCorners: Quantity };

/** The size of a regular polygon: its side, or across its flats or corners. A bare figure says it only of a square and where nothing else fits. */
const polygonOf = (s: Said, sides: number, what: string): PolygonSize => {
  const side = s.named('side');
  if (side !== undefined) return { side: need(side, `How long is a side of the ${what}?`, 'side 22') };
  const flats = s.named('af');
  if (flats !== undefined)
    return { acrossFlats: need(flats, `How large is the ${what} across flats?`, '38 across flats') };
  const corners = s.named('ac', 'diameter', 'radius');
  if (corners !== undefined)
    return { acrossCorners: need(corners, `How large is the ${what} across corners?`, '44 across corners') };
  const bare = s.named('base') ?? s.named('width') ?? s.shift('side');
  if (sides === 4) return { side: need(bare, `How long is a side of the ${what}?`, 'side 40') };
  throw new Ask(
    bare === undefined
      ? `How large is the ${what}? Give a side, or across flats or corners.`
      : `What is ${bare} of the ${what}: a side, or across flats or corners?`,
    bare === undefined ? ['side 22', '38 across flats'] : ['side', 'across flats', 'across corners'],
  );
};

/** A hole that is no circle: a prism cut inwards from the face. */
export const polygonHole = (s: Said, c: TypedContext, face: FaceName, assumed: string[]): Drafts => {
  const sides = sidesIn(s) as number;
  const shape = polygonOf(s, sides, 'hole');
  const n = FACE_AXES[face][2];
  const stated = depthOf(s, 'hole', s.named('depth') ?? s.crossed('depth'), assumed);
  const depth = stated ?? String(spanOf(c, n));
  const place = placeOn(face, s, c, 'hole', assumed);
  if (!place.stated && c.box) throw whereOn('hole', face);
  const at = [...place.at] as Quantity3;
  // it grows out of the face again, so it begins at its floor
  const outer = Number(at[n]);
  at[n] = shifted(outer, depth, FACE_AXES[face][3] === 1 ? -1 : 1, c);
  return {
    features: [
      {
        base: 'hole',
        op: op(s, 'cut'),
        ...(face !== 'top' && { plane: face }),
        shape: { kind: 'prism', sides, ...shape, height: typedQuantity(depth) },
        at,
      },
    ],
    assumed,
    rows: alongFace(face),
  };
};

/** A hole in the shape of a pyramid, its base in the face and its point inside. */
export const pyramidHole: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('pyramid');
  s.has('hole', 'pocket');
  const face = cutFace(s, 'hole', assumed);
  const sides = sidesOf(s, 'hole');
  const deep = s.named('depth', 'height', 'length');
  const size = polygonOf(s, sides, 'hole');
  const height = need(deep ?? s.shift('depth'), 'How deep is the hole?', '25 deep');
  const into = letInto(face, s, c, assumed);
  return {
    features: [
      {
        base: 'hole',
        op: op(s, 'cut'),
        ...into,
        shape: { kind: 'pyramid', sides, ...size, height } as ShapeFile,
      },
    ],
    assumed,
    rows: alongFace(face),
  };
};

const sidesOf = (s: Said, what: string): number => {
  const stated = s.named('sides');
  const n = stated === undefined ? sidesIn(s) : Number(stated);
  if (n === undefined || !Number.isInteger(n))
    throw new Ask(`How many sides has the ${what}?`, ['6 sides', 'hexagon']);
  return n;
};

/** Directions about the vertical axis, counter-clockwise from above, from the front. */
const BEARING: Readonly<Partial<Record<FaceName, number>>> = { front: 0, right: 90, back: 180, left: 270 };

/**
 * How a regular polygon is turned about its axis: by an angle, or so that a corner or an edge looks to a side. It is drawn with an edge to
 * the front; the smallest turn that does it is taken.
 */
const turnOf = (s: Said, sides: number, what: string): FeatureFile['turn'] => {
  const looks = s.corner();
  if (s.has('turned')) {
    const angle = s.angle();
    if (angle === undefined) throw new Ask(`By how many degrees is the ${what} turned?`, ['30 degrees']);
    if (looks)
      throw new Ask(
        `Is the ${what} turned by ${angle} degrees, or so that a ${looks.of} looks to the ${looks.faces[0]}?`,
        [],
      );
    return [{ axis: 'z', angle: typedQuantity(angle) }];
  }
  if (!looks) return undefined;
  const step = 360 / sides;
  const bearings = looks.faces.map((f) => BEARING[f]);
  const first = bearings[0];
  if (first === undefined || bearings.includes(undefined))
    throw new Ask(`To which side does a ${looks.of} of the ${what} look?`, [
      'corner to the front',
      'edge to the front',
    ]);
  // an edge looks to bearing 0 as it is drawn, a corner half a step on
  const own = looks.of === 'edge' ? 0 : step / 2;
  const turn = (((first - own) % step) + step) % step;
  const meets = (b: number): boolean => {
    const off = (((b - own - turn) % step) + step) % step;
    return Math.min(off, step - off) < 1e-9;
  };
  if (!bearings.every((b) => b !== undefined && meets(b)))
    throw new Ask(
      `A ${what} of ${sides} sides cannot have ${looks.of}s at the ${looks.faces.join(' and the ')}. Which one is meant?`,
      [`${looks.of} to the ${looks.faces[0]}`],
    );
  return turn < 1e-9 ? undefined : [{ axis: 'z', angle: Number(turn.toFixed(9)) }];
};

export const prism: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('prism');
  s.has('block', 'plate', 'cylinder');
  const sides = sidesOf(s, 'prism');
  const named = s.named('height', 'length', 'thickness');
  const size = polygonOf(s, sides, 'prism');
  const height = need(named ?? s.shift('height'), 'How long is the prism?', '60 high');
  const turn = turnOf(s, sides, 'prism');
  const place = standing(s, c, 'prism', assumed);
  return {
    features: [
      {
        base: 'prism',
        op: op(s, 'add'),
        ...place,
        ...(turn && { turn }),
        shape: { kind: 'prism', sides, ...size, height },
      },
    ],
    assumed,
    rows: alongFace(place.plane ?? 'top'),
  };
};

const TOPS = {
  side: 'topSide',
  acrossFlats: 'topAcrossFlats',
  acrossCorners: 'topAcrossCorners',
} as const;

export const pyramid: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('pyramid');
  s.has('cone');
  const sides = sidesOf(s, 'pyramid');
  const named = s.named('height', 'length');
  const top = s.top();
  const size = polygonOf(s, sides, 'pyramid');
  const height = need(named ?? s.shift('height'), 'How high is the pyramid?', '50 high');
  if (s.has('truncated') && top === undefined)
    throw new Ask('How large is the pyramid at its top?', ['top 20']);
  const key = Object.keys(size)[0] as keyof typeof TOPS;
  const turn = turnOf(s, sides, 'pyramid');
  const place = standing(s, c, 'pyramid', assumed);
  return {
    features: [
      {
        base: 'pyramid',
        op: op(s, 'add'),
        ...place,
        ...(turn && { turn }),
        shape: {
          kind: 'pyramid',
          sides,
          ...size,
          height,
          ...(top !== undefined && { [TOPS[key]]: typedQuantity(top) }),
        } as ShapeFile,
      },
    ],
    assumed,
    rows: alongFace(place.plane ?? 'top'),
  };
};
