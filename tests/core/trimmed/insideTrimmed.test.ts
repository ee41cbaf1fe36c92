import { expect, test } from '@jest/globals';
import { facesOfBody } from '../../../core/faces/facesOfBody.ts';
import { trimmedFaceOf } from '../../../core/faces/trimmedFaceOf.ts';
import { unit, type Vec3 } from '../../../core/geometry/vec.ts';
import { partModel } from '../../../core/part/model.ts';
import { insideSolid, solidIntervals } from '../../../core/solid/body.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { insideTrimmed, trimmedIntervals } from '../../../core/trimmed/insideTrimmed.ts';
import { preparedFaces } from '../../../core/trimmed/preparedSolid.ts';
import { randomFrom, randomPart } from '../../fuzz/randomPart.ts';

/** Parts whose edges have a closed form are quick; those with rings are looked at in the tests of files. */
const SEEDS = Array.from({ length: 60 }, (_, i) => i).filter(
  (seed) => !JSON.stringify(randomPart(seed)).includes('torus'),
);

test('a solid by its faces answers as the one that it was made of: inside or not, and stretches along lines', () => {
  let points = 0;
  let lines = 0;
  for (const seed of SEEDS) {
    const model = partModel(randomPart(seed));
    const built = model.ok ? buildPart(model.value) : undefined;
    if (!built?.ok) continue;
    const next = randomFrom(seed + 1000);
    for (const { solid, edges } of built.value.bodies) {
      const faces = facesOfBody(solid, edges, { parted: ['sphere'] });
      const { size } = solid.tol;
      const by = preparedFaces(
        faces.faces.map((f) => trimmedFaceOf(faces, f, size)),
        size,
      );
      const [x0, y0, z0, x1, y1, z1] = solid.box;
      const place = (): Vec3 => [
        x0 - 1 + next() * (x1 - x0 + 2),
        y0 - 1 + next() * (y1 - y0 + 2),
        z0 - 1 + next() * (z1 - z0 + 2),
      ];
      for (let i = 0; i < 120; i++) {
        const p = place();
        if (insideTrimmed(by, p) !== insideSolid(solid, p)) throw new Error(`seed ${seed}: ${p}`);
        points++;
      }
      const all = solid.cells.map((_, i) => i);
      for (let i = 0; i < 25; i++) {
        const p = place();
        const w = unit([next() - 0.5, next() - 0.5, next() - 0.5]);
        const long = (ts: readonly number[]): number => ts.reduce((sum, t, k) => sum + (k % 2 ? t : -t), 0);
        const [a, b] = [trimmedIntervals(by, p, w), solidIntervals(solid, p, w, all)];
        if (Math.abs(long(a) - long(b)) > 1e-7) throw new Error(`seed ${seed}: ${p} along ${w}`);
        lines++;
      }
    }
  }
  expect(points).toBeGreaterThan(3500);
  expect(lines).toBeGreaterThan(700);
});
