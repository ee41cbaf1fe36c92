import fontkit from '@pdf-lib/fontkit';
import {
  appendBezierCurve,
  closePath,
  degrees,
  fill,
  LineCapStyle,
  LineJoinStyle,
  lineTo,
  moveTo,
  PDFDocument,
  type PDFFont,
  type PDFOperator,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingRgbColor,
  stroke,
} from 'pdf-lib';
import type { Vec2 } from '../core/geometry/vec.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { penWidth, type StrokeInk } from '../core/sheet/ink/ink.ts';
import { pathCommands } from './sheetPath.ts';
import { EM_OF_CAPITALS } from './sheetSvg.ts';

/** Stands for a letter that the lettering font has not. */
const MISSING = '?';

/** Points in a millimetre. */
const POINT = 72 / 25.4;

const strokeOperators = (ink: StrokeInk): PDFOperator[] => {
  const at = (p: Vec2): [number, number] => [p[0] * POINT, p[1] * POINT];
  const light = ink.pen === 'projector';
  return [
    setLineWidth(penWidth(ink.pen) * POINT),
    light ? setStrokingRgbColor(0.48, 0.53, 0.63) : setStrokingRgbColor(0, 0, 0),
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

const drawPage = (pdf: PDFDocument, font: PDFFont, sheet: Sheet): void => {
  const page = pdf.addPage([sheet.paper.width * POINT, sheet.paper.height * POINT]);
  const letters = new Set(font.getCharacterSet());
  page.pushOperators(pushGraphicsState(), setLineCap(LineCapStyle.Round), setLineJoin(LineJoinStyle.Round));
  for (const ink of sheet.ink) {
    if (ink.kind === 'stroke') {
      if (ink.stretches.length) page.pushOperators(...strokeOperators(ink));
    } else if (ink.kind === 'fill') {
      const [first, ...rest] = ink.points.map((p): [number, number] => [p[0] * POINT, p[1] * POINT]);
      if (first) page.pushOperators(moveTo(...first), ...rest.map((p) => lineTo(...p)), closePath(), fill());
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
  page.pushOperators(popGraphicsState());
};

/** Sheets as a PDF, a page each at true size whatever its paper. */
export const sheetPdf = async (
  sheets: readonly Sheet[],
  { title, lettering, date, author }: PdfDetails,
): Promise<Uint8Array> => {
  const pdf = await PDFDocument.create({ updateMetadata: false });
  pdf.registerFontkit(fontkit);
  pdf.setTitle(title);
  if (author) pdf.setAuthor(author);
  pdf.setProducer('Blue Ledger');
  pdf.setCreator('Blue Ledger');
  pdf.setCreationDate(date);
  pdf.setModificationDate(date);
  const font = await pdf.embedFont(lettering, { subset: true });
  for (const sheet of sheets) drawPage(pdf, font, sheet);
  // plain objects: the file is a little larger, and simple readers can check its size
  return pdf.save({ useObjectStreams: false });
};
