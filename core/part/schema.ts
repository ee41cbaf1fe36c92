import * as z from 'zod';
import { VIEW_NAMES } from '../geometry/viewFrames.ts';
import { nameTrouble } from '../naming/keys.ts';
import type { Fault, Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { solidsSchema } from '../trimmed/solidsFile.ts';
import { relationSchema } from './placeSchema.ts';
import { dataFault } from './plainData.ts';
import { point2, point3, type Quantity, quantity } from './quantity.ts';
import { shapeSchema } from './shapes/shapes.ts';
import { standardSchema } from './standard/schema.ts';
import { valueAt } from './valueAt.ts';

/** The part file, version 1, as it is written: numbers may be expressions. Extra keys are refused. */

const axis = z.enum(['x', 'y', 'z'], { error: 'needs "x", "y" or "z"' });

/** The name of a principal view. */
export const viewName = z.enum(VIEW_NAMES, { error: `needs one of ${VIEW_NAMES.join(', ')}` });

/** A name of a body or a feature; what keys are made with is kept out of it. */
const name = z
  .string()
  .min(1, { error: 'needs a name' })
  .refine((text) => nameTrouble(text) === undefined, { error: 'needs a name without " | " in it' });

/** How much of a kind one part may have; more is no drawing that anyone reads, and would keep a machine busy for hours. */
const MOST_FEATURES = 2000;
const MOST_BODIES = 200;

const turn = z.array(z.strictObject({ axis, angle: quantity })).max(24, { error: 'needs at most 24 turns' });
const repeat = z.union(
  [
    z.strictObject({ count: quantity, step: point3 }),
    z.strictObject({
      count: quantity,
      about: z.strictObject({ axis, through: point3.optional() }),
      angle: quantity.optional(),
    }),
  ],
  { error: 'needs a count and either a step [dx, dy, dz] or an axis to go about' },
);

/** A feature as the part file has it. */
export const featureSchema = z.strictObject({
  id: name,
  op: z.enum(['add', 'cut', 'keep'], { error: 'needs "add", "cut" or "keep"' }),
  plane: viewName.optional(),
  at: point3.optional(),
  turn: turn.optional(),
  repeat: repeat.optional(),
  mirror: z.strictObject({ normal: axis, at: quantity }).optional(),
  sectioned: z.boolean().optional(),
  off: z.boolean().optional(),
  shape: shapeSchema,
});

/** A body: with features of its own, a standard part, or from another part file. */
const bodySchema = z
  .strictObject({
    name,
    sectioned: z.boolean().optional(),
    turn: turn.optional(),
    at: point3.optional(),
    /** what of it meets what of a body before it */
    place: z.array(relationSchema).max(24, { error: 'needs at most 24 relations' }).optional(),
    /** the part file, or in a drawing the number of the drawing, that it comes from */
    from: z.string().min(1).max(200).optional(),
    /** which body of that file */
    body: z.string().optional(),
    /** named sizes of that file that are other here */
    with: z.record(z.string(), quantity).optional(),
    standard: standardSchema.optional(),
    features: z
      .array(featureSchema)
      .max(MOST_FEATURES, { error: `needs at most ${MOST_FEATURES} features` })
      // a standard or brought body has none of its own
      .default([]),
  })
  .superRefine((b, context) => {
    const refuse = (key: string, message: string): void => {
      context.addIssue({ code: 'custom', path: [key], message });
    };
    const shaped = [b.features.length && 'features', b.standard && 'standard', b.from && 'from'].filter(
      Boolean,
    );
    if (!shaped.length) refuse('features', 'needs at least one feature, or "standard" or "from" instead');
    if (shaped.length > 1) refuse(String(shaped[1]), `needs no "${shaped[1]}" beside "${shaped[0]}"`);
    for (const key of ['body', 'with'] as const)
      if (b[key] !== undefined && b.from === undefined) refuse(key, 'needs "from" beside it');
  });

/** A whole part file, version 1. */
export const partSchema = z.strictObject({
  format: z.literal('blue-ledger/part@1', { error: 'needs "blue-ledger/part@1"' }),
  name: z.string(),
  units: z.enum(['mm', 'in'], { error: 'needs "mm" or "in"' }),
  dims: z.record(z.string(), quantity).optional(),
  bodies: z
    .array(bodySchema)
    .min(1, { error: 'needs at least one body' })
    .max(MOST_BODIES, { error: `needs at most ${MOST_BODIES} bodies` }),
});

/** Parts that are brought in, as they stood when they were, by the name that `from` gives. */
const broughtSchema = z.strictObject({
  part: partSchema,
  /** of the drawing in the register, where it comes from one */
  drawing: z.string().max(60).optional(),
  title: z.string().max(120).optional(),
  material: z.string().max(120).optional(),
  revision: z.int().min(0).optional(),
});
export type Brought = z.infer<typeof broughtSchema>;

/** A part as it is worked with: its file, and the parts that are brought into it. */
export const wholePartSchema = partSchema.extend({
  brought: z.record(z.string(), broughtSchema).optional(),
  /** solids of files that were read in, by the name that a shape gives */
  solids: solidsSchema.optional(),
});

/** The view on the top view in which a plane that slopes in all principal views is an edge. */
export const AUXILIARY = 'auxiliary';

/** A cutting plane as it is stated: by its trace in a principal view, or by three points where it slopes in all of them. */
export const traceSchema = z.strictObject({
  name: z.string().min(1, { error: 'needs a name such as "A"' }),
  seenIn: z.enum([...VIEW_NAMES, AUXILIARY], {
    error: `needs one of ${VIEW_NAMES.join(', ')}, or ${AUXILIARY} with "corners"`,
  }),
  /** three points of the plane, where it is an edge in no principal view: world coordinates */
  corners: z.tuple([point3, point3, point3], { error: 'needs three points' }).optional(),
  through: z
    .array(point2)
    .min(2, { error: 'needs at least two points' })
    .max(60, { error: 'needs at most 60 points' })
    .optional(),
  at: point2.optional(),
  angle: quantity.optional(),
  look: z.enum(['up', 'down', 'left', 'right'], { error: 'needs up, down, left or right' }),
  half: z.boolean().optional(),
  whole: z.array(z.string()).optional(),
  cut: z.array(z.string()).optional(),
});

export type PartFile = z.infer<typeof wholePartSchema>;
export type BodyFile = PartFile['bodies'][number];
export type FeatureFile = PartFile['bodies'][number]['features'][number];
export type TraceFile = z.infer<typeof traceSchema>;

/** A typed figure: a plain number stays a number, everything else is an expression. */
export const typedQuantity = (text: string): Quantity => {
  const t = text.trim();
  return /^-?\d+(\.\d+)?$/.test(t) && String(Number(t)) === t ? Number(t) : t;
};

type Path = readonly (string | number)[];

/** Names the place a path leads to, in a drafter's words: "bracket, feature bore, shape.width". */
export const placeOf = (root: unknown, path: Path): string => {
  const words: string[] = [];
  let rest: Path = path;
  if (path[0] === 'bodies' && typeof path[1] === 'number') {
    const name = valueAt(root, [...path.slice(0, 2), 'name']);
    words.push(typeof name === 'string' && name ? `body "${name}"` : `body ${path[1] + 1}`);
    rest = path.slice(2);
    if (path[2] === 'features' && typeof path[3] === 'number') {
      const id = valueAt(root, [...path.slice(0, 4), 'id']);
      words.push(typeof id === 'string' && id ? `feature "${id}"` : `feature ${path[3] + 1}`);
      rest = path.slice(4);
    }
  }
  if (rest.length)
    words.push(rest.map((k, i) => (typeof k === 'number' ? `[${k}]` : i ? `.${k}` : k)).join(''));
  return words.join(', ');
};

const faultOfIssue = (root: unknown, issue: z.core.$ZodIssue, base: Path): Fault => {
  const path = [...base, ...(issue.path as (string | number)[])];
  if (issue.code === 'unrecognized_keys') {
    const key = issue.keys[0] as string;
    return {
      path: [...path, key],
      where: placeOf(root, [...path, key]),
      ...says('file.key-unknown', { key }),
    };
  }
  // The deepest branch of a union that fits the keys says most
  if (issue.code === 'invalid_union' && issue.errors.length) {
    const given = valueAt(root, path);
    const branches = issue.errors.filter((e) => e.length);
    const deepest = branches
      .map((e) => ({ issues: e, score: branchScore(e, given) }))
      .sort((a, b) => b.score - a.score)[0];
    if (deepest && deepest.score > 0) return faultOfIssue(root, deepest.issues[0] as z.core.$ZodIssue, path);
  }
  const missing = valueAt(root, path) === undefined;
  const message = issue.message.startsWith('needs') ? issue.message : undefined;
  return {
    path,
    where: placeOf(root, path),
    ...says(missing ? 'file.missing' : 'file.wrong', { needs: message ?? '' }),
  };
};

const branchScore = (issues: z.core.$ZodIssue[], given: unknown): number => {
  if (typeof given !== 'object' || given === null || Array.isArray(given)) return 0;
  const foreign = issues.flatMap((i) =>
    i.code === 'unrecognized_keys' && i.path.length === 0 ? i.keys : [],
  );
  const gone = issues.filter((i) => i.path.length === 1 && !((i.path[0] as string) in given)).length;
  const own = Object.keys(given).length - foreign.length;
  return 100 - (foreign.length ? 50 : 0) - gone * 30 + own * 5;
};

/** Reads unknown data by a schema; every fault names the feature and the key. */
export const readBySchema = <T>(schema: z.ZodType<T>, data: unknown): Result<T> => {
  const unreadable = dataFault(data);
  if (unreadable) {
    return { ok: false, faults: [{ ...unreadable, where: placeOf(data, unreadable.path) }] };
  }
  const read = schema.safeParse(data);
  if (read.success) return { ok: true, value: read.data };
  return { ok: false, faults: read.error.issues.map((i) => faultOfIssue(data, i, [])) };
};
