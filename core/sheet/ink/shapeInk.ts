import { boxOf2, pointOn2 } from '../../geometry/curve2.ts';
import { EDGE_ON } from '../../geometry/nearness.ts';
import { dot, type Vec2 } from '../../geometry/vec.ts';
import type { Section } from '../../section/section.ts';
import { legFrame } from '../../section/trace.ts';
import type { Gap } from '../../solid/interruption.ts';
import { centreLinesOf, type FeatureAxis } from '../annotate/centreLines.ts';
import { cutNumbers } from '../annotate/cutNumbers.ts';
import { type HatchOf, hatching } from '../annotate/hatch.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import { onPaper } from '../layout/similarity.ts';
import type { SheetSetup } from '../setup.ts';
import { type Strip, stripOnPaper, stripsIn } from '../views/interrupted.ts';
import { isOnShape, lineNumberOf, type PlacedShape, shapePlace } from '../views/trueShape.ts';
import { SHAPE_TITLE } from '../views/viewTitles.ts';
import { crossDashes } from './dash.ts';
import { type Ink, letters, type Stretch, straight, stroke } from './ink.ts';
import { inkOutside, interruptionInk } from './interruptedInk.ts';
import { namedLine } from './referenceInk.ts';

/** Where a stretch is, whichever way it runs: its ends and its middle, to a hundredth of a millimetre. */
const placeKey = ({ curve, from, to }: Stretch): string => {
  const [a, m, b] = [from, (from + to) / 2, to].map((t) =>
    pointOn2(curve, t)
      .map((x) => x.toFixed(2))
      .join(),
  );
  return [...[a, b].sort(), m].join(' ');
};

/** The cut face of a section that is drawn by itself: hatching, then its outline. @param pen of the outline */
const faceInk = (
  shape: PlacedShape,
  section: Section,
  styleOf: HatchOf,
  base: number,
  pen: 'outline' | 'rule',
  gaps: readonly Gap[],
): Ink[] => {
  const strips = shapeStrips(shape, gaps);
  const out: Ink[] = [];
  const drawn = new Set<string>();
  for (const { body, stretches, behind } of shape.rims) {
    out.push(hatching(stretches, styleOf(section, body), base, `shape ${shape.cut}`));
    for (const s of [...stretches, ...behind]) {
      // where two bodies touch, both rims run along one line, which is drawn once
      const where = placeKey(s);
      if (!drawn.has(where)) out.push(stroke('trueShape', pen, [s], { view: `shape ${shape.cut}` }));
      drawn.add(where);
    }
  }
  const left = inkOutside(out, strips);
  const outline = left.flatMap((i) => (i.kind === 'stroke' && i.layer === 'trueShape' ? i.stretches : []));
  return [...left, ...interruptionInk(outline, strips, `shape ${shape.cut}`)];
};

/** The gaps of interrupted views that a cut face runs over, on the paper. */
const shapeStrips = ({ plane, toPaper }: PlacedShape, gaps: readonly Gap[]): Strip[] => {
  // the shape counts from the beginning of its trace
  const start = dot(plane.origin, plane.sAxis);
  return stripsIn(legFrame(plane), gaps).map((strip) => {
    const off = strip.along[0] * start;
    return stripOnPaper({ ...strip, from: strip.from - off, to: strip.to - off }, toPaper);
  });
};

/** The centre lines of the rounds that a section cuts square to their axes. */
const centreInk = (shape: PlacedShape, axes: readonly FeatureAxis[], tol: number): Ink[] => {
  const { plane, toPaper } = shape;
  const { n, d } = plane.kept;
  const across = axes.filter((a) => {
    const facing = dot(a.axis, n);
    if (a.ball || Math.abs(facing) < 1 - EDGE_ON) return false;
    const t = (d - dot(a.point, n)) / facing;
    return t >= a.low - tol && t <= a.high + tol;
  });
  const frame = legFrame(plane);
  const start = dot(plane.origin, plane.sAxis);
  const place = ([u, v]: Vec2): Vec2 => onPaper(toPaper, [u - start, v]);
  return centreLinesOf(across, frame, toPaper.k, tol).map(({ from, to }) => {
    const whole = straight(place(from), place(to));
    return stroke('centre', 'centre', crossDashes(whole), { view: `shape ${shape.cut}`, whole });
  });
};

/**
 * A cut face drawn as a section by itself: removed, with the letters of its cut; or revolved into the view, in narrow lines.
 * Source: ISO 128-3, removed and revolved sections.
 */
const sectionAloneInk = (
  shape: PlacedShape,
  section: Section,
  styleOf: HatchOf,
  axes: readonly FeatureAxis[],
  tol: number,
  gaps: readonly Gap[],
): Ink[] => {
  const base = Math.atan2(shape.plane.direction[1], shape.plane.direction[0]);
  const isRemoved = shape.drawnAs === 'removed';
  const { x, y, w } = shape.room;
  return [
    ...faceInk(shape, section, styleOf, base, isRemoved ? 'outline' : 'rule', gaps),
    ...centreInk(shape, axes, tol),
    ...(isRemoved ? [letters('labels', `${shape.cut}-${shape.cut}`, [x + w / 2, y + 2.5], 3.5)] : []),
  ];
};

/** A true shape on its X1Y1 line: outline, hatching, title, and the numbers of its cut points; or the section that stands in its place. */
export const shapeInk = (
  shape: PlacedShape,
  sheet: PlacedSheet,
  setup: SheetSetup,
  styleOf: HatchOf,
  axesOf: (section: Section) => readonly FeatureAxis[],
  tol: number,
): Ink[] => {
  const section = sheet.sections.find((s) => s.plane.name === shape.cut) as Section;
  const { interruptions: gaps } = sheet;
  if (shape.drawnAs !== 'true shape')
    return sectionAloneInk(shape, section, styleOf, axesOf(section), tol, gaps);
  const { from, to } = shape.line;
  const base = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const out = namedLine(shape.line, lineNumberOf(sheet, shape.cut), setup.rules);
  out.push(...faceInk(shape, section, styleOf, base, 'outline', gaps));
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
