import { TITLE_FORMS, type TitleFormName } from '../titleForms/titleForm.ts';

/** Sheets in mm, as they lie (ISO 216 / ISO 5457 and ASME Y14.1 sizes), width before height when landscape. */
export const PAPERS = {
  A4: [297, 210],
  A3: [420, 297],
  A2: [594, 420],
  A1: [841, 594],
  A0: [1189, 841],
  A: [279.4, 215.9],
  B: [431.8, 279.4],
  C: [558.8, 431.8],
  D: [863.6, 558.8],
  E: [1117.6, 863.6],
} as const;
export type PaperName = keyof typeof PAPERS;
/** The standard papers by name. */
export const PAPER_NAMES = Object.keys(PAPERS) as PaperName[];

/** The paper of a sheet: one of the standard ones, or a size of its own in mm, as it lies; and where its title block stands. */
export type PaperChoice = {
  readonly paper: PaperName | 'own';
  readonly upright: boolean;
  readonly ownPaper?: readonly [number, number] | undefined;
  readonly titleBlock?: TitleFormName | 'none' | undefined;
  /** what was changed since the first issue: a row above the title block each */
  readonly revisions?: readonly unknown[] | undefined;
  /** fields of one's own, in rows above the form's */
  readonly ownFields?: readonly unknown[] | undefined;
  /** the parts of an assembly, where they are listed: a row each above that, and one for the heading */
  readonly partsRows?: readonly unknown[] | undefined;
  readonly rules?: { readonly partsList?: true | undefined } | undefined;
  /** the holes whose places stand in a table above all that */
  readonly holeTable?: { readonly rows: readonly unknown[] } | undefined;
};

/** What stands for a paper of its own size until one is given, mm. */
const OWN_AT_FIRST = [400, 300] as const;

/** Width and height of the paper as it lies, mm. */
export const paperSize = ({
  paper,
  upright,
  ownPaper = OWN_AT_FIRST,
}: PaperChoice): readonly [number, number] => {
  if (paper === 'own') return ownPaper;
  const [long, short] = PAPERS[paper];
  return upright ? [short, long] : [long, short];
};

/** What the paper is called: "A3", "A3 upright" or "400 x 300 mm". */
export const paperTitle = (c: PaperChoice): string =>
  c.paper === 'own' ? `${paperSize(c).join(' x ')} mm` : `${c.paper}${c.upright ? ' upright' : ''}`;

/** A rectangle on the paper, from its lower left corner. */
export type Rect = { readonly x: number; readonly y: number; readonly w: number; readonly h: number };

export const rectsMeet = (a: Rect, b: Rect, gap: number): boolean =>
  a.x < b.x + b.w + gap && b.x < a.x + a.w + gap && a.y < b.y + b.h + gap && b.y < a.y + a.h + gap;
export const rectInside = (inner: Rect, outer: Rect): boolean =>
  inner.x >= outer.x - 1e-9 &&
  inner.y >= outer.y - 1e-9 &&
  inner.x + inner.w <= outer.x + outer.w + 1e-9 &&
  inner.y + inner.h <= outer.y + outer.h + 1e-9;

/** Filing margin at the left and margin elsewhere, mm (ISO 5457). */
const FILING = 20;
const MARGIN = 10;
/** A row of the revision table, mm. */
export const REVISION_ROW = 5;
/** So many fields of one's own stand in a row of the title block. */
export const OWN_IN_ROW = 4;
/** A row of the parts list, mm. */
export const PARTS_ROW = 5.5;

export type PaperFrame = {
  readonly width: number;
  readonly height: number;
  readonly frame: Rect;
  /** the room of the title block, with the rows of revisions above it; nothing wide where there is none */
  readonly title: Rect;
  readonly titleBlock: TitleFormName | 'none';
  /** rows above those of the form, with fields of one's own */
  readonly ownRows: number;
};

/** How high the rows of a title block's fields are, mm: those of its form and those of one's own. */
export const fieldsHeight = ({ titleBlock, ownRows }: Pick<PaperFrame, 'titleBlock' | 'ownRows'>): number => {
  if (titleBlock === 'none') return 0;
  const { row, rows } = TITLE_FORMS[titleBlock];
  return row * (rows + ownRows);
};

/** The size of a sheet, its frame and the room of its title block; mm, origin lower left. */
export const paperFrame = (choice: PaperChoice): PaperFrame => {
  const [width, height] = paperSize(choice);
  const frame = { x: FILING, y: MARGIN, w: width - FILING - MARGIN, h: height - 2 * MARGIN };
  const titleBlock = choice.titleBlock ?? 'corner';
  const form = titleBlock === 'none' ? undefined : TITLE_FORMS[titleBlock];
  const w = form ? Math.min(form.width ?? frame.w, frame.w) : 0;
  const parts = choice.rules?.partsList ? (choice.partsRows?.length ?? 0) : 0;
  const ownRows = Math.ceil((choice.ownFields?.length ?? 0) / OWN_IN_ROW);
  const h = form
    ? fieldsHeight({ titleBlock, ownRows }) +
      REVISION_ROW * (choice.revisions?.length ?? 0) +
      (parts ? PARTS_ROW * (parts + 1) : 0) +
      (choice.holeTable ? PARTS_ROW * (choice.holeTable.rows.length + 1) : 0)
    : 0;
  return { width, height, frame, title: { x: frame.x + frame.w - w, y: frame.y, w, h }, titleBlock, ownRows };
};

/** Standard scales (ISO 5455), from large to small: paper length over part length. */
export const STANDARD_SCALES = [50, 20, 10, 5, 2, 1, 1 / 2, 1 / 5, 1 / 10, 1 / 20, 1 / 50, 1 / 100] as const;
/** The scales offered for a part in inches: paper length over part length. */
export const INCH_SCALES = [2, 1, 1 / 2, 1 / 4, 1 / 8] as const;
/** What is too large for all of those is drawn smaller still. Source: ISO 5455, whose series goes on by powers of ten. */
const FURTHER_SCALES: readonly number[] = [2, 3, 4, 5].flatMap((n) =>
  [2, 5, 10].map((k) => 1 / (k * 10 ** n)),
);
/** The same for a part in inches: halved again and again. */
const FURTHER_INCH_SCALES: readonly number[] = Array.from({ length: 16 }, (_, i) => 1 / 2 ** (i + 4));

const SCALES = {
  mm: { standard: STANDARD_SCALES, further: FURTHER_SCALES },
  in: { standard: INCH_SCALES, further: FURTHER_INCH_SCALES },
} as const;

/** The scales of a part's unit, from large to small: the standard ones, then those for what is too large for them. */
export const scalesOf = (units: 'mm' | 'in'): readonly number[] => [
  ...SCALES[units].standard,
  ...SCALES[units].further,
];

/**
 * The scales to choose from: the standard ones, and those beyond them as far as a part needs them.
 * @param drawnAt the scale that the part is drawn at, as it is written
 */
export const scalesOffered = (units: 'mm' | 'in', drawnAt: string | undefined): readonly number[] => {
  const { standard, further } = SCALES[units];
  return [...standard, ...further.slice(0, further.findIndex((k) => scaleText(k) === drawnAt) + 1)];
};

/** A scale as it is written: "1 : 2", "5 : 1". */
export const scaleText = (k: number): string =>
  k >= 1 ? `${Number(k.toFixed(6))} : 1` : `1 : ${Number((1 / k).toFixed(6))}`;

/** Reads "1:2", "2 : 1" or "1"; undefined where it is none. */
export const readScale = (text: string): number | undefined => {
  const m = /^\s*(\d+(?:\.\d+)?)\s*(?::\s*(\d+(?:\.\d+)?))?\s*$/.exec(text);
  if (!m) return undefined;
  const k = Number(m[1]) / Number(m[2] ?? 1);
  return k > 0 && Number.isFinite(k) ? k : undefined;
};
