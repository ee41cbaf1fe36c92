import * as z from 'zod';
import { quantity } from '../quantity.ts';

/** Standard bodies as the part file has them: what they are and their sizes by name; their shape follows. */

const by = z.enum(['sizes', 'proportions'], { error: 'needs "sizes" or "proportions"' }).optional();
const size = z.union([z.string(), z.number()], { error: 'needs a size such as "M12" or "1/2 in"' });
const taper = {
  width: quantity,
  widthAt: z.enum(['large', 'middle', 'small'], { error: 'needs "large", "middle" or "small"' }).optional(),
  thickness: quantity,
  length: quantity,
  taper: quantity,
  sides: z.union([z.literal(1), z.literal(2)], { error: 'needs 1 or 2' }).optional(),
  ends: z.enum(['square', 'arc', 'round'], { error: 'needs "square", "arc" or "round"' }).optional(),
};

export const standardSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      kind: z.literal('hexagonBolt'),
      size,
      length: quantity,
      thread: quantity.optional(),
      by,
    }),
    z.strictObject({ kind: z.literal('hexagonScrew'), size, length: quantity, by }),
    z.strictObject({ kind: z.literal('hexagonNut'), size, thin: z.boolean().optional(), by }),
    z.strictObject({ kind: z.literal('washer'), size, by }),
    z.strictObject({
      kind: z.literal('socketScrew'),
      size,
      length: quantity,
      thread: quantity.optional(),
      by,
    }),
    z.strictObject({ kind: z.literal('countersunkScrew'), size, length: quantity, by }),
    z.strictObject({
      kind: z.literal('stud'),
      size,
      length: quantity,
      thread: quantity.optional(),
      threadBelow: quantity.optional(),
      by,
    }),
    z.strictObject({
      kind: z.literal('parallelKey'),
      width: quantity,
      height: quantity,
      length: quantity,
      ends: z.enum(['round', 'square'], { error: 'needs "round" or "square"' }).optional(),
    }),
    z.strictObject({ kind: z.literal('taperKey'), ...taper }),
    z.strictObject({ kind: z.literal('cotter'), ...taper }),
    z.strictObject({ kind: z.literal('dowel'), size, length: quantity }),
    z.strictObject({ kind: z.literal('splitPin'), size, length: quantity }),
    z.strictObject({ kind: z.literal('rivet'), size, length: quantity }),
  ],
  {
    error:
      'needs a kind: hexagonBolt, hexagonScrew, hexagonNut, washer, socketScrew, countersunkScrew, stud, parallelKey, taperKey, cotter, dowel, splitPin or rivet',
  },
);
export type StandardFile = z.infer<typeof standardSchema>;
export type StandardKind = StandardFile['kind'];
