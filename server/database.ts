import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { newestGoodCopy } from './backup/copies.ts';
import { CannotOpen, cannotOpen, isSystemError } from './cannotOpen.ts';
import { takeLock } from './lock.ts';
import { migrate } from './migrations.ts';
import type { Database, Queries } from './queries.ts';
import { fillSummaries } from './store.ts';

/**
 * Makes a folder and those it stands in. Not by mkdir's own "recursive", which never ends where a file system takes no folders and says
 * that there is none.
 */
const makeFolder = (path: string): void => {
  if (existsSync(path)) return;
  if (dirname(path) !== path) makeFolder(dirname(path));
  mkdirSync(path);
};

/** Says that drawings were kept here once: without their database the folder is damaged, not new. */
const markOf = (directory: string): string => `${directory}/register.json`;
const hasMark = (directory: string): boolean => existsSync(markOf(directory));
const setMark = (directory: string): void => {
  if (!hasMark(directory))
    writeFileSync(markOf(directory), `${JSON.stringify({ format: 'blue-ledger/data@1' })}\n`);
};

/** What is said of a damaged folder: what is wrong, and the newest copy that is whole. A new register is never begun in its place. */
const damaged = async (directory: string, why: string): Promise<CannotOpen> => {
  const copy = await newestGoodCopy(`${directory}/copies`);
  const remedy = copy
    ? `The newest good copy is of ${copy.contents.madeAt.slice(0, 10)}, with ${copy.contents.drawings.length} drawings. To go on with it: ./blue-ledger restore "${copy.path}" --data "${directory}" --anew --yes`
    : 'There is no copy beside it. Bring a backup back with ./blue-ledger restore FILE --anew, or name another folder with BLUE_LEDGER_DATA.';
  return new CannotOpen(
    `The drawings in ${directory} are damaged (${why}). Nothing there was changed. ${remedy}`,
  );
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
    const wasThere = hasMark(directory);
    if (wasThere && !existsSync(`${directory}/pg/PG_VERSION`))
      throw await damaged(directory, 'the database in its folder pg is missing');
    const { PGlite } = await import('@electric-sql/pglite');
    const db = await PGlite.create(`${directory}/pg`).catch(async (error: Error) => {
      throw isSystemError(error) ? error : await damaged(directory, error.message);
    });
    if (wasThere) {
      const found = await db.query<{ name: string | null }>(`select to_regclass('drawing')::text as name`);
      if (!found.rows[0]?.name) {
        await db.close().catch(() => undefined);
        throw await damaged(directory, 'its database is empty');
      }
    }
    const over = (q: Pick<typeof db, 'query' | 'exec'>): Queries => ({
      query: async <Row>(sql: string, parameters: readonly unknown[] = []) =>
        (await q.query<Row>(sql, [...parameters])).rows,
      script: async (sql) => {
        await q.exec(sql);
      },
    });
    return {
      ...over(db),
      listen: async (channel, hear) => {
        const end = await db.listen(channel, hear);
        return () => end();
      },
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

/** A database that does not answer within this time is told as not there, ms. */
const CONNECTED_WITHIN = 10_000;

/** A connection that listens and ended is begun anew after so long, ms. */
const LISTEN_AGAIN = 1000;

/** Hears a channel of a server on a connection of its own, which is begun anew where it ends. */
const listenOn = async (
  pg: typeof import('pg').default,
  url: string,
  channel: string,
  hear: (text: string) => void,
): Promise<() => Promise<void>> => {
  let isEnded = false;
  let client: import('pg').Client | undefined;
  const begin = async (): Promise<void> => {
    const next = new pg.Client({ connectionString: url, connectionTimeoutMillis: CONNECTED_WITHIN });
    const again = (): void => {
      next.removeAllListeners();
      // one that ends by itself may still say why; nobody is told any more
      next.on('error', () => undefined);
      if (!isEnded) setTimeout(() => void begin().catch(again), LISTEN_AGAIN);
    };
    next.on('error', again);
    next.on('end', again);
    next.on('notification', (n) => hear(n.payload ?? ''));
    await next.connect();
    await next.query(`listen ${channel}`);
    client = next;
  };
  await begin();
  return async () => {
    isEnded = true;
    await client?.end();
  };
};

const openServer = async (url: string): Promise<Database> => {
  const { default: pg } = await import('pg');
  const pool = new pg.Pool({ connectionString: url, connectionTimeoutMillis: CONNECTED_WITHIN });
  // a connection that waits in the pool ends where the database is started anew: the next request gets another one
  pool.on('error', (error: Error) =>
    console.error(`A connection to the database ended: ${error.message}. The next request makes another.`),
  );
  /** what ends the connections that listen */
  const listening = new Set<() => Promise<void>>();
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
    listen: async (channel, hear) => {
      const end = await listenOn(pg, url, channel, hear);
      listening.add(end);
      return async () => {
        listening.delete(end);
        await end();
      };
    },
    transaction: async (work) => {
      const client = await pool.connect();
      let broken: Error | undefined;
      // without a listener a connection that ends here would end the whole program
      const note = (error: Error): void => {
        broken = error;
      };
      client.on('error', note);
      try {
        await client.query('begin');
        const value = await work(over(client));
        await client.query('commit');
        return value;
      } catch (error) {
        await client.query('rollback').catch(note);
        throw error;
      } finally {
        client.off('error', note);
        // a connection that cannot even take a change back is not used again
        client.release(broken);
      }
    },
    close: async () => {
      await Promise.all([...listening].map((end) => end()));
      await pool.end();
    },
  };
};

/** Opens the database that the environment names and brings its schema up to date. */
export const openDatabase = async (
  environment: Readonly<Record<string, string | undefined>>,
): Promise<Database> => {
  const directory = dataDirectory(environment) ?? '';
  const db = environment.DATABASE_URL
    ? await openServer(environment.DATABASE_URL)
    : await openEmbedded(directory);
  try {
    await migrate(db);
    await fillSummaries(db);
  } catch (error) {
    await db.close().catch(() => undefined);
    throw environment.DATABASE_URL
      ? new CannotOpen(`The PostgreSQL database could not be opened (${(error as Error).message}).`)
      : cannotOpen(directory, error);
  }
  if (!environment.DATABASE_URL) setMark(directory);
  return db;
};

/** The folder of the embedded database that the environment names; undefined where a server is named. */
export const dataDirectory = (
  environment: Readonly<Record<string, string | undefined>>,
): string | undefined =>
  environment.DATABASE_URL
    ? undefined
    : resolve(/*turbopackIgnore: true*/ environment.BLUE_LEDGER_DATA ?? '.data');
