import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, type PDFFont, type PDFPage, rgb } from 'pdf-lib';
import type { Vec2 } from '../core/geometry/vec.ts';
import { HEADING_WORDS, HEADINGS, type Heading, type Marked } from '../core/mark/marks.ts';
import { EM_OF_CAPITALS } from './sheetSvg.ts';

/** A marked drawing to be printed: mm of the model's sheet, y down. */
export type MarkedSheet = {
  readonly file: string;
  readonly model: string;
  readonly width: number;
  readonly height: number;
  readonly visible: string;
  readonly hidden: string;
  readonly figures: readonly {
    readonly text: string;
    readonly at: Vec2;
    readonly lines: readonly (readonly [Vec2, Vec2])[];
  }[];
  readonly mistakes: readonly (Marked & { readonly at?: Vec2 })[];
  readonly by: Readonly<Record<Heading, number>>;
  readonly full: Readonly<Record<Heading, number>>;
  readonly total: number;
  readonly of: number;
  readonly unmarked: string;
};

const POINT = 72 / 25.4;
const RED = rgb(0.7, 0.08, 0.08);
const BLACK = rgb(0, 0, 0);
/** Letters and rings, mm. */
const FIGURE = 3.5;
const NOTE = 3;
const RING = 4;
const LINE = 5.2;
/** Dashes of hidden lines, mm. */
const DASHES = [3, 0.8];
/** The page of the list: A4, upright. */
const LIST = { width: 210, height: 297, margin: 20 } as const;

const letter = (
  page: PDFPage,
  font: PDFFont,
  text: string,
  [x, y]: Vec2,
  height: number,
  color = BLACK,
): void => {
  const known = new Set(font.getCharacterSet());
  const shown = [...text].map((c) => (known.has(c.codePointAt(0) as number) ? c : '?')).join('');
  page.drawText(shown, {
    x: x * POINT,
    y: page.getHeight() - y * POINT,
    size: height * EM_OF_CAPITALS * POINT,
    font,
    color,
  });
};

/** A sentence in lines that are no wider than some mm. */
const wrapped = (font: PDFFont, text: string, height: number, width: number): string[] => {
  const lines: string[] = [];
  let line = '';
  const size = height * EM_OF_CAPITALS * POINT;
  for (const word of text.split(' ')) {
    const next = line ? `${line} ${word}` : word;
    if (line && font.widthOfTextAtSize(next, size) > width * POINT) {
      lines.push(line);
      line = word;
    } else line = next;
  }
  return line ? [...lines, line] : lines;
};

const drawSheet = (pdf: PDFDocument, font: PDFFont, m: MarkedSheet): void => {
  const page = pdf.addPage([m.width * POINT, m.height * POINT]);
  const path = (d: string, wide: number, dashes?: number[]): void => {
    if (d)
      page.drawSvgPath(d, {
        x: 0,
        y: page.getHeight(),
        scale: POINT,
        borderColor: BLACK,
        borderWidth: wide,
        ...(dashes && { borderDashArray: dashes }),
      });
  };
  path(m.visible, 0.5);
  path(m.hidden, 0.25, DASHES);
  for (const { text, at, lines } of m.figures) {
    for (const [a, b] of lines)
      page.drawLine({
        start: { x: a[0] * POINT, y: page.getHeight() - a[1] * POINT },
        end: { x: b[0] * POINT, y: page.getHeight() - b[1] * POINT },
        thickness: 0.18 * POINT,
        color: BLACK,
      });
    letter(page, font, text, at, FIGURE);
  }
  m.mistakes.forEach((mistake, i) => {
    if (!mistake.at) return;
    const [x, y] = mistake.at;
    page.drawCircle({
      x: x * POINT,
      y: page.getHeight() - y * POINT,
      size: RING * POINT,
      borderColor: RED,
      borderWidth: 0.5 * POINT,
    });
    letter(page, font, String(i + 1), [x + RING * 0.8, y - RING * 0.8], FIGURE, RED);
  });
  letter(page, font, `${m.total} of ${m.of}`, [m.width - 50, 20], 8, RED);
};

const drawList = (pdf: PDFDocument, font: PDFFont, m: MarkedSheet): void => {
  let page = pdf.addPage([LIST.width * POINT, LIST.height * POINT]);
  let y: number = LIST.margin;
  const width = LIST.width - 2 * LIST.margin;
  const write = (text: string, x: number, height: number, color = BLACK): void => {
    for (const line of wrapped(font, text, height, width - x)) {
      if (y > LIST.height - LIST.margin) {
        page = pdf.addPage([LIST.width * POINT, LIST.height * POINT]);
        y = LIST.margin;
      }
      letter(page, font, line, [LIST.margin + x, y], height, color);
      y += LINE * (height / NOTE);
    }
  };
  write(`${m.file}, against ${m.model}`, 0, 4.5);
  write(`${m.total} of ${m.of} marks`, 0, 4.5, RED);
  y += 2;
  for (const h of HEADINGS) {
    write(`${HEADING_WORDS[h]}: ${m.by[h]} of ${m.full[h]}`, 0, NOTE + 0.5);
    m.mistakes.forEach((mistake, i) => {
      if (mistake.heading === h)
        write(`${i + 1}  ${mistake.view ? `${mistake.view}: ` : ''}${mistake.sentence}`, 6, NOTE, RED);
    });
    y += 2;
  }
  if (m.unmarked) write(m.unmarked, 0, NOTE);
};

/**
 * A marked drawing as a PDF: the drawing with red rings where something is wrong, and a page with the list and the marks.
 * @param lettering the lettering font's bytes
 */
export const markedPdf = async (m: MarkedSheet, lettering: Uint8Array): Promise<Uint8Array> => {
  const pdf = await PDFDocument.create({ updateMetadata: false });
  pdf.registerFontkit(fontkit);
  pdf.setTitle(`${m.file}, marked`);
  pdf.setProducer('Blue Ledger');
  pdf.setCreator('Blue Ledger');
  const font = await pdf.embedFont(lettering, { subset: true });
  drawSheet(pdf, font, m);
  drawList(pdf, font, m);
  return pdf.save({ useObjectStreams: false });
};
