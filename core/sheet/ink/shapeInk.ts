import { boxOf2, pointOn2 } from '../../geometry/curve2.ts';
import { distance2, type Vec2 } from '../../geometry/vec.ts';
import type { Section } from '../../section/section.ts';
import { cutNumbers } from '../annotate/cutNumbers.ts';
import { type HatchOf, hatching } from '../annotate/hatch.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import type { SheetSetup } from '../setup.ts';
import { isOnShape, lineNumberOf, type PlacedShape, shapePlace } from '../views/trueShape.ts';
import { SHAPE_TITLE } from '../views/viewTitles.ts';
import { type Ink, letters, type Stretch, stroke } from './ink.ts';
import { planeLine } from './referenceInk.ts';

/** Where a stretch is, whichever way it runs: its ends and its middle, to a hundredth of a millimetre. */
const placeKey = ({ curve, from, to }: Stretch): string => {
  const [a, m, b] = [from, (from + to) / 2, to].map((t) =>
    pointOn2(curve, t)
      .map((x) => x.toFixed(2))
      .join(),
  );
  return [...[a, b].sort(), m].join(' ');
};

/** A true shape on its X1Y1 line: outline, hatching, title, and the numbers of its cut points. */
export const shapeInk = (
  shape: PlacedShape,
  sheet: PlacedSheet,
  setup: SheetSetup,
  styleOf: HatchOf,
): Ink[] => {
  const section = sheet.sections.find((s) => s.plane.name === shape.cut) as Section;
  const { from, to } = shape.line;
  const base = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const n = lineNumberOf(sheet, shape.cut);
  const size = distance2(from, to);
  const past: Vec2 = [((to[0] - from[0]) / size) * 3, ((to[1] - from[1]) / size) * 3];
  const out: Ink[] = [
    planeLine('trueShape', from, to, setup.rules),
    letters('trueShape', `X${n}`, [from[0] - past[0], from[1] - past[1] - 1], 2.5),
    letters('trueShape', `Y${n}`, [to[0] + past[0], to[1] + past[1] - 1], 2.5),
  ];
  const drawn = new Set<string>();
  for (const { body, stretches } of shape.rims) {
    out.push(hatching(stretches, styleOf(section, body), base, `shape ${shape.cut}`));
    for (const s of stretches) {
      // where two bodies touch, both rims run along one line, which is drawn once
      const where = placeKey(s);
      if (!drawn.has(where)) out.push(stroke('trueShape', 'outline', [s], { view: `shape ${shape.cut}` }));
      drawn.add(where);
    }
  }
  const boxes = shape.rims.flatMap((r) => r.stretches.map((s) => boxOf2(s.curve, s.from, s.to)));
  const x0 = Math.min(...boxes.map((b) => b[0]));
  const x1 = Math.max(...boxes.map((b) => b[2]));
  const which = shape.leg === undefined ? '' : `, LEG ${shape.leg + 1}`;
  out.push(
    letters('labels', `${SHAPE_TITLE} ${shape.cut}${which}`, [(x0 + x1) / 2, shape.room.y + 2.5], 2.5),
  );
  if (setup.rules.points === 'numbers')
    for (const number of cutNumbers(section, (p) => (isOnShape(shape, p) ? shapePlace(shape, p) : undefined)))
      out.push({ ...number, layer: 'trueShape' });
  return out;
};
