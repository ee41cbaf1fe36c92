'use client';
import { type Remote, wrap } from 'comlink';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { DeskWorker } from '../../workers/desk.worker.ts';
import type { DeskPicture } from '../../workers/deskPicture.ts';

/** The way to the worker: one question at a time, and of those that wait only the newest. */
let remote: Remote<DeskWorker> | undefined;

const worker = (): Remote<DeskWorker> => {
  remote ??= wrap<DeskWorker>(
    new Worker(new URL('../../workers/desk.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
};

type Waiting = { drawing: Drawing; done: (p: DeskPicture | undefined) => void; fail: (e: unknown) => void };
let busy = false;
let next: Waiting | undefined;

const pump = async (): Promise<void> => {
  while (next) {
    const { drawing, done, fail } = next;
    next = undefined;
    try {
      done(await worker().work(drawing));
    } catch (error) {
      fail(error);
    }
  }
  busy = false;
};

/**
 * Works a drawing's picture out in the worker.
 * @returns the picture, or undefined where a newer question has taken this one's place
 */
export const workPicture = (drawing: Drawing): Promise<DeskPicture | undefined> =>
  new Promise((done, fail) => {
    next?.done(undefined);
    next = { drawing, done, fail };
    if (!busy) {
      busy = true;
      void pump();
    }
  });
