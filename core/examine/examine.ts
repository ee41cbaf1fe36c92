import { pointOn2 } from '../geometry/curve2.ts';
import { distance2, type Vec2 } from '../geometry/vec.ts';
import { levelRoom, seenFrom, type TextRoom, textRoom, textRoomsMeet } from '../sheet/annotate/textRoom.ts';
import type { Ink, StrokeInk, TextInk } from '../sheet/ink/ink.ts';
import { boxCorners2 } from '../sheet/layout/boxes.ts';
import type { Rect } from '../sheet/layout/paper.ts';

/**
 * The examiner looks at finished ink as one looks at a sheet on the wall: without knowing how it was made. It reports what a strict teacher
 * strikes out.
 */
export type Report = {
  readonly kind:
    | 'lettering on a line'
    | 'lettering on lettering'
    | 'lettering outside the frame'
    | 'ink outside the frame'
    | 'ink in the title block'
    | 'line drawn twice';
  /** the text, or the layer of the line */
  readonly what: string;
  /** what it lies on */
  readonly on: string;
  /** paper mm, y up */
  readonly at: Vec2;
};

/** A tenth of a millimetre inside its box a letter has ink; nearer it only looks near. */
const INSET = 0.1;
/** Ink may lie on the frame itself, mm. */
const ON_FRAME = 0.01;
/** Two lines this near over their whole length are one line drawn twice, mm. */
const SAME = 0.01;
/** Shorter pieces that fall together are the ends of dashes, mm. */
const LEAST = 0.5;
const CHORDS = 16;

const lettersOf = (t: TextInk): TextRoom => textRoom(t, -INSET);

type Chord = { readonly a: Vec2; readonly b: Vec2; readonly ink: StrokeInk };
const chordsOf = (ink: StrokeInk): Chord[] =>
  ink.stretches.flatMap(({ curve, from, to }) => {
    const n = curve.type === 'line' ? 1 : CHORDS;
    const at = (i: number): Vec2 => pointOn2(curve, from + ((to - from) * i) / n);
    return Array.from({ length: n }, (_, i): Chord => ({ a: at(i), b: at(i + 1), ink }));
  });

/** Whether a chord has a point inside a room: by the separating axes of a segment and a rectangle. */
const enters = (chord: Chord, room: TextRoom): boolean => {
  const [a, b] = seenFrom(room, [chord.a, chord.b]);
  const r = room.own;
  if (Math.max(a[0], b[0]) <= r.x || Math.min(a[0], b[0]) >= r.x + r.w) return false;
  if (Math.max(a[1], b[1]) <= r.y || Math.min(a[1], b[1]) >= r.y + r.h) return false;
  const side = (x: number, y: number): number => (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]);
  const sides = [side(r.x, r.y), side(r.x + r.w, r.y), side(r.x, r.y + r.h), side(r.x + r.w, r.y + r.h)];
  return Math.min(...sides) < 0 && Math.max(...sides) > 0;
};

const isOut = ([x, y]: Vec2, f: Rect): boolean =>
  x < f.x - ON_FRAME || y < f.y - ON_FRAME || x > f.x + f.w + ON_FRAME || y > f.y + f.h + ON_FRAME;

/**
 * Examines a finished sheet.
 * @param frame the frame's rectangle, and title that of the title block, paper mm
 */
export const examine = (ink: readonly Ink[], frame: Rect, title: Rect): Report[] => {
  const out: Report[] = [];
  const titleRoom = levelRoom(title);
  const texts = ink.filter(
    (i): i is TextInk => i.kind === 'text' && i.layer !== 'title' && i.layer !== 'frame',
  );
  const drawn = ink.filter(
    (i): i is StrokeInk => i.kind === 'stroke' && i.layer !== 'title' && i.layer !== 'frame',
  );
  const chords = drawn.flatMap(chordsOf);
  texts.forEach((t, i) => {
    const room = lettersOf(t);
    const layers = new Set(chords.filter((c) => enters(c, room)).map((c) => c.ink.layer));
    for (const on of layers) out.push({ kind: 'lettering on a line', what: t.text, on, at: t.at });
    for (const o of texts.slice(i + 1))
      if (textRoomsMeet(room, lettersOf(o)))
        out.push({ kind: 'lettering on lettering', what: t.text, on: o.text, at: t.at });
    if (boxCorners2(room.box).some((p) => isOut(p, frame)))
      out.push({ kind: 'lettering outside the frame', what: t.text, on: 'frame', at: t.at });
    if (textRoomsMeet(room, titleRoom))
      out.push({ kind: 'ink in the title block', what: t.text, on: 'title', at: t.at });
  });
  for (const c of chords) {
    if (isOut(c.a, frame) || isOut(c.b, frame))
      out.push({ kind: 'ink outside the frame', what: c.ink.layer, on: 'frame', at: c.a });
    if (enters(c, titleRoom))
      out.push({ kind: 'ink in the title block', what: c.ink.layer, on: 'title', at: c.a });
  }
  return [...out, ...twice(drawn)];
};

/** Outlines and hidden lines of a view that lie on one another over a whole piece. */
const twice = (drawn: readonly StrokeInk[]): Report[] => {
  const out: Report[] = [];
  const seen = new Map<string, Vec2>();
  for (const s of drawn) {
    if (s.pen !== 'outline' && s.pen !== 'hidden') continue;
    for (const { curve, from, to } of s.stretches) {
      const [a, m, b] = [from, (from + to) / 2, to].map((t) => pointOn2(curve, t)) as [Vec2, Vec2, Vec2];
      if (distance2(a, m) < LEAST) continue;
      const key = [
        ...[a, b].map((p) => p.map((x) => Math.round(x / SAME)).join()).sort(),
        m.map((x) => Math.round(x / SAME)).join(),
      ].join(' ');
      if (seen.has(key)) out.push({ kind: 'line drawn twice', what: s.layer, on: s.view ?? '', at: a });
      seen.set(key, a);
    }
  }
  return out;
};
