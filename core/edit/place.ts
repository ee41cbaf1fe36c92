import type { Drawing } from '../drawing/drawing.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';

type Path = readonly (string | number)[];
type Features = PartFile['bodies'][number]['features'];

/** A line of the statement, by the names of its body and its feature: it is found wherever it was moved meanwhile. */
export type LinePlace = { readonly body: string; readonly line: string };

/** A figure of the statement: a named size, a figure of a body's own, or one of a line. */
export type SizePlace =
  | { readonly of: 'size'; readonly name: string }
  | { readonly of: 'body'; readonly body: string; readonly path: Path }
  | ({ readonly of: 'line'; readonly path: Path } & LinePlace);

/** Refuses a change whose line, group, cut or size is not there any more. */
export const gone = (thing: string): never => {
  throw new Refusal({ path: [], where: '', ...says('edit.gone', { thing }) });
};

/** The place of a figure from its path in the part file. */
export const sizePlaceOf = (part: PartFile, path: Path): SizePlace => {
  const [head, index, key, feature, ...rest] = path;
  if (head !== 'bodies') return { of: 'size', name: String(index) };
  const body = part.bodies[index as number];
  if (key !== 'features') return { of: 'body', body: body?.name ?? '', path: path.slice(2) };
  return {
    of: 'line',
    body: body?.name ?? '',
    line: body?.features[feature as number]?.id ?? '',
    path: rest,
  };
};

/** The path in the part file that a place leads to now; undefined where it is gone. */
export const pathOfPlace = (part: PartFile, place: SizePlace): Path | undefined => {
  if (place.of === 'size')
    return Object.hasOwn(part.dims ?? {}, place.name) ? ['dims', place.name] : undefined;
  const body = part.bodies.findIndex((b) => b.name === place.body);
  if (body < 0) return undefined;
  if (place.of === 'body') return ['bodies', body, ...place.path];
  const line = part.bodies[body]?.features.findIndex((f) => f.id === place.line) ?? -1;
  return line < 0 ? undefined : ['bodies', body, 'features', line, ...place.path];
};

/** Where a line stands: its body's number, its own, and the lines beside it. */
export const findLine = (
  d: Drawing,
  { body, line }: LinePlace,
): {
  readonly body: number;
  readonly index: number;
  readonly features: Features;
  readonly own: FeatureFile;
} => {
  const at = d.part.bodies.findIndex((b) => b.name === body);
  const features = d.part.bodies[at]?.features ?? [];
  const index = features.findIndex((f) => f.id === line);
  const own = features[index];
  return own ? { body: at, index, features, own } : gone(`The line "${line}"`);
};

/** The same data with the value at a path replaced; nothing that was there is touched. */
export const replaceAt = <T>(root: T, path: Path, value: unknown): T => {
  const [key, ...rest] = path;
  if (key === undefined) return value as T;
  if (Array.isArray(root)) return root.map((x, i) => (i === key ? replaceAt(x, rest, value) : x)) as T;
  const box = root as Record<string | number, unknown>;
  return { ...box, [key]: replaceAt(box[key], rest, value) } as T;
};

/** An object with the change's keys in it, those that are null taken away. */
export const withChange = <T extends object>(
  base: T,
  change: { readonly [K in keyof T]?: T[K] | null },
): T => {
  const out = { ...base } as Record<string, unknown>;
  for (const [key, value] of Object.entries(change)) {
    if (value === null || value === undefined) delete out[key];
    else out[key] = value;
  }
  return out as T;
};

/** A table with one entry set, or with none given taken out; undefined where that leaves it empty. */
export const withEntry = <T>(
  table: Readonly<Record<string, T>> | undefined,
  key: string,
  value: T | undefined,
): Record<string, T> | undefined => {
  const { [key]: _, ...others } = table ?? {};
  const next = value === undefined ? others : { ...others, [key]: value };
  return Object.keys(next).length ? next : undefined;
};
