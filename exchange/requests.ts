import * as z from 'zod';
import { drawingSchema } from '../core/drawing/drawing.ts';

/** What the browser sends to the server; every route reads its input by one of these. */
const id = z.string().regex(/^[\w-]{1,100}$/, { error: 'needs an id of letters, figures, - and _' });
export const idParameter = id;

const mark = { change: id, revision: z.number().int().positive() };
export const changeRequest = z.strictObject({
  ...mark,
  drawing: drawingSchema,
  label: z.string().min(1).max(400),
});
export const historyRequest = z.strictObject({
  ...mark,
  direction: z.union([z.literal(-1), z.literal(1)]),
});
/** Further than this from the sheet nobody points, mm. */
const FARTHEST = 20_000;
const onSheet = z.number().min(-FARTHEST).max(FARTHEST);
export const pointingRequest = z.strictObject({ at: z.tuple([onSheet, onSheet]).nullable() });
export const archiveRequest = z.strictObject({ archived: z.boolean() });
export const createRequest = z.union([
  z.strictObject({ id, file: z.unknown(), name: z.string().max(300) }),
  z.strictObject({ id, copyOf: id }),
]);

/** The largest request that is read, bytes. */
export const LARGEST_REQUEST = 4 * 1024 * 1024;
