import type { ViewName } from '../geometry/viewFrames.ts';
import type { PartFile } from '../part/schema.ts';
import { withFront } from '../part/turnPart.ts';
import type { Drawing } from './drawing.ts';

const SIZES = ['width', 'depth', 'height'] as const;

/** Where the sizes of a block went: for each old word the new one. The turn is the same for all blocks that stand square. */
const movedSizes = (before: PartFile, after: PartFile): ReadonlyMap<string, string> => {
  const moved = new Map<string, string>();
  before.bodies.forEach((b, i) => {
    b.features.forEach((f, j) => {
      const now = after.bodies[i]?.features[j]?.shape;
      if (f.shape.kind !== 'block' || now?.kind !== 'block') return;
      const own = f.shape;
      const taken = new Set<string>();
      for (const was of SIZES) {
        const there = SIZES.filter((is) => now[is] === own[was]);
        // of two sizes alike either may keep the mark of the other
        const is = there.find((x) => !taken.has(x)) ?? was;
        taken.add(is);
        moved.set(`${b.name}/${f.id}/shape.${was}`, `${b.name}/${f.id}/shape.${is}`);
      }
    });
  });
  return moved;
};

/** The drawing with another side of its part made the front; what is known of a size goes with its figure. */
export const withOtherFront = (d: Drawing, face: ViewName): Drawing => {
  const turned = withFront(d.part, face);
  if (!d.standings) return { ...d, part: turned };
  const moved = movedSizes(d.part, turned);
  const standings = Object.fromEntries(
    Object.entries(d.standings).map(([key, s]) => [moved.get(key) ?? key, s]),
  );
  return { ...d, part: turned, standings };
};
