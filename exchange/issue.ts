import * as z from 'zod';

/** An issue of a drawing: what was frozen, and when. */
export type IssueRow = {
  /** the revision letter, one to an issue */
  readonly letter: string;
  readonly reason: string;
  readonly by: string;
  /** ISO 8601 */
  readonly issuedAt: string;
  /** ISO 8601; null while it stands */
  readonly withdrawnAt: string | null;
  readonly number: string;
  /** of the drawing file, the PDF and the DXF as issued: SHA-256, hexadecimal */
  readonly hash: string;
  /** whether the drawing has been changed since */
  readonly isCurrent: boolean;
};

/** What a frozen file is asked for as. */
export const ISSUED_FILES = ['pdf', 'dxf', 'drawing'] as const;
export type IssuedFile = (typeof ISSUED_FILES)[number];

/** Asks for an issue of a drawing as it stands at a revision of the store. */
export const issueRequest = z.strictObject({
  letter: z.string().regex(/^[A-Z0-9]{1,4}$/, { error: 'needs capitals or figures, four at most' }),
  reason: z.string().min(1, { error: 'needs a reason' }).max(120),
  by: z.string().min(1, { error: 'needs a name' }).max(60),
  revision: z.number().int().positive(),
});
export type IssueRequest = z.infer<typeof issueRequest>;
export const withdrawRequest = z.strictObject({ letter: z.string().min(1).max(4) });
