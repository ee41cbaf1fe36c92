import { distance2, dot2, sub2 } from '../../geometry/vec.ts';
import type { BuiltPart } from '../../solid/build.ts';
import { cornersOf } from '../annotate/cornerNames.ts';
import type { Numbered, PlacedSheet } from '../drawnSheet.ts';
import type { SheetSetup } from '../setup.ts';
import { placeOfPoint } from '../views/placedView.ts';
import { keptProjectors } from '../views/projectors.ts';
import { footOn, shapePlace } from '../views/trueShape.ts';
import { type Ink, straight, stroke } from './ink.ts';

/** A projector square to the trace may end this far beside its foot, mm. */
const ASIDE = 1e-3;

/** The projectors that are kept: those of the cut points or of all corners, and from the trace to X1Y1 and on. */
export const projectorInk = (
  sheet: PlacedSheet,
  { rules }: SheetSetup,
  { points, centres = [] }: Numbered,
  part: BuiltPart,
): Ink[] => {
  const { projectorsFeature: feature } = rules;
  const of =
    rules.projectorsOf === 'corners'
      ? [...cornersOf(points, feature, part), ...centres.filter((c) => c.feature === feature)].map(
          (p) => p.at,
        )
      : sheet.sections.flatMap((s) => s.bodies.flatMap((b) => b.cutPoints.map((p) => p.at)));
  const into = rules.projectorsOf === 'corners' ? rules.projectorsInto : undefined;
  const lines = keptProjectors(of, sheet.views, sheet.layout.mitres, rules.transfer ?? 'mitre', into);
  for (const s of sheet.sections) {
    const shape = sheet.shapes.find((x) => x.cut === s.plane.name);
    const home = sheet.views.find((v) => v.name === s.plane.seenIn);
    if (!shape || !home) continue;
    for (const p of s.bodies.flatMap((b) => b.cutPoints)) {
      const at = shapePlace(shape, s, p);
      const foot = footOn(shape, at);
      const from = placeOfPoint(home, p.at);
      // where a bent cut is turned into line its further legs no longer stand opposite their trace
      const aside = Math.abs(dot2(sub2(foot, from), s.plane.direction));
      if (!shape.apart && aside < ASIDE) lines.push(straight(from, foot));
      if (distance2(foot, at) > 0.1) lines.push(straight(foot, at));
    }
  }
  return lines.length ? [stroke('projectors', 'projector', lines)] : [];
};
