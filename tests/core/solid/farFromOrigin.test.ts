import { describe, expect, test } from '@jest/globals';
import { frameToward, VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { type BuiltPart, buildPart, MOST_SIZES_AWAY } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { lineLength, viewOf } from '../../../core/view/view.ts';
import { placed, randomFrom, randomPart } from '../../fuzz/randomPart.ts';

const built = (file: PartFile) => {
  const model = partModel(file);
  return model.ok ? buildPart(model.value) : model;
};

/** Length of the visible and of the hidden lines of two views, and the volume, as shares of the part's size. */
const looks = (part: BuiltPart): number[] => {
  const { size } = part.tol;
  const lines = [VIEW_FRAMES.front, frameToward([3, -5, 4])].flatMap((f) => {
    const { lines: all } = viewOf(part.bodies, f, part.tol);
    return (['visible', 'hidden'] as const).map(
      (seen) => all.filter((l) => l.class === seen).reduce((sum, l) => sum + lineLength(l), 0) / size,
    );
  });
  const body = part.bodies[0] as BuiltPart['bodies'][number];
  return [...lines, measureSolid(body.solid, body.edges).volume / size ** 3];
};

describe('far from the origin', () => {
  test('a part looks and measures the same as far as is allowed, and is refused beyond', () => {
    for (let seed = 1; seed <= 6; seed++) {
      const next = randomFrom(seed);
      const file = randomPart(seed);
      const turn = [360 * next(), 360 * next()] as const;
      const near = built(placed(file, turn, [0, 0, 0]));
      if (!near.ok) continue;
      const { size } = near.value.tol;
      const way = [next() - 0.5, next() - 0.5, next() - 0.5];
      const unit = way.map((x) => (x / Math.hypot(...way)) * size);
      const at = (times: number) =>
        unit.map((x) => x * times) as unknown as readonly [number, number, number];
      const far = built(placed(file, turn, at(MOST_SIZES_AWAY - 2)));
      expect(far.ok).toBe(true);
      if (!far.ok) continue;
      const [a, b] = [looks(near.value), looks(far.value)];
      a.forEach((x, i) => {
        expect({ seed, i, off: Math.abs(x - (b[i] as number)) > 1e-9 }).toEqual({ seed, i, off: false });
      });
      for (const times of [1e3, 1e5, 1e7]) {
        const refused = built(placed(file, turn, at(times)));
        // a place may also be a length beyond what is read at all
        expect(refused.ok ? 'drawn' : refused.faults[0]?.code).toMatch(/^(part\.far|length\.beyond)$/);
      }
    }
  });
});
