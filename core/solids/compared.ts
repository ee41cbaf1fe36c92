import type { GivenLine } from '../balance/given.ts';
import { distance2, type Vec2 } from '../geometry/vec.ts';
import { VIEW_FRAMES, VIEW_NAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { BuiltPart } from '../solid/build.ts';
import { viewOf } from '../view/view.ts';
import {
  type FlatCircle,
  type FlatLine,
  isWholeCircle,
  type LaidViews,
  laidCircles,
  laidLines,
} from './aligned.ts';
import { type Drawn, drawnAt, drawnLines, placesOn, pointOnLine } from './drawnLines.ts';
import { givenOfView } from './givenOfView.ts';

/** A stretch of a view where two sets of lines differ. */
export type Difference = {
  readonly view: ViewName;
  readonly from: Vec2;
  readonly to: Vec2;
  /** what stands there in the first set, and in the second */
  readonly first: Drawn;
  readonly second: Drawn;
};

/** The lines of a part in a view, along the part's axes. */
export const linesOfPart = (part: BuiltPart, view: ViewName): FlatLine[] =>
  laidLines(view, givenOfView(viewOf(part.bodies, VIEW_FRAMES[view], part.tol)));

/** Where two sets of lines of one view differ, stretch by stretch. @param hidden whether hidden lines count */
export const differencesOf = (
  view: ViewName,
  first: readonly FlatLine[],
  second: readonly FlatLine[],
  hidden: boolean,
  tol: number,
): Difference[] => {
  const counted = (all: readonly FlatLine[]): readonly FlatLine[] =>
    hidden ? all : all.filter((l) => l.seen);
  const [a, b] = [counted(first), counted(second)];
  const ends = [...a, ...b].flatMap((l) => [l.from, l.to]);
  const both = drawnLines([...a, ...b], tol).lines;
  const [mine, other] = [a, b].map((own) => drawnLines(own, tol).lines);
  const stateOf = (lines: typeof both, middle: Vec2): Drawn[] =>
    lines
      .filter((l) => placesOn(l, [middle], tol).length)
      .map((l) => drawnAt(l, placesOn(l, [middle], tol)[0] as number));
  const out: Difference[] = [];
  for (const line of both) {
    const stops = placesOn(line, ends, tol);
    for (let k = 1; k < stops.length; k++) {
      const [x, y] = [stops[k - 1] as number, stops[k] as number];
      const [from, to] = [pointOnLine(line, x), pointOnLine(line, y)];
      const middle: Vec2 = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
      // lines that only cross here run another way and have nothing of the stretch
      const along = (lines: typeof both): Drawn => {
        const own = lines.filter((l) => placesOn(l, [from, to], tol).length === 2);
        const all = stateOf(own, middle);
        return all.includes('visible') ? 'visible' : all.includes('hidden') ? 'hidden' : 'none';
      };
      const [p, q] = [along(mine as typeof both), along(other as typeof both)];
      if (p === q) continue;
      const last = out.at(-1);
      if (last && last.first === p && last.second === q && distance2(last.to, from) <= tol) {
        out.pop();
        out.push({ ...last, to });
      } else out.push({ view, from, to, first: p, second: q });
    }
  }
  return out;
};

/** Where a part's views differ from the given ones. */
export const differencesFromGiven = (laid: LaidViews, part: BuiltPart): Difference[] =>
  laid.views.flatMap((v) =>
    differencesOf(v.name, v.lines, linesOfPart(part, v.name), v.isFull, laid.tol * 4),
  );

/** Whether the curved lines of a part are the given circles and no others. */
export const hasGivenCircles = (laid: LaidViews, part: BuiltPart): boolean =>
  laid.views.every((v) => {
    const own = givenOfView(viewOf(part.bodies, VIEW_FRAMES[v.name], part.tol)).filter(
      (l) => v.isFull || l.seen,
    );
    if (own.some((l) => l.kind !== 'straight' && !isWholeCircle(l))) return false;
    return areSameCircles(laidCircles(v.name, own), v.circles, laid.tol * 4);
  });

const areSameCircles = (a: readonly FlatCircle[], b: readonly FlatCircle[], tol: number): boolean =>
  a.length === b.length &&
  a.every((x) =>
    b.some(
      (y) =>
        x.seen === y.seen && Math.abs(x.radius - y.radius) <= tol && distance2(x.centre, y.centre) <= tol,
    ),
  );

/** Whether two parts look alike from all six sides. */
export const lookAlike = (a: BuiltPart, b: BuiltPart, tol: number): boolean =>
  VIEW_NAMES.every((n) => {
    const [x, y] = [a, b].map((p) => givenOfView(viewOf(p.bodies, VIEW_FRAMES[n], p.tol)));
    return (
      !differencesOf(n, laidLines(n, x as GivenLine[]), laidLines(n, y as GivenLine[]), true, tol).length &&
      areSameCircles(laidCircles(n, x as GivenLine[]), laidCircles(n, y as GivenLine[]), tol)
    );
  });
