import * as z from 'zod';
import { idParameter } from './requests.ts';

/** How the register can be sorted. */
export const SORTS = ['number', 'title', 'material', 'paper', 'scale', 'angle', 'state', 'changed'] as const;
export type RegisterSort = (typeof SORTS)[number];

/** The states by which the register is filtered. */
export const STATES = ['in hand', 'to be checked', 'checked', 'issued', 'changed after issue'] as const;
export type RegisterState = (typeof STATES)[number];

const name = z
  .string()
  .trim()
  .max(60)
  .regex(/^[^\n\r\t]*$/, { error: 'needs one line' });

/** So many rows are shown at a time. */
export const PAGE = 200;

/** What of the register is shown, as its address says it; a value that cannot be read counts as missing. */
export const registerQuery = z.object({
  find: z.string().max(200).catch(''),
  folder: name.optional().catch(undefined),
  tag: name.min(1).optional().catch(undefined),
  state: z.enum(STATES).optional().catch(undefined),
  archive: z.literal('1').optional().catch(undefined),
  pictures: z.literal('1').optional().catch(undefined),
  sort: z.enum(SORTS).catch('number'),
  down: z.literal('1').optional().catch(undefined),
  page: z.coerce.number().int().min(1).max(100_000).catch(1),
});
export type RegisterQuery = z.infer<typeof registerQuery>;

/** What is done with several drawings at once: put into a folder, tagged, put away. */
export const manyRequest = z.strictObject({
  ids: z.array(idParameter).min(1).max(10_000),
  set: z.union([
    z.strictObject({ folder: name }),
    z.strictObject({ tag: name.min(1, { error: 'needs a word' }), on: z.boolean() }),
    z.strictObject({ archived: z.boolean() }),
  ]),
});
export type ManyRequest = z.infer<typeof manyRequest>;
