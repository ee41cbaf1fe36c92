import type { DimensionBooks } from '../../dimension/books.ts';
import type { SizeKey } from '../../dimension/place.ts';
import { pointOn2 } from '../../geometry/curve2.ts';
import { distance2, type Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { facesOfMeeting } from '../../naming/keys.ts';
import type { View, ViewLine } from '../../view/view.ts';
import { figureWidth } from './figureText.ts';
import {
  type Box,
  FIGURE,
  isWithin,
  type Laid,
  type Line,
  limitsOf,
  type RoomRound,
  type Wanted,
} from './laid.ts';
import { linesOfFace, linesWhereMeet } from './reach.ts';
import { FAR_CENTRE, type RadiusSite, shortenedRadius } from './shortenedRadius.ts';
import { isApart, isFree, type Standing, stand, standingOf } from './standing.ts';
import { chordsOfLine } from './viewChords.ts';

/** A note with a leader, on its way to a place. */
export type Note = {
  readonly wanted: Wanted;
  readonly size: SizeKey;
  readonly value: number;
  readonly count: number;
  readonly isRadius: boolean;
  readonly text: string;
  /** of copies on a pitch circle: that circle, and the first of them, in the view's own units */
  readonly pitch?: {
    readonly centre: Vec2;
    readonly radius: number;
    readonly first: Vec2;
    /** how far the copies reach from their own centres */
    readonly copies: number;
    /** radians from one copy to the next */
    readonly step: number;
  };
};

/** Where a leader ends at a face: on its circle towards the note, or at a point of its lines. Paper mm. */
type Anchor = {
  readonly middle: Vec2;
  readonly towards: (foot: Vec2) => Vec2;
  /** of a circle, with places along what is drawn of it */
  readonly round?: { readonly centre: Vec2; readonly radius: number; readonly places: readonly Vec2[] };
};

const TURN = 2 * Math.PI;
/** Whether an angle lies on a stretch of a circle. */
const isOn = (angle: number, { from, to }: ViewLine): boolean => {
  const [lo, hi] = [Math.min(from, to), Math.max(from, to)];
  return (((angle - lo) % TURN) + TURN) % TURN <= hi - lo;
};

/** The visible lines of a face come before its hidden ones, whole circles before arcs. */
const bestFirst = (lines: readonly ViewLine[]): ViewLine[] => {
  const rank = (l: ViewLine): number =>
    (l.class === 'visible' ? 0 : 4) +
    (l.curve.type === 'conic' && l.curve.round ? 0 : 2) -
    Math.min(1, Math.abs(l.to - l.from) / TURN);
  return lines.toSorted((a, b) => rank(a) - rank(b));
};

/** Kept between the arrow of a pitch circle and its copies, mm. */
const FROM_COPY = 2;

/** A leader to a pitch circle: radial, and between two of its copies. */
const pitchAnchor = (
  { centre, radius, first, copies, step }: NonNullable<Note['pitch']>,
  k: number,
): Anchor => {
  const middle: Vec2 = [centre[0] * k, centre[1] * k];
  const r = radius * k;
  const start = Math.atan2(first[1] - centre[1], first[0] - centre[0]);
  const clear = Math.min(step / 2, (copies * k + FROM_COPY) / r);
  return {
    middle,
    round: { centre: middle, radius: r, places: [] },
    towards: (foot) => {
      const angle = Math.atan2(foot[1] - middle[1], foot[0] - middle[0]);
      const nearest = start + Math.round((angle - start) / step) * step;
      const off = angle - nearest;
      const at = Math.abs(off) < clear ? nearest + (off < 0 ? -clear : clear) : angle;
      return [middle[0] + r * Math.cos(at), middle[1] + r * Math.sin(at)];
    },
  };
};

/** So many lines of a face are tried for a leader, and so many of the features that a note counts. */
const MOST_LINES = 6;
const MOST_ALIKE = 12;

/** Where a leader may end: at the best line of what a size is of; a note that is led to a flat face at any of its seen lines. */
const anchorsOf = (size: SizeKey, view: View, k: number): readonly [Anchor, ...Anchor[]] => {
  const keys = size.of.flatMap(facesOfMeeting);
  const shared = linesWhereMeet(view, keys);
  const all = shared.length ? shared : keys.flatMap((f) => linesOfFace(view, f));
  // at the rim of a hole in a face a note would seem to be about the hole
  const straight = size.what === 'lean' ? all.filter((l) => l.curve.type === 'line') : [];
  // a turned face is seen by its contour, and not by its rims
  const contours = straight.filter((l) => l.kind === 'outline');
  const [best, ...others] = bestFirst(contours.length ? contours : straight.length ? straight : all);
  if (!best) {
    const middle: Vec2 = [((view.box[0] + view.box[2]) / 2) * k, ((view.box[1] + view.box[3]) / 2) * k];
    return [{ middle, towards: () => middle }];
  }
  const more = size.what === 'lean' ? others.filter((l) => l.class === 'visible').slice(0, MOST_LINES) : [];
  return [anchorAt(best, k), ...more.map((l) => anchorAt(l, k))];
};

/** Where the leader of a note may end: of one that counts several features at any of them. */
const anchorsOfNote = (n: Note, view: View, k: number): readonly [Anchor, ...Anchor[]] => {
  if (n.pitch) return [pitchAnchor(n.pitch, k)];
  const more = (n.wanted.alike ?? []).slice(0, MOST_ALIKE);
  return [
    ...anchorsOf(n.size, view, k),
    ...more.flatMap((t) => (t.kind === 'size' ? anchorsOf(t.size, view, k) : [])),
  ];
};

/** Where along an arc a shortened radius may begin, as shares of it: in its middle a centre line may stand. */
const ALONG_ARC = [0.42, 0.58, 0.33, 0.67, 0.25, 0.75, 0.17, 0.83, 0.5];

const anchorAt = (line: ViewLine, k: number): Anchor => {
  const paper = ([u, v]: Vec2): Vec2 => [u * k, v * k];
  const halfWay = paper(pointOn2(line.curve, (line.from + line.to) / 2));
  const c = line.curve;
  if (c.type !== 'conic' || !c.round) return { middle: halfWay, towards: () => halfWay };
  const centre = paper(c.c);
  const r = Math.hypot(...c.major) * k;
  return {
    middle: Math.abs(line.to - line.from) > Math.PI ? centre : halfWay,
    round: {
      centre,
      radius: r,
      places: ALONG_ARC.map((t) => paper(pointOn2(c, line.from + (line.to - line.from) * t))),
    },
    // a leader points at the centre
    towards: (foot) => {
      const d: Vec2 = [foot[0] - centre[0], foot[1] - centre[1]];
      const turn = c.major[0] * c.minor[1] - c.major[1] * c.minor[0] < 0 ? -1 : 1;
      const angle = turn * (Math.atan2(d[1], d[0]) - Math.atan2(c.major[1], c.major[0]));
      const size = Math.hypot(...d);
      if (!size || !isOn(angle, line)) return halfWay;
      return [centre[0] + (d[0] / size) * r, centre[1] + (d[1] / size) * r];
    },
  };
};

/** A leader never runs level or upright: it would pass for a centre line or an edge. */
const isAslant = ([p, q]: Line): boolean => {
  const [dx, dy] = [Math.abs(p[0] - q[0]), Math.abs(p[1] - q[1])];
  return Math.min(dx, dy) > STEEPEST * Math.max(dx, dy);
};
const STEEPEST = 0.2;

type Place = { readonly box: Box; readonly foot: Vec2; readonly shelf: Line };

/** Notes stand in so many rows at most, beyond one another, and so many places to each side of what they are about. */
const ROWS = 8;
const ASIDE = 7;
/** Where no such place is clear, so many are tried. */
const FURTHER_ASIDE = 16;
/** The first row of notes from the outline, and the next from it, mm. */
const ROW = 6;

/** A place for a note: where its leader would begin is the foot. */
const placeAt = (x: number, y: number, width: number, from: Vec2): Place => {
  // the leader ends at the nearer lower corner
  const isLeft = from[0] <= x + width / 2;
  const [near, far]: [Vec2, Vec2] = isLeft
    ? [
        [x - 1, y - 0.8],
        [x + width, y - 0.8],
      ]
    : [
        [x + width + 1, y - 0.8],
        [x, y - 0.8],
      ];
  return { box: [x, y, x + width, y + FIGURE], foot: near, shelf: [near, far] };
};

/** Distances are ordered as whole numbers up to so much, with the place of the corner among so many behind them: 53 bits hold both. */
const FURTHEST = 2 ** 42;
const MOST_CORNERS = 2 ** 10;

/** Where a note may stand: its lower left corner, and how far the middle of its lower edge is from what it is about, squared. */
type Corner = { readonly x: number; readonly y: number; readonly far: number };

/**
 * Corners round a view where a note may stand: above and to the right, or below and to the left; the nearest to what it is about first.
 * @param beside so many places to each side of what the note is about were tried already
 * @param aside so many places to each side of it are tried
 */
const cornersFor = (
  box: Box,
  width: number,
  from: Vec2,
  where: 'first' | 'second',
  beside: number,
  aside: number,
): Corner[] => {
  const corners: Corner[] = [];
  let furthest = 1;
  const take = (x: number, y: number): void => {
    const [dx, dy] = [x + width / 2 - from[0], y - from[1]];
    const far = dx * dx + dy * dy;
    furthest = Math.max(furthest, far);
    corners.push({ x, y, far });
  };
  for (let row = 0; row < ROWS; row++)
    for (let i = -aside; i <= aside; i++) {
      if (Math.abs(i) <= beside) continue;
      const beyond = ROW + ROW * row;
      take(from[0] - width / 2 + i * ROW, where === 'first' ? box[3] + beyond : box[1] - beyond - FIGURE);
      take(where === 'first' ? box[2] + beyond : box[0] - beyond - width, from[1] + i * ROW);
    }
  // plain numbers are put in order many times faster than corners
  const order = new Float64Array(corners.length);
  const fine = (FURTHEST - 1) / furthest;
  for (const [n, { far }] of corners.entries()) order[n] = Math.round(far * fine) * MOST_CORNERS + n;
  return Array.from(order.sort(), (key) => corners[key % MOST_CORNERS] as Corner);
};

/** Notes keep so much between them that none reads on into the next, mm. */
const withRoom = ([x0, y0, x1, y1]: Box): Box => [x0 - 2, y0 - 1, x1 + 2, y1 + 1];

type Led = Place & { readonly leader: Line; readonly anchor: Anchor };

/** A circle that a view shows, paper mm. */
type Circle = { readonly centre: Vec2; readonly radius: number };

const circlesIn = (view: View, k: number): Circle[] =>
  view.lines.flatMap(({ curve: c, class: seen }): Circle[] =>
    seen === 'visible' && c.type === 'conic' && c.round
      ? [{ centre: [c.c[0] * k, c.c[1] * k], radius: Math.hypot(...c.major) * k }]
      : [],
  );

/** A leader ends this far within its own circle at most, mm: rounding. */
const AT_CIRCLE = 1e-6;

/** Whether a leader runs through a circle in which it does not end: it would seem to be about that one. */
const runsThrough = ([tip, foot]: Line, { centre, radius }: Circle): boolean => {
  if (distance2(tip, centre) <= radius + AT_CIRCLE) return false;
  const [dx, dy] = [foot[0] - tip[0], foot[1] - tip[1]];
  const square = dx * dx + dy * dy;
  const t = square > 0 ? ((centre[0] - tip[0]) * dx + (centre[1] - tip[1]) * dy) / square : 0;
  const at = Math.min(1, Math.max(0, t));
  return distance2([tip[0] + at * dx, tip[1] + at * dy], centre) < radius;
};

/** Ends of leaders keep so far apart, where there is a choice, mm. */
const TIPS_APART = 5;

/** The best place for a note: with the shortest leader, of its anchors from where one is clear; else at the first of them. */
const placeOf = (
  text: string,
  anchors: readonly [Anchor, ...Anchor[]],
  tips: readonly Vec2[],
  ...where: [readonly Circle[], Box, Standing, RoomRound | undefined]
): Led => {
  const first = placeFrom(text, anchors[0], Number.POSITIVE_INFINITY, ...where) as Found;
  let best: { readonly place: Found; readonly cost: number } | undefined;
  const look = (p: Found | undefined): void => {
    // leaders of two notes that end at one place would seem to be about one thing
    if (!p?.isClear || tips.some((t) => distance2(t, p.leader[0]) <= TIPS_APART)) return;
    const cost = (p.isPast ? 0 : THROUGH) + distance2(...p.leader);
    if (!best || cost < best.cost) best = { place: p, cost };
  };
  look(first);
  for (const a of anchors.slice(1))
    look(placeFrom(text, a, best?.cost ?? Number.POSITIVE_INFINITY, ...where));
  return best?.place ?? first;
};

type Found = Led & { readonly isClear: boolean; readonly isPast: boolean };

/** A leader through another circle is chosen only where there is no other one, mm of its length. */
const THROUGH = 1e4;

/**
 * The best place for a note with one anchor: clear of all that stands, in the room there is, and with its leader past all circles; else one where at
 * least no figure is on another.
 * @param most a leader that is surely longer is not worth looking for, mm
 * @returns nothing where only such places were left
 */
const placeFrom = (
  text: string,
  anchor: Anchor,
  most: number,
  circles: readonly Circle[],
  box: Box,
  standing: Standing,
  room: RoomRound | undefined,
): Found | undefined => {
  const width = figureWidth(text);
  // a leader reaches from the circle to a corner of the figure, so it may be shorter than from middle to middle by so much
  const shorter = width / 2 + 2 + (anchor.round?.radius ?? 0);
  const limits = limitsOf(room);
  let through: Led | undefined;
  const led = (p: Place) => ({ ...p, anchor, leader: [anchor.towards(p.foot), p.foot] as Line });
  let apart: Place | undefined;
  let outside: Place | undefined;
  let last: Place | undefined;
  for (const [where, beside, aside] of [
    ['first', -1, ASIDE],
    ['second', -1, ASIDE],
    ['first', ASIDE, FURTHER_ASIDE],
    ['second', ASIDE, FURTHER_ASIDE],
  ] as const) {
    for (const { x, y, far } of cornersFor(box, width, anchor.middle, where, beside, aside)) {
      if (Math.sqrt(far) - shorter > most) return undefined;
      const p = placeAt(x, y, width, anchor.middle);
      last = p;
      // what is quickly told comes first: most places are tried in vain
      const isInside = isWithin(p.box, limits);
      if (!isInside && outside) continue;
      const leader: Line = [anchor.towards(p.foot), p.foot];
      const isLeader = isAslant(leader);
      if (isInside && apart && !isLeader) continue;
      if (!isApart(standing, withRoom(p.box))) continue;
      if (!isInside) {
        outside = p;
        continue;
      }
      apart ??= p;
      if (!isLeader || !isFree(standing, leader, p.shelf, p.box)) continue;
      if (!circles.some((c) => runsThrough(leader, c))) return { ...led(p), isClear: true, isPast: true };
      through ??= led(p);
    }
  }
  if (through) return { ...through, isClear: true, isPast: false };
  return { ...led(apart ?? outside ?? (last as Place)), isClear: false, isPast: false };
};

/** Whether a note says the size of a circle. @param radius paper mm */
const isSizeOf = (n: Note, radius: number, k: number): boolean =>
  Math.abs((n.isRadius ? 1 : 0.5) * n.value * k - radius) < 1e-6;

/** A radius whose centre is far away, with a shortened line; nothing for any other note, or where that is clear nowhere. */
const shortenedOf = (n: Note, { round }: Anchor, k: number, site: RadiusSite): Laid['drawn'] | undefined =>
  n.isRadius && round && round.radius >= FAR_CENTRE && isSizeOf(n, round.radius, k)
    ? shortenedRadius(round.places, round.centre, n.text, site)
    : undefined;

/** Notes above and to the right of a view, each with a leader to its face; the first place that is clear of all that stands. */
export const layNotes = (
  view: ViewName,
  own: View,
  k: number,
  box: Box,
  notes: readonly Note[],
  standing: readonly Laid[],
  room: RoomRound | undefined,
): Laid[] => {
  const all = standingOf(standing);
  const tips: Vec2[] = [];
  const circles = circlesIn(own, k);
  const lines = own.lines.flatMap((l) => chordsOfLine(l, k));
  return notes
    .map((n) => ({ ...n, anchors: anchorsOfNote(n, own, k) }))
    .sort(
      (a, b) =>
        a.anchors[0].middle[0] - b.anchors[0].middle[0] || b.anchors[0].middle[1] - a.anchors[0].middle[1],
    )
    .map((n): Laid => {
      const shortened = shortenedOf(n, n.anchors[0], k, { standing: all, limits: limitsOf(room), lines });
      if (shortened) {
        stand(all, shortened);
        tips.push((shortened.line as Line)[0]);
        const { wanted, count, value, isRadius, text } = n;
        return { wanted, view, count, value, isRadius, text, drawn: shortened };
      }
      const found = placeOf(n.text, n.anchors, tips, circles, box, all, room);
      const [tip, foot] = found.leader;
      tips.push(tip);
      const size = distance2(tip, foot) || 1;
      const { round } = found.anchor;
      // the size of the circle itself: a note of another size may be led to it as well
      const isItsSize = round && isSizeOf(n, round.radius, k);
      const drawn: Laid['drawn'] = {
        line: found.leader,
        ...(isItsSize && { round: round.centre }),
        extension: [],
        shelf: found.shelf,
        arrows: [{ tip, along: [(tip[0] - foot[0]) / size, (tip[1] - foot[1]) / size] }],
        text: { at: [found.box[0], found.box[1]], angle: 0, box: found.box },
      };
      stand(all, drawn);
      const { wanted, count, value, isRadius, text } = n;
      return { wanted, view, count, value, isRadius, text, drawn };
    });
};

/** A round with those of other bodies that go on in it: together they are one circle. */
const onePiece = (books: DimensionBooks, face: string): string[] => {
  const out = [face];
  for (const key of out)
    for (const { kind, of } of books.relations)
      if (kind === 'same' && of.includes(key)) out.push(...of.filter((k) => !out.includes(k)));
  return out;
};

/** How much of a circle some arcs of it cover together, radians: pieces seen and hidden, and rims that fall on one another. */
const turnCovered = (arcs: readonly ViewLine[]): number => {
  const stretches = arcs
    .flatMap(({ curve, from, to }) => {
      if (curve.type !== 'conic') return [];
      const [major, minor] = [curve.major, curve.minor];
      const sense = major[0] * minor[1] - major[1] * minor[0] < 0 ? -1 : 1;
      const begin =
        Math.atan2(major[1], major[0]) + sense * (sense > 0 ? Math.min(from, to) : Math.max(from, to));
      const low = ((begin % TURN) + TURN) % TURN;
      const high = low + Math.abs(to - from);
      // what runs on past the full turn begins anew
      return high > TURN
        ? [
            [low, TURN],
            [0, high - TURN],
          ]
        : [[low, high]];
    })
    .sort((a, b) => (a[0] as number) - (b[0] as number)) as [number, number][];
  let covered = 0;
  let reached = 0;
  for (const [low, high] of stretches) {
    covered += Math.max(0, high - Math.max(low, reached));
    reached = Math.max(reached, high);
  }
  return covered;
};

/** How near two radii are one, as a share of the part's size. */
const SAME_RADIUS = 1e-6;

/** Whether a round face is less than half a round where a view shows it as a circle: it is stated by its radius then. */
export const isLessThanHalf = (books: DimensionBooks, face: string, views: Iterable<View>): boolean => {
  const round = books.surfaces.get(face);
  if (round?.kind !== 'cylinder' && round?.kind !== 'sphere') return false;
  const near = SAME_RADIUS * books.part.tol.size;
  const faces = onePiece(books, face);
  let most = 0;
  for (const view of views) {
    const arcs = faces
      .flatMap((f) => linesOfFace(view, f))
      // a rim may fall on a circle of another feature
      .filter(
        ({ curve: c }) => c.type === 'conic' && c.round && Math.abs(Math.hypot(...c.major) - round.r) <= near,
      );
    most = Math.max(most, turnCovered(arcs));
  }
  return most > 0 && most <= Math.PI + 1e-6;
};
