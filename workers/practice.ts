import { givenFrom, type OwnLine, ownLine } from '../core/balance/given.ts';
import type { Worked } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { along, dot, length2, type Vec2, type Vec3 } from '../core/geometry/vec.ts';
import type { ProjectionAngle, ViewName } from '../core/geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../core/geometry/viewFrames.ts';
import { type LedgerScale, scaleFromBox } from '../core/ledger/ledger.ts';
import { TAU, wrapAngle } from '../core/number/angle.ts';
import type { PracticeBoard } from '../core/practice/lightLines.ts';
import { overRounds } from '../core/practice/overRounds.ts';
import { projectedFrom } from '../core/practice/projectedFrom.ts';
import { askedFor, type Crossings, crossingsIn } from '../core/practice/thirdView.ts';
import { featureAxes } from '../core/sheet/annotate/centreLines.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import type { Rect } from '../core/sheet/layout/paper.ts';
import { onPaper } from '../core/sheet/layout/similarity.ts';
import type { SheetSetup } from '../core/sheet/setup.ts';
import { drawnLines, linesOfView } from '../core/sheet/views/drawnLines.ts';
import { placeOfPoint } from '../core/sheet/views/placedView.ts';
import { type ViewLine, viewOf } from '../core/view/view.ts';

/** A view to be drawn from the others: where projectors cross in it, and the lines it has. In its own plane, part units. */
export type Exercise = {
  readonly view: ViewName;
  readonly crossings: Crossings;
  /** the lines that are asked for where projectors are given */
  readonly own: readonly OwnLine[];
  /** curves that no instrument draws: they are plotted point by point by whoever draws the projectors */
  readonly curves: readonly OwnLine[];
  readonly board: PracticeBoard;
  /** how places are counted, for the words */
  readonly ledger: LedgerScale;
  readonly unit: 'mm' | 'in';
  readonly tol: number;
  /** the right places of all views, and the frame, paper mm with y up */
  readonly boxes: ReadonlyMap<ViewName, Rect>;
  readonly frame: Rect;
  readonly angle: ProjectionAngle;
};

/** Coordinates nearer than this share of the part's size are one. */
const SHARE = 1e-6;
const EDGE_ON = 1e-9;

/** Circles of the given views are divided into so many parts, as two set squares do it. */
const DIVISIONS = 12;

/** The points of a line that one projects from, in the plane of its view; a circle's equal divisions too. */
const marksOn = (l: ViewLine): Vec2[] => {
  const own = [...projectedFrom(l)];
  if (l.curve.type !== 'conic' || !l.curve.round) return own;
  const { c, major } = l.curve;
  const r = length2(major);
  const tilt = Math.atan2(major[1], major[0]);
  for (let i = 0; i < DIVISIONS; i++) {
    const t = (i * TAU) / DIVISIONS;
    if (wrapAngle(t - tilt - l.from + EDGE_ON) <= l.to - l.from + 2 * EDGE_ON)
      own.push([c[0] + r * Math.cos(t), c[1] + r * Math.sin(t)]);
  }
  return own;
};

/** The board as the learner finds it: the other views, and where depths turn between one of them and the missing view. */
const boardOf = (
  sheet: Sheet,
  missing: ViewName,
  rules: SheetSetup['rules'],
  points: readonly Vec3[],
  tol: number,
): PracticeBoard => {
  const others = sheet.views.filter((v) => v.name !== missing);
  const lines = others.flatMap((v) => drawnLines(v, sheet.sections, rules).map((l) => ({ v, l })));
  const mitre = sheet.layout.mitres.find((m) => m.level === missing || m.side === missing);
  return {
    given: lines.map(({ v, l }) =>
      givenFrom(l.curve, l.from, l.to, l.class === 'visible', (p) => onPaper(v.toPaper, p), v.toPaper.k),
    ),
    // centre lines and cut points are carried over too
    marks: [
      ...lines.flatMap(({ v, l }) => marksOn(l).map((p) => onPaper(v.toPaper, p))),
      ...others.flatMap((v) =>
        overRounds(drawnLines(v, sheet.sections, rules), tol).map((p) => onPaper(v.toPaper, p)),
      ),
      ...others.flatMap((v) => points.map((p) => placeOfPoint(v, p))),
    ],
    mitre: mitre && { from: mitre.from, to: mitre.to },
    turnBy: rules.transfer ?? 'mitre',
  };
};

export const exerciseOf = (
  { sheet, part }: Extract<Worked, { ok: true }>,
  view: ViewName,
  { part: file, setup: { rules } }: Drawing,
): Exercise | undefined => {
  const order = file.bodies.flatMap((b) => b.features.map((f) => f.id));
  const missing = sheet.views.find((v) => v.name === view);
  if (!missing || sheet.views.length < 3) return undefined;
  const tol = part.tol.size * SHARE;
  const features = featureAxes(part.bodies, part.tol.linear);
  const axes = features.flatMap((a) => (a.pitch ? [a.point, a.pitch.centre] : [a.point]));
  // a trace shows where it crosses edges, and where it crosses the axes of round features
  const cutPoints = sheet.sections.flatMap((s) => [
    ...s.bodies.flatMap((b) => b.cutPoints.map((c) => c.at)),
    ...s.plane.legs.flatMap(({ kept }) =>
      features.flatMap((a) => {
        const facing = dot(kept.n, a.axis);
        if (Math.abs(facing) < EDGE_ON) return [];
        return [along(a.point, a.axis, (kept.d - dot(kept.n, a.point)) / facing)];
      }),
    ),
  ]);
  // beneath a sectional view the uncut solid is drawn in light lines, as a drafter draws it before the cut
  const given = new Map(
    sheet.views.map((v) => [
      v.name,
      [
        ...linesOfView(v, sheet.sections),
        ...(v.cut ? viewOf(part.bodies, VIEW_FRAMES[v.name], part.tol).lines : []),
      ],
    ]),
  );
  const all = drawnLines(missing, sheet.sections, rules).map((l) => ownLine(l, 1, order));
  const own = askedFor(all);
  return {
    view,
    crossings: crossingsIn(view, given, projectedFrom, axes, cutPoints, tol),
    own,
    curves: all.filter((o) => o.line.kind === 'curve'),
    board: boardOf(sheet, view, rules, [...axes, ...cutPoints], tol),
    tol,
    ledger: scaleFromBox(sheet.box, sheet.angle),
    unit: sheet.units,
    boxes: new Map(sheet.views.map((v) => [v.name, v.box])),
    frame: sheet.paper.frame,
    angle: sheet.angle,
  };
};
