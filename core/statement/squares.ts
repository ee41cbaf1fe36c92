import type { Box3 } from '../geometry/box.ts';
import { dot } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { Quantity } from '../part/quantity.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import { typedQuantity } from '../part/schema.ts';

/**
 * A profile counted on squared paper: corners in whole and half squares along and up. With `mirrored`, the corners are one half, and the axis
 * stands upright through the first of them.
 */
export type SquaredProfile = {
  readonly corners: readonly Corner[];
  /** how far the side that leaves each corner bulges to its right, in squares: an arc through that point; straight where 0 or missing */
  readonly bulges?: readonly number[];
  readonly mirrored: boolean;
  /** rounds every corner, in squares; none where 0 */
  readonly round: number;
};

type Corner = readonly [number, number];
type Side = { readonly from: Corner; readonly to: Corner; readonly bulge: number };

const same = (a: Corner, b: Corner): boolean => a[0] === b[0] && a[1] === b[1];

/** All sides of the loop, in squares: those counted, and where it is mirrored their images in turn. */
export const wholeSides = ({ corners, bulges, mirrored }: SquaredProfile): Side[] => {
  const first = corners[0];
  if (!first) return [];
  const n = corners.length;
  const counted = corners.map(
    (from, i): Side => ({
      from,
      to: corners[(i + 1) % n] as Corner,
      bulge: bulges?.[i] ?? 0,
    }),
  );
  if (!mirrored) return counted;
  const image = ([x, y]: Corner): Corner => [2 * first[0] - x, y];
  const half = counted.slice(0, -1);
  const last = corners[n - 1] as Corner;
  // the side between the last corner and its image bulges like the side that would close the half
  const link = { from: last, to: image(last), bulge: bulges?.[n - 1] ?? 0 };
  const images = half
    .toReversed()
    .map(({ from, to, bulge }): Side => ({ from: image(to), to: image(from), bulge }));
  return [...half, link, ...images].filter((s) => !same(s.from, s.to));
};

/** All corners of the loop, in squares. */
export const wholeLoop = (p: SquaredProfile): Corner[] =>
  p.corners.length < 2 ? [...p.corners] : wholeSides(p).map((s) => s.from);

/** The middle of a side, on its arc where it bulges. */
export const middleOf = ({ from, to, bulge }: Side): Corner => {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy) || 1;
  return [(from[0] + to[0]) / 2 + (bulge * dy) / size, (from[1] + to[1]) / 2 - (bulge * dx) / size];
};

/** How far a side bulges whose arc is to pass abreast of a place, in whole and half squares. */
export const bulgeTowards = ({ from, to }: Side, at: Corner): number => {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy) || 1;
  const off = ((at[0] - (from[0] + to[0]) / 2) * dy - (at[1] - (from[1] + to[1]) / 2) * dx) / size;
  return Math.round(off * 2) / 2;
};

/** Centre and radius of a side's arc, and whether it turns counter-clockwise; undefined where it is straight. */
export const arcOf = (
  s: Side,
): { readonly centre: Corner; readonly radius: number; readonly ccw: boolean } | undefined => {
  if (s.bulge === 0) return undefined;
  const chord = Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]);
  // the chord's half and the rise of the arc give the radius (intersecting chords)
  const rise = Math.abs(s.bulge);
  const radius = (chord * chord) / (8 * rise) + rise / 2;
  const crown = middleOf(s);
  const out = Math.sign(s.bulge);
  const [dx, dy] = [(s.to[0] - s.from[0]) / chord, (s.to[1] - s.from[1]) / chord];
  return { centre: [crown[0] - out * radius * dy, crown[1] + out * radius * dx], radius, ccw: s.bulge > 0 };
};

/** A side as a chain of points for looking at crossings. */
const CHORDS = 12;
const chainOf = (s: Side): Corner[] => {
  const arc = arcOf(s);
  if (!arc) return [s.from];
  const start = Math.atan2(s.from[1] - arc.centre[1], s.from[0] - arc.centre[0]);
  const end = Math.atan2(s.to[1] - arc.centre[1], s.to[0] - arc.centre[0]);
  const full = 2 * Math.PI;
  const sweep = arc.ccw ? (end - start + full) % full : -((start - end + full) % full);
  return Array.from({ length: CHORDS }, (_, i): Corner => {
    if (i === 0) return s.from;
    const t = start + (sweep * i) / CHORDS;
    return [arc.centre[0] + arc.radius * Math.cos(t), arc.centre[1] + arc.radius * Math.sin(t)];
  });
};

const WORDS = [
  ['right', 'left'],
  ['up', 'down'],
] as const;

/** The outline as one walks it: "right 6, up 5, right 2 and up 3"; the side of an arc is that of the walker. */
export const walkedWords = (corners: readonly Corner[], bulges: readonly number[] = []): string[] =>
  corners.slice(1).map((p, i) => {
    const from = corners[i] as Corner;
    const moves = ([0, 1] as const).flatMap((k) => {
      const by = p[k] - from[k];
      return by === 0 ? [] : [`${WORDS[k][by > 0 ? 0 : 1]} ${squaresText(Math.abs(by))}`];
    });
    const bulge = bulges[i] ?? 0;
    const arc = bulge
      ? `, in an arc ${squaresText(Math.abs(bulge))} out to the ${bulge > 0 ? 'right' : 'left'}`
      : '';
    return moves.join(' and ') + arc;
  });

/** Whole and half squares: "3 1/2". */
export const squaresText = (n: number): string => {
  const whole = Math.floor(n);
  const half = n - whole === 0.5;
  return half ? (whole ? `${whole} 1/2` : '1/2') : String(whole);
};

/** What keeps a loop from being a profile; undefined where it is one. */
export const profileTrouble = (p: SquaredProfile): string | undefined => {
  const sides = wholeSides(p);
  if (sides.length < 3 && !sides.some((s) => s.bulge)) return 'Count at least three corners.';
  const loop = sides.flatMap(chainOf);
  const area = loop.reduce((s, [x, y], i) => {
    const [x2, y2] = loop[(i + 1) % loop.length] as Corner;
    return s + x * y2 - x2 * y;
  }, 0);
  if (Math.abs(area) < 1e-9) return 'The corners lie on one line.';
  const chain = loop.map((a, i) => [a, loop[(i + 1) % loop.length] as Corner] as const);
  const turn = (a: Corner, b: Corner, c: Corner): number =>
    (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  const crosses = chain.some(([a, b], i) =>
    chain.some(
      ([c, d], k) =>
        k > i + 1 &&
        !(i === 0 && k === chain.length - 1) &&
        turn(a, b, c) * turn(a, b, d) < 0 &&
        turn(c, d, a) * turn(c, d, b) < 0,
    ),
  );
  return crosses ? 'The outline crosses itself. Move a corner.' : undefined;
};

/** A count of squares as a size of the part: "3 sq" where squares have a worth there, else worked out. */
export const squaresSize = (n: number, worth: Quantity | undefined, side: number): Quantity => {
  if (n === 0) return 0;
  if (worth === undefined) return Number((n * side).toFixed(9));
  const count = Number.isInteger(2 * n) ? squaresText(Math.abs(n)) : String(Number(Math.abs(n).toFixed(9)));
  return `${n < 0 ? '-' : ''}${count} sq`;
};

const OPPOSITE: Readonly<Record<ViewName, ViewName>> = {
  front: 'back',
  back: 'front',
  top: 'bottom',
  bottom: 'top',
  left: 'right',
  right: 'left',
};

/** The lower left corner of a side of a box, as one looks at it. */
const cornerOfSide = (box: Box3, plane: ViewName): [number, number, number] => {
  const { u, v, toward } = VIEW_FRAMES[plane];
  return ([0, 1, 2] as const).map((k) => {
    const isHigh = toward[k] > 0 || u[k] < 0 || v[k] < 0;
    return box[isHigh ? k + 3 : k] as number;
  }) as [number, number, number];
};

/**
 * The cut that a counted profile makes into a side of a part: as deep as it says, its squares counted from the side's lower left corner. It is drawn
 * from behind and grows into the part, so that its depth alone says how deep it is.
 */
export const squaredCut = (
  id: string,
  p: SquaredProfile,
  part: PartFile,
  box: Box3,
  side: number,
  plane: ViewName,
  depth: string,
): FeatureFile => {
  const behind = OPPOSITE[plane];
  const [own, other] = [VIEW_FRAMES[plane], VIEW_FRAMES[behind]];
  // seen from behind one of the two directions runs the other way
  const [sx, sy] = [dot(own.u, other.u), dot(own.v, other.v)];
  const turned = {
    ...p,
    corners: p.corners.map(([x, y]): Corner => [x * sx + 0, y * sy + 0]),
    ...(p.bulges && { bulges: p.bulges.map((b) => -b + 0) }),
  };
  return {
    ...squaredFeature(id, turned, part, side, behind, depth),
    op: 'cut',
    plane: behind,
    at: cornerOfSide(box, plane),
  };
};

/** The feature that a counted profile makes: grown towards its observer, standing at the origin. */
export const squaredFeature = (
  id: string,
  p: SquaredProfile,
  part: PartFile,
  side: number,
  plane: ViewName,
  thickness: string,
): FeatureFile => {
  const worth = part.dims?.sq;
  const size = (n: number): Quantity => squaresSize(n, worth, side);
  const deep = typedQuantity(thickness);
  const at = ([x, y]: Corner): [Quantity, Quantity] => [size(x), size(y)];
  const sides = wholeSides(p);
  const round = p.round > 0 && { round: size(p.round) };
  return {
    id,
    op: 'add',
    ...(plane !== 'top' && { plane }),
    // a profile seen from the front grows towards the front: it begins at the back of its thickness
    at: plane === 'front' ? [0, deep, 0] : [0, 0, 0],
    shape: {
      kind: 'extrude',
      height: deep,
      profile: sides.some((s) => s.bulge)
        ? {
            start: at((sides[0] as Side).from),
            path: sides.map((s) => {
              const arc = arcOf(s);
              const to = at(s.to);
              return arc
                ? { to, centre: at(arc.centre), turn: arc.ccw ? ('ccw' as const) : ('cw' as const) }
                : { to };
            }),
            ...round,
          }
        : { polygon: sides.map((s) => at(s.from)), ...round },
    },
  };
};
