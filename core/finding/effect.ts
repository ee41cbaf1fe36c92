import { boxCentre, boxesMeet, meetOfBoxes } from '../geometry/box.ts';
import { featureKey } from '../naming/keys.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { Intervals } from '../solid/cell.ts';
import type { Finding } from './finding.ts';
import { materialOn, raysThrough } from './rays.ts';

const differ = (a: Intervals, b: Intervals, tol: number): boolean =>
  a.length !== b.length || a.some((x, i) => Math.abs(x - (b[i] as number)) > tol);

/** Features without which the body would be the same, by lines through their own boxes: the first line that differs shows that a feature matters. */
export const withoutEffect = (part: BuiltPart): Finding[] =>
  part.bodies.flatMap(({ solid }) =>
    solid.model.operations.flatMap((o, op): Finding[] => {
      const without = solid.model.operations.map((_, i) => i === op);
      // of a cut that is much larger than the body only what lies over the body is looked through
      const boxes =
        o.op === 'keep'
          ? [solid.box]
          : o.cells
              .filter((c) => boxesMeet(c.cell.box, solid.box, 0))
              .map((c) => meetOfBoxes(c.cell.box, solid.box, part.tol.linear));
      const acts = boxes.some((b) =>
        raysThrough(b).some((r) =>
          differ(materialOn(solid, r), materialOn(solid, r, without), part.tol.linear * 10),
        ),
      );
      if (acts) return [];
      return [
        {
          kind: 'no effect',
          severity: 'doubt',
          where: featureKey(solid.name, o.feature),
          at: boxCentre(boxes[0] ?? o.cells[0]?.cell.box ?? solid.box),
          what: 'Has no effect: it misses the material.',
          remedy: 'Move it, change its size, or take it away.',
        },
      ];
    }),
  );
