import { createHash } from 'node:crypto';
import { storableText } from '../core/part/plainData.ts';
import type { IssuedFile, IssueRequest, IssueRow } from '../exchange/issue.ts';
import type { Database } from './queries.ts';
import { NotThere, readKept, Stale } from './store.ts';

/** An issue that the rules do not allow; the message says why, and what to do. */
export class NotIssued extends Error {}

/** The files of an issue as they are frozen: texts, the PDF in base64. */
export type FrozenFiles = { readonly document: string; readonly pdf: string; readonly dxf: string };

const hashOf = ({ document, pdf, dxf }: FrozenFiles): string =>
  createHash('sha256').update(document).update('\0').update(pdf).update('\0').update(dxf).digest('hex');

type Row = Omit<IssueRow, 'issuedAt' | 'withdrawnAt' | 'isCurrent'> & {
  readonly issuedAt: string | Date;
  readonly withdrawnAt: string | Date | null;
  readonly document: string;
};

/** The issues of a drawing, the newest first. */
export const listIssues = async (db: Database, id: string): Promise<IssueRow[]> => {
  const now = JSON.stringify((await readKept(db, id)).drawing);
  const rows = await db.query<Row>(
    `select letter, reason, made_by as "by", issued_at as "issuedAt", withdrawn_at as "withdrawnAt", number, hash, document
     from issue where drawing_id = $1 order by issued_at desc, letter desc`,
    [id],
  );
  return rows.map(({ document, issuedAt, withdrawnAt, ...r }) => ({
    ...r,
    issuedAt: new Date(issuedAt).toISOString(),
    withdrawnAt: withdrawnAt && new Date(withdrawnAt).toISOString(),
    isCurrent: document === now,
  }));
};

/**
 * Freezes a drawing with its files as an issue; it is never changed again.
 * @throws Stale where the drawing has moved on since; NotIssued where its letter was used, or its number belongs to another drawing's issue
 */
export const addIssue = async (
  db: Database,
  id: string,
  { letter, reason, by, revision }: IssueRequest,
  files: FrozenFiles,
): Promise<void> => {
  const kept = await readKept(db, id);
  if (kept.revision !== revision) throw new Stale(kept);
  const { number } = kept.drawing;
  if (!number.trim())
    throw new NotIssued('A sheet without a number cannot be issued. Fill the number in first.');
  await db.transaction(async (q) => {
    await q.query('select id from drawing where id = $1 for update', [id]);
    const [used] = await q.query('select 1 from issue where drawing_id = $1 and letter = $2', [id, letter]);
    if (used) throw new NotIssued(`Revision ${letter} has been issued already. Issue the next one.`);
    const [other] = await q.query<{ title: string }>(
      `select d.title from issue i join drawing d on d.id = i.drawing_id where i.number = $1 and i.drawing_id <> $2 limit 1`,
      [number, id],
    );
    if (other)
      throw new NotIssued(
        `Number ${number} belongs to "${other.title}", which is issued. Give this drawing its own.`,
      );
    await q.query(
      `insert into issue (drawing_id, letter, reason, made_by, number, document, pdf, dxf, hash)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
      [
        id,
        letter,
        storableText(reason),
        storableText(by),
        storableText(number),
        files.document,
        files.pdf,
        files.dxf,
        hashOf(files),
      ],
    );
  });
};

/** Marks an issue as withdrawn; its files stay. */
export const withdrawIssue = async (db: Database, id: string, letter: string): Promise<void> => {
  const [row] = await db.query(
    'update issue set withdrawn_at = now() where drawing_id = $1 and letter = $2 and withdrawn_at is null returning letter',
    [id, letter],
  );
  if (!row) throw new NotThere(`There is no issue ${letter} of this drawing that stands.`);
};

/** A file as it was issued, and the drawing's number then. The PDF is in base64. */
export const readIssued = async (
  db: Database,
  id: string,
  letter: string,
  as: IssuedFile,
): Promise<{ readonly content: string; readonly number: string }> => {
  const column = as === 'drawing' ? 'document' : as;
  const [row] = await db.query<{ content: string; number: string }>(
    `select ${column} as content, number from issue where drawing_id = $1 and letter = $2`,
    [id, letter],
  );
  if (!row) throw new NotThere(`There is no issue ${letter} of this drawing.`);
  return row;
};
