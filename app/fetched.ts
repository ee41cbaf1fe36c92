/** Between two tries to fetch a script, ms: at first soon, then less and less often. */
const PAUSES = [300, 1000, 3000, 10_000] as const;

/**
 * Fetches a script until it comes: the server may be away for a moment, and what is shown must not go because of it.
 * @returns never rejects
 */
export const fetched = async <T>(load: () => Promise<T>): Promise<T> => {
  for (let tries = 0; ; tries++) {
    try {
      return await load();
    } catch {
      const pause = PAUSES[Math.min(tries, PAUSES.length - 1)];
      await new Promise((done) => setTimeout(done, pause));
    }
  }
};
