import type { Worked } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { partsRows } from '../core/drawing/partsRows.ts';
import { densityOf, massOf } from '../core/part/material.ts';
import { measureSolid } from '../core/solid/measure.ts';
import type { PartsMeasured } from '../formats/partsListCsv.ts';

/** Standard parts are of steel where nothing else is said. */
const STANDARD_MATERIAL = 'steel';

/** The parts list of an assembly with the volume and the mass of one of each item. */
export const partsMeasured = (d: Drawing, { part }: Extract<Worked, { ok: true }>): PartsMeasured[] =>
  partsRows(d).map((row) => {
    const body = part.bodies.find((b) => b.solid.name === row.bodies[0]);
    const volume = body ? measureSolid(body.solid, body.edges).volume : 0;
    const isStandard = d.part.bodies.some((b) => b.name === row.bodies[0] && b.standard !== undefined);
    const material = row.material || (isStandard ? STANDARD_MATERIAL : '');
    const density = densityOf(material);
    return {
      ...row,
      material: isStandard && !row.material ? `${STANDARD_MATERIAL}, taken for granted` : material,
      volume,
      mass: density === undefined ? undefined : massOf(volume, density, d.part.units),
    };
  });
