import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Answer, Job, Results } from '../workers/serverJob.ts';

/** The work took longer than its budget and was ended; the message says what was heavy. */
export class OverBudget extends Error {}

/** How long a job may take, ms. */
const BUDGETS: Record<Job['kind'], number> = {
  check: 8_000,
  open: 20_000,
  settingOut: 30_000,
  construction: 60_000,
  file: 60_000,
};
/** So many threads at most; each keeps a warm engine. */
const MOST_THREADS = 2;

type Thread = { readonly worker: Worker; busy: boolean };
type Waiting = { readonly job: Job; readonly done: (value: unknown) => void; readonly fail: (e: Error) => void };
type Pool = { readonly threads: Set<Thread>; readonly waiting: Waiting[] };

// one pool to a process, however often the server's code is loaded
const shared = globalThis as { blueLedgerThreads?: Pool };
const pool = (): Pool => {
  shared.blueLedgerThreads ??= { threads: new Set(), waiting: [] };
  return shared.blueLedgerThreads;
};

const startThread = (): Thread => {
  const script = join(/*turbopackIgnore: true*/ process.cwd(), 'build/server.worker.mjs');
  const thread: Thread = { worker: new Worker(script), busy: false };
  // an idle engine does not keep the process alive
  thread.worker.unref();
  return thread;
};

const run = (thread: Thread, { job, done, fail }: Waiting): void => {
  const { threads } = pool();
  const { worker } = thread;
  thread.busy = true;
  let heaviest: string | undefined;
  const settle = (keep: boolean): void => {
    clearTimeout(limit);
    worker.removeAllListeners();
    if (keep) thread.busy = false;
    else {
      threads.delete(thread);
      void worker.terminate();
    }
    next();
  };
  const limit = setTimeout(() => {
    settle(false);
    fail(
      new OverBudget(
        `Working this out takes longer than ${BUDGETS[job.kind] / 1000} s${heaviest ? `; most of it is ${heaviest}` : ''}. Repeat it fewer times, switch lines off, or split the part.`,
      ),
    );
  }, BUDGETS[job.kind]);
  worker.on('message', (answer: Answer) => {
    if ('heaviest' in answer) {
      heaviest = answer.heaviest;
      return;
    }
    settle(true);
    if ('done' in answer) done(answer.done);
    else fail(new Error(answer.failed));
  });
  worker.on('error', (error) => {
    settle(false);
    fail(error instanceof Error ? error : new Error(String(error)));
  });
  worker.postMessage(job);
};

/** Gives waiting jobs to threads that are free, and starts one where that is allowed. */
const next = (): void => {
  const { threads, waiting } = pool();
  if (!waiting.length) return;
  let free = [...threads].find((t) => !t.busy);
  if (!free && threads.size < MOST_THREADS) {
    free = startThread();
    threads.add(free);
  }
  const first = free && waiting.shift();
  if (free && first) run(free, first);
};

/**
 * Has a job done on a thread.
 * @throws OverBudget where it takes too long
 */
export const compute = <K extends Job['kind']>(job: Extract<Job, { kind: K }>): Promise<Results[K]> =>
  new Promise<Results[K]>((done, fail) => {
    pool().waiting.push({ job, done: done as (value: unknown) => void, fail });
    next();
  });
