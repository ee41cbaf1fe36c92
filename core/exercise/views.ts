import { type GivenLine, pointsOf } from '../balance/given.ts';
import type { Vec2, Vec3 } from '../geometry/vec.ts';
import { frameToward, VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { BuiltPart } from '../solid/build.ts';
import { laidCircles, laidLines } from '../solids/aligned.ts';
import { differencesOf } from '../solids/compared.ts';
import { givenOfView } from '../solids/givenOfView.ts';
import { type View, viewOf } from '../view/view.ts';

/** Nearer than this, mm, lines of two drawings are one. */
const SAME = 1e-6;

/** From where pictorials are looked at: the front, the left and the top are in sight. */
export const PICTORIAL_SIGHT: Vec3 = [-2, -3, 2];
/** The lines of a part's pictorial that are seen, in the picture's plane, mm. */
export const pictorialLines = (part: BuiltPart): GivenLine[] =>
  givenOfView(viewOf(part.bodies, frameToward(PICTORIAL_SIGHT), part.tol)).filter((l) => l.seen);

const drawnView = (part: BuiltPart, name: ViewName): View => viewOf(part.bodies, VIEW_FRAMES[name], part.tol);
/** The lines of a principal view of a part, visible and hidden, in the view's plane, mm. */
export const linesIn = (part: BuiltPart, name: ViewName): GivenLine[] => givenOfView(drawnView(part, name));

/** Lines of a view begun at its own lower left corner, wherever its part stands. */
const fromCorner = (lines: readonly GivenLine[]): GivenLine[] => {
  const points = lines.flatMap(pointsOf);
  const low = [0, 1].map((k) => Math.min(...points.map((p) => p[k] as number))) as [number, number];
  const at = (p: readonly [number, number]): [number, number] => [p[0] - low[0], p[1] - low[1]];
  return lines.map((l) =>
    l.kind === 'curve'
      ? { ...l, points: l.points.map(at) }
      : l.kind === 'round'
        ? { ...l, centre: at(l.centre), a: at(l.a), b: at(l.b) }
        : { ...l, a: at(l.a), b: at(l.b) },
  );
};

/** So far from all others, mm, an end of a line is seen to be elsewhere. */
const CLEARLY = 6;
/** Where a line begins and ends, in its view's plane, mm. */
export const endsOf = (l: GivenLine): readonly Vec2[] =>
  l.kind === 'curve' ? [l.points[0] as Vec2, l.points.at(-1) as Vec2] : [l.a, l.b];

/** Whether two pictures differ so that it is seen without measuring: a line of one ends where the other has none near. */
export const differClearly = (a: readonly GivenLine[], b: readonly GivenLine[]): boolean => {
  const [p, q] = [a, b].map((lines) => fromCorner(lines).flatMap(endsOf)) as [Vec2[], Vec2[]];
  const isFar = (x: Vec2, all: readonly Vec2[]): boolean =>
    all.every((y) => Math.hypot(x[0] - y[0], x[1] - y[1]) > CLEARLY);
  return p.some((x) => isFar(x, q)) || q.some((x) => isFar(x, p));
};

/** Whether two drawings of a view have the same lines, visible and hidden, wherever they stand. */
export const areSameLines = (name: ViewName, a: readonly GivenLine[], b: readonly GivenLine[]): boolean => {
  const [p, q] = [fromCorner(a), fromCorner(b)];
  if (differencesOf(name, laidLines(name, p), laidLines(name, q), true, SAME).length) return false;
  const [x, y] = [laidCircles(name, p), laidCircles(name, q)];
  return (
    x.length === y.length &&
    x.every((c) =>
      y.some(
        (d) =>
          c.seen === d.seen &&
          Math.abs(c.radius - d.radius) <= SAME &&
          Math.hypot(c.centre[0] - d.centre[0], c.centre[1] - d.centre[1]) <= SAME,
      ),
    )
  );
};
