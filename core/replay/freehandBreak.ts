import { pointOn2 } from '../geometry/curve2.ts';
import { distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { onPaper } from '../sheet/layout/similarity.ts';
import { drawnEdge } from '../sheet/views/brokenOut.ts';
import type { PlacedView } from '../sheet/views/placedView.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { ViewLine } from '../view/view.ts';
import type { Deed } from './deed.ts';
import { freshName, type Plan, pointThere, take, workOn } from './plan.ts';

/** A line of the view that ends within this of the freehand line ends on it, mm on the paper: where that leaves the part is found by halving. */
const ON_EDGE = 0.01;
/** Of the freehand line so many points are kept besides those where lines end. */
const KEPT = 16;

/** How far along a run of points a place lies; nothing where it lies beside it. */
const alongRun = (run: readonly Vec2[], at: Vec2): number | undefined => {
  let done = 0;
  for (const [i, b] of run.slice(1).entries()) {
    const a = run[i] as Vec2;
    const d = sub2(b, a);
    const size = Math.hypot(...d);
    const t = size > 0 ? Math.min(1, Math.max(0, dot2(sub2(at, a), d) / size ** 2)) : 0;
    if (distance2(at, [a[0] + d[0] * t, a[1] + d[1] * t]) <= ON_EDGE) return done + t * size;
    done += size;
  }
  return undefined;
};

/**
 * The freehand lines round what cuts lay open in a view, drawn before the view's lines, which end at them. Their places are chosen, as on the sheet.
 * @param lines those of the view that are drawn
 */
export const drawFreehandBreaks = (
  p: Plan,
  v: PlacedView,
  part: BuiltPart,
  lines: readonly ViewLine[],
): void => {
  const ends = lines.flatMap(({ curve, from, to }) =>
    [from, to].map((t) => onPaper(v.toPaper, pointOn2(curve, t))),
  );
  for (const { section, edge } of v.brokenOut ?? []) {
    workOn(p, { kind: 'cut', cut: section.plane.name }, v.name);
    for (const drawn of drawnEdge(edge, v.name, part.bodies, part.tol)) {
      const run = drawn.map((at) => onPaper(v.toPaper, at));
      const every = Math.max(1, Math.ceil(run.length / KEPT));
      const isEnd = (at: Vec2): boolean => ends.some((e) => distance2(e, at) <= ON_EDGE);
      const own = run.filter((at, i) => (i % every === 0 || i === run.length - 1) && !isEnd(at));
      const kept = [...own, ...ends];
      const stations = kept
        .flatMap((at) => {
          const along = alongRun(run, at);
          return along === undefined ? [] : [{ at, along }];
        })
        .sort((a, b) => a.along - b.along);
      const deeds: Deed[] = [];
      const placed: { readonly name: string; readonly at: Vec2 }[] = [];
      const through: string[] = [];
      for (const { at } of stations) {
        const known = pointThere(p, at) ?? placed.find((x) => distance2(x.at, at) <= ON_EDGE)?.name;
        const name = known ?? freshName(p, 'p');
        if (known === undefined) {
          deeds.push({ do: 'place', point: name, left: at[0], bottom: at[1] });
          placed.push({ name, at });
        }
        if (through.at(-1) !== name) through.push(name);
      }
      const closed = distance2(run[0] as Vec2, run.at(-1) as Vec2) <= ON_EDGE;
      if (through.length < 2) continue;
      deeds.push({ do: 'curve', seen: true, through, closed });
      take(
        p,
        {
          view: v.name,
          stage: 'cut',
          tool: 'pencil',
          instruction: { kind: 'freehandBreak', cut: section.plane.name },
          source: 'sheet',
        },
        deeds,
      );
    }
  }
};
