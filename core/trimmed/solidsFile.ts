import * as z from 'zod';
import type { TrimmedSolid } from './trimmedSolid.ts';

/** A solid by a name of its own; several pieces of one body name it. */
export type NamedSolid = { readonly name: string; readonly body?: string; readonly solid: TrimmedSolid };

/** The solids of one file, each where it stands in the whole, in the unit given. */
export type SolidsFile = { readonly units: 'mm' | 'in'; readonly solids: readonly NamedSolid[] };

/** So many faces may the solids of one file have. */
export const MOST_FACES = 20_000;
/** So many solids may one file have, as there are bodies in a part. */
export const MOST_SOLIDS = 200;

const figure = z.number();
const vec3 = z.tuple([figure, figure, figure]);
const size = z.number().positive();
const round = { o: vec3, filled: z.boolean() };
const surface = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('plane'), n: vec3, d: figure }),
  z.strictObject({ kind: z.literal('cylinder'), ...round, a: vec3, r: size }),
  z.strictObject({ kind: z.literal('cone'), ...round, a: vec3, half: size.max(Math.PI / 2) }),
  z.strictObject({ kind: z.literal('sphere'), ...round, r: size }),
  z.strictObject({ kind: z.literal('torus'), ...round, a: vec3, R: figure, r: size }),
]);
const edge = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('line'), ends: z.tuple([vec3, vec3]) }),
  z.strictObject({ kind: z.literal('ellipse'), c: vec3, u: vec3, v: vec3, from: figure, to: figure }),
  z.strictObject({ kind: z.literal('meeting'), through: z.array(vec3).min(2).max(100) }),
]);
const trimmedSolid = z
  .strictObject({
    kind: z.literal('trimmed'),
    edges: z.array(edge).max(4 * MOST_FACES),
    faces: z
      .array(
        z.strictObject({
          name: z.string().max(80),
          surface,
          edges: z
            .array(z.tuple([z.int().min(0), z.union([z.literal(1), z.literal(-1)])]))
            .max(4 * MOST_FACES),
        }),
      )
      .min(1)
      .max(MOST_FACES),
  })
  .refine((s) => s.faces.every((f) => f.edges.every(([e]) => e < s.edges.length)), {
    error: 'needs edges that are in the list of edges',
  });

/** The solids that a drawing or part holds, by the names of their files. */
export const solidsSchema = z.record(
  z.string(),
  z.strictObject({
    units: z.enum(['mm', 'in']),
    solids: z
      .array(
        z.strictObject({
          name: z.string().max(200),
          body: z.string().max(200).optional(),
          solid: trimmedSolid,
        }),
      )
      .min(1)
      .max(MOST_SOLIDS),
  }),
);
