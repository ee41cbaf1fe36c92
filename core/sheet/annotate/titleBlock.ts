import type { Vec2 } from '../../geometry/vec.ts';
import type { ProjectionAngle } from '../../geometry/viewFrames.ts';
import { chainDashes } from '../ink/dash.ts';
import { type Ink, type Layer, type Pen, type Stretch, straight, type TextInk } from '../ink/ink.ts';
import type { PaperFrame, Rect } from '../layout/paper.ts';

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

/** A cell of the title block: columns as shares of its width, rows counted from below. */
type Cell = {
  readonly name: string;
  readonly value: string;
  readonly from: number;
  readonly to: number;
  readonly row: number;
  /** of the lettering, mm */
  readonly height: number;
};

/** How the cells of a title block stand, and the share of its width from which on the symbol has its place. */
type Arrangement = {
  readonly cells: readonly Cell[];
  readonly symbol: readonly [number, number];
  readonly symbolRow: number;
};

/** The rows of lines that a title block has, by its place. */
export const TITLE_ROWS = { corner: 3, strip: 2 } as const;

const row = (
  n: number,
  height: number,
  columns: readonly number[],
  cells: readonly (readonly [name: string, value: string])[],
): Cell[] =>
  cells.map(([name, value], i) => ({
    name,
    value,
    from: columns[i] as number,
    to: columns[i + 1] as number,
    row: n,
    height,
  }));

const ARRANGEMENTS: Record<PaperFrame['titleBlock'], (t: TitleText, facts: Facts) => Arrangement> = {
  corner: (t, { scale, units, paper }) => ({
    cells: [
      ...row(2, 3, [0, 0.27], [['Owner', t.owner]]),
      ...row(2, 3.5, [0.27, 0.72], [['Title', t.title]]),
      ...row(1, 3, [0, 0.27], [['Material', t.material]]),
      ...row(1, 3.5, [0.27, 0.72], [['Number', t.number]]),
      ...row(
        0,
        3,
        [0, 0.27, 0.47, 0.6, 0.72, 0.86, 1],
        [
          ['Drawn, date', `${t.drawnBy} ${t.date}`.trim()],
          ['Scale', scale],
          ['Units', units],
          ['Paper', paper],
          ['Sheet', '1 of 1'],
          ['Rev.', t.revision],
        ],
      ),
    ],
    symbol: [0.72, 1],
    symbolRow: 1,
  }),
  strip: (t, { scale, units, paper }) => ({
    cells: [
      ...row(
        1,
        3,
        [0, 0.2, 0.62, 0.86],
        [
          ['Owner', t.owner],
          ['Title', t.title],
          ['Number', t.number],
        ],
      ),
      ...row(
        0,
        3,
        [0, 0.2, 0.38, 0.5, 0.56, 0.7, 0.78, 0.86],
        [
          ['Material', t.material],
          ['Drawn, date', `${t.drawnBy} ${t.date}`.trim()],
          ['Scale', scale],
          ['Units', units],
          ['Paper', paper],
          ['Sheet', '1 of 1'],
          ['Rev.', t.revision],
        ],
      ),
    ],
    symbol: [0.86, 1],
    symbolRow: 0,
  }),
};

type Facts = { readonly scale: string; readonly units: string; readonly paper: string };

/** Frame and title block. */
export const titleBlock = (paper: PaperFrame, t: TitleText, angle: ProjectionAngle, facts: Facts): Ink[] => {
  const { title: b } = paper;
  const { cells, symbol: home, symbolRow } = ARRANGEMENTS[paper.titleBlock](t, facts);
  const high = b.h / TITLE_ROWS[paper.titleBlock];
  const pad = 1.6;
  const lettered = (text: string, x: number, y: number, height: number): TextInk => ({
    kind: 'text',
    layer: 'title',
    text,
    at: [b.x + x, b.y + y],
    height,
    anchor: 'start',
  });
  // every cell draws its own left and lower side where another cell or the symbol is beyond
  const rules = cells.flatMap((c): Stretch[] => {
    const [x0, x1, y] = [b.x + c.from * b.w, b.x + c.to * b.w, b.y + c.row * high];
    return [
      ...(c.from > 0 ? [straight([x0, y], [x0, y + high])] : []),
      ...(c.row > 0 ? [straight([x0, y], [x1, y])] : []),
    ];
  });
  const wall = b.x + home[0] * b.w;
  const floor = b.y + symbolRow * high;
  return [
    stroke('frame', 'frame', rectStretches(paper.frame)),
    stroke('title', 'frame', rectStretches(b)),
    stroke('title', 'rule', [
      ...rules,
      straight([wall, floor], [wall, b.y + b.h]),
      ...(symbolRow > 0 ? [straight([wall, floor], [b.x + home[1] * b.w, floor])] : []),
    ]),
    ...cells.flatMap((c) => {
      const x = c.from * b.w + pad;
      const text = c.value.toUpperCase();
      const room = (c.to - c.from) * b.w - 2 * pad;
      return [
        lettered(c.name, x, (c.row + 1) * high - 2.5, 1.5),
        lettered(text, x, c.row * high + 2, fitHeight(text, room, c.height)),
      ];
    }),
    lettered(angle === 'first' ? 'First angle' : 'Third angle', home[0] * b.w + pad, b.h - 2.5, 1.5),
    ...symbol(angle, { x: wall, y: floor, w: (home[1] - home[0]) * b.w, h: b.y + b.h - floor - 2 }),
  ];
};

/** What the check bar and its words take, mm. */
const BAR_ROOM = { w: 72, h: 12 };

/** A bar of known length, to be measured on every print before anything is taken from it. */
export const checkBar = (paper: PaperFrame, units: 'mm' | 'in'): { ink: Ink[]; room: Rect } => {
  const size = units === 'mm' ? 50 : 50.8;
  const x = paper.frame.x + 5;
  // a block that leaves no room beside it, as a strip does, carries the bar
  const beside = paper.title.x >= paper.frame.x + BAR_ROOM.w;
  const floor = paper.frame.y + (beside ? 0 : paper.title.h);
  const y = floor + 4;
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
    room: { x: paper.frame.x, y: floor, ...BAR_ROOM },
  };
};
