import * as z from 'zod';
import { TILE_PAPERS } from '../core/print/tiles.ts';

/** A printer by its test page: its name, and what the bars measure, mm. */
const length = z.number().positive().max(1000);
export const printerRequest = z.strictObject({
  name: z.string().trim().min(1, { error: 'needs a name' }).max(60),
  across: length,
  along: length,
});
export type PrinterRequest = z.infer<typeof printerRequest>;
export const printerName = z.strictObject({ name: z.string().min(1).max(60) });

const mm = (least: number, most: number) => z.coerce.number().min(least).max(most);
/** How a sheet is printed, as the address of its PDF says it. */
export const printQuery = z.object({
  printer: z.string().min(1).max(60).optional(),
  tile: z.enum(TILE_PAPERS).optional(),
  margin: mm(0, 30).default(5),
  overlap: mm(8, 60).default(15),
});
