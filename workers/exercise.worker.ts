import { expose } from 'comlink';
import { exercisePicture } from './exercisePicture.ts';

const api = { make: exercisePicture };
export type ExerciseWorker = typeof api;

expose(api);
