'use client';
import { type Remote, wrap } from 'comlink';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { DeskWorker } from '../../workers/desk.worker.ts';
import type { DeskNote, DeskPicture } from '../../workers/deskPicture.ts';

/** The way to the worker: every question goes there at once, and a newer one takes a preview's place between two stages. */
let remote: Remote<DeskWorker> | undefined;

const worker = (): Remote<DeskWorker> => {
  remote ??= wrap<DeskWorker>(
    new Worker(new URL('../../workers/desk.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
};

/**
 * Works a drawing's picture out in the worker.
 * @param passing a preview: newer questions may take its place, and it has no picture then
 */
export const workPicture = (drawing: Drawing, passing = false): Promise<DeskPicture | undefined> =>
  worker().work(drawing, passing);

/** Looks a drawing over for what is doubtful; nothing where a newer question has come in meanwhile. */
export const lookOver = (drawing: Drawing): Promise<readonly DeskNote[]> => worker().look(drawing);
