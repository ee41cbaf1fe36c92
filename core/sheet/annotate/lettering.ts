import type { Box3 } from '../../geometry/box.ts';
import { boxGrid } from '../../geometry/boxGrid.ts';
import { along2, distance2, sub2, type Vec2 } from '../../geometry/vec.ts';
import {
  type Ink,
  type Layer,
  type Pen,
  type Stretch,
  type StrokeInk,
  straight,
  stroke,
  type TextInk,
} from '../ink/ink.ts';
import type { Rect } from '../layout/paper.ts';
import { CHORDS, chordsOf, clipped, type Segment } from './chords.ts';
import { levelRoom, seenFrom, type TextRoom, textRoom, textRoomsMeet } from './textRoom.ts';

/**
 * Lettering is placed last, with all lines known: each text takes the place nearest to its own where it lies on no line and on no other
 * text, inside the frame. Light lines that still pass beneath it are interrupted (ISO 128-2, 5.4: lines do not cross lettering).
 */

/** Lines that lettering never lies on; the others are interrupted where they must. */
const HARD: ReadonlySet<Pen> = new Set([
  'outline',
  'hidden',
  'centre',
  'trace',
  'traceEnd',
  'reference',
  'frame',
  'rule',
  'dimension',
]);
const INTERRUPTED: ReadonlySet<Pen> = new Set(['projector', 'hatch', 'centre', 'dimension', 'square']);
/** Lettering that has its own fixed place. */
const FIXED: ReadonlySet<Layer> = new Set(['title', 'frame']);
/** Names of corners and figures of dimensions have their places already; other lettering keeps clear of them. */
const isPlaced = (t: TextInk): boolean =>
  t.label !== undefined || t.layer === 'dimensions' || t.layer === 'balloons';

/** Kept free round a text, mm. */
const MARGIN = 0.35;
/** What counts against a place: a line through it, other lettering, the frame, and each mm from its own place; needing a leader. */
const COST = { leader: 4, line: 24, text: 40, frame: 100, far: 0.6 } as const;
/** How far from the frame lettering stays, mm. */
const FROM_FRAME = 1;

const roomOf = (t: TextInk, at?: Vec2): TextRoom => textRoom(t, MARGIN, at);
const flat = (r: Rect): Box3 => [r.x, r.y, 0, r.x + r.w, r.y + r.h, 0];
const isWithin = (a: Rect, b: Rect, by: number): boolean =>
  a.x >= b.x + by && a.y >= b.y + by && a.x + a.w <= b.x + b.w - by && a.y + a.h <= b.y + b.h - by;

/** The part of a segment inside a room, where that is more than a point. */
const inside = (s: Segment, room: TextRoom): readonly [number, number] | undefined => {
  const part = clipped(seenFrom(room, s), room.own);
  return part && part[0] < part[1] ? part : undefined;
};

/** A view that stays keeps its ink, and its chords with it. */
const known = new WeakMap<StrokeInk, readonly Segment[]>();
const chords = (s: StrokeInk): readonly Segment[] => {
  const before = known.get(s);
  if (before) return before;
  const made = (s.whole ? [s.whole] : s.stretches).flatMap(chordsOf);
  known.set(s, made);
  return made;
};

const gridOf = (segments: readonly Segment[]) =>
  boxGrid(
    segments.map(
      ([a, b]): Box3 => [
        Math.min(a[0], b[0]),
        Math.min(a[1], b[1]),
        0,
        Math.max(a[0], b[0]),
        Math.max(a[1], b[1]),
        0,
      ],
    ),
    1e-6,
  );

/** How far off a place is tried, mm, and in how many directions. */
const DISTANCES = [0.8, 1.6, 2.4, 3.4, 4.6, 6, 8, 10.5, 13.5, 17, 21] as const;
const DIRECTIONS = 16;

/** Moves that are tried, nearest first: a number goes round its point, a letter by its line, a title stays below its view. */
const movesFor = (layer: Layer): readonly Vec2[] => {
  const out: Vec2[] = [[0, 0]];
  if (layer === 'labels')
    for (let x = -36; x <= 36; x += 2) for (let y = -12; y <= 2; y += 1) out.push([x, y]);
  else
    for (const far of DISTANCES)
      for (let k = 0; k < DIRECTIONS; k++) {
        const q = (2 * Math.PI * k) / DIRECTIONS;
        out.push([far * Math.cos(q), far * Math.sin(q)]);
      }
  return out.sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
};
const MOVES = new Map<Layer, readonly Vec2[]>();
const moves = (layer: Layer): readonly Vec2[] => {
  const kind: Layer = layer === 'labels' ? layer : 'numbers';
  const made = MOVES.get(kind) ?? movesFor(kind);
  MOVES.set(kind, made);
  return made;
};

/** A number that stands further off than this is led to its point by a light line, mm. */
const LEADER_FROM = 5;
/** From a number's point to the edge of its box; none where it is near. */
const leaderOf = (t: TextInk, room: TextRoom): Segment | undefined => {
  if (!t.names || t.label) return undefined;
  const { box } = room;
  const middle: Vec2 = [box.x + box.w / 2, box.y + box.h / 2];
  const hit = inside([t.names, middle], room);
  const reach = distance2(t.names, middle) * (hit?.[0] ?? 0);
  if (reach <= LEADER_FROM) return undefined;
  return [t.names, along2(t.names, sub2(middle, t.names), hit?.[0] ?? 1)];
};

/** The lettering at its final places. */
const placed = (
  ink: readonly Ink[],
  frame: Rect,
): { readonly moved: ReadonlyMap<TextInk, TextInk>; readonly leaders: readonly Segment[] } => {
  const texts = ink.filter((i): i is TextInk => i.kind === 'text' && !FIXED.has(i.layer));
  const strokes = ink.filter((i): i is StrokeInk => i.kind === 'stroke' && i.layer !== 'title');
  const hard = strokes.filter((s) => HARD.has(s.pen)).flatMap(chords);
  const lines = gridOf(hard);
  /** how many lines pass through a box, three at most */
  const crossings = (r: TextRoom): number => {
    let n = 0;
    for (const j of lines.around(flat(r.box))) if (inside(hard[j] as Segment, r) && ++n === 3) break;
    return n;
  };
  const blocks = ink.flatMap((i) => (i.kind === 'text' && i.layer === 'title' ? [roomOf(i)] : []));
  const out = new Map<TextInk, TextInk>();
  const leaders = new Map<TextInk, Segment>();
  const rooms = new Map<TextInk, TextRoom>(texts.map((t) => [t, roomOf(t)]));
  const costAt = (t: TextInk, r: TextRoom, limit: number): number => {
    let cost = isWithin(r.box, frame, FROM_FRAME) ? 0 : COST.frame;
    if (cost >= limit) return cost;
    cost += COST.line * crossings(r);
    if (cost >= limit) return cost;
    for (const [o, b] of rooms) if (o !== t && textRoomsMeet(b, r)) cost += COST.text;
    for (const b of blocks) if (textRoomsMeet(b, r)) cost += COST.text;
    for (const l of leaders.values()) if (inside(l, r)) cost += COST.line;
    const own = leaderOf(t, r);
    if (own) {
      cost += COST.leader;
      for (const [o, b] of rooms) if (o !== t && inside(own, b)) cost += COST.line;
    }
    return cost;
  };
  for (const t of texts) {
    if (isPlaced(t)) continue;
    let best = t.at;
    let least = Number.POSITIVE_INFINITY;
    for (const [dx, dy] of moves(t.layer)) {
      const far = COST.far * Math.hypot(dx, dy);
      if (far >= least) break;
      const at: Vec2 = [t.at[0] + dx, t.at[1] + dy];
      const cost = far + costAt(t, roomOf(t, at), least - far);
      if (cost >= least) continue;
      least = cost;
      best = at;
    }
    if (best === t.at) continue;
    const moved = { ...t, at: best };
    out.set(t, moved);
    rooms.set(t, roomOf(moved));
    const leader = leaderOf(moved, roomOf(moved));
    if (leader) leaders.set(t, leader);
  }
  return { moved: out, leaders: [...leaders.values()] };
};

/** What is left of a stretch outside some boxes. */
const outside = (s: Stretch, rooms: readonly TextRoom[]): readonly Stretch[] => {
  const n = s.curve.type === 'line' ? 1 : CHORDS;
  const gone = chordsOf(s).flatMap((c, i) =>
    rooms.flatMap((r) => {
      const part = inside(c, r);
      return part ? [[(i + part[0]) / n, (i + part[1]) / n] as const] : [];
    }),
  );
  if (!gone.length) return [s];
  const out: Stretch[] = [];
  let at = 0;
  const keep = (to: number): void => {
    if (to - at > 1e-6)
      out.push({ ...s, from: s.from + at * (s.to - s.from), to: s.from + to * (s.to - s.from) });
  };
  for (const [from, to] of [...gone].sort((a, b) => a[0] - b[0])) {
    if (from > at) keep(from);
    at = Math.max(at, to);
  }
  keep(1);
  return out;
};

/** Far enough to hold all that can lie outside a frame, mm. */
const FAR = 1e5;
/** What lies outside the frame, as four rectangles. */
const around = (f: Rect): Rect[] => [
  { x: f.x - FAR, y: -FAR, w: FAR, h: 2 * FAR },
  { x: f.x + f.w, y: -FAR, w: FAR, h: 2 * FAR },
  { x: -FAR, y: f.y - FAR, w: 2 * FAR, h: FAR },
  { x: -FAR, y: f.y + f.h, w: 2 * FAR, h: FAR },
];

/**
 * The sheet's ink with its lettering in its final place, and light lines interrupted for it.
 * @param frame the frame's inner edge, and title the title block, paper mm: centre lines end at them
 */
export const withLettering = (ink: readonly Ink[], frame: Rect, title: Rect): Ink[] => {
  const { moved, leaders } = placed(ink, frame);
  const lettered = [
    ...ink.map((i) => (i.kind === 'text' ? (moved.get(i) ?? i) : i)),
    ...leaders.map((l) => stroke('numbers', 'rule', [straight(...l)])),
  ];
  const rooms = lettered.flatMap((i) => (i.kind === 'text' && !FIXED.has(i.layer) ? [roomOf(i)] : []));
  const beyond = [title, ...around(frame)].map(levelRoom);
  return lettered.map((i) => {
    if (i.kind !== 'stroke' || i.layer === 'title' || !INTERRUPTED.has(i.pen)) return i;
    const near = [...rooms, ...(i.pen === 'centre' ? beyond : [])].filter((b) =>
      chords(i).some((c) => inside(c, b)),
    );
    return near.length ? { ...i, stretches: i.stretches.flatMap((s) => outside(s, near)) } : i;
  });
};
