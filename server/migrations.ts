import type { Database } from './queries.ts';

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
  {
    number: 3,
    sql: `
      -- a text, not json: a document that the database cannot take apart must not stop the others from being listed
      alter table drawing alter column document type text using document::text;
      alter table history alter column document type text using document::text;
      -- what the register shows, written with each change
      alter table drawing add column number text not null default '';
      alter table drawing add column title text not null default '';
      alter table drawing add column material text not null default '';
      alter table drawing add column paper text not null default '';
      alter table drawing add column angle text not null default '';
      alter table drawing add column scale text not null default '';
      do $$
      declare d record;
      begin
        for d in select id, document from drawing loop
          begin
            update drawing set
              number = coalesce(d.document::json->>'number', ''), title = coalesce(d.document::json->>'title', ''),
              material = coalesce(d.document::json->>'material', ''),
              paper = coalesce(d.document::json->'setup'->>'paper', ''),
              angle = coalesce(d.document::json->'setup'->>'angle', ''),
              scale = coalesce(d.document::json->'setup'->>'scale', '')
            where id = d.id;
          exception when others then
            update drawing set title = 'Title cannot be read' where id = d.id;
          end;
        end loop;
      end $$;
    `,
  },
  {
    number: 4,
    sql: `
      -- changes that were made, by the id that the browser gave them: one that is sent again is answered as done
      create table change (
        drawing_id text not null references drawing(id) on delete cascade,
        id text not null,
        -- the drawing's revision that it led to
        revision bigint not null,
        primary key (drawing_id, id)
      );
      create index change_by_revision on change (drawing_id, revision);
    `,
  },
  {
    number: 5,
    sql: `
      -- sheets as they were issued: the files are never changed again; a withdrawn issue keeps them
      create table issue (
        drawing_id text not null references drawing(id) on delete cascade,
        letter text not null,
        reason text not null,
        made_by text not null,
        number text not null,
        document text not null,
        -- base64
        pdf text not null,
        dxf text not null,
        -- sha-256 of the three
        hash text not null,
        issued_at timestamptz not null default now(),
        withdrawn_at timestamptz,
        primary key (drawing_id, letter)
      );
      create index issue_by_number on issue (number);
    `,
  },
  {
    number: 6,
    sql: `
      -- what printers make of a length, as their test pages measured
      create table printer (
        name text primary key,
        across double precision not null,
        along double precision not null,
        measured_at timestamptz not null default now()
      );
      -- "to be checked" or "checked"; nothing while a drawing is in hand
      alter table drawing add column state text not null default '';
    `,
  },
  {
    number: 7,
    sql: `
      -- how the register is kept: jobs, tags (a line each), and what is searched and sorted by, written with each change
      alter table drawing add column folder text not null default '';
      alter table drawing add column tags text not null default '';
      alter table drawing add column words text not null default '';
      alter table drawing add column number_key text not null default '';
      alter table drawing add column title_key text not null default '';
      create index drawing_by_number on drawing (archived, number_key);
    `,
  },
  {
    number: 8,
    sql: `
      -- house rules that were kept under a name; those that new drawings begin with are marked
      create table house_rules (
        name text primary key,
        rules text not null,
        usual boolean not null default false,
        changed_at timestamptz not null default now()
      );
    `,
  },
  {
    number: 9,
    sql: `
      -- who may sign in, on a server that others reach
      create table person (
        id text primary key,
        name text not null,
        login text not null unique,
        role text not null,
        -- scrypt, with its cost and salt
        password text not null,
        -- the key of the codes that change every half minute, and the last of their steps that was used; nothing where no code is asked for
        code_key text,
        code_step bigint not null default 0,
        -- a key that is not confirmed by a code yet
        code_offered text,
        is_off boolean not null default false,
        made_at timestamptz not null default now()
      );
      create table session (
        -- sha-256 of what the cookie holds
        mark text primary key,
        person_id text not null references person(id) on delete cascade,
        begun_at timestamptz not null default now(),
        renewed_at timestamptz not null default now(),
        used_at timestamptz not null default now(),
        ends_at timestamptz not null,
        browser text not null,
        address text not null
      );
      create index session_by_person on session (person_id);
      create table invitation (
        id text primary key,
        mark text not null unique,
        name text not null,
        role text not null,
        -- whose password it sets anew; nothing where it makes an account
        person_id text references person(id) on delete cascade,
        ends_at timestamptz not null
      );
      -- wrong passwords, by account and by address
      create table attempt (
        about text primary key,
        failed integer not null,
        last_at timestamptz not null default now()
      );
      create table access_log (
        at timestamptz not null default now(),
        who text not null,
        address text not null,
        what text not null
      );
      create index access_log_by_time on access_log (at);
      alter table drawing add column made_by text references person(id) on delete set null;
      create index drawing_by_maker on drawing (made_by);
      create table share (
        drawing_id text not null references drawing(id) on delete cascade,
        person_id text not null references person(id) on delete cascade,
        may text not null,
        primary key (drawing_id, person_id)
      );
      -- the name of the person who made a change; empty on a server for one person
      alter table history add column made_by text not null default '';
    `,
  },
  {
    number: 10,
    sql: `
      -- what lets a person in once in place of a code; a row is taken out when it is used
      create table recovery_code (
        person_id text not null references person(id) on delete cascade,
        -- sha-256 of the person and the code
        mark text not null,
        primary key (person_id, mark)
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
