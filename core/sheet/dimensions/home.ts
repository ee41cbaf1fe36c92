import { alongSight } from '../../dimension/alongSight.ts';
import type { DimensionBooks } from '../../dimension/books.ts';
import { cornerAt } from '../../dimension/corner.ts';
import { directionOf, type SizeKey } from '../../dimension/place.ts';
import type { Tie } from '../../dimension/propose.ts';
import type { Station } from '../../dimension/stations.ts';
import { keyWriter } from '../../dimension/surfacesByKey.ts';
import { cross, dot, length, scale, sub, type Vec3 } from '../../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../geometry/viewFrames.ts';
import { facesOfMeeting, featureOfFace } from '../../naming/keys.ts';
import type { View, ViewLine } from '../../view/view.ts';
import type { Views } from './laid.ts';
import { linesAt, linesOfFace, wayIn } from './reach.ts';

/** Why a dimension stands in the view that it does. */
export type Reason = 'note' | 'round' | 'profile' | 'usual' | 'edge' | 'rectangle' | 'chosen' | 'table';

const isAlong = (x: number): boolean => Math.abs(Math.abs(x) - 1) < 1e-6;

/** Whether a station is the axis of a round feature that the view shows as circles. */
export const showsRound = (books: DimensionBooks, s: Station, view: ViewName): boolean => {
  const d = directionOf(books.surfaces.get(s.of[0] as string));
  return s.kind === 'axis' && d !== undefined && isAlong(dot(d, VIEW_FRAMES[view].toward));
};

/** Views in the order in which sizes along X, Y and Z are usually sought. */
const COMMON: readonly (readonly ViewName[])[] = [
  ['front', 'top', 'bottom', 'back', 'left', 'right'],
  ['top', 'left', 'right', 'bottom', 'front', 'back'],
  ['front', 'left', 'right', 'back', 'top', 'bottom'],
];

/** How well a view shows the two ends of a linear dimension: by seen lines, by hidden ones, or not at all. */
export const endsSeen = (
  books: DimensionBooks,
  ends: readonly Station[],
  name: ViewName,
  view: View,
): number =>
  ends.reduce((sum, s) => {
    const lines = linesAt(books, s, name, view);
    return sum + (lines.some((l) => l.class === 'visible') ? 2 : lines.length ? 1 : 0);
  }, 0);

/** A body's round faces that are added about the axis of its first feature, by their keys; worked out once for the books of a part. */
const turnedFaces = new WeakMap<DimensionBooks, ReadonlySet<string>>();
const facesTurned = (books: DimensionBooks): ReadonlySet<string> => {
  const before = turnedFaces.get(books);
  if (before) return before;
  const written = keyWriter(books.plain);
  const roundsOf = (body: string, feature: string) =>
    [...books.surfaces].flatMap(([key, s]) =>
      featureOfFace(key) === written(body, feature, feature) && (s.kind === 'cylinder' || s.kind === 'cone')
        ? [{ key, s }]
        : [],
    );
  const near = SAME_AXIS * books.part.tol.size;
  const out = new Set<string>();
  for (const b of books.plain.bodies) {
    const [first] = b.features;
    const [main, ...more] = first && TURNED.has(first.shape.kind) ? roundsOf(b.name, first.id) : [];
    if (!main || more.some(({ s }) => !isOneAxis(main.s, s, near))) continue;
    for (const f of b.features)
      if (f.op === 'add')
        for (const { key, s } of roundsOf(b.name, f.id)) if (isOneAxis(main.s, s, near)) out.add(key);
  }
  turnedFaces.set(books, out);
  return out;
};
/** Shapes that are turned as a whole. */
const TURNED: ReadonlySet<string> = new Set(['cylinder', 'cone', 'revolve']);
/** How near two axes are one, as a share of the part's size. */
const SAME_AXIS = 1e-7;
type Axis = { readonly o: Vec3; readonly a: Vec3 };
const isOneAxis = (s: Axis, t: Axis, near: number): boolean =>
  isAlong(dot(s.a, t.a)) && length(cross(sub(t.o, s.o), s.a)) <= near;

/** Whether a size is a diameter of what is turned: it stands on the rectangle, where the lengths are. */
export const isTurnedDiameter = (books: DimensionBooks, size: SizeKey): boolean =>
  size.what === 'rim' ||
  ((size.what === 'diameter' || size.what === 'thread') && facesTurned(books).has(size.of[0]));

/** Whether the axis of a round face lies in a view's plane along one of its two directions. */
export const rectangleWay = (books: DimensionBooks, face: string, view: ViewName): 0 | 1 | undefined => {
  const d = directionOf(books.surfaces.get(face));
  const { u, v } = VIEW_FRAMES[view];
  if (!d) return undefined;
  return isAlong(dot(d, u)) ? 0 : isAlong(dot(d, v)) ? 1 : undefined;
};

/** How a face leans, by which a note that is led to it is placed: it stands where the face is an edge. */
export const leanTo = (face: string): SizeKey => ({ what: 'lean', of: [face], axis: 0 });
/** What decides the view of a dimension. @param leader the face that it is led to as a note */
export const homeTie = (tie: Tie, leader: string | undefined): Tie =>
  leader === undefined ? tie : { kind: 'size', size: leanTo(leader) };

/** Whether a view of the sheet shows what a dimension is of: of a size some line of its faces; of a distance its direction. */
export const isShownIn = (t: Tie, name: ViewName, views: Views): boolean => {
  const view = views.get(name);
  if (!view) return false;
  if (t.kind === 'linear') return wayIn(name, t.from.axis) !== undefined;
  return t.size.of.flatMap(facesOfMeeting).some((face) => linesOfFace(view, face).length > 0);
};

/** The direction from one corner to another; nothing where one is gone or both are one. */
const chordWay = (books: DimensionBooks, of: readonly [string, string]): Vec3 | undefined => {
  const [p, q] = of.map((key) => cornerAt(key, books.surfaces));
  if (!p || !q) return undefined;
  const along = sub(q, p);
  const far = length(along);
  return far > 0 ? scale(along, 1 / far) : undefined;
};

/** The views where a dimension may stand, the best first, with the reason for that one. */
export const homesOf = (
  books: DimensionBooks,
  t: Tie,
  views: Views,
): { readonly views: readonly ViewName[]; readonly reason: Reason } => {
  const names = [...views.keys()];
  if (t.kind === 'linear') {
    const { axis } = t.from;
    const able = (COMMON[axis] ?? []).filter((n) => views.has(n) && wayIn(n, axis));
    // where one looks along it in all views, a note says how thick or how deep
    if (!able.length) {
      const says = alongSight(books, t);
      const shows = (n: ViewName): boolean =>
        says?.faces.some((f) => linesOfFace(views.get(n) as View, f).length > 0) === true;
      return { views: names.filter(shows), reason: 'note' };
    }
    const round = able.find((n) => [t.to, t.from].some((s) => showsRound(books, s, n)));
    const scores = new Map(able.map((n) => [n, endsSeen(books, [t.from, t.to], n, views.get(n) as View)]));
    const scoreOf = (n: ViewName): number => (n === round ? ROUND : (scores.get(n) ?? 0));
    // what shows nothing of either end is no place for it
    const sorted = able.toSorted((a, b) => scoreOf(b) - scoreOf(a));
    const better = scoreOf(sorted[0] as ViewName) > scoreOf(able[0] as ViewName);
    const shows = sorted.filter((n, i) => i === 0 || scoreOf(n) > 0);
    return { views: shows, reason: round ? 'round' : better ? 'profile' : 'usual' };
  }
  const faces = facesOfMeeting(t.size.of[0]);
  const face = faces.find((f) => books.surfaces.get(f)?.kind === 'cylinder') ?? (faces[0] as string);
  const surface = books.surfaces.get(face);
  const d = directionOf(surface);
  if (!d) return { views: names.slice(0, 1), reason: 'usual' };
  const isRound = surface?.kind === 'cylinder' || surface?.kind === 'cone' || surface?.kind === 'torus';
  // diameters of what is turned stand on the rectangle, where the lengths are
  if (isTurnedDiameter(books, t.size)) {
    const isSeen = (n: ViewName): boolean =>
      linesOfFace(views.get(n) as View, face).some((l) => l.class === 'visible');
    const rectangles = names
      .filter((n) => rectangleWay(books, face, n) !== undefined)
      .toSorted((a, b) => Number(isSeen(b)) - Number(isSeen(a)));
    if (rectangles.length) return { views: rectangles, reason: 'rectangle' };
  }
  // the ends of an arc are dimensioned where it is seen as one
  if (t.size.what === 'chord' && isRound) {
    const arcs = names.filter((n) => isAlong(dot(d, VIEW_FRAMES[n].toward)));
    if (arcs.length) return { views: arcs, reason: 'round' };
  }
  // a length along an edge is read where one looks square to it
  const way = t.size.what === 'chord' ? chordWay(books, t.size.of) : undefined;
  if (way) {
    const square = names.filter((n) => Math.abs(dot(way, VIEW_FRAMES[n].toward)) < 1e-6);
    if (square.length) return { views: square, reason: 'edge' };
  }
  const edgeOn = names.filter((n) => Math.abs(dot(d, VIEW_FRAMES[n].toward)) < 1e-6);
  const endOn = names.filter((n) => isAlong(dot(d, VIEW_FRAMES[n].toward)));
  // how a cone leans and the tube of a ring are seen where the axis lies in the view; across flats and angles where the faces are edges
  const isNoteInside =
    t.size.what === 'lean' &&
    isRound &&
    !edgeOn.some((n) => contoursOf(views.get(n) as View, face).length > 0);
  const isEndOn = isRound && (isNoteInside || !SEEN_ALONG.has(t.size.what));
  const wanted = isEndOn ? endOn : edgeOn;
  if (wanted.length) return { views: wanted, reason: isEndOn ? 'round' : 'edge' };
  return { views: names.slice(0, 1), reason: 'usual' };
};

/** The visible contours of a round face in a view. */
const contoursOf = (view: View, face: string): readonly ViewLine[] =>
  linesOfFace(view, face).filter((l) => l.kind === 'outline' && l.class === 'visible');

/** What is said of a round face where its axis lies in the view. */
const SEEN_ALONG: ReadonlySet<SizeKey['what']> = new Set(['cone', 'tube', 'lean']);

/** Above every other score of a view: a round feature is dimensioned where it is a circle. */
const ROUND = 100;
