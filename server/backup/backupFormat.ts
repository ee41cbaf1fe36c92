import * as z from 'zod';

/**
 * A backup is a ZIP file of JSON texts, so that any program can read it: one file a drawing, with its history, and backup.json with the names
 * and checksums of all of them. It is written last: a backup that was cut off has none.
 */
export const BACKUP_FORMAT = 'blue-ledger/backup@1';
export const CONTENTS = 'backup.json';

const time = z.string().max(40);
const count = z.number().int().min(0).max(Number.MAX_SAFE_INTEGER);
const id = z.string().regex(/^[\w-]{1,100}$/);

/** The document of a drawing as the store has it: its JSON text. */
const document = z.string().max(16 * 1024 * 1024);

/** A drawing with all that the register keeps of it. */
export const keptDrawingSchema = z.strictObject({
  format: z.literal('blue-ledger/backup-drawing@1'),
  id,
  archived: z.boolean(),
  folder: z.string().max(200),
  /** a line for each */
  tags: z.string().max(10_000),
  createdAt: time,
  changedAt: time,
  revision: count,
  position: count,
  document,
  history: z
    .array(
      z.strictObject({
        position: count,
        label: z.string().max(1000),
        // backups of earlier versions name nobody
        madeBy: z.string().max(200).default(''),
        madeAt: time,
        document,
      }),
    )
    .max(100_000),
  changes: z.array(z.strictObject({ id: z.string().max(200), revision: count })).max(100_000),
  source: z.strictObject({ mime: z.string().max(100), picture: z.string() }).nullable(),
  issues: z
    .array(
      z.strictObject({
        letter: z.string().max(10),
        reason: z.string().max(1000),
        madeBy: z.string().max(1000),
        number: z.string().max(1000),
        document,
        pdf: z.string(),
        dxf: z.string(),
        hash: z.string().max(200),
        issuedAt: time,
        withdrawnAt: time.nullable(),
      }),
    )
    .max(10_000),
});
export type KeptDrawing = z.infer<typeof keptDrawingSchema>;

/** What stands in backup.json. */
export const contentsSchema = z.strictObject({
  format: z.literal(BACKUP_FORMAT),
  madeAt: time,
  drawings: z
    .array(
      z.strictObject({
        id,
        number: z.string().max(1000),
        title: z.string().max(1000),
        file: z.string().max(400),
        sha256: z.string().regex(/^[0-9a-f]{64}$/),
      }),
    )
    .max(1_000_000),
  printers: z
    .array(
      z.strictObject({ name: z.string().max(200), across: z.number(), along: z.number(), measuredAt: time }),
    )
    .max(10_000),
  // backups of earlier versions have none
  houseRules: z
    .array(
      z.strictObject({
        name: z.string().max(200),
        rules: z.string().max(100_000),
        usual: z.boolean(),
        changedAt: time,
      }),
    )
    .max(10_000)
    .default([]),
});
export type Contents = z.infer<typeof contentsSchema>;
