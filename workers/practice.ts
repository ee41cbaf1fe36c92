import { type OwnLine, ownLine } from '../core/balance/given.ts';
import type { Worked } from '../core/drawing/desk.ts';
import type { ViewName } from '../core/part/schema.ts';
import { projectedFrom } from '../core/practice/projectedFrom.ts';
import { askedFor, type Crossings, crossingsIn } from '../core/practice/thirdView.ts';
import { featureAxes } from '../core/sheet/centreLines.ts';
import { drawnLines, linesOfView } from '../core/sheet/drawnLines.ts';
import type { ProjectionAngle } from '../core/sheet/layout.ts';
import type { Rect } from '../core/sheet/paper.ts';
import type { SheetSetup } from '../core/sheet/setup.ts';

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

export const exerciseOf = (
  { sheet, part }: Extract<Worked, { ok: true }>,
  view: ViewName,
  rules: SheetSetup['rules'],
): Exercise | undefined => {
  const missing = sheet.views.find((v) => v.name === view);
  if (!missing || sheet.views.length < 3) return undefined;
  const tol = part.tol.size * SHARE;
  const axes = featureAxes(part.bodies, part.tol.linear).flatMap((a) =>
    a.pitch ? [a.point, a.pitch.centre] : [a.point],
  );
  const given = new Map(sheet.views.map((v) => [v.name, linesOfView(v, sheet.sections)]));
  const all = drawnLines(missing, sheet.sections, rules).map((l) => ownLine(l, 1));
  const own = askedFor(all);
  return {
    view,
    crossings: crossingsIn(view, given, projectedFrom, axes, tol),
    own,
    leftOut: all.length - own.length,
    tol,
    boxes: new Map(sheet.views.map((v) => [v.name, v.box])),
    frame: sheet.paper.frame,
    angle: sheet.angle,
  };
};
