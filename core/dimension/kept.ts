import * as z from 'zod';
import { VIEW_NAMES } from '../geometry/viewFrames.ts';
import { fitText } from './fits/toleranceClass.ts';

const key = z.string().min(1).max(600);
const one = z.tuple([key]);
const two = z.tuple([key, key]);
const three = z.tuple([key, key, key]);
const axis = z.union([z.literal(0), z.literal(1), z.literal(2)]);

/** What a dimension of the drawing file ties: two places along an axis (0 is X), or a size of faces; by keys, never by figures. */
const tiedSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('linear'), axis, from: key, to: key }),
  z.strictObject({
    kind: z.literal('size'),
    size: z.union([
      z.strictObject({ what: z.enum(['diameter', 'tube', 'cone', 'thread', 'threadPitch']), of: one }),
      z.strictObject({ what: z.enum(['rim', 'across', 'angle', 'chord', 'height']), of: two }),
      z.strictObject({ what: z.literal('arc'), of: three }),
      z.strictObject({ what: z.literal('lean'), of: one, axis }),
      z.strictObject({ what: z.literal('pitch'), of: three }),
      z.strictObject({ what: z.literal('bearing'), of: three, axis }),
    ]),
  }),
]);
export type Tied = z.infer<typeof tiedSchema>;

const limit = z.number().min(-1e4).max(1e4);
/** Words beside a figure hold no figure of their own: a size is a dimension. */
const WORDS = /^[^\d]*$/;

/** Sizes of the same feature that are written in one note. */
const joinedSchema = z.array(tiedSchema).min(1).max(6);

/** A dimension as it is kept: what it ties, and what was chosen for it by hand. */
const keptSchema = z.strictObject({
  id: z.string().min(1).max(40),
  tied: tiedSchema,
  /** in brackets: it follows from others */
  reference: z.literal(true).optional(),
  /** in a view of one's own choice; found where missing */
  view: z.enum(VIEW_NAMES).optional(),
  side: z.enum(['below', 'above', 'left', 'right']).optional(),
  /** lanes that it stands further out */
  out: z.number().int().min(0).max(20).optional(),
  /** the upper and the lower limit, part units or degrees */
  tolerance: z.tuple([limit, limit]).optional(),
  /** a tolerance class of ISO 286, such as H7, or those of a hole and its shaft, such as H7/g6 */
  fit: z
    .string()
    .refine(
      (text) => fitText(text) !== undefined,
      'a tolerance class, such as H7 or g6, or a pair such as H7/g6',
    )
    .optional(),
  /** the limits of the class stand beside it */
  limits: z.literal(true).optional(),
  /** sizes of the same feature that are written in one note with it: depth, counterbore, countersink */
  joined: joinedSchema.optional(),
  /** the same sizes of other features, each with what is joined to it, that its figure counts: "3 x ⌀6" */
  alike: z
    .array(z.strictObject({ tied: tiedSchema, joined: joinedSchema.optional() }))
    .min(1)
    .max(60)
    .optional(),
  /** a distance across that is as large the other way, which is joined to it: "□24" */
  square: z.literal(true).optional(),
  /** a note that is led to this face, in place of a dimension line: "2 x 45°" at a chamfer */
  leader: key.optional(),
  /** so many equal steps: "4 x 20 (= 80)" */
  spaces: z.number().int().min(2).max(400).optional(),
  /** an angle written as a ratio: the taper of a cone, or the slope of a face */
  ratio: z.literal(true).optional(),
  /** words after the figure, such as "THRU" */
  words: z.string().min(1).max(30).regex(WORDS, 'words without a figure').optional(),
});
export type KeptDimension = z.infer<typeof keptSchema>;

/** All that a dimension states: what it ties, what is joined to it, and the same of the features that it counts. */
export const statedBy = ({ tied, joined = [], alike = [] }: KeptDimension): readonly Tied[] => [
  tied,
  ...joined,
  ...alike.flatMap((a) => [a.tied, ...(a.joined ?? [])]),
];

/** A note that counts the features of another one as well. */
export const withAlike = (
  note: KeptDimension,
  { tied, joined, alike = [] }: KeptDimension,
): KeptDimension => ({
  ...note,
  alike: [...(note.alike ?? []), { tied, ...(joined && { joined }) }, ...alike],
});

/** Dimensions apart in place of one note, with names that none of a list has yet. */
export const setApart = (kept: readonly KeptDimension[], note: KeptDimension): KeptDimension[] => {
  const { joined = [], alike = [], leader: _leader, square: _square, ...own } = note;
  const apart: Omit<KeptDimension, 'id'>[] = joined.map((tied) => ({ tied }));
  for (const a of alike) apart.push({ ...a, ...(own.words !== undefined && { words: own.words }) });
  const out: KeptDimension[] = [own];
  for (const a of apart) out.push({ id: freeDimension([...kept, ...out]), ...a });
  return out;
};

/** The dimensions of a drawing in the order in which they were made. */
export const dimensionsSchema = z.strictObject({
  /** from where the lengths are measured when dimensions are proposed */
  scheme: z.enum(['base', 'chain', 'symmetry']),
  /** what lengths along each axis are counted from, by its key; the face at the low end where missing */
  bases: z.strictObject({ x: key, y: key, z: key }).partial().optional(),
  list: z.array(keptSchema).max(400),
});

/** Two ties of the same places, whichever end comes first. */
export const sameTied = (a: Tied, b: Tied): boolean => {
  if (a.kind === 'size') return b.kind === 'size' && JSON.stringify(a.size) === JSON.stringify(b.size);
  if (b.kind === 'size' || a.axis !== b.axis) return false;
  return (a.from === b.from && a.to === b.to) || (a.from === b.to && a.to === b.from);
};

/** The next free name of a dimension: d1, d2 … */
export const freeDimension = (kept: readonly KeptDimension[]): string => {
  const used = kept.map((k) => Number(/^d(\d+)$/.exec(k.id)?.[1] ?? 0));
  return `d${Math.max(0, ...used) + 1}`;
};
