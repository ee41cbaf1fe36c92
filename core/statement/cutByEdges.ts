import { EDGE_ON } from '../geometry/nearness.ts';
import { along, cross, dot, length, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { says } from '../number/faultWords.ts';
import {
  angleOf,
  CORNER,
  type CornerContext,
  cornerPlace,
  EDGE,
  edgeRun,
  halfWay,
  isCorner,
  lengthOf,
  refuseCut,
  type ThreePoints,
} from './cornerPlaces.ts';

/** A plane that is typed by edges, and what was taken for granted. */
export type EdgePlane = { readonly points: ThreePoints; readonly assumed: readonly string[] };

/** How far apart the points of a plane are stated that is known by a point and its direction, part units. */
const SPAN = 10;

/**
 * The plane through a point, square to a direction, by three points whose figures are as short as those of the point and the direction.
 */
const squareAt = (at: Vec3, n: Vec3): ThreePoints => {
  const most = ([0, 1, 2] as const).reduce((x, k) => (Math.abs(n[k]) > Math.abs(n[x]) + EDGE_ON ? k : x));
  // by a power of ten to some ten units or less, so that whole figures stay short
  const share = 10 ** Math.floor(Math.log10(SPAN / Math.abs(n[most])));
  const beside = ([0, 1, 2] as const)
    .filter((k) => k !== most)
    .map((k): Vec3 => {
      const way: [number, number, number] = [0, 0, 0];
      way[k] = n[most] * share;
      way[most] = -n[k] * share;
      return along(at, way, 1);
    });
  return [at, ...beside] as unknown as ThreePoints;
};

/** The plane through an edge that runs in another direction too. @throws Refusal where both run the same way */
const throughEdge = (a: Vec3, run: Vec3, way: Vec3, names: string): ThreePoints => {
  const n = cross(unit(run), unit(way));
  if (length(n) <= EDGE_ON) return refuseCut(says('cutline.edges-parallel', { names }));
  return [a, along(a, run, 1), along(a, unit(way), SPAN)];
};

/** Edge groups of a matched line: its two corners by name and place. */
const edgeIn = (
  m: RegExpExecArray,
  first: number,
  c: CornerContext,
): { readonly names: string; readonly a: Vec3; readonly run: Vec3 } => {
  const [from, to] = [m[first] as string, m[first + 1] as string];
  const names = `${from}-${to}`;
  const a = cornerPlace(from, c);
  return { names, a, run: edgeRun(a, cornerPlace(to, c), names) };
};

const begun = '^(?:cut |section |plane )?';
/** "square to edge 3-9 at its middle", "perpendicular to 1-5, 10 from 1", "square to edge O-3 through 3" */
const SQUARE = new RegExp(
  `${begun}(?:square|perpendicular|normal) (?:to|with) ${EDGE}(?:,? (?:(?:at|through|in) (?:its |the )?(middle|midpoint|mid-point|centre|center)|half ?way along(?: it)?|(?:at |through )?(\\S+)(?: \\w+)? (?:from|along from) (${CORNER})|(?:at|through) (?:the )?(?:corner |point )?(${CORNER})))?$`,
  'iu',
);
/** "through edge 1-5 and corner 9", "through 1-5 and the middle of 2-6" */
const AND_POINT = new RegExp(
  `${begun}(?:through |by |containing )(?:the )?edge (${CORNER}) ?(?:-|–) ?(${CORNER}),? and (?:the )?(?:(?:middle|midpoint|mid-point) of ${EDGE}|(?:corner |point )?(${CORNER}))$`,
  'iu',
);
/** "through edge 1-5, parallel to edge 2-6" */
const AND_PARALLEL = new RegExp(
  `${begun}(?:through |by |containing )${EDGE},? (?:and )?parallel to ${EDGE}$`,
  'iu',
);
/** "through edge 1-5 at 60 degrees to HP, rising to the left" */
const AT_ANGLE = new RegExp(
  `${begun}(?:through |by |containing )${EDGE},? (?:and )?(?:inclined )?(?:at )?(\\S+?) ?(?:°|degrees|deg) (?:to|with) (?:the )?(h\\.?p\\.?|base|ground|horizontal(?: plane)?|v\\.?p\\.?|vertical plane)(?:,? (?:rising|going back) to(?:wards)? the (left|right|front|back|top))?$`,
  'iu',
);
/** "parallel to face 1, 2, 6 through 9", "parallel to the face 1 2 6, 10 in" */
const PARALLEL = new RegExp(
  `${begun}parallel to (?:the )?(?:face|plane) (?:of |through )?(?:corners )?(${CORNER})(?:,? and|,|-)? ?(${CORNER})(?:,? and|,|-)? ?(${CORNER}),? (?:(?:at|through) (?:the )?(?:corner |point )?(${CORNER})|(?:at )?(\\S+)(?: \\w+)? (in|inside|out|outside|away))$`,
  'iu',
);

/** Whether two corners are meant: with the word "edge" they are, without it where the ledger names both. */
const meansEdge = (m: RegExpExecArray, first: number, c: CornerContext): boolean =>
  /\bedge /i.test(m[0]) || [m[first], m[first + 1]].every((name) => isCorner(name as string, c));

const squareToEdge = (m: RegExpExecArray, c: CornerContext): EdgePlane => {
  const { names, a, run } = edgeIn(m, 1, c);
  const [size, from, through] = [m[4], m[5], m[6]];
  if (size !== undefined && from !== undefined) {
    const far = along(a, run, 1);
    const start = cornerPlace(from, c);
    const isFar = length(sub(start, far)) < length(sub(start, a));
    if (length(sub(start, isFar ? far : a)) > 1e-6)
      return refuseCut(says('cutline.not-on-edge', { name: from, names }));
    const at = along(start, unit(run), lengthOf(size, c) * (isFar ? -1 : 1));
    return { points: squareAt(at, run), assumed: [] };
  }
  if (through !== undefined) return { points: squareAt(cornerPlace(through, c), run), assumed: [] };
  const isSaid = m[3] !== undefined || /half ?way along/i.test(m[0]);
  return {
    points: squareAt(halfWay(a, along(a, run, 1)), run),
    assumed: isSaid ? [] : [`at the middle of ${names}`],
  };
};

/** The sides towards which a plane may rise from HP, or go back from the front. */
const TOWARD: Readonly<Record<string, Vec3>> = {
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  back: [0, 1, 0],
  top: [0, 0, 1],
};
/** The sides that tell two such planes apart where none is said: the first that does. */
const TELLING = { HP: ['right', 'left', 'back', 'front'], VP: ['right', 'left', 'top'] } as const;
const UPRIGHT: Vec3 = [0, 0, 1];
const TO_BACK: Vec3 = [0, 1, 0];

/**
 * The plane through an edge at an angle to HP or VP. Of the two that there are, one rises (or, to VP, goes back) to one side and one to the other.
 * @throws Refusal where the edge itself slopes more than that, or the side does not tell the two apart
 */
const edgeAtAngle = (m: RegExpExecArray, c: CornerContext): EdgePlane => {
  const { names, a, run } = edgeIn(m, 1, c);
  const [typed, wanted] = [m[3] as string, m[5]?.toLowerCase()];
  const plane = /^v/i.test(m[4] as string) ? 'VP' : 'HP';
  const axis = plane === 'VP' ? TO_BACK : UPRIGHT;
  const d = unit(run);
  const level = cross(d, axis);
  const size = length(level);
  const cos = Math.cos((angleOf(typed, c) * Math.PI) / 180);
  if (size <= EDGE_ON || cos > size + EDGE_ON || cos < -EDGE_ON)
    return refuseCut(says('cutline.edge-steeper', { names, angle: typed, plane }));
  // square to the edge, one direction has as much of the axis as there is, the other has none of it
  const most = scale(along(axis, d, -dot(axis, d)), 1 / size);
  const share = Math.min(1, cos / size);
  const none = scale(level, Math.sqrt((1 - share) * (1 + share)) / size);
  const [one, other] = [along(none, most, share), along(scale(none, -1), most, share)];
  const isSingle = length(cross(one, other)) <= 1e-9;
  const rises = (n: Vec3, side: string): number => -dot(n, TOWARD[side] as Vec3);
  const isTold = (x: string): boolean => Math.abs(rises(one, x) - rises(other, x)) > 1e-6;
  const towards = (x: string): Vec3 => (rises(one, x) > rises(other, x) ? one : other);
  if (wanted !== undefined && !isSingle && !isTold(wanted))
    return refuseCut(says('cutline.rising', { side: wanted, names }));
  // where no side is said, the plane that goes through the part
  const goesThrough = (n: Vec3): boolean => {
    const off = c.corners.map((corner) => dot(sub(corner.at, a), n));
    return off.some((x) => x > 1e-6) && off.some((x) => x < -1e-6);
  };
  const usual = towards(TELLING[plane].find(isTold) ?? 'right');
  const n = wanted !== undefined ? towards(wanted) : ([usual, one, other].find(goesThrough) ?? usual);
  const side = TELLING[plane].find((x) => isTold(x) && rises(n, x) > 1e-9 && towards(x) === n);
  const taken = plane === 'HP' ? 'rising to the' : 'going back to the';
  return {
    points: [a, along(a, run, 1), along(a, cross(n, d), SPAN)],
    assumed: wanted === undefined && side !== undefined && !isSingle ? [`${taken} ${side}`] : [],
  };
};

const parallelToFace = (m: RegExpExecArray, c: CornerContext): EdgePlane => {
  const names = m.slice(1, 4) as string[];
  const [p, q, r] = names.map((name) => cornerPlace(name, c)) as [Vec3, Vec3, Vec3];
  const n = cross(sub(q, p), sub(r, p));
  if (length(n) <= EDGE_ON * Math.max(1, length(sub(q, p)) * length(sub(r, p))))
    return refuseCut(says('cutline.corners-in-line', { names: names.join(', ') }));
  const moved = (by: Vec3): ThreePoints => [along(p, by, 1), along(q, by, 1), along(r, by, 1)];
  if (m[4] !== undefined) return { points: moved(sub(cornerPlace(m[4], c), p)), assumed: [] };
  // "in" is towards where most of the part's corners are
  const inward = c.corners.reduce(
    (sum, corner) => sum + Math.sign(Math.round(dot(sub(corner.at, p), n) * 1e6)),
    0,
  );
  if (inward === 0) return refuseCut(says('cutline.face-inside', { names: names.join(', ') }));
  const way = Math.sign(inward) * (/^in/i.test(m[6] as string) ? 1 : -1);
  return { points: moved(scale(unit(n), way * lengthOf(m[5] as string, c))), assumed: [] };
};

/**
 * A plane that is typed by edges or faces which corners name: square to an edge, through an edge and a point, parallel to another edge or at an angle to HP
 * or VP, parallel to a face.
 * @param typed without how one looks
 * @returns nothing where the line says no such thing
 * @throws Refusal where a name or figure is not known, or there is no such plane
 */
export const planeByEdges = (typed: string, c: CornerContext): EdgePlane | undefined => {
  const line = typed.trim().replace(/\s+/g, ' ');
  const square = SQUARE.exec(line);
  if (square && meansEdge(square, 1, c)) return squareToEdge(square, c);
  const parallel = AND_PARALLEL.exec(line);
  if (parallel && meansEdge(parallel, 1, c)) {
    const [own, other] = [edgeIn(parallel, 1, c), edgeIn(parallel, 3, c)];
    const names = `${own.names} and ${other.names}`;
    return { points: throughEdge(own.a, own.run, other.run, names), assumed: [] };
  }
  const angle = AT_ANGLE.exec(line);
  if (angle && meansEdge(angle, 1, c)) return edgeAtAngle(angle, c);
  const point = AND_POINT.exec(line);
  if (point) {
    const { a, run } = edgeIn(point, 1, c);
    const third = point[5];
    const other = third === undefined ? edgeIn(point, 3, c) : undefined;
    const at = other ? along(other.a, other.run, 1 / 2) : cornerPlace(third as string, c);
    return { points: [a, along(a, run, 1), at], assumed: [] };
  }
  const face = PARALLEL.exec(line);
  return face ? parallelToFace(face, c) : undefined;
};
