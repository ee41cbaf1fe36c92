import type { PartFile, TraceFile } from '../part/schema.ts';
import { type Section, sectionOf } from '../section/section.ts';
import { cuttingPlane } from '../section/trace.ts';
import type { BuiltPart } from '../solid/build.ts';

/** The cut of an exercise: where it is an edge, from where to where its trace is drawn there, and the way one looks, mm. */
export type ExerciseCut = {
  readonly seenIn: 'front' | 'top';
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly look: TraceFile['look'];
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
