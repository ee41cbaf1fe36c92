import { type OwnLine, ownLine } from '../core/balance/given.ts';
import type { Worked } from '../core/drawing/desk.ts';
import { along, dot } from '../core/geometry/vec.ts';
import type { ProjectionAngle, ViewName } from '../core/geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../core/geometry/viewFrames.ts';
import { projectedFrom } from '../core/practice/projectedFrom.ts';
import { askedFor, type Crossings, crossingsIn } from '../core/practice/thirdView.ts';
import { featureAxes } from '../core/sheet/annotate/centreLines.ts';
import type { Rect } from '../core/sheet/layout/paper.ts';
import type { SheetSetup } from '../core/sheet/setup.ts';
import { drawnLines, linesOfView } from '../core/sheet/views/drawnLines.ts';
import { viewOf } from '../core/view/view.ts';

/** A view to be drawn from the others: where projectors cross in it, and the lines it has. In its own plane, part units. */
export type Exercise = {
  readonly view: ViewName;
  readonly crossings: Crossings;
  readonly own: readonly OwnLine[];
  /** lines that no instrument draws, which are not asked for */
  readonly leftOut: number;
  readonly tol: number;
  /** the right places of all views, and the frame, paper mm with y up */
  readonly boxes: ReadonlyMap<ViewName, Rect>;
  readonly frame: Rect;
  readonly angle: ProjectionAngle;
};

/** Coordinates nearer than this share of the part's size are one. */
const SHARE = 1e-6;
const EDGE_ON = 1e-9;

export const exerciseOf = (
  { sheet, part }: Extract<Worked, { ok: true }>,
  view: ViewName,
  rules: SheetSetup['rules'],
): Exercise | undefined => {
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
  const all = drawnLines(missing, sheet.sections, rules).map((l) => ownLine(l, 1));
  const own = askedFor(all);
  return {
    view,
    crossings: crossingsIn(view, given, projectedFrom, axes, cutPoints, tol),
    own,
    leftOut: all.length - own.length,
    tol,
    boxes: new Map(sheet.views.map((v) => [v.name, v.box])),
    frame: sheet.paper.frame,
    angle: sheet.angle,
  };
};
