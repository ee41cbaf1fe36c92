import { tilePlan } from '../../core/print/tiles.ts';
import { printQuery } from '../../exchange/print.ts';
import type { PrintHow } from '../../formats/sheetPdf.ts';
import { database } from '../../server/context.ts';
import { printerNamed } from '../../server/printers.ts';
import { Refused } from './reply.ts';

/** A sheet large enough that every tiling of it needs several tiles, mm. */
const LARGE = [1189, 841] as const;

/**
 * How an address wants its sheets printed: ?printer=NAME, ?tile=A4&margin=5&overlap=15.
 * @throws Refused where a printer is not known, or tiles leave no room for a picture
 */
export const printHow = async (query: URLSearchParams): Promise<PrintHow | undefined> => {
  const asked = printQuery.safeParse(Object.fromEntries(query));
  if (!asked.success)
    throw new Refused(
      400,
      'Tiles are ?tile=A4, A3, A or B with a margin of 0 to 30 mm and an overlap of 8 to 60 mm.',
    );
  const { printer: name, tile, margin, overlap } = asked.data;
  if (name === undefined && tile === undefined) return undefined;
  const printer = name === undefined ? undefined : await printerNamed(await database(), name);
  if (name !== undefined && !printer)
    throw new Refused(
      404,
      `No printer "${name}" was measured. Print its test page and type what it measures.`,
    );
  const tiling = tile && { paper: tile, margin, overlap };
  if (tiling && !tilePlan(LARGE, tiling))
    throw new Refused(422, `A margin of ${margin} and an overlap of ${overlap} mm leave no room on ${tile}.`);
  return { printer, tiling };
};
