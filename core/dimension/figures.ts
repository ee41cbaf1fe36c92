import type { Rigid } from '../geometry/rigid.ts';
import { homesOf } from '../part/homes.ts';
import { plainFigures } from '../part/plainFigures.ts';
import type { PartFile } from '../part/schema.ts';
import type { Path } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';
import { statedHome } from '../part/statedHome.ts';

/**
 * The part with every expression worked out: each figure a plain number of its own. Bodies that come from elsewhere have their sizes there and
 * are left out; those that are placed by others stand where they are placed, which no figure of theirs says.
 * @throws Refusal where one cannot be worked out
 */
export const plainPart = (file: PartFile): PartFile => {
  const read = sizeReader(file);
  const { dims: _, ...rest } = file;
  const bodies = plainFigures(file.bodies, read, ['bodies']);
  const homes = homesOf(file);
  return {
    ...rest,
    bodies: bodies.flatMap((b, i) =>
      !b.features.length
        ? []
        : b.place?.length
          ? [{ ...b, ...statedHome(homes[i] as Rigid), place: [] }]
          : [b],
    ),
  };
};

/** Where the figures of a plain part stand, counts left out. */
export const figuresOf = (part: PartFile): Path[] => {
  const out: Path[] = [];
  const visit = (node: unknown, path: Path): void => {
    if (typeof node === 'number') {
      if (!path.some((k) => k === 'count' || k === 'sides')) out.push(path);
    } else if (node && typeof node === 'object')
      // a placed body has no figures for where it stands
      for (const [k, v] of Object.entries(node))
        if (!('place' in node && (k === 'at' || k === 'turn' || k === 'place')))
          visit(v, [...path, Array.isArray(node) ? Number(k) : k]);
  };
  visit(part.bodies, ['bodies']);
  return out;
};

/** The part with one figure moved. */
export const movedPart = (part: PartFile, path: Path, by: number): PartFile => {
  const set = (node: unknown, rest: Path): unknown => {
    const [k, ...further] = rest;
    if (k === undefined) return (node as number) + by;
    if (Array.isArray(node)) return node.map((x, i) => (i === k ? set(x, further) : x));
    const own = node as Record<string, unknown>;
    return { ...own, [k]: set(own[k], further) };
  };
  return set(part, path) as PartFile;
};
