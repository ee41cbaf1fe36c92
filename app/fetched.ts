/** Between two tries to fetch a script, ms: at first soon, then less and less often. */
const PAUSES = [300, 1000, 3000, 10_000] as const;

/** Waits before a script that could not be fetched is asked for again. @param tries how often that was in vain before */
export const pauseAfter = (tries: number): Promise<void> =>
  new Promise((done) => setTimeout(done, PAUSES[Math.min(tries, PAUSES.length - 1)]));

/**
 * Fetches a script until it comes: the server may be away for a moment, and what is shown must not go because of it.
 * @returns never rejects
 */
export const fetched = async <T>(load: () => Promise<T>): Promise<T> => {
  for (let tries = 0; ; tries++) {
    try {
      return await load();
    } catch {
      await pauseAfter(tries);
    }
  }
};
