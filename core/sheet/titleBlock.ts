import type { Vec2 } from '../geometry/vec.ts';
import { chainDashes } from './dash.ts';
import { type Ink, type Layer, type Pen, type Stretch, straight, type TextInk } from './ink.ts';
import type { ProjectionAngle } from './layout.ts';
import type { PaperFrame, Rect } from './paper.ts';

export type TitleText = {
  readonly title: string;
  readonly number: string;
  readonly owner: string;
  readonly material: string;
  readonly drawnBy: string;
  readonly date: string;
  readonly revision: string;
};

const stroke = (layer: Layer, pen: Pen, stretches: readonly Stretch[]): Ink => ({
  kind: 'stroke',
  layer,
  pen,
  stretches,
});
export const rectStretches = (r: Rect): Stretch[] => {
  const p: Vec2[] = [
    [r.x, r.y],
    [r.x + r.w, r.y],
    [r.x + r.w, r.y + r.h],
    [r.x, r.y + r.h],
  ];
  return p.map((a, i) => straight(a, p[(i + 1) % 4] as Vec2));
};

/** Widest text that fits, by the lettering's mean advance (osifont: about 0.82 of the height a character). */
const fitHeight = (text: string, width: number, height: number): number =>
  Math.max(1.4, Math.min(height, width / Math.max(1, text.length * 0.84)));

/**
 * The projection symbol: a truncated cone with its axis level, small end at the left, and its view from the left (two
 * circles): on the right in first angle, on the left in third (ISO 5456-2).
 */
const symbol = (angle: ProjectionAngle, r: Rect): Ink[] => {
  const big = r.h * 0.3;
  const small = big / 2;
  const y = r.y + r.h / 2;
  const gap = r.w * 0.27;
  const mid = r.x + r.w / 2;
  const cone = angle === 'first' ? mid - gap : mid + gap;
  const rings = angle === 'first' ? mid + gap : mid - gap;
  const half = big * 0.95;
  const circle = (radius: number): Stretch => ({
    curve: { type: 'conic', c: [rings, y], major: [radius, 0], minor: [0, radius], round: true },
    from: 0,
    to: 2 * Math.PI,
  });
  const c: Vec2[] = [
    [cone - half, y - small],
    [cone + half, y - big],
    [cone + half, y + big],
    [cone - half, y + small],
  ];
  const past = 1.3;
  return [
    stroke(
      'title',
      'outline',
      c.map((a, i) => straight(a, c[(i + 1) % 4] as Vec2)),
    ),
    stroke('title', 'outline', [circle(big), circle(small)]),
    stroke('title', 'centre', [
      ...chainDashes(straight([cone - half - past, y], [cone + half + past, y])),
      ...chainDashes(straight([rings - big - past, y], [rings + big + past, y])),
      ...chainDashes(straight([rings, y - big - past], [rings, y + big + past])),
    ]),
  ];
};

/** Frame and title block. */
export const titleBlock = (
  paper: PaperFrame,
  paperName: string,
  t: TitleText,
  scale: string,
  angle: ProjectionAngle,
  units: string,
): Ink[] => {
  const { title: b } = paper;
  const text = (s: string, x: number, y: number, width: number, height: number): TextInk => ({
    kind: 'text',
    layer: 'title',
    text: s.toUpperCase(),
    at: [b.x + x, b.y + y],
    height: fitHeight(s, width, height),
    anchor: 'start',
  });
  const label = (s: string, x: number, y: number): TextInk => ({
    kind: 'text',
    layer: 'title',
    text: s,
    at: [b.x + x, b.y + y],
    height: 1.5,
    anchor: 'start',
  });
  const row = b.h / 3;
  const w = b.w;
  // columns as shares of the width: owner/material | title | symbol | number ...
  const x1 = w * 0.27;
  const x2 = w * 0.72;
  const x3 = w * 0.47;
  const x4 = w * 0.6;
  const x5 = w * 0.86;
  const rules: Stretch[] = [
    straight([b.x, b.y + row], [b.x + w, b.y + row]),
    straight([b.x + x1, b.y + 2 * row], [b.x + x2, b.y + 2 * row]),
    straight([b.x, b.y + 2 * row], [b.x + x1, b.y + 2 * row]),
    straight([b.x + x1, b.y], [b.x + x1, b.y + b.h]),
    straight([b.x + x2, b.y], [b.x + x2, b.y + b.h]),
    straight([b.x + x3, b.y], [b.x + x3, b.y + row]),
    straight([b.x + x4, b.y], [b.x + x4, b.y + row]),
    straight([b.x + x5, b.y], [b.x + x5, b.y + row]),
  ];
  const pad = 1.6;
  const cell = (name: string, value: string, from: number, to: number, y: number, height: number): Ink[] => [
    label(name, from + pad, y + row - 2.5),
    text(value, from + pad, y + 2, to - from - 2 * pad, height),
  ];
  return [
    stroke('frame', 'frame', rectStretches(paper.frame)),
    stroke('title', 'frame', rectStretches(b)),
    stroke('title', 'rule', rules),
    ...cell('Owner', t.owner, 0, x1, 2 * row, 3),
    ...cell('Material', t.material, 0, x1, row, 3),
    ...cell('Drawn, date', `${t.drawnBy} ${t.date}`.trim(), 0, x1, 0, 3),
    ...cell('Title', t.title, x1, x2, 2 * row, 3.5),
    ...cell('Number', t.number, x1, x2, row, 3.5),
    ...cell('Scale', scale, x1, x3, 0, 3),
    ...cell('Units', units, x3, x4, 0, 3),
    ...cell('Paper', paperName, x4, x2, 0, 3),
    ...cell('Sheet', '1 of 1', x2, x5, 0, 3),
    ...cell('Rev.', t.revision, x5, w, 0, 3),
    label(angle === 'first' ? 'First angle' : 'Third angle', x2 + pad, b.h - 2.5),
    ...symbol(angle, { x: b.x + x2, y: b.y + row, w: w - x2, h: 2 * row - 2 }),
  ];
};

/** A bar of known length, to be measured on every print before anything is taken from it. */
export const checkBar = (paper: PaperFrame, units: 'mm' | 'in'): { ink: Ink[]; room: Rect } => {
  const size = units === 'mm' ? 50 : 50.8;
  const x = paper.frame.x + 5;
  const y = paper.frame.y + 4;
  const tick = (at: number): Stretch => straight([x + at, y], [x + at, y + 2]);
  const parts = units === 'mm' ? 5 : 4;
  return {
    ink: [
      stroke('title', 'frame', [straight([x, y], [x + size, y]), tick(0), tick(size)]),
      stroke(
        'title',
        'rule',
        Array.from({ length: parts - 1 }, (_, i) => tick((size * (i + 1)) / parts)),
      ),
      {
        kind: 'text',
        layer: 'title',
        text: `${units === 'mm' ? '50 mm' : '2 in'} check bar: measure it on the print before use`,
        at: [x, y + 3.4],
        height: 1.8,
        anchor: 'start',
      },
    ],
    room: { x: paper.frame.x, y: paper.frame.y, w: 72, h: 12 },
  };
};
