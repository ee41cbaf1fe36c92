import type { Drawing } from '../../core/drawing/drawing.ts';

type Path = readonly (string | number)[];

/** The same data with the value at a path replaced; nothing that was there is touched. */
export const replaceAt = <T>(root: T, path: Path, value: unknown): T => {
  const [key, ...rest] = path;
  if (key === undefined) return value as T;
  if (Array.isArray(root)) return root.map((x, i) => (i === key ? replaceAt(x, rest, value) : x)) as T;
  const box = root as Record<string | number, unknown>;
  return { ...box, [key]: replaceAt(box[key], rest, value) } as T;
};

type Bodies = Drawing['part']['bodies'];
export type Feature = Bodies[number]['features'][number];

export const withFeatures = (
  d: Drawing,
  body: number,
  change: (features: Feature[]) => Feature[],
): Drawing => ({
  ...d,
  part: {
    ...d.part,
    bodies: d.part.bodies.map((b, i) => (i === body ? { ...b, features: change([...b.features]) } : b)),
  },
});

/** A name not yet used in the body: "hole", "hole 2", "hole 3" ... */
export const freeName = (base: string, features: readonly { readonly id: string }[]): string => {
  const used = new Set(features.map((f) => f.id));
  if (!used.has(base)) return base;
  let n = 2;
  while (used.has(`${base} ${n}`)) n++;
  return `${base} ${n}`;
};

export const changeSetup = (d: Drawing, change: Partial<Drawing['setup']>): Drawing => ({
  ...d,
  setup: { ...d.setup, ...change },
});
export const changeRules = (d: Drawing, change: Partial<Drawing['setup']['rules']>): Drawing =>
  changeSetup(d, { rules: { ...d.setup.rules, ...change } });
