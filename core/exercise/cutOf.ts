import type { Vec2 } from '../geometry/vec.ts';
import type { PartFile, TraceFile } from '../part/schema.ts';
import { type Section, sectionOf } from '../section/section.ts';
import { cuttingPlane } from '../section/trace.ts';
import type { BuiltPart } from '../solid/build.ts';
import { linesIn } from './views.ts';

/** The cut of an exercise: where it is an edge, from where to where its trace is drawn there, and the way one looks, mm. */
export type ExerciseCut = {
  readonly seenIn: 'front' | 'top';
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly look: TraceFile['look'];
};

/** As near to the plane as this, mm, an edge lies in it. */
const IN_PLANE = 1e-6;

/** Whether an edge of the view runs along the trace: a plane that lies in a face parts nothing there. */
export const runsAlongEdge = ({ seenIn, from, to }: ExerciseCut, built: BuiltPart): boolean => {
  const size = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const off = (p: Vec2): number =>
    Math.abs((to[0] - from[0]) * (p[1] - from[1]) - (to[1] - from[1]) * (p[0] - from[0])) / size;
  return linesIn(built, seenIn).some(
    (l) => l.kind === 'straight' && off(l.a) < IN_PLANE && off(l.b) < IN_PLANE,
  );
};

/** The section that the cut of an exercise makes of a part; nothing where it misses it. */
export const sectionBy = (
  { seenIn, from, to, look }: ExerciseCut,
  file: PartFile,
  built: BuiltPart,
): Section | undefined => {
  const plane = cuttingPlane({ name: 'A', seenIn, through: [[...from], [...to]], look }, file);
  const section = plane.ok ? sectionOf(built, plane.value) : undefined;
  return section?.bodies.length ? section : undefined;
};
