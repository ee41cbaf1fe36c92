import { existsSync, mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { CannotOpen, cannotOpen } from './cannotOpen.ts';
import { takeLock } from './lock.ts';
import { migrate } from './migrations.ts';
import type { Database, Queries } from './queries.ts';

/**
 * Makes a folder and those it stands in. Not by mkdir's own "recursive", which never ends where a file system takes no folders and says
 * that there is none.
 */
const makeFolder = (path: string): void => {
  if (existsSync(path)) return;
  if (dirname(path) !== path) makeFolder(dirname(path));
  mkdirSync(path);
};

const openEmbedded = async (directory: string): Promise<Database> => {
  let release: () => void;
  try {
    makeFolder(directory);
    release = takeLock(directory);
  } catch (error) {
    throw cannotOpen(directory, error);
  }
  try {
    const { PGlite } = await import('@electric-sql/pglite');
    const db = await PGlite.create(`${directory}/pg`);
    const over = (q: Pick<typeof db, 'query' | 'exec'>): Queries => ({
      query: async <Row>(sql: string, parameters: readonly unknown[] = []) =>
        (await q.query<Row>(sql, [...parameters])).rows,
      script: async (sql) => {
        await q.exec(sql);
      },
    });
    return {
      ...over(db),
      transaction: (work) => db.transaction((tx) => work(over(tx))),
      close: async () => {
        try {
          await db.close();
        } finally {
          release();
        }
      },
    };
  } catch (error) {
    release();
    throw cannotOpen(directory, error);
  }
};

const openServer = async (url: string): Promise<Database> => {
  const { default: pg } = await import('pg');
  const pool = new pg.Pool({ connectionString: url });
  type Client = { query: (sql: string, parameters?: unknown[]) => Promise<{ rows: unknown[] }> };
  const over = (q: Client): Queries => ({
    query: async <Row>(sql: string, parameters: readonly unknown[] = []) =>
      (await q.query(sql, [...parameters])).rows as Row[],
    script: async (sql) => {
      await q.query(sql);
    },
  });
  return {
    ...over(pool),
    transaction: async (work) => {
      const client = await pool.connect();
      try {
        await client.query('begin');
        const value = await work(over(client));
        await client.query('commit');
        return value;
      } catch (error) {
        await client.query('rollback');
        throw error;
      } finally {
        client.release();
      }
    },
    close: () => pool.end(),
  };
};

/** Opens the database that the environment names and brings its schema up to date. */
export const openDatabase = async (
  environment: Readonly<Record<string, string | undefined>>,
): Promise<Database> => {
  const directory = resolve(/*turbopackIgnore: true*/ environment.BLUE_LEDGER_DATA ?? '.data');
  const db = environment.DATABASE_URL
    ? await openServer(environment.DATABASE_URL)
    : await openEmbedded(directory);
  try {
    await migrate(db);
  } catch (error) {
    await db.close().catch(() => undefined);
    throw environment.DATABASE_URL
      ? new CannotOpen(`The PostgreSQL database could not be opened (${(error as Error).message}).`)
      : cannotOpen(directory, error);
  }
  return db;
};
