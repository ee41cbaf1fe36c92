import type { Drawing } from '../core/drawing/drawing.ts';
import { storableText } from '../core/part/plainData.ts';
import type { Daybook, Kept, RegisterRow, Stored } from '../exchange/kept.ts';
import { HISTORY_LIMIT, outdatedStates } from './historyAges.ts';
import type { Database, Queries } from './queries.ts';
import { searchedWords, sortKey } from './registerWords.ts';

export class NotThere extends Error {}

/** The drawing was changed elsewhere since it was read. `current` is how it stands now. */
export class Stale extends Error {
  readonly current: Kept;
  constructor(current: Kept) {
    super('This drawing was changed in another window.');
    this.current = current;
  }
}

/** The channel on which new revisions are told: the drawing's id and its revision. */
export const CHANGED = 'drawing_changed';

/** How many changes of a drawing are remembered by their ids. */
const REMEMBERED_CHANGES = 2000;
/** After so many changes of a drawing it is looked which states of its history are still kept; after each one of a document as long as this, letters. */
const LOOKED_AFTER = 25;
const LONG = 200_000;

type Row = { id: string; document: string; revision: string | number; position: string | number };

/** A stored document. Characters that no text of the database holds, which old files may have brought, are replaced. */
export const storedDocument = (text: string): Drawing =>
  JSON.parse(text, (_, value: unknown) =>
    typeof value === 'string' ? storableText(value) : value,
  ) as Drawing;

/** The columns that hold what the register shows of a drawing, what it is searched and what it is sorted by. */
export const SUMMARY =
  'number, title, material, paper, angle, scale, state, words, number_key, title_key' as const;

/** What stands in those columns. */
export const summaryOf = (d: Drawing): string[] => [
  ...[
    d.number,
    d.title,
    d.material,
    d.setup.paper,
    d.setup.angle,
    String(d.setup.scale),
    d.state?.is ?? '',
  ].map(storableText),
  searchedWords(d),
  sortKey(d.number),
  sortKey(d.title),
];

const stored = async (q: Queries, row: Row): Promise<Stored> => {
  const [ends] = await q.query<{ low: string | null; high: string | null }>(
    'select min(position) as low, max(position) as high from history where drawing_id = $1',
    [row.id],
  );
  const position = Number(row.position);
  return {
    revision: Number(row.revision),
    canUndo: ends?.low != null && Number(ends.low) < position,
    canRedo: ends?.high != null && Number(ends.high) > position,
  };
};

const kept = async (q: Queries, row: Row): Promise<Kept> => {
  const [last] = await q.query<{ id: string }>(
    'select id from change where drawing_id = $1 and revision = $2',
    [row.id, row.revision],
  );
  return {
    id: row.id,
    drawing: storedDocument(row.document),
    lastChange: last?.id ?? null,
    ...(await stored(q, row)),
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

/**
 * The rows of all drawings, by number.
 * @param person whose drawings they are, where `readable` says by their id which those are
 */
export const listDrawings = async (
  db: Database,
  person = '',
  readable?: (place: string) => string,
): Promise<RegisterRow[]> => {
  const rows = await db.query<RegisterRow & { changedAt: string | Date }>(
    `select d.id, d.number, d.title, d.material, d.paper, d.angle, d.scale, d.state, d.archived, d.folder, d.revision, d.changed_at as "changedAt",
       i.letter as issued, coalesce(d.changed_at > i.issued_at, false) as "isChangedSince"
     from drawing d left join issue i on i.drawing_id = d.id and i.letter = (
       select letter from issue where drawing_id = d.id and withdrawn_at is null
       order by issued_at desc, letter desc limit 1)
     ${readable ? `where ${readable('$1')}` : ''}
     order by d.number, d.created_at`,
    readable ? [person] : [],
  );
  return rows.map((r) => ({
    ...r,
    tags: [],
    revision: Number(r.revision),
    changedAt: new Date(r.changedAt).toISOString(),
  }));
};

/** Fills in what is searched and sorted by where a drawing was stored by a program that did not know of it. */
export const fillSummaries = async (db: Database): Promise<void> => {
  for (;;) {
    const rows = await db.query<{ id: string; document: string }>(
      `select id, document from drawing where words = '' limit 200`,
    );
    if (!rows.length) return;
    for (const { id, document } of rows) {
      let keys: string[];
      try {
        keys = summaryOf(storedDocument(document)).slice(-3);
      } catch {
        // a document that cannot be read is listed all the same
        keys = ['\n', '', ''];
      }
      await db.query('update drawing set words = $2, number_key = $3, title_key = $4 where id = $1', [
        id,
        ...keys,
      ]);
    }
  }
};

export const countDrawings = async (db: Database): Promise<number> => {
  const [row] = await db.query<{ n: string | number }>('select count(*) as n from drawing');
  return Number(row?.n ?? 0);
};

export const readKept = async (db: Database, id: string): Promise<Kept> => kept(db, await find(db, id));

/** The revision that a drawing is at now. */
export const readRevision = async (db: Database, id: string): Promise<number> => {
  const [row] = await db.query<{ revision: string | number }>('select revision from drawing where id = $1', [
    id,
  ]);
  if (!row) throw new NotThere(`There is no drawing ${id}.`);
  return Number(row.revision);
};

/** Who makes a drawing or a change; nobody by name on a server for one person. */
export type Maker = { readonly id: string; readonly name: string };
const NOBODY: Maker = { id: '', name: '' };

/**
 * Stores a new drawing.
 * @param id its id; where a drawing with this id is there already, that one is answered: the request was sent twice
 * @param maker whose drawing it is
 * @throws NotThere where the id belongs to a drawing of somebody else
 */
export const addDrawing = async (
  db: Database,
  id: string,
  drawing: Drawing,
  label = 'Opened',
  maker: Maker = NOBODY,
): Promise<Kept> =>
  db.transaction(async (q) => {
    const text = JSON.stringify(drawing);
    const added = await q.query(
      `insert into drawing (id, document, position, ${SUMMARY}, made_by)
       values ($1, $2, 1, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) on conflict (id) do nothing returning id`,
      [id, text, ...summaryOf(drawing), maker.id || null],
    );
    if (added.length)
      await q.query(
        'insert into history (drawing_id, position, label, document, made_by) values ($1, 1, $2, $3, $4)',
        [id, storableText(label), text, maker.name],
      );
    else {
      const own = await q.query(`select 1 from drawing where id = $1 and coalesce(made_by, '') = $2`, [
        id,
        maker.id,
      ]);
      if (!own.length) throw new NotThere(`The id ${id} belongs to another drawing.`);
    }
    return kept(q, await find(q, id));
  });

/** The change that is asked for: its id, made by the browser, and the revision it was made on. */
export type ChangeMark = { readonly change: string; readonly revision: number };

/** What a change led to, where it was made before; undefined where it is new. Refuses one made on another revision. */
const alreadyMade = async (
  q: Queries,
  row: Row,
  { change, revision }: ChangeMark,
): Promise<number | undefined> => {
  const [made] = await q.query<{ revision: string | number }>(
    'select revision from change where drawing_id = $1 and id = $2',
    [row.id, change],
  );
  if (made) return Number(made.revision);
  if (Number(row.revision) !== revision) throw new Stale(await kept(q, row));
  return undefined;
};

/** Makes a document the drawing's current one, at a position of its history. */
const standAt = async (
  q: Queries,
  { id, document, position, mark }: { id: string; document: string; position: number; mark: ChangeMark },
): Promise<void> => {
  const revision = mark.revision + 1;
  await q.query(
    `update drawing set document = $2, position = $3, revision = $4, changed_at = now(),
       (${SUMMARY}) = ($5, $6, $7, $8, $9, $10, $11, $12, $13, $14) where id = $1`,
    [id, document, position, revision, ...summaryOf(storedDocument(document))],
  );
  await q.query('insert into change (drawing_id, id, revision) values ($1, $2, $3)', [
    id,
    mark.change,
    revision,
  ]);
  await q.query('delete from change where drawing_id = $1 and revision <= $2', [
    id,
    revision - REMEMBERED_CHANGES,
  ]);
  // told once the change is stored, to whoever looks at the drawing
  await q.query(`select pg_notify('${CHANGED}', $1)`, [`${id} ${revision}`]);
};

/**
 * Stores a new state. What could be redone until now is dropped, as after any new change.
 * @param madeBy the name of who made the change, for the Daybook
 * @returns the revision it led to; a change that was made before is answered as done and not made again
 * @throws Stale where the drawing has moved on since
 */
export const changeDrawing = async (
  db: Database,
  id: string,
  mark: ChangeMark,
  drawing: Drawing,
  label: string,
  madeBy = '',
): Promise<Stored> =>
  db.transaction(async (q) => {
    const row = await find(q, id, true);
    const made = await alreadyMade(q, row, mark);
    if (made !== undefined) return { ...(await stored(q, row)), revision: made };
    const position = Number(row.position) + 1;
    const document = JSON.stringify(drawing);
    await q.query('delete from history where drawing_id = $1 and position >= $2', [id, position]);
    await q.query(
      'insert into history (drawing_id, position, label, document, made_by) values ($1, $2, $3, $4, $5)',
      [id, position, label, document, madeBy],
    );
    if (position % LOOKED_AFTER === 0 || document.length > LONG) await thinHistory(q, id, position);
    await standAt(q, { id, document, position, mark });
    return stored(q, await find(q, id));
  });

/** Takes away the states of a drawing's history that are no longer kept, by their age and the room they take. */
const thinHistory = async (q: Queries, id: string, current: number): Promise<void> => {
  const states = await q.query<{ position: string | number; at: string | number; bytes: string | number }>(
    `select position, extract(epoch from made_at) * 1000 as at, octet_length(document) as bytes
     from history where drawing_id = $1 order by position`,
    [id],
  );
  const outdated = outdatedStates(
    states.map((s) => ({ position: Number(s.position), madeAt: Number(s.at), bytes: Number(s.bytes) })),
    current,
    Date.now(),
  );
  if (outdated.length)
    await q.query('delete from history where drawing_id = $1 and position = any($2::bigint[])', [
      id,
      outdated,
    ]);
};

/**
 * Goes one step back (-1) or forward (1) in the history; stays where there is none.
 * @returns the drawing as it stands then; a step that was made before is not made again
 * @throws Stale where the drawing has moved on since
 */
export const stepHistory = async (
  db: Database,
  id: string,
  mark: ChangeMark,
  direction: -1 | 1,
): Promise<Kept> =>
  db.transaction(async (q) => {
    const row = await find(q, id, true);
    if ((await alreadyMade(q, row, mark)) !== undefined) return kept(q, row);
    // states of older days are kept far apart: the next one that is there
    const [state] = await q.query<{ document: string; position: string | number }>(
      `select document, position from history where drawing_id = $1 and position ${direction < 0 ? '<' : '>'} $2
       order by position ${direction < 0 ? 'desc' : 'asc'} limit 1`,
      [id, row.position],
    );
    if (!state) return kept(q, row);
    await standAt(q, { id, document: state.document, position: Number(state.position), mark });
    return kept(q, await find(q, id));
  });

export const archiveDrawing = async (db: Database, id: string, archived: boolean): Promise<void> => {
  await find(db, id);
  await db.query('update drawing set archived = $2, changed_at = now() where id = $1', [id, archived]);
};

/**
 * The changes of a drawing, the newest first, and how much of its history is kept; those that were undone are still there until something else is changed.
 */
export const readDaybook = async (db: Database, id: string): Promise<Daybook> => {
  const row = await find(db, id);
  const lines = await db.query<{
    position: string | number;
    label: string;
    made_at: string | Date;
    made_by: string;
  }>(
    'select position, label, made_at, made_by from history where drawing_id = $1 order by position desc limit 200',
    [id],
  );
  const [all] = await db.query<{ states: string | number; bytes: string | number | null }>(
    'select count(*) as states, sum(octet_length(document)) as bytes from history where drawing_id = $1',
    [id],
  );
  return {
    lines: lines.map((l) => ({
      position: Number(l.position),
      label: l.label,
      by: l.made_by,
      madeAt: new Date(l.made_at).toISOString(),
      current: Number(l.position) === Number(row.position),
    })),
    states: Number(all?.states ?? 0),
    bytes: Number(all?.bytes ?? 0),
    limit: HISTORY_LIMIT,
  };
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
