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
  slip: 30_000,
  changes: 40_000,
  construction: 60_000,
  method: 20_000,
  ruleFigure: 20_000,
  development: 40_000,
  layByHand: 40_000,
  cutBook: 30_000,
  file: 60_000,
  solid: 60_000,
};
/** So many threads at most; each keeps a warm engine. */
const MOST_THREADS = 2;

type Waiting = {
  readonly job: Job;
  readonly done: (value: unknown) => void;
  readonly fail: (e: Error) => void;
};
/** A thread, and what it is at work on. */
type Thread = {
  readonly worker: Worker;
  work: (Waiting & { heaviest?: string; limit: NodeJS.Timeout }) | undefined;
};
type Pool = { readonly threads: Set<Thread>; readonly waiting: Waiting[] };

// one pool to a process, however often the server's code is loaded
const shared = globalThis as { blueLedgerThreads?: Pool };
const pool = (): Pool => {
  shared.blueLedgerThreads ??= { threads: new Set(), waiting: [] };
  return shared.blueLedgerThreads;
};

/** Ends a thread; what it was at work on fails. */
const end = (thread: Thread, error: Error): void => {
  const { work } = thread;
  thread.work = undefined;
  pool().threads.delete(thread);
  void thread.worker.terminate();
  if (work) {
    clearTimeout(work.limit);
    work.fail(error);
  }
  next();
};

const startThread = (): Thread => {
  const script = join(/*turbopackIgnore: true*/ process.cwd(), 'build/server.worker.mjs');
  const worker = new Worker(script);
  const thread: Thread = { worker, work: undefined };
  // an idle engine does not keep the process alive
  worker.unref();
  worker.on('message', (answer: Answer) => {
    const { work } = thread;
    if (!work) return;
    if ('heaviest' in answer) {
      work.heaviest = answer.heaviest;
      return;
    }
    thread.work = undefined;
    clearTimeout(work.limit);
    if ('done' in answer) work.done(answer.done);
    else work.fail(new Error(answer.failed));
    next();
  });
  worker.on('error', (error) => end(thread, error instanceof Error ? error : new Error(String(error))));
  return thread;
};

const overBudget = ({ job, heaviest }: { readonly job: Job; readonly heaviest?: string }): OverBudget =>
  new OverBudget(
    `Working this out takes longer than ${BUDGETS[job.kind] / 1000} s${heaviest ? `; most of it is ${heaviest}` : ''}. Repeat it fewer times, switch lines off, or split the part.`,
  );

const run = (thread: Thread, waiting: Waiting): void => {
  const limit = setTimeout(() => {
    if (thread.work) end(thread, overBudget(thread.work));
  }, BUDGETS[waiting.job.kind]);
  thread.work = { ...waiting, limit };
  thread.worker.postMessage(waiting.job);
};

/** Gives waiting jobs to threads that are free, and starts one where that is allowed. */
const next = (): void => {
  const { threads, waiting } = pool();
  if (!waiting.length) return;
  let free = [...threads].find((t) => !t.work);
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
