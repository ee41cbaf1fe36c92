import type { Books } from '../../../core/balance/balance.ts';
import { type GivenLine, type GivenViews, givenFrom } from '../../../core/balance/given.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { scaleFromBox } from '../../../core/ledger/ledger.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import { onPaper } from '../../../core/sheet/layout/similarity.ts';
import { keptLines } from '../../../core/sheet/views/drawnLines.ts';
import { caseDrawings, demoDrawings } from '../../samples.ts';
import type { Sheets, Tagged } from './damage.ts';

/** Views as they would come out of a file, drawn from the engine's own sheets, with the books they belong to. */
export type Given = { name: string; books: Books; sheets: Sheets };

/** What the views of a sheet say, with all their lines. */
export const plainBooks = (sheet: Sheet, file: PartFile): Books => ({
  views: new Map(
    sheet.views.map((v) => [v.name, { ...v.view, lines: [...keptLines(v, []), ...v.view.threads] }]),
  ),
  angle: sheet.angle,
  unit: sheet.units,
  features: file.bodies.flatMap((b) => b.features.map((f) => f.id)),
  ledger: scaleFromBox(sheet.box, sheet.angle),
});

const givenOf = (name: string, d: Drawing): Given | undefined => {
  const worked = openDesk().work(d);
  if (!worked.ok) return undefined;
  const { sheet } = worked;
  return {
    name,
    books: plainBooks(sheet, d.part),
    sheets: new Map(
      sheet.views.map((v) => [
        v.name,
        [...keptLines(v, []), ...v.view.threads].map(
          (l): Tagged => ({
            line: givenFrom(
              l.curve,
              l.from,
              l.to,
              l.class !== 'hidden',
              (p) => onPaper(v.toPaper, p),
              v.toPaper.k,
            ),
            // a line of one feature alone
            tag:
              l.of.length && new Set(l.of.map((k) => k.slice(0, k.lastIndexOf('/')))).size === 1
                ? (l.of[0] as string).replace(/\/[^@]*/, '')
                : '',
          }),
        ),
      ]),
    ),
  };
};

/** All demo and conformance parts, uncut. */
export const givens: Given[] = [...demoDrawings(), ...caseDrawings()].map(([name, d]) => {
  const given = givenOf(name, { ...d, cuts: [] });
  if (!given) throw new Error(name);
  return given;
});

/** A part with the usual choices; nothing where it cannot be drawn. */
export const givenOfPart = (name: string, part: PartFile): Given | undefined =>
  givenOf(name, drawingOfPart(part));

export const viewsOf = (s: Sheets): GivenViews =>
  new Map([...s].map(([n, l]) => [n as ViewName, l.map((t): GivenLine => t.line)]));
