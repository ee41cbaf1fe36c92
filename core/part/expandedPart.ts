import type { Rigid } from '../geometry/rigid.ts';
import { sourceOf } from './bodySource.ts';
import { homesOf } from './homes.ts';
import { plainFigures } from './plainFigures.ts';
import type { BodyFile, PartFile } from './schema.ts';
import { sizeReader } from './sizes.ts';
import { statedHome } from './statedHome.ts';

/**
 * A part in which every body is stated by features of its own, where it stands: what comes from tables or from other files is written out, and
 * relations are worked out to places. For whoever constructs it from sizes.
 * @param file a part that can be built
 */
export const expandedPart = (file: PartFile): PartFile => {
  if (!file.bodies.some((b) => b.standard || b.from !== undefined || b.place?.length)) return file;
  const read = sizeReader(file);
  const homes = homesOf(file);
  return {
    ...file,
    bodies: file.bodies.map((b, i): BodyFile => {
      if (!b.standard && b.from === undefined && !b.place?.length) return b;
      const source = sourceOf(file, i, read);
      return {
        name: b.name,
        sectioned: b.sectioned ?? source.sectioned,
        ...statedHome(homes[i] as Rigid),
        // brought parts have sizes and a unit of their own
        features:
          b.from === undefined
            ? [...source.features]
            : plainFigures([...source.features], source.read, source.path),
      };
    }),
  };
};
