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

export const changeSetup = (d: Drawing, change: Partial<Drawing['setup']>): Drawing => ({
  ...d,
  setup: { ...d.setup, ...change },
});
export const changeRules = (d: Drawing, change: Partial<Drawing['setup']['rules']>): Drawing =>
  changeSetup(d, { rules: { ...d.setup.rules, ...change } });
