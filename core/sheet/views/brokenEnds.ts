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

/** Lines of a view with ends broken off: what is drawn as it is, and between which points a break line runs, in the view's plane, part units. */
export type WithBreaks = {
  readonly lines: readonly ViewLine[];
  readonly breaks: readonly (readonly [Vec2, Vec2])[];
};

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

/**
 * Takes the edges of ends that run on out of the lines of a view that sees these ends edge-on, and tells where break lines stand in their place.
 * @param part the part whose bodies have the ends
 */
export const withBreaks = (
  lines: readonly ViewLine[],
  frame: ViewFrame,
  part: BuiltPart,
  ends: readonly BrokenEnd[],
): WithBreaks => {
  let left = lines;
  const breaks: (readonly [Vec2, Vec2])[] = [];
  for (const end of ends) {
    const solid = part.bodies.find((b) => b.solid.name === end.body)?.solid;
    const face = solid?.faces.find((f) => f.key === end.face);
    const surface = face && solid?.surfaces[face.surface];
    if (surface?.kind !== 'plane') continue;
    const n = flatten(frame, surface.n);
    const along: Vec2 = [-n[1], n[0]];
    const isOnEnd = (l: ViewLine): boolean =>
      l.of.includes(end.face) && isSeenIn(l, frame, surface, part.tol.linear);
    const own = left.filter(isOnEnd);
    left = left.filter((l) => !isOnEnd(l));
    const seen = own
      .filter((l) => l.class === 'visible')
      .flatMap((l) => endsOf(l).map((p) => dot2(along, p)));
    if (!seen.length) continue;
    const at = (t: number): Vec2 => [n[0] * surface.d + along[0] * t, n[1] * surface.d + along[1] * t];
    breaks.push([at(Math.min(...seen)), at(Math.max(...seen))]);
  }
  return { lines: left, breaks };
};

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
