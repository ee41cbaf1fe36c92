import { expose } from 'comlink';
import type { Vec3 } from '../core/geometry/vec.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import { readGivenFile } from './givenFile.ts';
import {
  type EnteredPictorial,
  type EnteredViews,
  type SolidsPicture,
  solidsOfPictorial,
  solidsPicture,
} from './solidsPicture.ts';

const api = {
  /** The solids that have some views; it takes as long as it takes, and is stopped by ending the worker. */
  find: (entered: EnteredViews, toward: Vec3): SolidsPicture => solidsPicture(entered, toward),
  /** The solids that look like a pictorial. */
  findInPictorial: (entered: EnteredPictorial): SolidsPicture => solidsOfPictorial(entered),
  /** The views of a file, in squares. */
  read: (name: string, text: string, square: number, wanted: readonly ViewName[]) =>
    readGivenFile(name, text, square, wanted),
};
export type SolidsWorker = typeof api;

expose(api);
