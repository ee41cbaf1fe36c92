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

const takeNext = (): Waiting | undefined => {
  const job = next;
  next = undefined;
  return job;
};

/** The worker gets its next question before the last answer is shown, so that it works while the page draws. */
const pump = async (): Promise<void> => {
  let job = takeNext();
  let running = job && worker().work(job.drawing);
  while (job && running) {
    const { done, fail } = job;
    let deliver: () => void;
    try {
      const picture = await running;
      deliver = () => done(picture);
    } catch (error) {
      deliver = () => fail(error);
    }
    job = takeNext();
    running = job && worker().work(job.drawing);
    deliver();
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
    if (busy) return;
    busy = true;
    void pump();
  });
