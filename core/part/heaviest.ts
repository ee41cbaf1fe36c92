import type { PartModel } from '../solid/partModel.ts';

/**
 * The feature that takes most of the work of building a part: the one with most faces, all copies counted.
 * @returns its place in a drafter's words, with its copies; undefined for a part without features
 */
export const heaviestFeature = (model: PartModel): string | undefined => {
  let most = 0;
  let found: string | undefined;
  for (const body of model.bodies)
    for (const { feature, cells } of body.operations) {
      const faces = cells.reduce((n, c) => n + c.cell.faces.length, 0);
      if (faces <= most) continue;
      most = faces;
      const copies = new Set(cells.map((c) => c.copy)).size;
      found = `feature "${feature}" of body "${body.name}"${copies > 1 ? ` (${copies} copies)` : ''}`;
    }
  return found;
};
