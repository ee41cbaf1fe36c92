import type { FeatureFile } from '../part/schema.ts';

/** A name not yet used: "hole", "hole 2", "hole 3" ... */
export const freeName = (base: string, used: readonly string[]): string => {
  if (!used.includes(base)) return base;
  let n = 2;
  while (used.includes(`${base} ${n}`)) n++;
  return `${base} ${n}`;
};

/** The names that features have taken, those of their copies too: the second of four holes is called "hole 2" already. */
export const namesTaken = (features: readonly Pick<FeatureFile, 'id' | 'repeat'>[]): string[] =>
  features.flatMap(({ id, repeat }) => {
    const count = repeat ? Number(repeat.count) : 1;
    const copies = Number.isInteger(count)
      ? Array.from({ length: Math.max(0, count - 1) }, (_, i) => `${id} ${i + 2}`)
      : [];
    return [id, ...copies];
  });
