import type { Vec2 } from '../../geometry/vec.ts';
import type { ProjectionAngle } from '../../geometry/viewFrames.ts';
import type { Fault } from '../../number/fault.ts';
import { says } from '../../number/faultWords.ts';
import { chainDashes } from '../ink/dash.ts';
import { type Ink, type Layer, type Pen, type Stretch, straight, type TextInk } from '../ink/ink.ts';
import { fieldsHeight, type PaperFrame, REVISION_ROW, type Rect } from '../layout/paper.ts';
import { type OwnField, ownCells } from '../titleForms/ownCells.ts';
import { TITLE_FORMS, type TitleCell, type TitleField } from '../titleForms/titleForm.ts';

/** What is typed into a title block. */
export type TitleText = {
  readonly title: string;
  readonly number: string;
  readonly owner: string;
  readonly material: string;
  readonly drawnBy: string;
  readonly date: string;
  readonly revision: string;
  readonly finish?: string | undefined;
  /** the general tolerance */
  readonly tolerance?: string | undefined;
  readonly checkedBy?: string | undefined;
  readonly checkedOn?: string | undefined;
  readonly approvedBy?: string | undefined;
  readonly approvedOn?: string | undefined;
  readonly className?: string | undefined;
  /** "1 of 1" where missing */
  readonly sheet?: string | undefined;
  /** fields of one's own, above those of the form */
  readonly own?: readonly OwnField[] | undefined;
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

/** What the sheet knows by itself. */
type Facts = { readonly scale: string; readonly units: string; readonly paper: string };

const joined = (...words: (string | undefined)[]): string => words.filter(Boolean).join(' ');
const valuesOf = (t: TitleText, facts: Facts): Record<TitleField, string> => ({
  owner: t.owner,
  title: t.title,
  number: t.number,
  material: t.material,
  finish: t.finish ?? '',
  tolerance: t.tolerance ?? '',
  drawn: joined(t.drawnBy, t.date),
  drawnBy: t.drawnBy,
  date: t.date,
  checked: joined(t.checkedBy, t.checkedOn),
  approved: joined(t.approvedBy, t.approvedOn),
  class: t.className ?? '',
  sheet: t.sheet ?? '1 of 1',
  revision: t.revision,
  ...facts,
});

/** Lettering smaller than this cannot be read on a print, mm. */
const LEAST_LETTERING = 1.8;
/** Kept free at the ends of a cell, mm. */
const PAD = 1.6;

/** A cell of a title block in its place. */
export type PlacedCell = Omit<TitleCell, 'field'> & {
  /** nothing for a field of one's own */
  readonly field: TitleField | undefined;
  readonly room: Rect;
  readonly value: string;
  /** of its lettering, mm; smaller than the form's where the text is long */
  readonly fitted: number;
  readonly isTooLong: boolean;
};

/** The cells of a sheet's title block with what stands in them; none where there is no block. */
export const titleCells = (paper: PaperFrame, t: TitleText, facts: Facts): PlacedCell[] => {
  if (paper.titleBlock === 'none') return [];
  const { cells, row, rows } = TITLE_FORMS[paper.titleBlock];
  const values = valuesOf(t, facts);
  const { title: b } = paper;
  const own = t.own ?? [];
  const above = ownCells(own, { rows }).map((c, i) => ({
    ...c,
    field: undefined,
    text: own[i]?.value ?? '',
  }));
  const formCells = cells.map((c) => ({ ...c, text: values[c.field] }));
  return [...formCells, ...above].map(({ text, ...c }): PlacedCell => {
    const room = {
      x: b.x + c.from * b.w,
      y: b.y + c.row * row,
      w: (c.to - c.from) * b.w,
      h: row,
    };
    const value = text.toUpperCase();
    const fitted = fitHeight(value, room.w - 2 * PAD, c.height);
    return { ...c, room, value, fitted, isTooLong: fitted < LEAST_LETTERING };
  });
};

/** What is typed for a sheet though its form of title block has no cell for it, or more than fits in its cell. */
export const titleTrouble = (paper: PaperFrame, t: TitleText, facts: Facts): Fault[] => {
  if (paper.titleBlock === 'none') return [];
  const cells = titleCells(paper, t, facts);
  const values = valuesOf(t, facts);
  const shown = new Set(cells.map((c) => c.field));
  const homeless = (Object.keys(LABELS) as (keyof typeof LABELS)[]).filter((f) => values[f] && !shown.has(f));
  const about = { path: ['title'], where: 'the title block' };
  const over = Math.ceil(paper.title.h - paper.frame.h);
  return [
    ...(over > 0 ? [{ ...about, ...says('title.too-high', { over }) }] : []),
    ...cells
      .filter((c) => c.isTooLong)
      .map((c) => ({
        ...about,
        ...says('title.too-long', { text: c.value, box: c.label, height: c.fitted.toFixed(1) }),
      })),
    ...(t.number.includes('#') ? [{ ...about, ...says('title.open-number', { number: t.number }) }] : []),
    ...homeless.map((f) => ({ ...about, ...says('title.no-box', { what: LABELS[f] }) })),
  ];
};
const LABELS = {
  owner: 'The owner',
  title: 'The title',
  number: 'The number',
  material: 'The material',
  finish: 'The finish',
  tolerance: 'The general tolerance',
  checked: 'Who checked it',
  approved: 'Who approved it',
  class: 'The class',
  revision: 'The revision',
} as const satisfies Partial<Record<TitleField, string>>;

/** The revision table above a title block: a row each, the newest on top. */
const revisionTable = (paper: PaperFrame, rows: readonly Revision[]): Ink[] => {
  if (paper.titleBlock === 'none' || !rows.length) return [];
  const { title: b } = paper;
  const floor = b.y + fieldsHeight(paper);
  const columns = [0, 0.08, 0.64, 0.82] as const;
  return rows.flatMap((r, i): Ink[] => {
    const y = floor + REVISION_ROW * i;
    const words = [r.letter, r.reason, r.date, r.by].map((x) => x.toUpperCase());
    return [
      stroke('title', 'rule', [
        straight([b.x, y + REVISION_ROW], [b.x + b.w, y + REVISION_ROW]),
        ...columns.slice(1).map((c) => straight([b.x + c * b.w, y], [b.x + c * b.w, y + REVISION_ROW])),
      ]),
      ...words.map((text, c): TextInk => {
        const [from, to] = [columns[c] as number, columns[c + 1] ?? 1];
        const height = fitHeight(text, (to - from) * b.w - 2 * PAD, 2.5);
        return {
          kind: 'text',
          layer: 'title',
          text,
          at: [b.x + from * b.w + PAD, y + 1.2],
          height,
          anchor: 'start',
        };
      }),
    ];
  });
};
/** A change since the first issue. */
export type Revision = {
  readonly letter: string;
  readonly reason: string;
  readonly date: string;
  readonly by: string;
};

/** Frame and title block, with the revisions above it. */
export const titleBlock = (
  paper: PaperFrame,
  t: TitleText,
  angle: ProjectionAngle,
  facts: Facts,
  revisions: readonly Revision[] = [],
): Ink[] => {
  const frame = stroke('frame', 'frame', rectStretches(paper.frame));
  if (paper.titleBlock === 'none') return [frame];
  const { title: b } = paper;
  const { symbol: home, row: high, rows } = TITLE_FORMS[paper.titleBlock];
  const lettered = (text: string, at: Vec2, height: number): TextInk => ({
    kind: 'text',
    layer: 'title',
    text,
    at,
    height,
    anchor: 'start',
  });
  const cells = titleCells(paper, t, facts);
  // every cell draws its own left and lower side where another cell or the symbol is beyond
  const rules = cells.flatMap(({ room: { x, y, w, h }, from, row }): Stretch[] => [
    ...(from > 0 ? [straight([x, y], [x, y + h])] : []),
    ...(row > 0 ? [straight([x, y], [x + w, y])] : []),
  ]);
  const top = b.y + high * rows;
  const height = fieldsHeight(paper);
  const [wall, floor] = [b.x + home.from * b.w, b.y + home.row * high];
  return [
    frame,
    stroke('title', 'frame', rectStretches({ ...b, h: height })),
    stroke('title', 'rule', [
      ...rules,
      straight([wall, floor], [wall, top]),
      ...(home.row > 0 ? [straight([wall, floor], [b.x + home.to * b.w, floor])] : []),
    ]),
    ...cells.flatMap(({ label, value, fitted, room: { x, y, h } }) => [
      lettered(label, [x + PAD, y + h - 2.5], LEAST_LETTERING),
      lettered(value, [x + PAD, y + 2], fitted),
    ]),
    lettered(angle === 'first' ? 'First angle' : 'Third angle', [wall + PAD, top - 2.5], LEAST_LETTERING),
    ...symbol(angle, { x: wall, y: floor, w: (home.to - home.from) * b.w, h: top - floor - 2 }),
    ...revisionTable(paper, revisions),
  ];
};

/** What the check bar and its words take, mm. */
const BAR_ROOM = { w: 72, h: 12 };

/** Where the check bar begins on a sheet, mm. */
const barAt = (paper: PaperFrame): { readonly x: number; readonly y: number; readonly floor: number } => {
  // a block that leaves no room beside it, as a strip does, carries the bar
  const beside = paper.title.x >= paper.frame.x + BAR_ROOM.w;
  const floor = paper.frame.y + (beside ? 0 : paper.title.h);
  return { x: paper.frame.x + 5, y: floor + 4, floor };
};

/** A line of words above the check bar's own, in the room that is kept for the bar. */
export const barNote = (paper: PaperFrame, text: string): Ink => {
  const { x, y } = barAt(paper);
  return { kind: 'text', layer: 'title', text, at: [x, y + 6], height: LEAST_LETTERING, anchor: 'start' };
};

/** A bar of known length, to be measured on every print before anything is taken from it. */
export const checkBar = (paper: PaperFrame, units: 'mm' | 'in'): { ink: Ink[]; room: Rect } => {
  const size = units === 'mm' ? 50 : 50.8;
  const { x, y, floor } = barAt(paper);
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
        height: LEAST_LETTERING,
        anchor: 'start',
      },
    ],
    room: { x: paper.frame.x, y: floor, ...BAR_ROOM },
  };
};
