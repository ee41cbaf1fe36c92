'use client';
import { useCallback, useEffect, useState } from 'react';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { Kind } from '../../core/exercise/exercise.ts';
import type { ExerciseWorker } from '../../workers/exercise.worker.ts';
import type { ExercisePicture } from '../../workers/exercisePicture.ts';
import { type KeptWorker, keptWorker } from '../keptWorker.ts';

/** An exercise by its number: the same again each time. */
export type Wanted = { readonly kind: Kind; readonly level: number; readonly seed: number };

/** The worker that makes exercises, begun when it is first needed. */
const useExerciseWorker = (): KeptWorker<ExerciseWorker> => {
  const [worker] = useState(() =>
    keptWorker<ExerciseWorker>(
      () => new Worker(new URL('../../workers/exercise.worker.ts', import.meta.url), { type: 'module' }),
    ),
  );
  useEffect(() => worker.end, [worker]);
  return worker;
};

/** Makes exercises in a worker. */
export const useMaker = () => {
  const worker = useExerciseWorker();
  return useCallback(
    ({ kind, level, seed }: Wanted): Promise<ExercisePicture> =>
      worker.ask(async (r) => r.make(kind, level, seed)),
    [worker],
  );
};

/** Makes the drawing of an exercise, on which it is worked step by step. */
export const useDrawingOf = () => {
  const worker = useExerciseWorker();
  return useCallback(
    ({ kind, level, seed }: Wanted): Promise<Drawing> =>
      worker.ask(async (r) => r.drawing(kind, level, seed)),
    [worker],
  );
};

/** The picture of an exercise; undefined while it is made, 'none' where none of that level and number can be made. */
export const useExercise = (wanted: Wanted | undefined): ExercisePicture | 'none' | undefined => {
  const make = useMaker();
  const [made, setMade] = useState<{ readonly of: Wanted; readonly picture: ExercisePicture | 'none' }>();
  useEffect(() => {
    if (!wanted) return;
    let isOld = false;
    void make(wanted)
      .catch(() => 'none' as const)
      .then((picture) => {
        if (!isOld) setMade({ of: wanted, picture });
      });
    return () => {
      isOld = true;
    };
  }, [make, wanted]);
  return made?.of === wanted ? made?.picture : undefined;
};
