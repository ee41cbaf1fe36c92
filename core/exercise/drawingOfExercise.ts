import { type Drawing, drawingOfPart } from '../drawing/drawing.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { TraceFile } from '../part/schema.ts';
import { withBetween } from '../sheet/layout/gaps.ts';
import { SOLIDS_RULES } from '../sheet/setup.ts';
import type { ExerciseCut } from './cutOf.ts';
import type { Exercise } from './exercise.ts';
import { THREE } from './options.ts';

/** The views that an exercise is about, the one that is asked for among them. */
const viewsOf = (e: Exercise): readonly ViewName[] => {
  const own: readonly ViewName[] =
    e.kind === 'third view' ? [...e.given, e.wanted] : 'view' in e ? [...THREE, e.view] : THREE;
  return [...new Set(own)];
};

const traceOf = ({ seenIn, from, to, look }: ExerciseCut): TraceFile => ({
  name: 'A',
  seenIn,
  through: [[...from], [...to]],
  look,
});

/**
 * The part of an exercise as a drawing, on which its answer can be constructed step by step: the views that it is about with their projectors, and its
 * cut; of a sheet that lacks a size those that stand there; of views in a frame their angle, scale and distances.
 */
export const drawingOfExercise = (e: Exercise): Drawing => {
  const bare = drawingOfPart(e.part);
  const setup: Drawing['setup'] = {
    ...bare.setup,
    views: [...viewsOf(e)],
    rules: { ...bare.setup.rules, ...SOLIDS_RULES },
  };
  const drawing: Drawing = {
    ...bare,
    title: `Exercise: ${e.kind}, level ${e.level}, number ${e.seed}`,
    setup,
    cuts: 'cut' in e ? [{ on: true, trace: traceOf(e.cut) }] : [],
  };
  if (e.kind === 'missing size')
    return {
      ...drawing,
      // sizes are read best without the lines of the construction
      setup: bare.setup,
      dimensions: { scheme: 'base', list: [...e.given] },
    };
  if (e.kind === 'set out') {
    const { angle, scale, between, frame } = e.setOut;
    const paper = frame[0] < 300 ? 'A4' : 'A3';
    return { ...drawing, setup: { ...setup, paper, angle, scale, ...withBetween(...between) } };
  }
  return drawing;
};
