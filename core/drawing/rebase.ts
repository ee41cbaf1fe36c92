/**
 * A change that was made on an older state, brought onto the newest: what only one of the two changed is taken from that one; where both
 * changed the same figure, the change being brought wins. Relies on states sharing what did not change between them (the very same objects),
 * as all changes at the desk do.
 * @param base the state that the change was made on
 * @param mine that state with the change
 * @param theirs the newest state
 */
export const rebase = <T>(base: T, mine: T, theirs: T): T => {
  if (mine === base || mine === theirs) return theirs;
  if (theirs === base) return mine;
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs))
    return rebaseList(base, mine, theirs) as T;
  if (isBox(base) && isBox(mine) && isBox(theirs)) {
    const out: Record<string, unknown> = {};
    // the order of keys is the order of the statement
    for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const goneHere = !(key in mine) && key in base;
      const goneThere = !(key in theirs) && key in base;
      if (goneHere && theirs[key] === base[key]) continue;
      if (goneThere && mine[key] === base[key]) continue;
      out[key] = goneHere ? theirs[key] : goneThere ? mine[key] : rebase(base[key], mine[key], theirs[key]);
    }
    return out as T;
  }
  return mine;
};

const isBox = (x: unknown): x is Record<string, unknown> =>
  typeof x === 'object' && x !== null && !Array.isArray(x);

/** Lists that kept their length are brought together place by place; of a list that grew at its end, what was put there follows. */
const rebaseList = (
  base: readonly unknown[],
  mine: readonly unknown[],
  theirs: readonly unknown[],
): unknown[] => {
  const grown = (list: readonly unknown[]): boolean => list.length > base.length;
  if (mine.length < base.length || theirs.length < base.length) return [...mine];
  const shared = base.map((x, i) => rebase(x, mine[i], theirs[i]));
  return [
    ...shared,
    ...(grown(theirs) ? theirs.slice(base.length) : []),
    ...(grown(mine) ? mine.slice(base.length) : []),
  ];
};
