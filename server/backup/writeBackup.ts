import { createHash } from 'node:crypto';
import { strToU8, Zip, ZipDeflate } from 'fflate';
import { tameName } from '../../core/naming/tameName.ts';
import type { Database, Queries } from '../queries.ts';
import { BACKUP_FORMAT, CONTENTS, type Contents, type KeptDrawing } from './backupFormat.ts';

type Time = string | Date;
const iso = (t: Time): string => new Date(t).toISOString();

/** A drawing with all that the register keeps of it; undefined where it is gone meanwhile. */
export const keptDrawing = async (q: Queries, id: string): Promise<KeptDrawing | undefined> => {
  const [row] = await q.query<{
    archived: boolean;
    folder: string;
    tags: string;
    created_at: Time;
    changed_at: Time;
    revision: string | number;
    position: string | number;
    document: string;
  }>(
    'select archived, folder, tags, created_at, changed_at, revision, position, document from drawing where id = $1',
    [id],
  );
  if (!row) return undefined;
  const history = await q.query<{
    position: string | number;
    label: string;
    made_by: string;
    made_at: Time;
    document: string;
  }>(
    'select position, label, made_by, made_at, document from history where drawing_id = $1 order by position',
    [id],
  );
  const changes = await q.query<{ id: string; revision: string | number }>(
    'select id, revision from change where drawing_id = $1 order by revision',
    [id],
  );
  const [source] = await q.query<{ mime: string; picture: string }>(
    'select mime, picture from source where drawing_id = $1',
    [id],
  );
  const issues = await q.query<{
    letter: string;
    reason: string;
    made_by: string;
    number: string;
    document: string;
    pdf: string;
    dxf: string;
    hash: string;
    issued_at: Time;
    withdrawn_at: Time | null;
  }>('select * from issue where drawing_id = $1 order by issued_at, letter', [id]);
  return {
    format: 'blue-ledger/backup-drawing@1',
    id,
    archived: row.archived,
    folder: row.folder,
    tags: row.tags,
    createdAt: iso(row.created_at),
    changedAt: iso(row.changed_at),
    revision: Number(row.revision),
    position: Number(row.position),
    document: row.document,
    history: history.map((h) => ({
      position: Number(h.position),
      label: h.label,
      madeBy: h.made_by,
      madeAt: iso(h.made_at),
      document: h.document,
    })),
    changes: changes.map((c) => ({ id: c.id, revision: Number(c.revision) })),
    source: source ?? null,
    issues: issues.map((i) => ({
      letter: i.letter,
      reason: i.reason,
      madeBy: i.made_by,
      number: i.number,
      document: i.document,
      pdf: i.pdf,
      dxf: i.dxf,
      hash: i.hash,
      issuedAt: iso(i.issued_at),
      withdrawnAt: i.withdrawn_at && iso(i.withdrawn_at),
    })),
  };
};

/** The name of a drawing's file in a backup: its number and title as far as every file system takes them, and its id. */
const fileOf = (number: string, title: string, id: string): string =>
  `drawings/${tameName(`${number} ${title}`.trim() || 'without a title')} ${id}.json`;

/**
 * Writes everything that the register keeps as a backup, a drawing at a time; each as it stands at one moment.
 * @returns the bytes, in pieces
 */
export async function* backupOf(db: Database, now: Date): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = [];
  let failed: Error | undefined;
  const zip = new Zip((error, piece) => {
    if (error) failed = error;
    else ready.push(piece);
  });
  const put = (name: string, text: string): void => {
    const file = new ZipDeflate(name, { level: 6 });
    file.mtime = now;
    zip.add(file);
    file.push(strToU8(text), true);
  };
  const rows = await db.query<{ id: string; number: string; title: string }>(
    'select id, number, title from drawing order by number, created_at, id',
  );
  const drawings: Contents['drawings'] = [];
  for (const { id, number, title } of rows) {
    const kept = await db.transaction((q) => keptDrawing(q, id));
    if (!kept) continue;
    const text = JSON.stringify(kept);
    const file = fileOf(number, title, id);
    put(file, text);
    drawings.push({ id, number, title, file, sha256: createHash('sha256').update(text).digest('hex') });
    if (failed) throw failed;
    yield* ready;
    ready = [];
  }
  const printers = await db.query<{ name: string; across: number; along: number; measured_at: Time }>(
    'select name, across, along, measured_at from printer order by name',
  );
  const rules = await db.query<{ name: string; rules: string; usual: boolean; changed_at: Time }>(
    'select name, rules, usual, changed_at from house_rules order by name',
  );
  const contents: Contents = {
    format: BACKUP_FORMAT,
    madeAt: now.toISOString(),
    drawings,
    printers: printers.map((p) => ({
      name: p.name,
      across: Number(p.across),
      along: Number(p.along),
      measuredAt: iso(p.measured_at),
    })),
    houseRules: rules.map((r) => ({
      name: r.name,
      rules: r.rules,
      usual: r.usual,
      changedAt: iso(r.changed_at),
    })),
  };
  put(CONTENTS, `${JSON.stringify(contents, null, 2)}\n`);
  zip.end();
  if (failed) throw failed;
  yield* ready;
}
