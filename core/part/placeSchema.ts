import * as z from 'zod';
import { quantity } from './quantity.ts';

const face = z.string().min(1, { error: 'needs the name of a face such as "plate/top"' });

/** Relations that put a body in its place: what of it meets what of a body before it. */
export const relationSchema = z.union(
  [
    z.strictObject({
      axis: face,
      on: face,
      sense: z.enum(['same', 'opposite'], { error: 'needs "same" or "opposite"' }).optional(),
    }),
    z.strictObject({ face, against: face, gap: quantity.optional() }),
    z.strictObject({ face, along: face, offset: quantity.optional() }),
  ],
  { error: 'needs "axis" and "on", "face" and "against", or "face" and "along"' },
);
export type RelationFile = z.infer<typeof relationSchema>;

/** What a relation names: the face of its own body, and that of the other one as "body.feature/face". */
export const facesOf = (r: RelationFile): readonly [own: string, other: string] =>
  'axis' in r ? [r.axis, r.on] : [r.face, 'against' in r ? r.against : r.along];

/** The body that a name such as "plate.bore/wall" begins with, and the face after it. */
export const bodyAndFace = <B extends { readonly name: string }>(
  name: string,
  bodies: readonly B[],
): readonly [B, string] | undefined => {
  // a body's name may hold a point itself, so the longest counts
  const body = bodies
    .filter((b) => name.startsWith(`${b.name}.`))
    .sort((a, b) => b.name.length - a.name.length)[0];
  return body && [body, name.slice(body.name.length + 1)];
};
