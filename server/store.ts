import type { Drawing } from '../core/drawing/drawing.ts';
import type { Database, Queries } from './database.ts';

/** A drawing as kept: `revision` counts stored changes, so that a stale writer is noticed. */
export type Kept = {
  readonly id: string;
  readonly drawing: Drawing;
  readonly revision: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
};
export type RegisterRow = {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  readonly material: string;
  readonly paper: string;
  readonly angle: string;
  readonly scale: string;
  readonly archived: boolean;
  readonly changedAt: string;
};

export class NotThere extends Error {}
/** The drawing was changed elsewhere since it was read. */
export class Stale extends Error {}

/** How many steps back are kept for a drawing. */
const HISTORY = 500;

type Row = { id: string; document: Drawing | string; revision: string | number; position: string | number };

const documentOf = (value: Drawing | string): Drawing =>
  typeof value === 'string' ? (JSON.parse(value) as Drawing) : value;

const kept = async (q: Queries, row: Row): Promise<Kept> => {
  const [ends] = await q.query<{ low: string | null; high: string | null }>(
    'select min(position) as low, max(position) as high from history where drawing_id = $1',
    [row.id],
  );
  const position = Number(row.position);
  return {
    id: row.id,
    drawing: documentOf(row.document),
    revision: Number(row.revision),
    canUndo: ends?.low != null && Number(ends.low) < position,
    canRedo: ends?.high != null && Number(ends.high) > position,
  };
};

const find = async (q: Queries, id: string, forUpdate = false): Promise<Row> => {
  const [row] = await q.query<Row>(
    `select id, document, revision, position from drawing where id = $1${forUpdate ? ' for update' : ''}`,
    [id],
  );
  if (!row) throw new NotThere(`There is no drawing ${id}.`);
  return row;
};

export const listDrawings = async (db: Database): Promise<RegisterRow[]> => {
  const rows = await db.query<RegisterRow & { changedAt: string | Date }>(
    `select id, document->>'number' as number, document->>'title' as title, document->>'material' as material,
       document->'setup'->>'paper' as paper, document->'setup'->>'angle' as angle,
       document->'setup'->>'scale' as scale, archived, changed_at as "changedAt"
     from drawing order by document->>'number', created_at`,
  );
  return rows.map((r) => ({ ...r, changedAt: new Date(r.changedAt).toISOString() }));
};

export const readKept = async (db: Database, id: string): Promise<Kept> => kept(db, await find(db, id));

export const addDrawing = async (
  db: Database,
  id: string,
  drawing: Drawing,
  label = 'Opened',
): Promise<Kept> =>
  db.transaction(async (q) => {
    const text = JSON.stringify(drawing);
    await q.query('insert into drawing (id, document, position) values ($1, $2::json, 1)', [id, text]);
    await q.query(
      'insert into history (drawing_id, position, label, document) values ($1, 1, $2, $3::json)',
      [id, label, text],
    );
    return kept(q, await find(q, id));
  });

/**
 * Stores a new state. What could be redone until now is dropped, as after any new change.
 * @param revision the revision the change was made on
 * @throws Stale where the drawing has moved on since
 */
export const changeDrawing = async (
  db: Database,
  id: string,
  revision: number,
  drawing: Drawing,
  label: string,
): Promise<Kept> =>
  db.transaction(async (q) => {
    const row = await find(q, id, true);
    if (Number(row.revision) !== revision) throw new Stale('This drawing was changed in another window.');
    const position = Number(row.position) + 1;
    const text = JSON.stringify(drawing);
    await q.query('delete from history where drawing_id = $1 and (position >= $2 or position < $3)', [
      id,
      position,
      position - HISTORY,
    ]);
    await q.query(
      'insert into history (drawing_id, position, label, document) values ($1, $2, $3, $4::json)',
      [id, position, label, text],
    );
    await q.query(
      'update drawing set document = $2::json, position = $3, revision = revision + 1, changed_at = now() where id = $1',
      [id, text, position],
    );
    return kept(q, await find(q, id));
  });

/** Goes one step back (-1) or forward (1) in the history; stays where there is none. */
export const stepHistory = async (db: Database, id: string, direction: -1 | 1): Promise<Kept> =>
  db.transaction(async (q) => {
    const row = await find(q, id, true);
    const position = Number(row.position) + direction;
    const [state] = await q.query<{ document: Drawing | string }>(
      'select document from history where drawing_id = $1 and position = $2',
      [id, position],
    );
    if (!state) return kept(q, row);
    await q.query(
      'update drawing set document = $2::json, position = $3, revision = revision + 1, changed_at = now() where id = $1',
      [id, JSON.stringify(documentOf(state.document)), position],
    );
    return kept(q, await find(q, id));
  });

export const archiveDrawing = async (db: Database, id: string, archived: boolean): Promise<void> => {
  await find(db, id);
  await db.query('update drawing set archived = $2, changed_at = now() where id = $1', [id, archived]);
};

/** A line of the Daybook: what was changed, and when. */
export type DaybookLine = {
  readonly position: number;
  readonly label: string;
  readonly madeAt: string;
  readonly current: boolean;
};

/** The changes of a drawing, the newest first; those that were undone are still there until something else is changed. */
export const readDaybook = async (db: Database, id: string): Promise<DaybookLine[]> => {
  const row = await find(db, id);
  const lines = await db.query<{ position: string | number; label: string; made_at: string | Date }>(
    'select position, label, made_at from history where drawing_id = $1 order by position desc limit 200',
    [id],
  );
  return lines.map((l) => ({
    position: Number(l.position),
    label: l.label,
    madeAt: new Date(l.made_at).toISOString(),
    current: Number(l.position) === Number(row.position),
  }));
};

/** A picture as it is kept: its kind, and its bytes in base64. */
export type KeptPicture = { readonly mime: string; readonly picture: string };

/** Keeps a drawing's source picture, in place of the one before. */
export const keepSource = async (db: Database, id: string, { mime, picture }: KeptPicture): Promise<void> =>
  db.transaction(async (q) => {
    await find(q, id, true);
    await q.query('delete from source where drawing_id = $1', [id]);
    await q.query('insert into source (drawing_id, mime, picture) values ($1, $2, $3)', [id, mime, picture]);
  });

export const readSource = async (db: Database, id: string): Promise<KeptPicture> => {
  const [row] = await db.query<KeptPicture>('select mime, picture from source where drawing_id = $1', [id]);
  if (!row) throw new NotThere(`The drawing ${id} has no picture beneath it.`);
  return row;
};

/** Gives a copy of a drawing the picture of its original, where that has one. */
export const copySource = async (db: Database, from: string, to: string): Promise<void> => {
  await db.query(
    'insert into source (drawing_id, mime, picture) select $2, mime, picture from source where drawing_id = $1',
    [from, to],
  );
};
