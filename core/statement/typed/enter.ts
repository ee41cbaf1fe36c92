import type { Box3 } from '../../geometry/box.ts';
import type { PartFile } from '../../part/schema.ts';
import { sizeReader } from '../../part/sizes.ts';
import type { TypedContext } from './placing.ts';
import type { TypedReading } from './typedLine.ts';

/**
 * What a line typed for a part is read against.
 * @param box the part's box, in its own unit; undefined while nothing is stated
 */
export const typedContext = (part: PartFile, box: Box3 | undefined): TypedContext => {
  const worth = worthIn(part);
  return {
    units: part.units,
    names: new Set(Object.keys(part.dims ?? {})),
    box: part.bodies.length ? box : undefined,
    used: part.bodies.at(-1)?.features.map((f) => f.id) ?? [],
    worth,
  };
};

/** The worth of a figure in the part's unit; undefined where it, or some named size, cannot be worked out. */
const worthIn = (part: PartFile): TypedContext['worth'] => {
  try {
    const sizes = sizeReader(part);
    return (text) => {
      try {
        return sizes.length(text, []);
      } catch {
        return undefined;
      }
    };
  } catch {
    return () => undefined;
  }
};

type Entered = Exclude<TypedReading, { kind: 'asks' }>;

/** The part with what a line said. The first body of an empty statement is named after the part. */
export const enterReading = (part: PartFile, read: Entered): PartFile => {
  if (read.kind === 'size') return { ...part, dims: { ...part.dims, [read.name]: read.value } };
  const features = [...read.features];
  const { bodies } = part;
  if (read.body !== undefined || !bodies.length)
    return { ...part, bodies: [...bodies, { name: read.body ?? 'part', features }] };
  return {
    ...part,
    bodies: bodies.map((b, i) =>
      i === bodies.length - 1 ? { ...b, features: [...b.features, ...features] } : b,
    ),
  };
};

/** What the Daybook says of an entered line. */
export const entryLabel = (read: Entered): string =>
  read.kind === 'size'
    ? `${read.name} = ${read.value}`
    : `${read.features.map((f) => f.id).join(' and ')}: added`;
