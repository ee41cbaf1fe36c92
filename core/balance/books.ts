import { scaleFromBox } from '../ledger/ledger.ts';
import type { PartFile } from '../part/schema.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import { drawsHidden, keptLines } from '../sheet/views/drawnLines.ts';
import type { Books } from './balance.ts';
import type { GivenViews } from './given.ts';

/**
 * What the views of a sheet say, cut views as they are cut. Where the house rules leave hidden lines out, given views may have them or not: they
 * are asked for only where some are drawn.
 */
export const booksOf = (
  sheet: Sheet,
  file: PartFile,
  rules: SheetSetup['rules'],
  given: GivenViews,
): Books => ({
  views: new Map(
    sheet.views.map((v) => {
      // a drawing shows threads too
      const lines = [...keptLines(v, sheet.sections), ...v.view.threads];
      const asked = drawsHidden(v, rules) || given.get(v.name)?.some((l) => !l.seen);
      return [v.name, { ...v.view, lines: asked ? lines : lines.filter((l) => l.class !== 'hidden') }];
    }),
  ),
  angle: sheet.angle,
  unit: sheet.units,
  features: file.bodies.flatMap((b) => b.features.map((f) => f.id)),
  ledger: scaleFromBox(sheet.box, sheet.angle),
});
