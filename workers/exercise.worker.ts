import { expose } from 'comlink';
import type { Drawing } from '../core/drawing/drawing.ts';
import { drawingOfExercise } from '../core/exercise/drawingOfExercise.ts';
import type { Kind } from '../core/exercise/exercise.ts';
import { makeExercise } from '../core/exercise/makeExercise.ts';
import { exercisePicture } from './exercisePicture.ts';

const api = {
  make: exercisePicture,
  /** The part of an exercise as a drawing, to be worked step by step. */
  drawing: (kind: Kind, level: number, seed: number): Drawing =>
    drawingOfExercise(makeExercise(kind, level, seed)),
};
export type ExerciseWorker = typeof api;

expose(api);
