/** A source of chance that gives the same again for the same seed (mulberry32, Ettinger 2017). */
export type Chance = {
  /** from 0 to below 1 */
  readonly next: () => number;
  /** a whole number, both ends included */
  readonly whole: (low: number, high: number) => number;
  readonly pick: <T>(list: readonly T[]) => T;
  readonly shuffled: <T>(list: readonly T[]) => T[];
};

/** @param seed any whole number */
export const chanceOf = (seed: number): Chance => {
  let a = seed >>> 0;
  const next = (): number => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const whole = (low: number, high: number): number => low + Math.floor(next() * (high - low + 1));
  return {
    next,
    whole,
    pick: (list) => list[whole(0, list.length - 1)] as (typeof list)[number],
    shuffled: (list) => {
      const out = [...list];
      for (let i = out.length - 1; i > 0; i--) {
        const j = whole(0, i);
        [out[i], out[j]] = [out[j] as (typeof out)[number], out[i] as (typeof out)[number]];
      }
      return out;
    },
  };
};
