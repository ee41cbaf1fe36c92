import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import pg from 'pg';

/** A server of the production build on data of its own. */
export type Server = {
  readonly address: string;
  readonly data: string;
  readonly process: ChildProcess;
  /** ms from the start of the process until it answers */
  readonly readyAfter: number;
  readonly kill: (signal: NodeJS.Signals) => Promise<void>;
};

/**
 * A PostgreSQL server on which the same tests run in place of the embedded database, such as postgres://postgres@127.0.0.1:5432; each data folder has a database of its
 * own there.
 */
const POSTGRES = process.env.BLUE_LEDGER_TEST_POSTGRES;
/** Whether the tests run on such a server. */
export const onServer = Boolean(POSTGRES);
const databaseOf = (data: string): string => basename(data).replaceAll('-', '_').toLowerCase();
const onPostgres = async (sql: string): Promise<void> => {
  const client = new pg.Client({ connectionString: `${POSTGRES}/postgres` });
  await client.connect();
  await client.query(sql);
  await client.end();
};

export const freshData = (): string => mkdtempSync(join(tmpdir(), 'blue-ledger-'));
/** A folder with the demo drawings in it, as a first start leaves it (demoData.ts). */
export const demoData = (): string => {
  const made = process.env.BLUE_LEDGER_TEST_DATA;
  const data = freshData();
  if (made) execFileSync('cp', ['-r', `${made}/.`, data]);
  return data;
};
export const dropData = (data: string): void => rmSync(data, { recursive: true, force: true });

const freePort = async (): Promise<number> => {
  const probe = createServer();
  probe.listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as { port: number };
  probe.close();
  await once(probe, 'close');
  return port;
};

/** @param onPort the port, where it must be that of a server before; @param withDemo an empty register gets the demo drawings */
export const startServer = async (
  data: string,
  wait = true,
  onPort?: number,
  withDemo = true,
): Promise<Server> => {
  const port = onPort ?? (await freePort());
  if (POSTGRES)
    await onPostgres(`create database ${databaseOf(data)}`).catch((error: Error) => {
      // a server that is started again finds the database of the one before
      if (!error.message.includes('already exists')) throw error;
    });
  const started = Date.now();
  const child = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-p', String(port), '-H', '127.0.0.1'],
    {
      stdio: 'ignore',
      env: {
        ...process.env,
        NEXT_TELEMETRY_DISABLED: '1',
        BLUE_LEDGER_DATA: data,
        BLUE_LEDGER_DEMO: withDemo ? '1' : '0',
        DATABASE_URL: POSTGRES ? `${POSTGRES}/${databaseOf(data)}` : '',
      },
    },
  );
  const address = `http://127.0.0.1:${port}`;
  while (wait) {
    try {
      if ((await fetch(`${address}/api/health`)).ok) break;
    } catch {
      // not listening yet
    }
    if (child.exitCode !== null || Date.now() - started > 60_000)
      throw new Error('The server did not start.');
    await new Promise((done) => setTimeout(done, 50));
  }
  return {
    address,
    data,
    process: child,
    readyAfter: Date.now() - started,
    kill: async (signal) => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = once(child, 'exit');
      child.kill(signal);
      await gone;
    },
  };
};

type Hooks = {
  beforeAll: (work: () => Promise<void>) => void;
  afterAll: (work: () => Promise<void>) => void;
};
export type Running = {
  address: string;
  data: string;
  readyAfter: number;
  restart: (signal: NodeJS.Signals) => Promise<void>;
  /** ends it; `restartThere` starts it again at the same address */
  kill: (signal: NodeJS.Signals) => Promise<void>;
  restartThere: () => Promise<void>;
};

/**
 * A server for all tests of a file, on data that is gone afterwards; `restart` ends it by a signal and starts it anew.
 * @param isFirstStart it finds an empty folder, and makes the demo drawings itself
 */
export const serverFor = (test: Hooks, isFirstStart = false): Running => {
  let server: Server | undefined;
  const take = (next: Server): void => {
    server = next;
    running.address = next.address;
    running.readyAfter = next.readyAfter;
  };
  const running: Running = {
    address: '',
    data: '',
    readyAfter: 0,
    restart: async (signal) => {
      await server?.kill(signal);
      take(await startServer(running.data));
    },
    kill: async (signal) => server?.kill(signal),
    restartThere: async () =>
      take(await startServer(running.data, true, Number(new URL(running.address).port))),
  };
  test.beforeAll(async () => {
    running.data = isFirstStart ? freshData() : demoData();
    await running.restart('SIGTERM');
  });
  test.afterAll(async () => {
    await server?.kill('SIGTERM');
    dropData(running.data);
  });
  return running;
};

let kept: Promise<Server> | undefined;
/** One server for all files of a worker that only draw new drawings of their own; it ends with the worker. */
export const serverKept = (test: Pick<Hooks, 'beforeAll'>): { address: string } => {
  const running = { address: '' };
  test.beforeAll(async () => {
    kept ??= startServer(demoData()).then((server) => {
      process.once('exit', () => {
        server.process.kill('SIGKILL');
        dropData(server.data);
      });
      return server;
    });
    running.address = (await kept).address;
  });
  return running;
};
