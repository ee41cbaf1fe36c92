import * as z from 'zod';
import { dimensionsSchema } from '../dimension/kept.ts';
import type { Result } from '../number/fault.ts';
import { type PartFile, readBySchema, wholePartSchema } from '../part/schema.ts';
import { paperPlace } from '../sheet/layout/paperPlace.ts';
import { cutSchema, DEFAULT_SETUP, setupSchema } from '../sheet/setup.ts';
import { standingsSchema } from '../statement/standings.ts';
import { givenSizesSchema, sourceSchema } from '../task/source.ts';
import { taskSchema } from '../task/task.ts';
import { groupsSchema } from './groups.ts';

/** A part whose statement may still be empty: its first line is yet to be typed. */
export const begunPartSchema = wholePartSchema.extend({
  bodies: wholePartSchema.shape.bodies.element.array(),
});

/** A whole drawing as it is kept and saved (docs/drawing-format.md): part, sheet choices, cuts and title block. */
export const drawingSchema = z.strictObject({
  format: z.literal('blue-ledger/drawing@1', { error: 'needs "blue-ledger/drawing@1"' }),
  number: z.string().max(60),
  title: z.string().max(120),
  owner: z.string().max(120),
  material: z.string().max(120),
  drawnBy: z.string().max(60),
  date: z.string().max(30),
  revision: z.string().max(20),
  finish: z.string().max(60).optional(),
  /** the general tolerance */
  tolerance: z.string().max(60).optional(),
  checkedBy: z.string().max(60).optional(),
  checkedOn: z.string().max(30).optional(),
  approvedBy: z.string().max(60).optional(),
  approvedOn: z.string().max(30).optional(),
  className: z.string().max(60).optional(),
  /** "1 of 1" where missing */
  sheet: z.string().max(20).optional(),
  part: begunPartSchema,
  setup: setupSchema,
  cuts: z.array(cutSchema).max(12),
  /** what was asked for, line by line */
  task: taskSchema.max(60).optional(),
  /** sizes whose figure is not simply given, by their place in the part */
  standings: standingsSchema.optional(),
  /** names of corners given by hand, by the corner's key */
  names: z.record(z.string(), z.string().min(1).max(12)).optional(),
  /** where names were moved to on the sheet, by `labelKey`: from the point, paper mm, x right and y up */
  labels: z.record(z.string(), z.tuple([paperPlace, paperPlace])).optional(),
  /** the dimensions on the sheet; none where missing */
  dimensions: dimensionsSchema.optional(),
  /** remarks of the check that were accepted as they are, by their key */
  accepted: z
    .record(
      z.string().max(400),
      z.strictObject({ because: z.string().max(200), by: z.string().max(60), on: z.string().max(30) }),
    )
    .optional(),
  /** what a person has looked at before the issue, by the line of the checker's walk */
  walked: z
    .record(z.string().max(120), z.strictObject({ by: z.string().max(60), on: z.string().max(30) }))
    .optional(),
  /** handed over to be checked, or checked; in hand where missing. Any change of what is drawn puts it in hand again. */
  state: z
    .strictObject({
      is: z.enum(['to be checked', 'checked']),
      by: z.string().max(60),
      on: z.string().max(30),
    })
    .optional(),
  /** lines of the statement that are kept together */
  groups: groupsSchema.max(100).optional(),
  /** the sizes that were given, as they stand on what was given, each as often as it stands there */
  given: givenSizesSchema.optional(),
  /** the given picture, where it lies beneath the sheet */
  source: sourceSchema.optional(),
});
export type Drawing = z.infer<typeof drawingSchema>;
export type Cut = Drawing['cuts'][number];

/** Reads unknown data as a drawing file; every fault names its place. */
export const readDrawing = (data: unknown): Result<Drawing> => readBySchema(drawingSchema, data);

/** A drawing around a bare part, with the usual choices. */
export const drawingOfPart = (part: PartFile): Drawing => ({
  format: 'blue-ledger/drawing@1',
  number: '',
  title: part.name,
  owner: '',
  material: '',
  drawnBy: '',
  date: '',
  revision: '',
  part,
  setup: DEFAULT_SETUP,
  cuts: [],
});
