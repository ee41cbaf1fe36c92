import { isOfFeature, type NumberedPoint } from '../../ledger/numbering.ts';
import type { BuiltPart } from '../../solid/build.ts';
import type { Numbered, PlacedSheet } from '../drawnSheet.ts';
import type { Ink, Layer } from '../ink/ink.ts';
import { numberingOf, type SheetSetup } from '../setup.ts';
import { labelInk, type PointLabel, pointLabels } from './pointLabels.ts';

/** The corners that a feature has a part in; all of them where none is asked for, or it has gone from the part. */
export const cornersOf = (
  points: readonly NumberedPoint[],
  feature: string | undefined,
  part: BuiltPart,
): readonly NumberedPoint[] => {
  const there =
    feature !== undefined && part.bodies.some((b) => b.solid.faces.some((f) => isOfFeature(f.key, feature)));
  return there ? points.filter((p) => p.on.some((k) => isOfFeature(k, feature))) : points;
};

/** Layers of lines that names of points are kept off. Projectors and hatching are interrupted for them. */
const KEPT_OFF: ReadonlySet<Layer> = new Set([
  'views',
  'hidden',
  'breaks',
  'centre',
  'reference',
  'trace',
  'trueShape',
]);

/** The corners' names in every view that is not a section; there the cut points have theirs. */
export const cornerNames = (
  sheet: PlacedSheet,
  setup: SheetSetup,
  { points, moved }: Numbered,
  ink: readonly Ink[],
  part: BuiltPart,
): Ink[] => {
  const labels: PointLabel[] = [];
  const drawn = ink.flatMap((i) =>
    i.kind === 'stroke' && KEPT_OFF.has(i.layer) ? (i.whole ? [i.whole] : i.stretches) : [],
  );
  const named = cornersOf(points, setup.rules.namesOf, part);
  for (const v of sheet.views.filter((x) => !x.cut)) {
    const postings = sheet.postings.get(v.name) ?? new Map();
    labels.push(
      ...pointLabels(
        v,
        named,
        postings,
        numberingOf(setup.rules),
        sheet.paper.frame,
        sheet.titles,
        labels,
        drawn,
        moved,
      ),
    );
  }
  return labels.flatMap(labelInk);
};
