'use client';
import { type Remote, wrap } from 'comlink';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { DeskWorker } from '../../workers/desk.worker.ts';
import type { DeskPicture } from '../../workers/deskPicture.ts';

/** The way to the worker: every question goes there at once, and a newer one takes a preview's place between two stages. */
let remote: Remote<DeskWorker> | undefined;

/**
 * Works a drawing's picture out in the worker.
 * @param passing a preview: newer questions may take its place, and it has no picture then
 */
export const workPicture = (drawing: Drawing, passing = false): Promise<DeskPicture | undefined> => {
  remote ??= wrap<DeskWorker>(
    new Worker(new URL('../../workers/desk.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote.work(drawing, passing);
};
