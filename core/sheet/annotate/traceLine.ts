import { along2, distance2, dot2, sub2, type Vec2 } from '../../geometry/vec.ts';
import type { Section } from '../../section/section.ts';
import { isFlat, type Leg } from '../../section/trace.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import { chainDashes } from '../ink/dash.ts';
import { type Ink, letters, straight, stroke } from '../ink/ink.ts';
import { throughBox } from '../layout/boxes.ts';
import type { Rect } from '../layout/paper.ts';
import { onPaper } from '../layout/similarity.ts';
import { type TraceHome, traceHome } from '../views/traceHome.ts';

/** How far a trace runs past the view's box, and its wide ends and arrows, mm. */
const TRACE_PAST = 10;
const WIDE_END = 7;
const ARROW = 6;
/** How far its arrows stand back from the trace's ends, mm. */
const ARROW_BACK = 2;

/**
 * The trace on the view where the cut is an edge: chain line, wide at its ends and bends, arrows in the direction of sight,
 * letters.
 */
export const traceInk = (s: Section, sheet: PlacedSheet): Ink[] => {
  const home = traceHome(sheet, s.plane);
  const whole = home && tracePath(s, home);
  if (!whole) return [];
  // a broken-out section has no trace: its place is seen in its own view
  if (sheet.views.some((v) => v.brokenOut?.some((o) => o.section.plane.name === s.plane.name))) return [];
  const isRevolved = sheet.shapes.some((x) => x.cut === s.plane.name && x.drawnAs === 'revolved');
  if (isRevolved) return revolvedAxis(whole);
  const path = withinFrame(whole, s, sheet.paper.frame);
  const out: Ink[] = [];
  path.slice(1).forEach((b, i) => {
    const a = path[i] as Vec2;
    const size = distance2(a, b);
    const d: Vec2 = [(b[0] - a[0]) / size, (b[1] - a[1]) / size];
    const at = (k: number): Vec2 => along2(a, d, k);
    const wide = Math.min(WIDE_END, size / 3);
    const chain = straight(at(wide), at(size - wide));
    out.push(
      stroke('trace', 'trace', chainDashes(chain), { whole: chain }),
      stroke('trace', 'traceEnd', [straight(a, at(wide)), straight(at(size - wide), b)]),
    );
    const arrows = [
      ...(i === 0 && !s.plane.half ? [ARROW_BACK] : []),
      ...(i === path.length - 2 ? [size - ARROW_BACK] : []),
    ];
    const { sight } = (s.plane.half ? s.plane : s.plane.legs[i]) as Leg;
    for (const k of arrows) {
      const tip = at(k);
      const tail = along2(tip, sight, -ARROW);
      const neck = along2(tip, sight, -2.4);
      out.push(stroke('trace', 'trace', [straight(tail, neck)]), {
        kind: 'fill',
        layer: 'trace',
        points: [tip, along2(neck, d, 0.7), along2(neck, d, -0.7)],
      });
      out.push(letters('trace', s.plane.name, [tail[0] - sight[0] * 2.4, tail[1] - sight[1] * 2.4 - 1.3], 3));
    }
  });
  return out;
};

/** How far the axis of a revolved section passes its view, mm. */
const AXIS_PAST = 3;
/** The trace of a revolved section: the line about which it is turned, without arrows or letters. */
const revolvedAxis = (path: readonly Vec2[]): Ink[] => {
  const [a, b] = [path[0] as Vec2, path.at(-1) as Vec2];
  const size = distance2(a, b);
  const d: Vec2 = [(b[0] - a[0]) / size, (b[1] - a[1]) / size];
  const back = TRACE_PAST - AXIS_PAST;
  const chain = straight(along2(a, d, back), along2(b, d, -back));
  return [stroke('trace', 'trace', chainDashes(chain), { whole: chain })];
};

/** How much room an arrow and its letter take behind the trace's end, and what is kept to the frame, mm. */
const LETTER_ROOM = ARROW + 2.4 + 3;

/** What the ends of a trace take on the paper with their arrows and letters, as points of the rim. */
export const traceEnds = (s: Section, home: Pick<TraceHome, 'box' | 'corners' | 'toPaper'>): Vec2[] => {
  const path = tracePath(s, home) ?? [];
  const { legs, half } = s.plane;
  const ends = half
    ? ([[path.at(-1), s.plane]] as const)
    : ([
        [path[0], legs[0]],
        [path.at(-1), legs.at(-1)],
      ] as const);
  return ends.flatMap(([end, leg]) => (end && leg ? [end, along2(end, leg.sight, -LETTER_ROOM)] : []));
};
const FROM_FRAME = 0.6;

/** The trace with its ends drawn back as far as its arrows and letters need to stay inside the frame. */
const withinFrame = (path: readonly Vec2[], s: Section, frame: Rect): Vec2[] => {
  const inner: Rect = {
    x: frame.x + FROM_FRAME,
    y: frame.y + FROM_FRAME,
    w: frame.w - 2 * FROM_FRAME,
    h: frame.h - 2 * FROM_FRAME,
  };
  const drawnBack = (end: Vec2, next: Vec2, leg: Leg): Vec2 => {
    const size = distance2(end, next);
    const d: Vec2 = [(next[0] - end[0]) / size, (next[1] - end[1]) / size];
    const [x, y] = leg.sight;
    // with room for arrow and letter; else for the arrow, the letter then finds a place of its own; else for the line alone
    for (const room of [LETTER_ROOM, ARROW, 0])
      for (let k = 0; k < Math.min(TRACE_PAST - 1, size / 2); k += 0.5) {
        const at = along2(end, d, k);
        // the arrow is set back from the end, and its letter is behind it
        const tail: Vec2 = [at[0] - x * room, at[1] - y * room];
        const tip = along2(at, d, ARROW_BACK);
        const tipTail: Vec2 = [tip[0] - x * room, tip[1] - y * room];
        if (inRect(at, inner) && inRect(tail, inner) && inRect(tipTail, inner)) return at;
      }
    return end;
  };
  const { legs, half } = s.plane;
  const [first, last] = [half ? s.plane : legs[0], half ? s.plane : legs.at(-1)] as [Leg, Leg];
  return path.map((p, i) => {
    if (i === 0) return drawnBack(p, path[1] as Vec2, first);
    return i === path.length - 1 ? drawnBack(p, path.at(-2) as Vec2, last) : p;
  });
};

/** How far along the ray from p the box ends, with what a trace runs past it. */
const pastBox = (p: Vec2, d: Vec2, box: Rect): number => {
  let hi = 0;
  for (const [i, min, max] of [
    [0, box.x, box.x + box.w],
    [1, box.y, box.y + box.h],
  ] as const)
    if (Math.abs(d[i]) > 1e-9)
      hi = Math.max(
        hi,
        ...[min, max].map((x) => (x - p[i]) / d[i]).filter((t) => inRect(along2(p, d, t), box)),
      );
  return hi + TRACE_PAST;
};

const inRect = (p: Vec2, r: Rect): boolean =>
  p[0] >= r.x - 1e-6 && p[0] <= r.x + r.w + 1e-6 && p[1] >= r.y - 1e-6 && p[1] <= r.y + r.h + 1e-6;

/**
 * The drawn trace, mm: across the view's box and some way past it. A half section's comes from the observer's side to the point
 * where it begins. None where a flat trace misses the box.
 */
export const tracePath = (
  s: Section,
  home: Pick<TraceHome, 'box' | 'corners' | 'toPaper'>,
): Vec2[] | undefined => {
  const { legs, half, sight, direction, start, from } = s.plane;
  const on = (p: Vec2): Vec2 => onPaper(home.toPaper, p);
  const [first, last] = [legs[0] as Leg, legs.at(-1) as Leg];
  const out = (p: Vec2, d: Vec2): Vec2 => along2(p, d, pastBox(p, d, home.box));
  const back = (d: Vec2): Vec2 => [-d[0], -d[1]];
  if (half) {
    const at = on(along2(start, direction, from));
    return [out(at, back(sight)), at, out(at, direction)];
  }
  if (isFlat(s.plane)) {
    const ends = home.corners
      ? throughCorners(on(start), direction, home.corners)
      : throughBox(on(start), direction, home.box);
    return ends?.map((k, i) => along2(on(start), direction, k + (i ? TRACE_PAST : -TRACE_PAST)));
  }
  const corners = legs.slice(1).map((l) => on(l.start));
  const head = corners[0] as Vec2;
  return [out(head, back(first.direction)), ...corners, out(on(last.start), last.direction)];
};

/** Where the line enters and leaves the area round some corners: between every two of them runs a line of it. */
const throughCorners = (p: Vec2, d: Vec2, corners: readonly Vec2[]): [number, number] | undefined => {
  const square: Vec2 = [-d[1], d[0]];
  const met = corners.flatMap((a, i) =>
    corners.slice(i + 1).flatMap((b) => {
      const [x, y] = [a, b].map((q) => dot2(sub2(q, p), square)) as [number, number];
      if (x === y || x * y > 0) return [];
      const t = x / (x - y);
      return [dot2(sub2(along2(a, sub2(b, a), t), p), d)];
    }),
  );
  return met.length ? [Math.min(...met), Math.max(...met)] : undefined;
};
