import { pointOn2 } from '../../geometry/curve2.ts';
import { EDGE_ON } from '../../geometry/nearness.ts';
import type { Plane } from '../../geometry/surface.ts';
import { dot, dot2, type Vec2 } from '../../geometry/vec.ts';
import type { ViewFrame } from '../../geometry/viewFrames.ts';
import type { BuiltPart } from '../../solid/build.ts';
import { flatten } from '../../view/project.ts';
import type { ViewLine } from '../../view/view.ts';

/** The flat end of a long part that runs on: where it stands is no size, so it is drawn broken off. */
export type BrokenEnd = { readonly body: string; readonly face: string };

/** An end that runs on, as a view sees it edge-on. */
export type SeenEnd = { readonly face: string; readonly plane: Pick<Plane, 'n' | 'd'>; readonly tol: number };

/** A line within so many tolerances of a face lies in it. */
const NEAR = 10;

const endsOf = ({ curve, from, to }: ViewLine): readonly [Vec2, Vec2] => [
  pointOn2(curve, from),
  pointOn2(curve, to),
];

/** Whether a line of a view is a flat face that this view sees edge-on. @param tol two points nearer than this are one, part units */
export const isSeenIn = (
  line: ViewLine,
  frame: ViewFrame,
  { n, d }: Pick<Plane, 'n' | 'd'>,
  tol: number,
): boolean => {
  const flat = flatten(frame, n);
  return (
    line.curve.type === 'line' &&
    Math.abs(dot(n, frame.toward)) <= EDGE_ON &&
    endsOf(line).every((p) => Math.abs(dot2(flat, p) - d) <= tol * NEAR)
  );
};

/** The ends that run on that a view sees edge-on. @param ends as they were chosen; one whose face is gone is passed over */
export const endsSeenIn = (
  frame: ViewFrame,
  part: BuiltPart,
  ends: readonly BrokenEnd[],
): readonly SeenEnd[] =>
  ends.flatMap((end) => {
    const solid = part.bodies.find((b) => b.solid.name === end.body)?.solid;
    const surface = solid?.surfaces[solid.faces.find((f) => f.key === end.face)?.surface ?? -1];
    return surface?.kind === 'plane' && Math.abs(dot(surface.n, frame.toward)) <= EDGE_ON
      ? [{ face: end.face, plane: surface, tol: part.tol.linear }]
      : [];
  });

/** Whether a line of a view is the edge of an end that runs on. */
export const isOfEnd = (line: ViewLine, frame: ViewFrame, { face, plane, tol }: SeenEnd): boolean =>
  line.of.includes(face) && isSeenIn(line, frame, plane, tol);

/** Between which points break lines stand in place of ends that run on, in the view's plane, part units. @param lines all that the view shows */
export const breaksIn = (
  lines: readonly ViewLine[],
  frame: ViewFrame,
  ends: readonly SeenEnd[],
): (readonly [Vec2, Vec2])[] =>
  ends.flatMap((end) => {
    const n = flatten(frame, end.plane.n);
    const along: Vec2 = [-n[1], n[0]];
    const seen = lines
      .filter((l) => l.class === 'visible' && isOfEnd(l, frame, end))
      .flatMap((l) => endsOf(l).map((p) => dot2(along, p)));
    const at = (t: number): Vec2 => [n[0] * end.plane.d + along[0] * t, n[1] * end.plane.d + along[1] * t];
    return seen.length ? [[at(Math.min(...seen)), at(Math.max(...seen))] as const] : [];
  });

/** A break line goes on beyond the outline by so much, and its zigzag is so wide and high to either side, paper mm (ISO 128). */
const BEYOND = 3;
const WIDE = 1.5;
const HIGH = 3;

/** The points of a narrow line with a zigzag between two places of the sheet, paper mm. */
export const zigzag = (from: Vec2, to: Vec2): readonly Vec2[] => {
  const size = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const d: Vec2 = [(to[0] - from[0]) / size, (to[1] - from[1]) / size];
  const at = (along: number, off: number): Vec2 => [
    from[0] + d[0] * along - d[1] * off,
    from[1] + d[1] * along + d[0] * off,
  ];
  const middle = size / 2;
  return [
    at(-BEYOND, 0),
    at(middle - WIDE, 0),
    at(middle - WIDE / 2, HIGH),
    at(middle + WIDE / 2, -HIGH),
    at(middle + WIDE, 0),
    at(size + BEYOND, 0),
  ];
};
