import fontkit from '@pdf-lib/fontkit';
import {
  appendBezierCurve,
  clip,
  closePath,
  concatTransformationMatrix,
  degrees,
  endPath,
  fill,
  LineCapStyle,
  LineJoinStyle,
  lineTo,
  moveTo,
  PDFDocument,
  type PDFFont,
  type PDFOperator,
  type PDFPage,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  setFillingRgbColor,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingRgbColor,
  stroke,
} from 'pdf-lib';
import type { Vec2 } from '../core/geometry/vec.ts';
import { correctionFor, correctionWords, type Printer, testPage } from '../core/print/printer.ts';
import { type TilePlan, type Tiling, tileInk, tilePlan } from '../core/print/tiles.ts';
import { unknownLetters } from '../core/sheet/annotate/knownLetters.ts';
import { barNote } from '../core/sheet/annotate/titleBlock.ts';
import type { InkedPaper } from '../core/sheet/drawnSheet.ts';
import { type Ink, penWidth, type StrokeInk } from '../core/sheet/ink/ink.ts';
import { TINTS } from '../core/sheet/ink/tints.ts';
import type { Lettering } from './lettering.ts';
import { pathCommands } from './sheetPath.ts';
import { EM_OF_CAPITALS, penColour } from './sheetSvg.ts';

/** Stands for a character that neither font has: an empty box, which the wide font has. */
const MISSING = '▯';

/** Points in a millimetre. */
const POINT = 72 / 25.4;

/** "#7A86A0" as shares of red, green and blue. */
const rgbOf = (colour: string): [number, number, number] =>
  [1, 3, 5].map((i) => Number.parseInt(colour.slice(i, i + 2), 16) / 255) as [number, number, number];

const strokeOperators = (ink: StrokeInk): PDFOperator[] => {
  const at = (p: Vec2): [number, number] => [p[0] * POINT, p[1] * POINT];
  return [
    setLineWidth(penWidth(ink.pen) * POINT),
    setStrokingRgbColor(...rgbOf(penColour(ink.pen))),
    ...ink.stretches.flatMap((s) =>
      pathCommands(s).map((c) =>
        c.op === 'curve'
          ? appendBezierCurve(...at(c.c1), ...at(c.c2), ...at(c.to))
          : c.op === 'move'
            ? moveTo(...at(c.to))
            : lineTo(...at(c.to)),
      ),
    ),
    stroke(),
  ];
};

/** What is written into the file's own fields. */
export type PdfDetails = {
  readonly title: string;
  /** embedded as far as it is used */
  readonly lettering: Lettering;
  /** the day written into the file, so that one input gives one output */
  readonly date: Date;
  /** who drew it */
  readonly author?: string;
};

const polygon = (points: readonly Vec2[]): PDFOperator[] =>
  points.map((p, i) => (i ? lineTo : moveTo)(p[0] * POINT, p[1] * POINT)).concat(closePath());

/** The fonts of a document; the wide one is embedded where a text needs it. */
type Fonts = {
  readonly usual: PDFFont;
  readonly letters: ReadonlySet<number>;
  readonly wide?: PDFFont | undefined;
};

const hasLetter = (letters: ReadonlySet<number>, ch: string): boolean =>
  letters.has(ch.codePointAt(0) as number);

/** A text in runs of one font each; what neither has stands as an empty box. */
const runsOf = ({ usual, letters, wide }: Fonts, text: string): { font: PDFFont; text: string }[] => {
  const runs: { font: PDFFont; text: string }[] = [];
  const lacking = new Set(unknownLetters(text));
  for (const ch of text) {
    const font = wide && !hasLetter(letters, ch) ? wide : usual;
    const drawn = lacking.has(ch) ? MISSING : ch;
    const last = runs.at(-1);
    if (last?.font === font) last.text += drawn;
    else runs.push({ font, text: drawn });
  }
  return runs;
};

/** Draws ink on a page, in mm from where its coordinates begin. */
const drawInk = (page: PDFPage, fonts: Fonts, all: readonly Ink[]): void => {
  for (const ink of all) {
    if (ink.kind === 'stroke') {
      if (ink.stretches.length) page.pushOperators(...strokeOperators(ink));
    } else if (ink.kind === 'tint') {
      const [r, g, b] = TINTS[ink.looks].map((x) => x / 255) as [number, number, number];
      page.pushOperators(
        pushGraphicsState(),
        setFillingRgbColor(r, g, b),
        ...ink.areas.flatMap((points) => polygon(points)),
        fill(),
        popGraphicsState(),
      );
    } else if (ink.kind === 'fill') {
      page.pushOperators(...polygon(ink.points), fill());
    } else {
      const size = ink.height * EM_OF_CAPITALS * POINT;
      const runs = runsOf(fonts, ink.text).map((r) => ({
        ...r,
        width: r.font.widthOfTextAtSize(r.text, size),
      }));
      const width = runs.reduce((sum, r) => sum + r.width, 0);
      const angle = ((ink.angle ?? 0) * Math.PI) / 180;
      let along = ink.anchor === 'middle' ? -width / 2 : ink.anchor === 'end' ? -width : 0;
      for (const { font, text, width: w } of runs) {
        page.drawText(text, {
          x: ink.at[0] * POINT + along * Math.cos(angle),
          y: ink.at[1] * POINT + along * Math.sin(angle),
          size,
          font,
          color: rgb(0, 0, 0),
          ...(ink.angle && { rotate: degrees(ink.angle) }),
        });
        along += w;
      }
    }
  }
};

/** Begins a page whose lengths are stretched about its middle where the printer needs that. */
const beginPage = (
  pdf: PDFDocument,
  [w, h]: readonly [number, number],
  printer: Printer | undefined,
): PDFPage => {
  const page = pdf.addPage([w * POINT, h * POINT]);
  page.pushOperators(pushGraphicsState(), setLineCap(LineCapStyle.Round), setLineJoin(LineJoinStyle.Round));
  if (printer) {
    const [kx, ky] = correctionFor(printer);
    const shift = (size: number, k: number): number => (size / 2) * (1 - k) * POINT;
    page.pushOperators(concatTransformationMatrix(kx, 0, 0, ky, shift(w, kx), shift(h, ky)));
  }
  return page;
};

const drawPage = (pdf: PDFDocument, fonts: Fonts, sheet: InkedPaper, printer: Printer | undefined): void => {
  const page = beginPage(pdf, [sheet.paper.width, sheet.paper.height], printer);
  drawInk(page, fonts, sheet.ink);
  if (printer) drawInk(page, fonts, [barNote(sheet.paper, correctionWords(printer))]);
  page.pushOperators(popGraphicsState());
};

const drawTiles = (
  pdf: PDFDocument,
  fonts: Fonts,
  sheet: InkedPaper,
  title: string,
  plan: TilePlan,
  printer: Printer | undefined,
): void => {
  for (const tile of plan.tiles) {
    const page = beginPage(pdf, plan.paper, printer);
    const [ox, oy] = plan.origin;
    const [x, y] = tile.from;
    page.pushOperators(
      pushGraphicsState(),
      rectangle(ox * POINT, oy * POINT, tile.size[0] * POINT, tile.size[1] * POINT),
      clip(),
      endPath(),
      concatTransformationMatrix(1, 0, 0, 1, (ox - x) * POINT, (oy - y) * POINT),
    );
    drawInk(page, fonts, sheet.ink);
    page.pushOperators(popGraphicsState());
    drawInk(page, fonts, tileInk(plan, tile, printer ? `${title} · ${correctionWords(printer)}` : title));
    page.pushOperators(popGraphicsState());
  }
};

/** How sheets are printed: over small paper, and for a printer that does not print true. */
export type PrintHow = { readonly tiling?: Tiling | undefined; readonly printer?: Printer | undefined };

const textsOf = (ink: readonly Ink[]): string[] => ink.flatMap((i) => (i.kind === 'text' ? [i.text] : []));

/** An empty document with its own fields, and its lettering. @param texts all that is lettered in it */
const beginPdf = async ({ title, lettering, date, author }: PdfDetails, texts: Iterable<string>) => {
  const pdf = await PDFDocument.create({ updateMetadata: false });
  pdf.registerFontkit(fontkit);
  pdf.setTitle(title);
  if (author) pdf.setAuthor(author);
  pdf.setProducer('Blue Ledger');
  pdf.setCreator('Blue Ledger');
  pdf.setCreationDate(date);
  pdf.setModificationDate(date);
  const usual = await pdf.embedFont(lettering.usual, { subset: true });
  const letters = new Set(usual.getCharacterSet());
  const needsWide = [...texts].some((text) => [...text].some((ch) => !hasLetter(letters, ch)));
  const wide = needsWide ? await pdf.embedFont(lettering.wide, { subset: true }) : undefined;
  const fonts: Fonts = { usual, letters, wide };
  return { pdf, fonts };
};
/** Plain objects: the file is a little larger, and simple readers can check its size. */
const bytesOf = (pdf: PDFDocument): Promise<Uint8Array> => pdf.save({ useObjectStreams: false });

/** Sheets as a PDF, a page each at true size whatever its paper; or each over tiles of small paper where it does not fit on one. */
export const sheetPdf = async (
  sheets: readonly InkedPaper[],
  details: PdfDetails,
  { tiling, printer }: PrintHow = {},
): Promise<Uint8Array> => {
  const { pdf, fonts } = await beginPdf(details, [details.title, ...sheets.flatMap((s) => textsOf(s.ink))]);
  for (const sheet of sheets) {
    const plan = tiling && tilePlan([sheet.paper.width, sheet.paper.height], tiling);
    if (plan) drawTiles(pdf, fonts, sheet, details.title, plan, printer);
    else drawPage(pdf, fonts, sheet, printer);
  }
  return bytesOf(pdf);
};

/** The printer's test page. */
export const testPagePdf = async (details: PdfDetails): Promise<Uint8Array> => {
  const { size, ink } = testPage();
  const { pdf, fonts } = await beginPdf(details, textsOf(ink));
  const page = beginPage(pdf, size, undefined);
  drawInk(page, fonts, ink);
  page.pushOperators(popGraphicsState());
  return bytesOf(pdf);
};
