import { compose, IDENTITY, type Rigid } from '../geometry/rigid.ts';
import { attempt, type Fault, Refusal, sentence } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { bodyPlacement } from './placement.ts';
import type { BodyFile, FeatureFile, PartFile } from './schema.ts';
import type { Path, SizeReader } from './sizeReading.ts';
import { sizeReader } from './sizes.ts';
import { standardFeatures } from './standard/features.ts';

/** A body's features with the reader of their sizes, wherever they come from. */
export type BodySource = {
  readonly features: readonly FeatureFile[];
  /** reads its sizes, in the unit of the whole part */
  readonly read: SizeReader;
  /** names and figures of its sizes, as they count here */
  readonly dims: Readonly<Record<string, string | number>>;
  /** where the features stand in the file */
  readonly path: Path;
  readonly sectioned: boolean;
  /** where the body stands in the file that it comes from */
  readonly own: Rigid;
};

/** So deep may parts stand in one another. */
export const MOST_DEEP = 8;

/** A reader whose refusals are those of the line that brings its part in. */
const guarded = (inner: SizeReader, translate: (fault: Fault) => never): SizeReader => {
  const guard =
    <A extends readonly unknown[], T>(work: (...args: A) => T) =>
    (...args: A): T => {
      try {
        return work(...args);
      } catch (error) {
        if (error instanceof Refusal) return translate(error.fault);
        throw error;
      }
    };
  return {
    units: inner.units,
    amount: guard(inner.amount),
    length: guard(inner.length),
    size: guard(inner.size),
    angle: guard(inner.angle),
    count: guard(inner.count),
    // what runs within refuses through the methods above
    extremes: inner.extremes,
    solidOf: guard(inner.solidOf),
    refuse: guard(inner.refuse),
  };
};

const brought = (
  file: PartFile,
  body: BodyFile,
  from: string,
  read: SizeReader,
  path: Path,
  above: readonly string[],
): BodySource => {
  const at = [...path, 'from'];
  if (above.includes(from)) read.refuse(at, says('from.circle', { ring: [...above, from].join(' -> ') }));
  if (above.length >= MOST_DEEP) read.refuse(at, says('from.deep', { most: MOST_DEEP }));
  const source = file.brought?.[from]?.part;
  if (!source) return read.refuse(at, says('from.missing', { from }));
  const known = source.bodies.map((b) => b.name).join(', ');
  if (body.body === undefined && source.bodies.length > 1)
    read.refuse(at, says('from.which-body', { from, known }));
  const index = body.body === undefined ? 0 : source.bodies.findIndex((b) => b.name === body.body);
  if (index < 0)
    read.refuse([...path, 'body'], says('from.no-body', { from, body: body.body as string, known }));
  const dims = source.dims ?? {};
  for (const name of Object.keys(body.with ?? {}))
    if (!Object.hasOwn(dims, name))
      read.refuse(
        [...path, 'with', name],
        says('from.no-size', { name, from, known: Object.keys(dims).join(', ') }),
      );
  const whole: PartFile = {
    ...source,
    dims: { ...dims, ...body.with },
    brought: file.brought,
    solids: file.solids,
  };
  const begun = attempt(() => sizeReader(whole, file.units));
  const translate = (fault: Fault): never =>
    read.refuse(at, says('from.inside', { from, what: sentence(fault) }));
  if (!begun.ok) return translate(begun.faults[0] as Fault);
  const inner = guarded(begun.value, translate);
  const found = sourceOf(whole, index, inner, [...above, from]);
  const own = whole.bodies[index] as BodyFile;
  return {
    ...found,
    path: at,
    sectioned: own.sectioned ?? found.sectioned,
    own: compose(bodyPlacement(own, inner, []), found.own),
  };
};

/**
 * Where a body's features come from: its own, the tables of standard parts, or another part.
 * @param above the names of the parts that this one is brought in through
 * @throws Refusal where there is no such part, body, size or figure
 */
export const sourceOf = (
  file: PartFile,
  index: number,
  read: SizeReader,
  above: readonly string[] = [],
): BodySource => {
  const body = file.bodies[index] as BodyFile;
  const path = ['bodies', index];
  const plain = { read, dims: file.dims ?? {}, own: IDENTITY };
  if (body.standard) {
    const at = [...path, 'standard'];
    return { ...plain, features: standardFeatures(body.standard, read, at), path: at, sectioned: false };
  }
  if (body.from !== undefined) return brought(file, body, body.from, read, path, above);
  return { ...plain, features: body.features, path: [...path, 'features'], sectioned: true };
};
