import { pointOn2 } from '../../geometry/curve2.ts';
import { cross2, distance2, dot2, sub2, type Vec2 } from '../../geometry/vec.ts';
import { isOfFeature } from '../../ledger/numbering.ts';
import { roundPoints } from '../../ledger/roundPoints.ts';
import type { BuiltPart } from '../../solid/build.ts';
import { flatten } from '../../view/project.ts';
import { cornersOf } from '../annotate/cornerNames.ts';
import type { Numbered, PlacedSheet } from '../drawnSheet.ts';
import { onPaper } from '../layout/similarity.ts';
import type { SheetSetup } from '../setup.ts';
import { placeOfPoint } from '../views/placedView.ts';
import { keptProjectors } from '../views/projectors.ts';
import { traceHome } from '../views/traceHome.ts';
import { footOn, isOnShape, shapePlace, trueShapeOn } from '../views/trueShape.ts';
import { type Ink, type Stretch, straight, stroke } from './ink.ts';

/** A projector square to the trace may end this far beside its foot, mm. */
const ASIDE = 1e-3;
/** Below this a direction counts as upright. */
const SAME_WAY = 1e-9;

/** Straight lines that lie on one another in part or whole, each stretch drawn once; arcs stay. */
const drawnOnce = (lines: readonly Stretch[]): Stretch[] => {
  const out: Stretch[] = [];
  const carriers = new Map<string, { p: Vec2; d: Vec2; spans: [number, number][] }>();
  for (const s of lines) {
    if (s.curve.type !== 'line') {
      out.push(s);
      continue;
    }
    const { p, d } = s.curve;
    // one sense for each direction, so that a line drawn back and forth is one
    const sense = d[0] < -SAME_WAY || (Math.abs(d[0]) <= SAME_WAY && d[1] < 0) ? -1 : 1;
    const way: Vec2 = [d[0] * sense, d[1] * sense];
    const off = cross2(way, p);
    const key = [Math.atan2(way[1], way[0]).toFixed(7), off.toFixed(4)].join();
    const carrier = carriers.get(key) ?? { p, d: way, spans: [] };
    carriers.set(key, carrier);
    const at = (t: number): number => dot2(sub2(pointOn2(s.curve, t), carrier.p), carrier.d);
    const ends = [at(s.from), at(s.to)] as const;
    carrier.spans.push([Math.min(...ends), Math.max(...ends)]);
  }
  for (const { p, d, spans } of carriers.values()) {
    let open: [number, number] | undefined;
    for (const [from, to] of spans.sort((a, b) => a[0] - b[0])) {
      if (open && from <= open[1] + ASIDE) open[1] = Math.max(open[1], to);
      else {
        if (open) out.push({ curve: { type: 'line', p, d }, from: open[0], to: open[1] });
        open = [from, to];
      }
    }
    if (open) out.push({ curve: { type: 'line', p, d }, from: open[0], to: open[1] });
  }
  return out;
};

/** The limits of rounds, which are carried over as corners are: quadrant points, extreme points of curves, apexes; of all features or one. */
const limitsOfRounds = (part: BuiltPart, points: Numbered['points'], feature: string | undefined) =>
  roundPoints(
    part,
    points.map((p) => p.at),
  ).filter(
    (r) => r.kind !== 'centre' && (feature === undefined || r.on.some((f) => isOfFeature(f, feature))),
  );

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
      ? [
          ...cornersOf(points, feature, part),
          ...centres.filter((c) => c.feature === feature),
          ...limitsOfRounds(part, points, feature),
        ].map((p) => p.at)
      : sheet.sections.flatMap((s) => s.bodies.flatMap((b) => b.cutPoints.map((p) => p.at)));
  const into = rules.projectorsOf === 'corners' ? rules.projectorsInto : undefined;
  const lines = keptProjectors(of, sheet.views, sheet.layout.mitres, rules.transfer ?? 'mitre', into);
  for (const s of sheet.sections) {
    const shape = trueShapeOn(sheet, s.plane.name);
    const home = traceHome(sheet, s.plane);
    const top = sheet.views.find((v) => v.name === 'top');
    if (home && top && sheet.edgeViews.some((e) => e.cut === s.plane.name))
      for (const { at } of s.bodies.flatMap((b) => b.cutPoints))
        lines.push(straight(placeOfPoint(top, at), onPaper(home.toPaper, flatten(home.frame, at))));
    if (!shape || !home) continue;
    for (const p of s.bodies.flatMap((b) => b.cutPoints).filter((p) => isOnShape(shape, p))) {
      const at = shapePlace(shape, p);
      const foot = footOn(shape, at);
      const from = onPaper(home.toPaper, flatten(home.frame, p.at));
      // where a bent cut is turned into line its further legs no longer stand opposite their trace
      const aside = Math.abs(dot2(sub2(foot, from), shape.plane.direction));
      if (!shape.apart && aside < ASIDE) lines.push(straight(from, foot));
      if (distance2(foot, at) > 0.1) lines.push(straight(foot, at));
    }
  }
  return lines.length ? [stroke('projectors', 'projector', drawnOnce(lines))] : [];
};
