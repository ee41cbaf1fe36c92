import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import type { BuiltPart } from '../../solid/build.ts';
import type { View } from '../../view/view.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import { onPaper } from '../layout/similarity.ts';
import { sectionShownIn } from '../views/drawnLines.ts';
import { type TintedAreas, tintedAreas } from '../views/tintedAreas.ts';
import type { TintInk } from './ink.ts';

/** A view that did not change keeps its areas. */
const known = new WeakMap<View, TintedAreas>();

/** Faces tinted in the principal views, each in one colour in all of them; a face laid open by a cut is hatched and stays white. */
export const tintInk = (sheet: PlacedSheet, part: BuiltPart): TintInk[] =>
  sheet.views.flatMap((v) => {
    const scene = sectionShownIn(v, sheet.sections)?.remains ?? part.bodies;
    const areas = known.get(v.view) ?? tintedAreas(scene, VIEW_FRAMES[v.name], part.tol);
    known.set(v.view, areas);
    return [...areas].map(
      ([looks, all]): TintInk => ({
        kind: 'tint',
        layer: 'tints',
        view: v.name,
        looks,
        areas: all.map((points) => points.map((p) => onPaper(v.toPaper, p))),
      }),
    );
  });
