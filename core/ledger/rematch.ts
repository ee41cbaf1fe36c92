import { distance, type Vec3 } from '../geometry/vec.ts';

/** A point known by the faces that meet in it. */
export type Known = {
  readonly key: string;
  readonly body: string;
  readonly at: Vec3;
  readonly on: readonly string[];
};

const shared = (a: Known, b: Known): number => a.on.filter((k) => b.on.includes(k)).length;

/**
 * Finds points again after the part has changed: by their key where it is still there; else, when faces that met have parted or met anew,
 * by the largest number of faces in common, then by the least distance. Each point is given once, the surest first.
 * @returns for each former key its key now; points that share no face with any are not found again
 */
export const rematch = (before: readonly Known[], after: readonly Known[]): Map<string, string> => {
  const found = new Map<string, string>();
  const name = (p: Known): string => `${p.body}\n${p.key}`;
  const now = new Map(after.map((p) => [name(p), p]));
  const lost: Known[] = [];
  const free = new Set(after);
  for (const p of before) {
    const same = now.get(name(p));
    if (same) {
      found.set(p.key, same.key);
      free.delete(same);
    } else lost.push(p);
  }
  const pairs = lost.flatMap((p) =>
    [...free]
      .filter((q) => q.body === p.body)
      .map((q) => ({ p, q, common: shared(p, q), far: distance(p.at, q.at) }))
      .filter((x) => x.common > 0),
  );
  pairs.sort((x, y) => y.common - x.common || x.far - y.far);
  for (const { p, q } of pairs) {
    if (found.has(p.key) || !free.has(q)) continue;
    found.set(p.key, q.key);
    free.delete(q);
  }
  return found;
};
