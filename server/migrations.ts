import type { Database } from './database.ts';

/** Numbered for good: a migration that has run anywhere is never changed, only followed by another. */
const MIGRATIONS: readonly { readonly number: number; readonly sql: string }[] = [
  {
    number: 1,
    sql: `
      create table drawing (
        id text primary key,
        -- json, not jsonb: the order of keys is the order of the statement
        document json not null,
        revision bigint not null default 1,
        position bigint not null default 0,
        archived boolean not null default false,
        created_at timestamptz not null default now(),
        changed_at timestamptz not null default now()
      );
      -- every state the undo history can go back or forward to; drawing.position tells which one is current
      create table history (
        drawing_id text not null references drawing(id) on delete cascade,
        position bigint not null,
        label text not null,
        document json not null,
        made_at timestamptz not null default now(),
        primary key (drawing_id, position)
      );
    `,
  },
  {
    number: 2,
    sql: `
      -- the picture that a drawing was made from; base64, so that the same text goes into either database
      create table source (
        drawing_id text primary key references drawing(id) on delete cascade,
        mime text not null,
        picture text not null,
        changed_at timestamptz not null default now()
      );
    `,
  },
];

/** Runs the migrations that have not run yet, each in a transaction with its own record. */
export const migrate = async (db: Database): Promise<void> => {
  await db.script(
    'create table if not exists migration (number integer primary key, run_at timestamptz not null default now())',
  );
  for (const { number, sql } of MIGRATIONS) {
    await db.transaction(async (q) => {
      // two servers that start together take turns
      await q.script('lock table migration in exclusive mode');
      const done = await q.query('select 1 from migration where number = $1', [number]);
      if (done.length) return;
      await q.script(sql);
      await q.query('insert into migration (number) values ($1)', [number]);
    });
  }
};
