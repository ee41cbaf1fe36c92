import type { Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../geometry/viewFrames.ts';
import type { Section } from '../../section/section.ts';
import type { BuiltPart } from '../../solid/build.ts';
import { flatten } from '../../view/project.ts';
import type { View } from '../../view/view.ts';
import { traceEnds } from '../annotate/traceLine.ts';
import type { MarginsOf } from '../layout/margins.ts';
import { lowOf, unscaled } from '../layout/placement.ts';
import type { SheetSetup } from '../setup.ts';
import { viewToPaper } from '../views/placedView.ts';
import type { Box, Taken, Views } from './laid.ts';
import type { LaidOut } from './layOut.ts';
import { type LayDimensions, marginsOf } from './sheetDimensions.ts';

/** What the ends of traces take beside the views in which they stand. */
const tracesBeside = (part: BuiltPart, views: Views, sections: readonly Section[], k: number): Taken => {
  const out = new Map<ViewName, Box>();
  const [low, high] = [lowOf(part.box), [part.box[3], part.box[4], part.box[5]] as const];
  for (const name of views.keys()) {
    const [a, b] = [flatten(VIEW_FRAMES[name], low), flatten(VIEW_FRAMES[name], high)];
    const [x, y] = [Math.min(a[0], b[0]) * k, Math.min(a[1], b[1]) * k];
    const box = { x, y, w: Math.abs(a[0] - b[0]) * k, h: Math.abs(a[1] - b[1]) * k };
    const home = { box, toPaper: viewToPaper(name, low, unscaled(part.box), box, k) };
    const ends = sections
      .filter((s) => s.bodies.length > 0 && s.plane.seenIn === name)
      .flatMap((s) => traceEnds(s, home));
    if (!ends.length) continue;
    const points: readonly Vec2[] = [...ends, [box.x, box.y], [box.x + box.w, box.y + box.h]];
    const [us, vs] = [points.map((p) => p[0]), points.map((p) => p[1])];
    out.set(name, [Math.min(...us), Math.min(...vs), Math.max(...us), Math.max(...vs)]);
  }
  return out;
};

/** The dimensions of a sheet, laid out once for each scale, and what they take beyond the views. */
export const dimensioning = (
  part: BuiltPart,
  lay: LayDimensions,
  shownIn: (name: ViewName) => View,
  sections: readonly Section[],
) => {
  const known = new Map<string, LaidOut>();
  const viewsOf = ({ views }: SheetSetup): Views => new Map(views.map((name) => [name, shownIn(name)]));
  const laid = (setup: SheetSetup, scale: number): LaidOut => {
    const key = `${scale} ${setup.views.join()}`;
    const views = viewsOf(setup);
    const out = known.get(key) ?? lay(views, scale, tracesBeside(part, views, sections, scale));
    known.set(key, out);
    return out;
  };
  const margins = (setup: SheetSetup, scale: number): MarginsOf =>
    marginsOf(laid(setup, scale), viewsOf(setup), part.box, scale);
  return { laid, margins };
};
