/** The name of the error by which a worker says that one of its scripts could not be fetched. */
export const UNFETCHED = 'Unfetched';

/**
 * A script of a worker that is fetched when it is first needed.
 * @param load imports it
 * @throws an Error named `Unfetched` where it cannot be fetched: the question can be asked again later
 */
export const fetchedPart = async <T>(load: () => Promise<T>): Promise<T> => {
  try {
    return await load();
  } catch (cause) {
    const unfetched = new Error('A script of Blue Ledger could not be fetched.', { cause });
    unfetched.name = UNFETCHED;
    throw unfetched;
  }
};
