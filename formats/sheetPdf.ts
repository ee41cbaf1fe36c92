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
import { barNote } from '../core/sheet/annotate/titleBlock.ts';
import type { InkedPaper } from '../core/sheet/drawnSheet.ts';
import { type Ink, penWidth, type StrokeInk } from '../core/sheet/ink/ink.ts';
import { TINTS } from '../core/sheet/ink/tints.ts';
import { pathCommands } from './sheetPath.ts';
import { EM_OF_CAPITALS, penColour } from './sheetSvg.ts';

/** Stands for a letter that the lettering font has not. */
const MISSING = '?';

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
  /** bytes of the lettering font, embedded once and as far as it is used */
  readonly lettering: Uint8Array;
  /** the day written into the file, so that one input gives one output */
  readonly date: Date;
  /** who drew it */
  readonly author?: string;
};

const polygon = (points: readonly Vec2[]): PDFOperator[] =>
  points.map((p, i) => (i ? lineTo : moveTo)(p[0] * POINT, p[1] * POINT)).concat(closePath());

/** Draws ink on a page, in mm from where its coordinates begin. */
const drawInk = (page: PDFPage, font: PDFFont, all: readonly Ink[]): void => {
  const letters = new Set(font.getCharacterSet());
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
      // a letter that the lettering has not is seen to be missing
      const text = [...ink.text]
        .map((ch) => (letters.has(ch.codePointAt(0) as number) ? ch : MISSING))
        .join('');
      const width = font.widthOfTextAtSize(text, size);
      const shift = ink.anchor === 'middle' ? width / 2 : ink.anchor === 'end' ? width : 0;
      page.drawText(text, {
        x: ink.at[0] * POINT - shift,
        y: ink.at[1] * POINT,
        size,
        font,
        color: rgb(0, 0, 0),
        ...(ink.angle && { rotate: degrees(ink.angle) }),
      });
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

const drawPage = (pdf: PDFDocument, font: PDFFont, sheet: InkedPaper, printer: Printer | undefined): void => {
  const page = beginPage(pdf, [sheet.paper.width, sheet.paper.height], printer);
  drawInk(page, font, sheet.ink);
  if (printer) drawInk(page, font, [barNote(sheet.paper, correctionWords(printer))]);
  page.pushOperators(popGraphicsState());
};

const drawTiles = (
  pdf: PDFDocument,
  font: PDFFont,
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
    drawInk(page, font, sheet.ink);
    page.pushOperators(popGraphicsState());
    drawInk(page, font, tileInk(plan, tile, printer ? `${title} · ${correctionWords(printer)}` : title));
    page.pushOperators(popGraphicsState());
  }
};

/** How sheets are printed: over small paper, and for a printer that does not print true. */
export type PrintHow = { readonly tiling?: Tiling | undefined; readonly printer?: Printer | undefined };

/** An empty document with its own fields, and its lettering. */
const beginPdf = async ({ title, lettering, date, author }: PdfDetails) => {
  const pdf = await PDFDocument.create({ updateMetadata: false });
  pdf.registerFontkit(fontkit);
  pdf.setTitle(title);
  if (author) pdf.setAuthor(author);
  pdf.setProducer('Blue Ledger');
  pdf.setCreator('Blue Ledger');
  pdf.setCreationDate(date);
  pdf.setModificationDate(date);
  const font = await pdf.embedFont(lettering, { subset: true });
  return { pdf, font };
};
/** Plain objects: the file is a little larger, and simple readers can check its size. */
const bytesOf = (pdf: PDFDocument): Promise<Uint8Array> => pdf.save({ useObjectStreams: false });

/** Sheets as a PDF, a page each at true size whatever its paper; or each over tiles of small paper where it does not fit on one. */
export const sheetPdf = async (
  sheets: readonly InkedPaper[],
  details: PdfDetails,
  { tiling, printer }: PrintHow = {},
): Promise<Uint8Array> => {
  const { pdf, font } = await beginPdf(details);
  for (const sheet of sheets) {
    const plan = tiling && tilePlan([sheet.paper.width, sheet.paper.height], tiling);
    if (plan) drawTiles(pdf, font, sheet, details.title, plan, printer);
    else drawPage(pdf, font, sheet, printer);
  }
  return bytesOf(pdf);
};

/** The printer's test page. */
export const testPagePdf = async (details: PdfDetails): Promise<Uint8Array> => {
  const { pdf, font } = await beginPdf(details);
  const { size, ink } = testPage();
  const page = beginPage(pdf, size, undefined);
  drawInk(page, font, ink);
  page.pushOperators(popGraphicsState());
  return bytesOf(pdf);
};
