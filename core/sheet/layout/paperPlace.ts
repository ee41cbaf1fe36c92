import * as z from 'zod';

/** A coordinate on or beside a sheet, or a shift along it, mm: no sheet is longer than this. */
export const paperPlace = z.number().min(-10_000).max(10_000);
