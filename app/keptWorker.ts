import { type Remote, wrap } from 'comlink';
import { UNFETCHED } from '../workers/fetchedPart.ts';
import { pauseAfter } from './fetched.ts';

/** A question took too long, and was left. */
export class Overran extends Error {}

/** A worker that is begun when it is first asked, and begun anew where it was ended or its scripts could not be fetched. */
export type KeptWorker<Api> = {
  /**
   * Asks it. A question that was under way beside one that took too long is asked again. So is one for which a script could not be fetched,
   * after a pause, until it comes.
   * @returns rejects with what the question itself throws, or with `Overran`
   */
  readonly ask: <T>(question: (remote: Remote<Api>) => Promise<T>) => Promise<T>;
  /** Ends it. What it was asked is never answered. The next question begins it anew. */
  readonly end: () => void;
};

/** The answer of a worker that was ended. */
const NEVER = new Promise<never>(() => undefined);

type Gone = 'unfetched' | 'overrun' | 'ended';
type Running<Api> = {
  readonly remote: Remote<Api>;
  /** Comes when the worker will answer nothing more. */
  readonly gone: Promise<Gone>;
  readonly end: (why: Gone) => void;
};

const run = <Api>(begin: () => Worker): Running<Api> => {
  const worker = begin();
  let settle: (why: Gone) => void = () => undefined;
  const gone = new Promise<Gone>((done) => {
    settle = done;
  });
  const end = (why: Gone): void => {
    worker.terminate();
    settle(why);
  };
  let hasAnswered = false;
  worker.addEventListener(
    'message',
    () => {
      hasAnswered = true;
    },
    { once: true },
  );
  // before it has answered anything, an error says that its scripts have not come: it will hear no question
  worker.addEventListener('error', (event) => {
    if (hasAnswered) return;
    event.preventDefault();
    end('unfetched');
  });
  return { remote: wrap<Api>(worker), gone, end };
};

/**
 * @param begin makes the worker
 * @param limit how long one question may take, ms; without it, as long as it takes
 * @param tellWaiting told when scripts could not be fetched (true), and when the next answer has come (false)
 */
export const keptWorker = <Api>(
  begin: () => Worker,
  { limit, tellWaiting }: { limit?: number; tellWaiting?: (isWaiting: boolean) => void } = {},
): KeptWorker<Api> => {
  let running: Running<Api> | undefined;
  let timesEnded = 0;
  const begun = (): Running<Api> => {
    const own = run<Api>(begin);
    void own.gone.then(() => {
      if (running === own) running = undefined;
    });
    return own;
  };
  const once = async <T>(
    question: (remote: Remote<Api>) => Promise<T>,
  ): Promise<{ readonly given: T } | 'unfetched' | 'again'> => {
    running ??= begun();
    const own = running;
    let tooLong = false;
    const timer =
      limit === undefined
        ? undefined
        : setTimeout(() => {
            tooLong = true;
            own.end('overrun');
          }, limit);
    const asked = question(own.remote).then(
      (given) => ({ given }),
      (e: unknown) => {
        if (e instanceof Error && e.name === UNFETCHED) return 'unfetched' as const;
        throw e;
      },
    );
    const answer = await Promise.race([asked, own.gone]).finally(() => clearTimeout(timer));
    if (answer === 'ended') return NEVER;
    if (answer !== 'overrun') return answer;
    if (tooLong) throw new Overran();
    return 'again';
  };
  return {
    ask: async (question) => {
      const endedBefore = timesEnded;
      for (let tries = 0; ; ) {
        const answer = await once(question).catch((e: unknown) => {
          tellWaiting?.(false);
          throw e;
        });
        if (answer === 'unfetched') {
          tellWaiting?.(true);
          await pauseAfter(tries++);
          // nobody waits for what was asked before it was ended
          if (timesEnded !== endedBefore) return NEVER;
        } else if (answer !== 'again') {
          tellWaiting?.(false);
          return answer.given;
        }
      }
    },
    end: () => {
      running?.end('ended');
      running = undefined;
      timesEnded++;
    },
  };
};
