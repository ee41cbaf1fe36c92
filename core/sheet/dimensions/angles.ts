import type { DimensionBooks } from '../../dimension/books.ts';
import { arcSpokes, pitchCircleNow, type SizeKey } from '../../dimension/place.ts';
import { pointOn2 } from '../../geometry/curve2.ts';
import { nearestOnSegment } from '../../geometry/segment2.ts';
import {
  along2,
  cross2,
  distance2,
  dot,
  dot2,
  length2,
  scale,
  sub2,
  type Vec2,
  type Vec3,
} from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { flatten } from '../../view/project.ts';
import type { View, ViewLine } from '../../view/view.ts';
import { figureWidth } from './figureText.ts';
import {
  ARROW,
  type Arrow,
  type Box,
  boxesMeet,
  FIGURE,
  FIRST,
  isInRoom,
  type Laid,
  type Line,
  NEXT,
  OFF,
  PAST,
  passes,
  type RoomRound,
} from './laid.ts';
import type { Note } from './notes.ts';
import { linesOfFace } from './reach.ts';
import { chordsOfLine } from './viewChords.ts';

/** A straight line of a view with its two ends, paper mm. */
type Edge = { readonly ends: Line; readonly d: Vec2 };

const edgeOf = (l: ViewLine, k: number): Edge | undefined => {
  if (l.curve.type !== 'line') return undefined;
  const [a, b] = [l.from, l.to].map((t) => pointOn2(l.curve, t)).map(([u, v]): Vec2 => [u * k, v * k]) as [
    Vec2,
    Vec2,
  ];
  const size = distance2(a, b);
  return size > 1e-6 ? { ends: [a, b], d: [(b[0] - a[0]) / size, (b[1] - a[1]) / size] } : undefined;
};

/** Where two lines meet. @returns undefined where they are parallel */
const meetingOf = (a: Edge, b: Edge): Vec2 | undefined => {
  const det = cross2(a.d, b.d);
  if (Math.abs(det) < 1e-6) return undefined;
  const [p, q] = [a.ends[0], b.ends[0]];
  return along2(p, a.d, cross2(sub2(q, p), b.d) / det);
};

/** The longest of a face's straight lines in a view, the visible ones first. */
const straightOf = (view: View, face: string, k: number): Edge[] => {
  const length = ({ ends: [a, b] }: Edge): number => distance2(a, b);
  const of = (seen: ViewLine['class']): Edge[] =>
    linesOfFace(view, face)
      .filter((l) => l.class === seen)
      .flatMap((l) => edgeOf(l, k) ?? [])
      .sort((a, b) => length(b) - length(a));
  return [...of('visible'), ...of('hidden')];
};

/** The line through the centre of a pitch circle along its axis, and the one from there to its first copy. */
const spokeLegs = (
  books: DimensionBooks,
  { of, axis }: Extract<SizeKey, { what: 'bearing' }>,
  view: View,
  k: number,
): readonly [Edge, Edge] | undefined => {
  const circle = pitchCircleNow(of, books.surfaces);
  if (!circle || 1 - Math.abs(dot(circle.axis, view.frame.toward)) > 1e-6) return undefined;
  const [spoke] = circle.spokes;
  const way = [0, 0, 0].map((_, i) => (i === axis ? Math.sign(spoke[axis]) || 1 : 0)) as unknown as Vec3;
  const copy = books.surfaces.get(of[0]);
  const reach = copy?.kind === 'cylinder' ? copy.r : 0;
  const [x, y] = flatten(view.frame, circle.centre);
  const centre: Vec2 = [x * k, y * k];
  const leg = (way: Vec3, from: number): Edge => {
    const d = flatten(view.frame, way);
    const at = (far: number): Vec2 => along2(centre, d, far * k);
    return { ends: [at(from), at(circle.radius + reach)], d };
  };
  // the centre line of the circle runs through its centre, that of the copy is as long as the copy
  return [leg(way, 0), leg(scale(spoke, 1 / circle.radius), circle.radius - reach)];
};

/** From the centre of an arc to both of its ends, where a view shows it as an arc: nothing is drawn there but the ends. */
const arcLegs = (
  books: DimensionBooks,
  { of }: Extract<SizeKey, { what: 'arc' }>,
  view: View,
  k: number,
): readonly [Edge, Edge] | undefined => {
  const spokes = arcSpokes(of, books.surfaces);
  const surface = books.surfaces.get(of[0]);
  if (!spokes || surface?.kind !== 'cylinder') return undefined;
  if (1 - Math.abs(dot(surface.a, view.frame.toward)) > 1e-6) return undefined;
  const [x, y] = flatten(view.frame, spokes.centre);
  const leg = (spoke: Vec3): Edge => {
    const d = flatten(view.frame, scale(spoke, 1 / spokes.radius));
    const end = along2([x * k, y * k], d, spokes.radius * k);
    return { ends: [end, end], d };
  };
  return [leg(spokes.ends[0]), leg(spokes.ends[1])];
};

/** The centre of an arc in a view, paper mm, and the direction from there to the middle of what is drawn of it. */
const arcMiddle = (
  books: DimensionBooks,
  { of }: Extract<SizeKey, { what: 'arc' }>,
  view: View,
  k: number,
): { readonly centre: Vec2; readonly towards: Vec2 | undefined } | undefined => {
  const spokes = arcSpokes(of, books.surfaces);
  if (!spokes) return undefined;
  const centre = flatten(view.frame, spokes.centre);
  const drawn = linesOfFace(view, of[0]).find((l) => l.curve.type === 'conic');
  const towards = drawn && sub2(pointOn2(drawn.curve, (drawn.from + drawn.to) / 2), centre);
  return { centre: [centre[0] * k, centre[1] * k], towards };
};

/** The two lines of a view between which an angle stands: of two faces that are edges there, or both outlines of a cone. */
const legsOf = (
  books: DimensionBooks,
  size: SizeKey,
  view: View,
  k: number,
): readonly [Edge, Edge] | undefined => {
  if (size.what === 'cone') {
    const [a, ...others] = straightOf(view, size.of[0], k);
    const b = a && others.find((x) => Math.abs(cross2(a.d, x.d)) > 1e-6);
    return a && b && [a, b];
  }
  if (size.what === 'bearing') return spokeLegs(books, size, view, k);
  if (size.what === 'arc') return arcLegs(books, size, view, k);
  if (size.what !== 'angle') return undefined;
  // the line of the face itself: square to its normal as the view shows it
  const legs = size.of.map((f) => {
    const s = books.surfaces.get(f);
    if (s?.kind !== 'plane' || Math.abs(dot(s.n, view.frame.toward)) > 1e-6) return undefined;
    const n: Vec2 = flatten(view.frame, s.n);
    return straightOf(view, f, k).find(
      (e) => Math.abs(dot2(e.d, n)) < 1e-6 && Math.abs(dot2(e.ends[0], n) - s.d * k) < 1e-3,
    );
  });
  const [a, b] = legs;
  return a && b && [a, b];
};

/** The farther end of an edge from a point, and the nearer one, as distances along a ray from that point. */
const reachAlong = (
  apex: Vec2,
  e: Edge,
): { readonly ray: Vec2; readonly near: number; readonly far: number } => {
  const at = e.ends.map((p) => sub2(p, apex));
  const size = at.map(length2) as [number, number];
  const i = size[1] > size[0] ? 1 : 0;
  const ray: Vec2 = [(at[i] as Vec2)[0] / size[i], (at[i] as Vec2)[1] / size[i]];
  return { ray, near: dot2(at[1 - i] as Vec2, ray), far: size[i] };
};

const DEGREES = Math.PI / 180;
/** The radii that are tried for the arc, mm. */
const RADII = [9, 12, 15, 18, 22, 26, 30, 36, 42, 50] as const;
/** An arc is as many chords where it is held against boxes. */
const CHORDS = 12;

/**
 * Angles drawn as arcs between their two lines, with the figure beside the arc.
 * @param k paper mm to a part unit
 * @returns those that a view shows so, and the others
 */
export const layAngles = (
  books: DimensionBooks,
  name: ViewName,
  view: View,
  k: number,
  notes: readonly Note[],
  standing: readonly Laid[],
  room: RoomRound | undefined,
): { readonly laid: Laid[]; readonly rest: Note[] } => {
  const laid: Laid[] = [];
  const rest: Note[] = [];
  const stretchesOf = (lines: readonly ViewLine[]): Line[] => lines.flatMap((l) => chordsOfLine(l, k));
  const visible = stretchesOf(view.lines.filter((l) => l.class === 'visible'));
  const hidden = stretchesOf(view.lines.filter((l) => l.class === 'hidden'));
  for (const n of notes) {
    const legs = legsOf(books, n.size, view, k);
    const arc = n.size.what === 'arc' ? arcMiddle(books, n.size, view, k) : undefined;
    const apex = arc?.centre ?? (legs && meetingOf(...legs));
    // clear of hidden lines too where there is such a place
    const place = (lines: readonly Line[]): Laid['drawn'] | undefined =>
      legs &&
      apex &&
      placeArc(
        apex,
        legs,
        { ...arcWanted(books, n, k), towards: arc?.towards },
        lines,
        [...standing, ...laid],
        room,
      );
    const found = place([...visible, ...hidden]) ?? place(visible);
    if (found)
      laid.push({
        wanted: n.wanted,
        view: name,
        count: n.count,
        value: n.value,
        isRadius: false,
        text: n.text,
        drawn: found,
      });
    else rest.push(n);
  }
  return { laid, rest };
};

/** The arc of a dimension that is to be placed: the angle that it spans, degrees; the radii that are tried for it, mm; and its figure. */
type ArcWanted = {
  readonly angle: number;
  readonly radii: readonly number[];
  readonly text: string;
  /** from the centre to the middle of what is drawn, which tells both halves of a circle apart */
  readonly towards?: Vec2 | undefined;
};

/** The length of an arc is written on an arc about the same centre, outside it as any length is; an angle where there is room. */
const arcWanted = (books: DimensionBooks, n: Note, k: number): ArcWanted => {
  const spokes = n.size.what === 'arc' ? arcSpokes(n.size.of, books.surfaces) : undefined;
  if (!spokes) return { angle: n.value, radii: RADII, text: n.text };
  const first = spokes.radius * k + FIRST + NEXT * (n.wanted.out ?? 0);
  return {
    angle: spokes.angle / DEGREES,
    radii: Array.from({ length: LANES }, (_, i) => first + NEXT * i),
    text: n.text,
  };
};
/** So many lanes are tried for the length of an arc. */
const LANES = 8;

const placeArc = (
  apex: Vec2,
  legs: readonly [Edge, Edge],
  n: ArcWanted,
  lines: readonly Line[],
  others: readonly Laid[],
  room: RoomRound | undefined,
): Laid['drawn'] | undefined => {
  const [p, q] = legs.map((e) => reachAlong(apex, e)) as [
    ReturnType<typeof reachAlong>,
    ReturnType<typeof reachAlong>,
  ];
  const between = Math.acos(Math.max(-1, Math.min(1, dot2(p.ray, q.ray)))) / DEGREES;
  // the acute angle of the figure may stand on the far side of the apex
  const isFlipped = Math.abs(between - n.angle) > 0.01;
  if (isFlipped && Math.abs(180 - between - n.angle) > 0.01) return undefined;
  const turns: readonly (readonly [Vec2, Vec2])[] = isFlipped
    ? [
        [p.ray, [-q.ray[0], -q.ray[1]]],
        [[-p.ray[0], -p.ray[1]], q.ray],
      ]
    : [[p.ray, q.ray]];
  for (const radius of n.radii)
    for (const [a, b] of turns) {
      const drawn = arcAt(apex, a, b, [a === p.ray ? p : undefined, b === q.ray ? q : undefined], radius, n);
      const { box } = drawn.text;
      const arc = chordsOf(drawn.arc as NonNullable<Laid['drawn']['arc']>);
      const isClear =
        !runsAlong(arc, lines) &&
        isInRoom(box, room) &&
        !lines.some((l) => passes(l, box)) &&
        others.every(
          ({ drawn: o }) =>
            !boxesMeet(o.text.box, box) &&
            !(o.line && passes(o.line, box)) &&
            !o.extension.some((l) => passes(l, box)) &&
            !arc.some((c) => passes(c, o.text.box)) &&
            !drawn.extension.some((l) => passes(l, o.text.box)),
        );
      if (isClear) return drawn;
    }
  return undefined;
};

/** How near an arc may run to a line of the view, mm; and over how many of its chords before it cannot be told from it. */
const BESIDE = 0.7;
const TOO_MANY = CHORDS / 3;
/** Whether an arc runs along lines of the view, so that it would pass for one of them. */
const runsAlong = (arc: readonly Line[], lines: readonly Line[]): boolean =>
  arc.filter(([a, b]) => {
    const p: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    return lines.some(([q, r]) => nearestOnSegment(p, q, r).off < BESIDE);
  }).length >= TOO_MANY;

const chordsOf = ({ centre, radius, from, to }: NonNullable<Laid['drawn']['arc']>): Line[] => {
  const at = (i: number): Vec2 => {
    const t = from + ((to - from) * i) / CHORDS;
    return [centre[0] + radius * Math.cos(t), centre[1] + radius * Math.sin(t)];
  };
  return Array.from({ length: CHORDS }, (_, i): Line => [at(i), at(i + 1)]);
};

/** An angle is half a turn within this, radians. */
const HALF_TURN = 1e-6;

/** An angle's arc at a radius, from one ray to the other the short way. @param edges what is drawn along each ray already */
const arcAt = (
  apex: Vec2,
  a: Vec2,
  b: Vec2,
  edges: readonly ({ readonly near: number; readonly far: number } | undefined)[],
  radius: number,
  { text, towards }: ArcWanted,
): Laid['drawn'] => {
  const start = Math.atan2(a[1], a[0]);
  const shorter = Math.atan2(cross2(a, b), dot2(a, b));
  // half a turn is as long either way
  const isAmbiguous = towards !== undefined && Math.PI - Math.abs(shorter) < HALF_TURN;
  const left: Vec2 = [-a[1], a[0]];
  const turn = isAmbiguous ? Math.sign(dot2(towards, left)) * Math.abs(shorter) : shorter;
  const [from, to] = turn < 0 ? [start + turn, start] : [start, start + turn];
  const isNarrow = Math.abs(turn) * radius < 2 * ARROW + 2;
  // arrows that have no room inside point in from outside
  const past = isNarrow ? (2 * ARROW) / radius : 0;
  const tip = (t: number, sense: number): Arrow => ({
    tip: [apex[0] + radius * Math.cos(t), apex[1] + radius * Math.sin(t)],
    along: [-Math.sin(t) * sense, Math.cos(t) * sense],
  });
  const extension = [a, b].flatMap((ray, i): Line[] => {
    const own = edges[i];
    const out = radius + PAST;
    // along a drawn edge the arc ends on the edge itself
    if (own && own.near <= radius && own.far >= radius) return [];
    const begin = own && radius > own.far ? own.far + OFF : OFF;
    return own && radius < own.near
      ? [[along2(apex, ray, radius - PAST), along2(apex, ray, own.near - OFF)]]
      : [[along2(apex, ray, begin), along2(apex, ray, out)]];
  });
  const middle = (from + to) / 2;
  const d: Vec2 = [Math.cos(middle), Math.sin(middle)];
  const width = figureWidth(text);
  const off = radius + 1.2 + (Math.abs(d[0]) * width) / 2 + (Math.abs(d[1]) * FIGURE) / 2;
  const [cx, cy] = along2(apex, d, off);
  const box: Box = [cx - width / 2, cy - FIGURE / 2, cx + width / 2, cy + FIGURE / 2];
  const sense = isNarrow ? -1 : 1;
  return {
    arc: { centre: apex, radius, from: from - past, to: to + past },
    extension,
    arrows: [tip(from, -sense), tip(to, sense)],
    text: { at: [box[0], box[1]], angle: 0, box },
  };
};
