import { decimal } from '../../number/format.ts';
import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { lying, number, type Quantity3, runsAlong, spanOf, whereOn } from './draft.ts';
import { FACE_AXES, type FaceName, HIGH, LOW, opposite } from './faces.ts';
import {
  howFar,
  levelMet,
  middleSpan,
  placeOn,
  SAME,
  shapeNamed,
  shifted,
  type TypedContext,
  unitless,
} from './placing.ts';
import type { Said } from './said.ts';

type Standing = Pick<FeatureFile, 'at' | 'plane'>;

/** Where something that stands out of the part stands: on a face, or at the origin of an empty sheet. */
export const standing = (s: Said, c: TypedContext, what: string, assumed: string[]): Standing =>
  standingPlace(s, c, what, assumed).place;

/** The same, with the directions in which the line says only that it is in the middle. */
export const standingPlace = (
  s: Said,
  c: TypedContext,
  what: string,
  assumed: string[],
): { readonly place: Standing; readonly middle: readonly (0 | 1 | 2)[] } => {
  const run = lying(s);
  const point = s.point();
  if (point) {
    // at a point of its own it may still be told which way it points
    const plane = run ?? s.face();
    const at = point.map(typedQuantity) as Quantity3;
    return { place: { ...(plane && plane !== 'top' && { plane }), at }, middle: [] };
  }
  const placed = s.sight().length > 0 || s.sees('centre') || s.isDistant() || s.isPair();
  if (!c.box || (c.begins && !placed))
    return { place: { ...(run && run !== 'top' && { plane: run }), at: [0, 0, 0] }, middle: [] };
  const named = s.face();
  if (!named && !run) assumed.push('on the top');
  const face = named ?? (run ? opposite(run) : 'top');
  const place = placeOn(face, s, c, what, assumed);
  if (!place.stated) throw whereOn(what, face);
  const plane = run ?? face;
  return { place: { ...(plane !== 'top' && { plane }), at: place.at }, middle: place.middle };
};

const SIDEWAYS = ['left to right', 'front to back', 'up and down'] as const;

/** A block of material put on a face, or taken out of it: its corner, and its three sizes. Distances go to its nearest side. */
export const cornerOf = (
  face: FaceName,
  size: readonly [string, string, string],
  s: Said,
  inward: boolean,
  c: TypedContext,
  what: string,
  runs?: 0 | 1 | 2,
): Quantity3 => {
  const point = s.point();
  if (point) return point.map(typedQuantity) as Quantity3;
  const box = c.box as readonly number[];
  const [u, v, n, side] = FACE_AXES[face];
  const at: Quantity[] = [0, 0, 0];
  // a shape that is named has its own face
  const own = s.sees('centre') ? shapeNamed(s, c) : undefined;
  const outer = number(own ?? box, side === 1 ? n + 3 : n);
  const back = (side === 1) === inward;
  at[n] = back ? shifted(outer, size[n] as string, -1, c) : outer;
  // two figures are a place only where no distance says it: else they are left over, and asked about
  const pair = s.isDistant(LOW[u], HIGH[u], LOW[v], HIGH[v]) ? undefined : s.pair();
  const open: (0 | 1 | 2)[] = [];
  ([u, v] as const).forEach((axis, i) => {
    const [lo, hi] = [number(box, axis), number(box, axis + 3)];
    const worth = c.worth(size[axis] as string) ?? 0;
    const low = s.distance(LOW[axis]) ?? pair?.[i];
    const high = low === undefined ? s.distance(HIGH[axis]) : undefined;
    if (axis === runs) at[axis] = lo;
    else if (low !== undefined) at[axis] = shifted(lo, low, 1, c);
    else if (high !== undefined)
      at[axis] = shifted(hi, `${unitless(high, c)} + ${unitless(size[axis] as string, c)}`, -1, c);
    else if (s.faceIs(HIGH[axis])) at[axis] = shifted(hi, size[axis] as string, -1, c);
    else if (s.faceIs(LOW[axis])) at[axis] = lo;
    else {
      const isAcross = Math.abs(worth - (hi - lo)) <= SAME;
      const isCentred = !isAcross && s.has('centre');
      const [from, to] = isCentred ? middleSpan(axis, s, c) : [lo, hi];
      at[axis] = Number(((from + to - worth) / 2).toFixed(6));
      if (!isAcross && !isCentred) open.push(axis);
    }
    const stated = low ?? high;
    const reach = stated === undefined ? undefined : c.worth(stated);
    if (reach !== undefined && (reach + worth < SAME || reach > hi - lo - SAME))
      throw new Ask(
        `${stated} puts the ${what} beside the part, which is ${decimal(hi - lo, 6)} ${SIDEWAYS[axis]}. Where is it?`,
        ['in the middle'],
      );
  });
  if (open.length === 2) throw whereOn(what, face);
  if (open.length === 1) throw howFar(what, open[0] as 0 | 1 | 2);
  if (!own && runs === undefined) {
    // on a step it lies deeper than the whole part's face
    const middle = at.map((q, axis): Quantity => {
      const [from, reach] = [c.worth(String(q)), c.worth(size[axis] as string)];
      return from === undefined || reach === undefined ? q : from + reach / 2;
    });
    const level = levelMet(face, middle, c);
    if (level !== undefined && Math.abs(level - outer) > SAME) {
      const met = Number(level.toFixed(6));
      at[n] = back ? shifted(met, size[n] as string, -1, c) : met;
    }
  }
  return at as Quantity3;
};

/** A block in the corner where three faces meet, or on the edge where two do: its least corner. */
export const inCorner = (
  faces: readonly FaceName[],
  size: readonly [string, string, string],
  c: TypedContext,
): Quantity3 => {
  const box = c.box as readonly number[];
  return ([0, 1, 2] as const).map((axis): Quantity => {
    const face = faces.find((f) => FACE_AXES[f][2] === axis);
    if (face === undefined || face === LOW[axis]) return number(box, axis);
    return shifted(number(box, axis + 3), size[axis] as string, -1, c);
  }) as Quantity3;
};

/**
 * Copies of a feature: round a pitch circle, or in a row.
 * @param middle the directions in which the line says only that it is in the middle
 */
export const copies = (
  s: Said,
  face: FaceName,
  at: Quantity3,
  what: string,
  c: TypedContext,
  middle: readonly (0 | 1 | 2)[] = [],
): Pick<FeatureFile, 'at' | 'repeat' | 'mirror'> => {
  const stated = s.named('pcd');
  const circle = stated === undefined ? undefined : unitless(stated, c);
  const pitch = s.named('pitch', 'centres');
  const number = s.count();
  if (number === undefined) {
    if (circle !== undefined) throw new Ask(`How many ${what}s are on the pitch circle?`, [`4 off`, `6 off`]);
    if (pitch !== undefined) throw new Ask(`How many ${what}s are ${pitch} apart?`, ['2 off', '3 off']);
    return { at };
  }
  s.has('first');
  s.has('row');
  const count = typedQuantity(number);
  const [u, v, n] = FACE_AXES[face];
  if (circle !== undefined) {
    const start = [...at] as Quantity3;
    start[u] =
      at[u] === 0 ? `${circle}/2` : `${at[u]} + ${/^[\w.]+$/.test(circle) ? circle : `(${circle})`}/2`;
    return {
      at: start,
      repeat: { count, about: { axis: (['x', 'y', 'z'] as const)[n], through: at } },
    };
  }
  if (pitch !== undefined) {
    const said = runsAlong(s);
    const fits = (axis: 0 | 1 | 2): boolean =>
      middle.includes(axis) || beyond(c, axis, at[axis], pitch, Number(number)) === undefined;
    if (said === undefined && !fits(u) && fits(v))
      throw new Ask(
        `${pitch} apart ${WAYS[u]} the last of the ${number} ${what}s would be beside the part. Which way do they run?`,
        [WAYS[v]],
      );
    const axis = said ?? u;
    const along = axis === n ? v : axis;
    const step: Quantity3 = [0, 0, 0];
    step[along] = typedQuantity(pitch);
    const first = [...at] as Quantity3;
    // a row in the middle has its own middle there
    if (middle.includes(along)) first[along] = rowInMiddle(Number(at[along]), number, pitch, c);
    inside(what, c, along, first[along], pitch, Number(number));
    return { at: first, repeat: { count, step } };
  }
  throw new Ask(`How are the ${number} ${what}s spaced?`, ['on 60 pcd', '20 pitch']);
};

/** Where the first of a row stands whose middle is at a place. */
export const rowInMiddle = (middle: number, count: string, pitch: string, c: TypedContext): Quantity =>
  shifted(middle, `${Number(count) - 1}*${unitless(pitch, c)}/2`, -1, c);

/** The way of a row along an axis, as it is typed. */
const WAYS = ['left to right', 'front to back', 'one above the other'] as const;

/** Where the last of a row stands along an axis, if that is beside the part. */
const beyond = (
  c: TypedContext,
  axis: 0 | 1 | 2,
  first: Quantity,
  pitch: string,
  count: number,
): number | undefined => {
  const [from, step] = [c.worth(String(first)), c.worth(pitch)];
  if (!c.box || from === undefined || step === undefined) return undefined;
  const last = from + (count - 1) * step;
  const isBeyond = last < (c.box[axis] as number) - SAME || last > (c.box[axis + 3] as number) + SAME;
  return isBeyond ? last : undefined;
};

/** The last of a row must still meet the part. @throws Ask where it is beside it */
export const inside = (
  what: string,
  c: TypedContext,
  axis: 0 | 1 | 2,
  first: Quantity,
  pitch: string,
  count: number,
): void => {
  const last = beyond(c, axis, first, pitch, count);
  if (last !== undefined)
    throw new Ask(
      `The last of the ${count} ${what}s would be at ${decimal(last, 6)}, beside the part. Where is the first?`,
      ['10 from left', '10 from front'],
    );
};

/**
 * In the four corners of a face, as far from both edges: the first one's place, a copy along the face and the mirror image of both.
 * @param inset how far from the edges
 */
export const inFourCorners = (
  face: FaceName,
  inset: string,
  c: TypedContext,
): Required<Pick<FeatureFile, 'at' | 'repeat' | 'mirror'>> => {
  const box = c.box as readonly number[];
  const [u, v, n, side] = FACE_AXES[face];
  const own = unitless(inset, c);
  const at: Quantity[] = [0, 0, 0];
  at[n] = number(box, side === 1 ? n + 3 : n);
  at[u] = shifted(number(box, u), own, 1, c);
  at[v] = shifted(number(box, v), own, 1, c);
  const step: Quantity3 = [0, 0, 0];
  step[u] = `${spanOf(c, u)} - 2*${/^[\w.]+$/.test(own) ? own : `(${own})`}`;
  return {
    at: at as Quantity3,
    repeat: { count: 2, step },
    mirror: {
      normal: (['x', 'y', 'z'] as const)[v],
      at: Number((((box[v] as number) + (box[v + 3] as number)) / 2).toFixed(6)),
    },
  };
};
